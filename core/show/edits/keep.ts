import type { Draft } from 'immer';
import type { Seconds } from '../../units';
import { asKind } from '../lanes';
import { changePins, slicePins } from '../pins';
import { partSeconds } from '../placement';
import { sliceSpans } from '../spans';
import type { Fade, LaneOf, Part, Take } from '../types';

/*
 * What stays with a part and what does not, said once: for a copy, a second half, a take, another lane, and a stretch that is kept.
 */

/** How a sound is played, beside its spans. */
export const HOW_PLAYED = ['speed', 'pitch', 'loose', 'even', 'backwards'] as const satisfies readonly (keyof Take & keyof Part)[];

/** Fields of a part that belong to the recording in use: each take has its own. */
const OF_A_TAKE = ['media', 'spans', 'gain', 'quiet', 'pins', ...HOW_PLAYED] as const satisfies readonly (keyof Take & keyof Part)[];

/** What a second half does not take along: it begins without a fade, it takes over from the first half and from nobody else, and what is said, its takes and its fit stay with that. */
const OF_THE_FIRST_HALF = ['cross', 'words', 'take', 'takes', 'fit'] as const satisfies readonly (keyof Part)[];

/** What a copy does not take along: it no longer follows the clip that the first one belongs to. */
const OF_THE_ORIGINAL = ['clip'] as const satisfies readonly (keyof Part)[];

const clone = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

function without<T extends object>(one: T, fields: readonly string[]): T {
  return Object.fromEntries(Object.entries(one).filter(([field]) => !fields.includes(field))) as T;
}

/** The very part, sharing nothing with where it came from. */
export function copyPart(part: Part): Draft<Part> {
  return clone(part) as Draft<Part>;
}

/** A copy that goes its own way. It does not follow the show's length from another place than the first one does. */
export function ownCopy(part: Part): Draft<Part> {
  const copy = without(copyPart(part), OF_THE_ORIGINAL);
  byHand(copy);
  return copy;
}

/** A part for another lane: of the lane's kind, without what that kind does not have. */
export function onLane(part: Part, lane: LaneOf): Part {
  return { ...(part.kind === lane.kind ? part : asKind(part, lane.kind)), lane: lane.id } as Part;
}

/** The second half of a part that is cut in two, before either half is shortened. */
export function secondHalf(part: Part, id: string): Draft<Part> {
  return { ...without(copyPart(part), OF_THE_FIRST_HALF), id, fadeUp: { seconds: 0, bend: 0 } } as Draft<Part>;
}

/** The recording in use, as a take to be kept. */
export function takeOf(part: Part): Draft<Take> {
  const fields = Object.fromEntries(OF_A_TAKE.flatMap((field) => (part[field] === undefined ? [] : [[field, part[field]]])));
  return clone({ number: part.take ?? 1, ...fields }) as Draft<Take>;
}

/** Puts a take into use. What a fit or a nudge made of the other one does not go with it. */
export function putTake(part: Draft<Part>, take: Take): void {
  const { number, ...fields } = clone(take) as Draft<Take>;
  Object.assign(part, { take: number, ...fields });
  for (const field of HOW_PLAYED) if (part[field] !== fields[field]) Object.assign(part, { [field]: fields[field] });
  if (part.fit) part.fit = undefined;
  fitFades(part);
}

/** A part whose passages were changed by hand no longer follows the show's length: it is not woven anew unasked. */
export function byHand(part: Draft<Part>): void {
  if (part.fit?.self) part.fit.self = false;
}

/** What was set by hand on a part's old passages goes with them; how its layers are played stays. */
export function dropPins(part: Draft<Part>): void {
  part.pins = [];
  for (const layer of part.layers ?? []) if (layer.pins) layer.pins = undefined;
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
  changePins(part, (pins) => slicePins(pins, start, end));
  part.spans = sliceSpans(part.spans, start, end);
  fitFades(part);
}
