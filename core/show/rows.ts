import { readHistory, type History, type RawHistory, type Step } from './history';
import type { MediaId } from './types';

/** What a save writes and takes away: rows of text by name. */
export interface RowChanges {
  readonly put: ReadonlyMap<string, string>;
  readonly drop: readonly string[];
}

/** What of a show's rows lies on the disk already, by what was written. It is changed by `rowsFor` as if its rows had been written. */
export interface Written {
  steps: Map<number, Step>;
  names: string;
}

/** Of a show that was never saved. */
export const nothingWritten = (): Written => ({ steps: new Map(), names: '' });

/** Names of the rows of a show. The steps of one show lie under a common beginning. */
export const rowNames = {
  show: (id: string): string => `show/${id}`,
  step: (id: string, number: number): string => `step/${id}/${number}`,
  steps: (id: string): string => `step/${id}/`,
  /** Which media the show, its undo steps included, names. */
  names: (id: string): string => `names/${id}`,
} as const;

/** Media that each step names, found once: a step never changes. */
const named = new WeakMap<Step, readonly MediaId[]>();

function namedBy(step: Step): readonly MediaId[] {
  const found = named.get(step) ?? [...new Set(JSON.stringify([step.forth, step.back]).match(/\b[0-9a-f]{64}\b/g) ?? [])];
  named.set(step, found);
  return found;
}

/** Every medium that a history names: in its show, and in what undo and redo may bring back. */
export function mediaNamed({ show, past, future }: History): MediaId[] {
  return [...new Set([...Object.keys(show.media), ...[...past, ...future].flatMap(namedBy)])].sort();
}

/**
 * The rows that bring what is written up to date: the document whole, and of the undo steps only those that came since; steps that are
 * no longer kept go. So a save costs what was edited, however long the history is.
 */
export function rowsFor(history: History, savedAt: number, written: Written): RowChanges {
  const { show, past, future } = history;
  const put = new Map<string, string>();
  const numbers = (steps: readonly Step[]) => steps.map((step) => step.number);
  put.set(rowNames.show(show.id), JSON.stringify({ savedAt, show, past: numbers(past), future: numbers(future) }));
  const kept = new Set<number>();
  for (const step of [...past, ...future]) {
    kept.add(step.number);
    if (written.steps.get(step.number) === step) continue;
    put.set(rowNames.step(show.id, step.number), JSON.stringify(step));
    written.steps.set(step.number, step);
  }
  const drop: string[] = [];
  for (const number of [...written.steps.keys()]) {
    if (kept.has(number)) continue;
    drop.push(rowNames.step(show.id, number));
    written.steps.delete(number);
  }
  const names = JSON.stringify(mediaNamed(history));
  if (names !== written.names) put.set(rowNames.names(show.id), names);
  written.names = names;
  return { put, drop };
}

/** The numbers of the steps that a show's row speaks of. Rows of older versions held the steps themselves, which no longer apply. */
export function stepsOf(row: { readonly past?: unknown; readonly future?: unknown }): { past: number[]; future: number[] } {
  const numbers = (list: unknown) => (Array.isArray(list) ? list.filter((one): one is number => Number.isInteger(one)) : []);
  return { past: numbers(row.past), future: numbers(row.future) };
}

/** A history from its rows; `steps` are the texts of step rows by number, where they were found. @throws Failure as `readShow`. */
export function historyOf(
  row: { readonly show?: unknown; readonly past?: unknown; readonly future?: unknown },
  steps: ReadonlyMap<number, string>,
): History {
  const { past, future } = stepsOf(row);
  const read = (number: number): unknown => {
    try {
      return JSON.parse(steps.get(number) ?? 'null') as unknown;
    } catch {
      return null;
    }
  };
  const raw: RawHistory = { show: row.show, past: past.map(read), future: future.map(read) };
  return readHistory(raw);
}
