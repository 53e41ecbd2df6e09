import type { Draft } from 'immer';
import type { Seconds } from '../../units';
import { partSeconds } from '../placement';
import { slicePins } from '../pins';
import { sliceSpans } from '../spans';
import type { Fade, Part } from '../types';

/** A part of its own, sharing nothing with the one it was copied from. */
export function copyPart(part: Part): Draft<Part> {
  return JSON.parse(JSON.stringify(part)) as Draft<Part>;
}

/** A part whose passages were changed by hand no longer follows the show's length: it is not woven anew unasked. */
export function byHand(part: Draft<Part>): void {
  if (part.fit?.self) part.fit.self = false;
}

/** Fades never last longer than their part. */
export function fitFades(part: { spans: Part['spans']; fadeUp: Fade; fadeOut: Fade }): void {
  const length = partSeconds(part);
  for (const side of ['fadeUp', 'fadeOut'] as const) {
    if (part[side].seconds > length) part[side] = { ...part[side], seconds: length };
  }
}

/** Keeps the stretch [start, end) of a part, seconds from its own start; what is set by hand stays with its sound. Its place in the show stays. */
export function keepStretch(part: Draft<Part>, start: Seconds, end: Seconds): void {
  byHand(part);
  part.pins = slicePins(part.pins, start, end);
  if (part.undipped) part.undipped = slicePins(part.undipped, start, end);
  part.spans = sliceSpans(part.spans, start, end);
  fitFades(part);
}
