import { LANE_KINDS, asKind } from './lanes';
import type { Part } from './types';
import { firstDips, firstOwnStart, ownLane, spotLane } from './newShow';

type Raw = Record<string, unknown>;

const each = (list: unknown, add: Raw): unknown => (Array.isArray(list) ? list.map((one: Raw) => ({ ...add, ...one })) : list);

/** Steps from one format number to the next, keyed by the number they start from. */
const STEPS: Readonly<Record<number, (raw: Raw) => Raw>> = {
  /** Format 2 brought clips, cards, framing, the frame's shape, black ends, and silent stretches. */
  1: (raw) => ({
    ...raw,
    format: 2,
    shape: '16:9',
    black: { up: 0, out: 0 },
    ownStart: firstOwnStart(),
    pictures: each(raw.pictures, { framing: 'fit' }),
    lanes: Array.isArray(raw.lanes) ? [...(raw.lanes as Raw[]), ownLane()] : raw.lanes,
    parts: each(raw.parts, { quiet: [] }),
  }),
  /** Format 3 brought a lane for spot sounds and levels set by hand. */
  2: (raw) => ({
    ...raw,
    format: 3,
    lanes: Array.isArray(raw.lanes) ? [...(raw.lanes as Raw[]), spotLane()] : raw.lanes,
    parts: each(raw.parts, { pins: [] }),
  }),
  /** Format 4 brought speeds, what a part was fitted with, and marks on a piece: all of them may be missing. */
  3: (raw) => ({ ...raw, format: 4 }),
  /** Format 5 brought dips, written lines, and what narrations may have: takes, words, muting. */
  4: (raw) => ({ ...raw, format: 5, dips: firstDips(), lines: [] }),
  /** Format 6 brought a ceiling, an aim, an artist and cards that show the credits: all of them may be missing. */
  5: (raw) => ({ ...raw, format: 6 }),
  /** Format 7 asks for a fit in its own words: how near, the shortest passage in bars, the way of ending; what was asked before has no counterpart. */
  6: (raw) => ({ ...raw, format: 7, parts: Array.isArray(raw.parts) ? (raw.parts as Raw[]).map(fittedAnew) : raw.parts }),
  /** Format 8 tells parts apart by the kind of their lane, and brought treatments of parts and lanes, which may be missing. */
  7: (raw) => ({
    ...raw,
    format: 8,
    parts: Array.isArray(raw.parts) ? (raw.parts as Raw[]).map((part) => ofItsKind(part, raw.lanes)) : raw.parts,
  }),
  /** Format 9 brought marked moments, which may be missing. */
  8: (raw) => ({ ...raw, format: 9 }),
  /** Format 10 brought more treatments, ridden lanes, room for anything, any speed and pitch, backwards: all of them may be missing. */
  9: (raw) => ({ ...raw, format: 10 }),
};

function fittedAnew(part: Raw): Raw {
  if (typeof part.fit !== 'object' || part.fit === null) return part;
  const kept = Object.entries(part.fit as Raw).filter(([name]) => !['splices', 'shortest', 'miss', 'lean'].includes(name));
  return { ...part, fit: { ...Object.fromEntries(kept), near: 'bar', shortest: { of: 'bars', count: 2 }, ending: 'either' } };
}

/** A part of the kind of its lane, without what that kind does not have; on no lane it is left for the schema to refuse. */
function ofItsKind(part: Raw, lanes: unknown): Raw {
  const lane = Array.isArray(lanes) ? (lanes as Raw[]).find((one) => one?.id === part?.lane) : undefined;
  const kind = LANE_KINDS.find((one) => one === lane?.kind);
  return kind && typeof part === 'object' && part !== null ? (asKind(part as unknown as Part, kind) as unknown as Raw) : part;
}

/** Brings an older document up to date, step by step. What has no format number is returned as it is, for the schema to refuse. */
export function migrate(raw: unknown): unknown {
  let current = raw as Record<string, unknown>;
  for (;;) {
    const step = typeof current.format === 'number' ? STEPS[current.format] : undefined;
    if (!step) return current;
    current = step(current);
  }
}
