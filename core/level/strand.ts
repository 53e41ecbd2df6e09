import { pinLevel } from '../show/pins';
import { layersOf, strandsOf, type Strand } from '../show/layers';
import type { Part, Show } from '../show/types';
import { SILENCE, type Decibels } from '../units';

/** Levels one on top of the other; silence stays silence. */
const onTop = (one: Decibels, other: Decibels): Decibels => (one <= SILENCE || other <= SILENCE ? SILENCE : one + other);

interface At {
  readonly at: number;
  readonly gain: Decibels;
}

/** Two courses of a level, straight in dB between their moments, as one. */
export function addLevels(one: readonly At[], other: readonly At[]): readonly At[] {
  if (one.length === 0) return other;
  if (other.length === 0) return one;
  const moments = [...new Set([...one, ...other].map(({ at }) => at))].sort((a, b) => a - b);
  return moments.map((at) => ({ at, gain: onTop(pinLevel(one, at), pinLevel(other, at)) }));
}

/** Parts that were taken apart: a part never changes. */
const apart = new WeakMap<Part, readonly StrandPart[]>();

/** A layer of a part as a part of its own. */
export interface StrandPart {
  readonly strand: Strand;
  readonly part: Part;
}

/** The layers of a part as parts, the same ones as long as the part is the same; none for a sound that is whole. */
export function strandPartsOf(show: Pick<Show, 'media'>, part: Part): readonly StrandPart[] {
  if (layersOf(show, part).length === 0) return NONE;
  const before = apart.get(part);
  if (before) return before;
  const found = strandsOf(show, part).map((strand) => ({ strand, part: strandPart(part, strand) }));
  apart.set(part, found);
  return found;
}

const NONE: readonly StrandPart[] = [];

/** One layer of a part as a part of its own: the same passages and fades, at its own level. */
export function strandPart(part: Part, { media, gain, pins = [] }: Strand): Part {
  return { ...part, media, gain: onTop(part.gain, gain), pins: addLevels(part.pins, pins) };
}
