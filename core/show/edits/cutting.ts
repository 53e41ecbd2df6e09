import type { Draft } from 'immer';
import { RATE, clamp, framesOf, secondsOf, type Decibels, type Seconds } from '../../units';
import { isCrossing } from '../crossings';
import { LIMITS } from '../limits';
import { soundSeconds } from '../speed';
import { changePins, joinPins, shiftPins, slicePins, type Slopes } from '../pins';
import { partEnd, partSeconds } from '../placement';
import { sliceSpans } from '../spans';
import type { Part, Show } from '../types';
import { addPart, defineEdit, find, hasRoom } from './edit';
import { shiftFrom } from './parts';
import { byHand, fitFades, keepStretch, secondHalf } from './keep';

const { least } = LIMITS.span;

/** A cut lies on a whole frame of what is played, so that what follows goes on sample for sample. */
const onFrame = (seconds: Seconds): Seconds => secondsOf(framesOf(seconds));

/** Cuts a part in two at `offset` seconds of its own; the second half is named `id`. Null where a half would be too short, or the show has no room for it. */
function cutInTwo(show: Draft<Show>, part: Draft<Part>, offset: Seconds, id: string): Draft<Part> | null {
  const length = partSeconds(part);
  if (!hasRoom(show) || offset < least || length - offset < least) return null;
  const right = secondHalf(part as Part, id);
  keepStretch(right, offset, length);
  part.fadeOut = { seconds: 0, bend: 0 };
  keepStretch(part, 0, offset);
  // Where the first half ends, to the last digit: the sum of its passages rounds in its own way.
  right.at = partEnd(part);
  return right;
}

/**
 * Splits parts at a moment of the show; `ids` names them and their second halves. Nothing is heard of it until one of the halves is
 * changed: they touch, and cross with what they still have in common. Where two pieces cross a part stays whole.
 */
export const splitParts = defineEdit<{ ids: readonly (readonly [part: string, half: string])[]; moment: Seconds }>(
  'edit.split',
  (show, { ids, moment }) => {
    const whole = new Set(ids.map(([id]) => id).filter((id) => isCrossing(show as Show, id, moment)));
    for (const [id, half] of ids) {
      const part = find(show.parts, id, 'part');
      if (whole.has(id)) continue;
      const right = cutInTwo(show, part, onFrame(moment - part.at), half);
      if (right) addPart(show, right);
    }
  },
);

/** Splits one part at several moments of the show, in order; `halves` names what follows each. A piece that would be too short is none. */
export const splitAtMoments = defineEdit<{ id: string; moments: readonly Seconds[]; halves: readonly string[] }>(
  'edit.splitAtThePauses',
  (show, { id, moments, halves }) => {
    let part = find(show.parts, id, 'part');
    for (const [index, moment] of moments.entries()) {
      const right = cutInTwo(show, part, onFrame(moment - part.at), halves[index]!);
      if (!right) continue;
      addPart(show, right);
      part = right;
    }
  },
);

/** Plays another passage of the sound in the same place, `by` seconds later in the source, as far as the source goes. */
export const slipPart = defineEdit<{ id: string; by: Seconds }>('edit.slip', (show, { id, by }) => {
  slip(show, find(show.parts, id, 'part'), by);
});

function slip(show: Draft<Show>, part: Draft<Part>, by: Seconds): void {
  const source = soundSeconds(show, part);
  const first = Math.min(...part.spans.map((span) => span.from));
  const last = Math.max(...part.spans.map((span) => span.to));
  const shift = clamp(by, -first, Math.max(0, source - last));
  if (shift === 0) return;
  byHand(part);
  for (const span of part.spans) {
    span.from += shift;
    span.to = Math.min(source, span.to + shift);
  }
}

/** A range of the show, and the parts that it is about. `halves` names what may become a part of its own. */
export interface RangeOf {
  readonly ids: readonly string[];
  readonly from: Seconds;
  readonly to: Seconds;
}

/**
 * Removes what parts play in a range of the show. Closing up, the rest follows on with a crossfade and everything later on
 * the lane moves up; else the rest stays where it is, as a part of its own.
 */
export const removeRange = defineEdit<RangeOf & { halves: readonly string[]; closeUp: boolean }>(
  ({ closeUp }) => (closeUp ? 'edit.removeRangeCloseUp' : 'edit.removeRange'),
  (show, { ids, from, to, halves, closeUp }) => {
    const lanes = new Set<string>();
    const cut = new Set<string>();
    for (const [index, id] of ids.entries()) {
      const part = find(show.parts, id, 'part');
      if (!takeOut(show, part, from, to, halves[index]!, closeUp)) continue;
      lanes.add(part.lane);
      cut.add(id);
    }
    if (!closeUp) return;
    for (const part of show.parts) {
      if (lanes.has(part.lane) && part.at >= from - 1e-9 && !cut.has(part.id)) part.at = Math.max(0, part.at + from - to);
    }
  },
);

