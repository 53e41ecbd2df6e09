import { applyPatches, enablePatches, type Patch } from 'immer';
import Joi from 'joi';
import { readShow } from './schema';
import type { Edit } from './edits';
import { FORMAT, type Show } from './types';

enablePatches();

/** One gesture of a person, forward and back. */
export interface Step {
  readonly title: string;
  readonly patches: readonly Patch[];
  readonly inverse: readonly Patch[];
}

/** The show with the way back and the way forward. Plain JSON: it survives a reload. */
export interface History {
  readonly show: Show;
  readonly past: readonly Step[];
  readonly future: readonly Step[];
}

/** Steps kept for undo. */
export const STEPS_KEPT = 200;

export function startHistory(show: Show): History {
  return { show, past: [], future: [] };
}

/** Applies an edit as one undo step. An edit that changes nothing leaves the very same history. */
export function perform<Details>(history: History, edit: Edit<Details>, details: Details): History {
  const { show, patches, inverse } = edit.traced(history.show, details);
  if (patches.length === 0) return history;
  const step: Step = { title: edit.title(details), patches, inverse };
  return { show, past: [...history.past, step].slice(-STEPS_KEPT), future: [] };
}

export function undo(history: History): History {
  const step = history.past.at(-1);
  if (!step) return history;
  return {
    show: applyPatches(history.show, step.inverse as Patch[]),
    past: history.past.slice(0, -1),
    future: [step, ...history.future],
  };
}

export function redo(history: History): History {
  const [step, ...rest] = history.future;
  if (!step) return history;
  return { show: applyPatches(history.show, step.patches as Patch[]), past: [...history.past, step], future: rest };
}

const patch = Joi.object({
  op: Joi.valid('replace', 'remove', 'add').required(),
  path: Joi.array().items(Joi.string(), Joi.number()).required(),
  value: Joi.any(),
});
const steps = Joi.array().items(
  Joi.object({
    title: Joi.string().required(),
    patches: Joi.array().items(patch).required(),
    inverse: Joi.array().items(patch).required(),
  }),
);

/** Undo steps describe a document of their own format: those of an older one do not apply to what was brought up to date. */
const isCurrent = (raw: unknown) => typeof raw === 'object' && raw !== null && (raw as { format?: unknown }).format === FORMAT;

/**
 * Reads a history from storage. The show must be sound (else Failure); undo steps that are not, or that lead to a show
 * that is not valid, are dropped: the show itself is what must not be lost.
 */
export function readHistory(raw: { show?: unknown; past?: unknown; future?: unknown }): History {
  const show = readShow(raw.show);
  if (!isCurrent(raw.show)) return startHistory(show);
  const checked = (value: unknown): Step[] => {
    const result = steps.validate(value, { convert: false });
    return result.error ? [] : ((result.value as Step[] | undefined) ?? []);
  };
  const history: History = { show, past: checked(raw.past), future: checked(raw.future) };
  return walks(history) ? history : startHistory(show);
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
