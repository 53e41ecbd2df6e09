import Joi from 'joi';
import { applyChanges, type Change } from './changes';
import { phrase, type Phrase } from '../phrase';
import { readShow } from './schema';
import type { Edit } from './edits';
import { FORMAT, type Show } from './types';

/** One gesture of a person, forward and back. Plain JSON; a step never changes. */
export interface Step {
  /** Its number within the history: later steps have larger ones, and no number is given twice. */
  readonly number: number;
  /** What the gesture was, to be said in whatever language is spoken then. */
  readonly name: Phrase;
  readonly forth: readonly Change[];
  readonly back: readonly Change[];
}

/** The show with the way back and the way forward. Plain JSON: it survives a reload. */
export interface History {
  readonly show: Show;
  readonly past: readonly Step[];
  readonly future: readonly Step[];
  /** The number that the next step gets. */
  readonly next: number;
}

/** Steps kept for undo. */
export const STEPS_KEPT = 200;

/** A history without steps. */
export function startHistory(show: Show): History {
  return { show, past: [], future: [], next: 1 };
}

/** Applies an edit as one undo step. An edit that changes nothing leaves the very same history. */
export function perform<Details>(history: History, edit: Edit<Details>, details: Details): History {
  const { show, forth, back } = edit.traced(history.show, details);
  if (forth.length === 0) return history;
  const step: Step = { number: history.next, name: edit.nameOf(details), forth, back };
  return { show, past: [...history.past, step].slice(-STEPS_KEPT), future: [], next: history.next + 1 };
}

/** The latest step and one more become one, under another name. The very same history where `onto` is not the latest. */
function gathered(history: History, onto: number, name: Phrase): History {
  const [first, second] = history.past.slice(-2);
  if (first?.number !== onto || !second) return history;
  const step: Step = { number: second.number, name, forth: [...first.forth, ...second.forth], back: [...second.back, ...first.back] };
  return { ...history, past: [...history.past.slice(0, -2), step] };
}

/**
 * Applies an edit as `perform` does, as part of step `onto` where that is still the latest: what arrives bit by bit is one step in the end.
 * @param name of the step with all that it holds then.
 */
export function performOnto<Details>(history: History, edit: Edit<Details>, details: Details, onto: number | null, name: Phrase): History {
  const next = perform(history, edit, details);
  return onto === null || next === history ? next : gathered(next, onto, name);
}

/** One step back; the very same history where there is none. */
export function undo(history: History): History {
  const step = history.past.at(-1);
  if (!step) return history;
  return {
    ...history,
    show: applyChanges(history.show, step.back),
    past: history.past.slice(0, -1),
    future: [step, ...history.future],
  };
}

/** One step forth again; the very same history where there is none. */
export function redo(history: History): History {
  const [step, ...rest] = history.future;
  if (!step) return history;
  return { ...history, show: applyChanges(history.show, step.forth), past: [...history.past, step], future: rest };
}

const change = Joi.object({
  p: Joi.array().items(Joi.string(), Joi.number()).required(),
  v: Joi.any(),
  gone: Joi.valid(1),
  order: Joi.array().items(Joi.string()),
  at: Joi.number().integer().min(0),
  cut: Joi.number().integer().min(0),
  put: Joi.array(),
})
  .oxor('v', 'gone', 'order', 'at')
  .and('at', 'cut', 'put');

const stepSchema = Joi.object({
  number: Joi.number().integer().min(1).required(),
  name: Joi.object({
    key: Joi.string().required(),
    values: Joi.object().pattern(Joi.string(), Joi.alternatives(Joi.string().allow(''), Joi.number())),
  }).required(),
  forth: Joi.array().items(change).required(),
  back: Joi.array().items(change).required(),
});

/** Steps were once kept with a title in English: it is said as it was written. */
function named(raw: unknown): unknown {
  if (typeof raw !== 'object' || raw === null || !('title' in raw) || 'name' in raw) return raw;
  const { title, ...step } = raw as { title: unknown };
  return { ...step, name: phrase('edit.asItWasNamed', { name: String(title) }) };
}

/** A step from storage, or null where it is none. */
function readStep(stored: unknown): Step | null {
  const raw = named(stored);
  return stepSchema.validate(raw, { convert: false }).error === undefined ? (raw as Step) : null;
}

/** Undo steps describe a document of their own format: those of an older one do not apply to what was brought up to date. */
const isCurrent = (raw: unknown) => typeof raw === 'object' && raw !== null && (raw as { format?: unknown }).format === FORMAT;

/** What is kept of a history: the show, and steps that may be damaged or missing. */
export interface RawHistory {
  readonly show?: unknown;
  /** From the oldest to the latest. */
  readonly past?: readonly unknown[];
  /** From the next to the last. */
  readonly future?: readonly unknown[];
}

/**
 * Reads a history from storage. The show must be valid (else Failure); undo goes back, and redo forth, as far as steps are whole and lead
 * to valid shows: the show itself is what must not be lost.
 */
export function readHistory(raw: RawHistory): History {
  const show = readShow(raw.show);
  if (!isCurrent(raw.show)) return startHistory(show);
  const upTo = (list: readonly unknown[]): Step[] => {
    const steps = list.map(readStep);
    const hole = steps.indexOf(null);
    return (hole < 0 ? steps : steps.slice(0, hole)) as Step[];
  };
  const past = upTo([...(raw.past ?? [])].reverse()).reverse();
  const future = upTo(raw.future ?? []);
  const next = 1 + Math.max(0, ...[...past, ...future].map((step) => step.number));
  const history: History = { show, past, future, next };
  return walks(history) ? history : { ...startHistory(show), next };
}

/** Whether the nearest step each way can be applied and lands on a valid show. */
function walks(history: History): boolean {
  try {
    for (const turn of [undo, redo]) readShow(turn(history).show);
    return true;
  } catch {
    return false;
  }
}