/** Takes a range out of one part; says whether there was anything to take. */
function takeOut(show: Draft<Show>, part: Draft<Part>, from: Seconds, to: Seconds, half: string, closeUp: boolean): boolean {
  const length = partSeconds(part);
  const low = onFrame(clamp(from - part.at, 0, length));
  const high = Math.min(length, onFrame(clamp(to - part.at, 0, length)));
  if (high - low < 1 / RATE) return false;
  const [keepsLeft, keepsRight] = [low >= least, length - high >= least];
  if (!keepsLeft && !keepsRight) show.parts = show.parts.filter((one) => one !== part);
  else if (!keepsRight) keepStretch(part, 0, low);
  else if (!keepsLeft) {
    keepStretch(part, high, length);
    // Closing up, the rest begins where the range did.
    part.at = closeUp ? Math.max(0, from) : part.at + high;
  } else if (closeUp) {
    const left = sliceSpans(part.spans, 0, low);
    const right = sliceSpans(part.spans, high, length);
    changePins(part, (pins) => joinPins(slicePins(pins, 0, low), slicePins(pins, high, length), low));
    const last = left.at(-1)!;
    byHand(part);
    part.spans = [...left.slice(0, -1), { from: last.from, to: last.to, join: LIMITS.join.start }, ...right];
    fitFades(part);
  } else {
    const right = cutInTwo(show, part, high, half);
    if (!right) return false;
    keepStretch(part, 0, low);
    addPart(show, right);
  }
  return true;
}

/**
 * Makes what parts play in a range of the show quieter or louder by `by` dB, with slopes outside either end. `again` first takes away what was
 * done to the same range before: for other slopes.
 */
export const levelRange = defineEdit<
  RangeOf & { by: Decibels; slopes: Slopes; again?: { readonly by: Decibels; readonly slopes: Slopes } }
>(
  ({ by }) => (by < 0 ? 'edit.lowerARange' : 'edit.raiseARange'),
  (show, { ids, from, to, by, slopes, again }) => {
    for (const id of ids) {
      const part = find(show.parts, id, 'part');
      const length = partSeconds(part);
      const low = clamp(from - part.at, 0, length);
      const high = clamp(to - part.at, 0, length);
      if (high - low < 1e-3 || by === 0) continue;
      const range = { from: low, to: high };
      const bare = again ? shiftPins(part.pins, range, -again.by, again.slopes, length) : part.pins;
      const { most } = LIMITS.rangeSlope;
      const bounded = { into: clamp(slopes.into, 0, most), out: clamp(slopes.out, 0, most) };
      const pins = shiftPins(bare, range, by, bounded, length);
      if (pins.length <= LIMITS.pin.count) part.pins = pins;
    }
  },
);

/** Takes the levels set by hand off parts. */
export const clearPins = defineEdit<{ ids: readonly string[] }>('edit.levelAsBefore', (show, { ids }) => {
  for (const id of ids) {
    const part = find(show.parts, id, 'part');
    if (part.pins.length > 0) part.pins = [];
    // Without them it follows the narrations again.
    if (part.undipped) part.undipped = undefined;
  }
});

/** Sets the crossfade of the cut behind span `index` of a part, seconds. */
export const setJoin = defineEdit<{ id: string; index: number; seconds: Seconds }>('edit.crossfadeACut', (show, { id, index, seconds }) => {
  const span = find(show.parts, id, 'part').spans[index];
  if (!span) throw new RangeError(`part ${id} has no span ${index}`);
  span.join = clamp(seconds, LIMITS.join.least, LIMITS.join.most);
  if (span.fold) span.fold = undefined;
});

/**
 * Lets what follows a cut begin `by` seconds later (negative: earlier) in its source, to line its beat up with what goes before. Within a
 * part the passage becomes shorter by as much; a part that touches the one before slips; one that overlaps it moves instead,
 * and all later ones with it.
 */
export const shiftJoin = defineEdit<{ id: string; index: number | null; by: Seconds }>('edit.lineUpACut', (show, { id, index, by }) => {
  const part = find(show.parts, id, 'part');
  if (index !== null) {
    const span = part.spans[index + 1];
    if (!span) throw new RangeError(`part ${id} has no span ${index + 1}`);
    // What is shorter than the least already does not begin later.
    span.from = clamp(span.from + by, 0, Math.max(span.from, span.to - least));
    fitFades(part);
    changePins(part, (pins) => slicePins(pins, 0, partSeconds(part)));
    return;
  }
  const overlaps = show.parts.some((one) => one !== part && one.lane === part.lane && one.at < part.at && partEnd(one) > part.at + 1e-5);
  if (overlaps) {
    const shift = clamp(-by, -part.at, LIMITS.showSeconds - part.at);
    shiftFrom(show, part.lane, part.at, shift, part.id);
    part.at += shift;
    return;
  }
  slip(show, part, by);
});
