import { phrase } from '../../phrase';
import type { Draft } from 'immer';
import { clamp, type Decibels, type Seconds } from '../../units';
import { LIMITS } from '../limits';
import { changePins, movePins } from '../pins';
import { partEnd, partSeconds, spansSeconds } from '../placement';
import { soundSeconds, sourceMoment } from '../speed';
import { passOf, repeatSpans, stretchEdge } from '../spans';
import type { Fade, LaneKind, LaneOf, Media, Part, PartOf, Show } from '../types';
import { addPart, defineEdit, find, nameMedia } from './edit';
import { HOW_PLAYED, byHand, copyPart, fitFades, keepStretch } from './keep';

const NO_FADE: Fade = { seconds: 0, bend: 0 };

/** A whole sound as one part at the start of the show, on a lane. */
export function newPart<K extends LaneKind>(id: string, { id: lane, kind }: LaneOf<K>, media: Media): PartOf<K> {
  const part: Omit<PartOf<'spot'>, 'kind'> = {
    id,
    lane,
    media: media.id,
    at: 0,
    spans: [{ from: 0, to: media.seconds, join: 0 }],
    gain: 0,
    fadeUp: NO_FADE,
    fadeOut: NO_FADE,
    quiet: [],
    pins: [],
  };
  return { ...part, kind } as unknown as PartOf<K>;
}

/** Lays pieces on their lanes. `instead` names parts that they replace. */
export const layParts = defineEdit<{ parts: readonly Part[]; media: readonly Media[]; instead: readonly string[] }>(
  ({ parts, instead }) => (instead.length > 0 ? 'edit.changeTheMusic' : parts.length > 1 ? 'edit.laySeveralPieces' : 'edit.layAPiece'),
  (show, { parts, media, instead }) => {
    for (const one of media) nameMedia(show, one);
    const gone = new Set(instead);
    show.parts = show.parts.filter((one) => !gone.has(one.id));
    for (const part of parts) addPart(show, copyPart(part));
  },
);

/** Takes parts out. `closeUp` moves what lies later on their lanes up by as much. */
export const removeParts = defineEdit<{ ids: readonly string[]; closeUp: boolean }>(
  ({ ids, closeUp }) => phrase(closeUp ? 'edit.removePartsCloseUp' : 'edit.removeParts', { count: ids.length }),
  (show, { ids, closeUp }) => {
    const gone = ids.map((id) => find(show.parts, id, 'part')).sort((a, b) => b.at - a.at);
    for (const part of gone) {
      show.parts = show.parts.filter((one) => one.id !== part.id);
      if (closeUp) shiftFrom(show, part.lane, part.at, -partSeconds(part));
    }
  },
);

/** Moves every part of a lane that begins at or after `from` by `by` seconds; none before the start of the show. */
export function shiftFrom(show: Draft<Show>, lane: string, from: Seconds, by: Seconds, except?: string): void {
  for (const part of show.parts) {
    if (part.lane === lane && part.at >= from - 1e-9 && part.id !== except) part.at = clamp(part.at + by, 0, LIMITS.showSeconds);
  }
}

/** Gives a part a new start, seconds from the start of the show. */
export const movePart = defineEdit<{ id: string; at: Seconds }>(phrase('edit.moveParts', { count: 1 }), (show, { id, at }) => {
  find(show.parts, id, 'part').at = clamp(at, 0, LIMITS.showSeconds);
});

/** Moves parts together by `by` seconds, as far as all of them can: none begins before the show. */
export const moveParts = defineEdit<{ ids: readonly string[]; by: Seconds }>(
  ({ ids }) => phrase('edit.moveParts', { count: ids.length }),
  (show, { ids, by }) => {
    const parts = ids.map((id) => find(show.parts, id, 'part'));
    if (parts.length === 0) return;
    const starts = parts.map((part) => part.at);
    const shift = clamp(by, -Math.min(...starts), LIMITS.showSeconds - Math.max(...starts));
    for (const part of parts) part.at = clamp(part.at + shift, 0, LIMITS.showSeconds);
  },
);

/**
 * Trims or lengthens a part at one edge so that the edge lies at `moment` of the show; what stays keeps its place.
 * Stops at the source's end, at the start of the show, and at the shortest passage.
 */
export const trimEdge = defineEdit<{ id: string; edge: 'start' | 'end'; moment: Seconds }>(
  ({ edge }) => (edge === 'start' ? 'edit.trimStart' : 'edit.trimEnd'),
  (show, { id, edge, moment }) => {
    const part = find(show.parts, id, 'part');
    const end = part.at + partSeconds(part);
    const outward = edge === 'start' ? part.at - Math.max(0, moment) : moment - end;
    const moved = moveEdge(show, part, edge, outward);
    if (edge === 'start') part.at = Math.max(0, part.at - moved);
  },
);

/** Moves one edge outward (positive) or inward as far as it goes; says how far. Pins stay with their sound. */
function moveEdge(show: Draft<Show>, part: Draft<Part>, edge: 'start' | 'end', outward: Seconds): Seconds {
  const { spans, moved } = stretchEdge(part.spans, edge, outward, soundSeconds(show, part));
  if (moved === 0) return 0;
  const length = partSeconds(part);
  if (moved < 0) keepStretch(part, edge === 'start' ? -moved : 0, edge === 'start' ? length : length + moved);
  else {
    byHand(part);
    if (edge === 'start') changePins(part, (pins) => movePins(pins, moved, length + moved));
    part.spans = spans;
    fitFades(part);
  }
  return moved;
}

/** Sets where in the source a part begins or ends, seconds of the source; the part's start in the show stays. */
export const trimSource = defineEdit<{ id: string; edge: 'start' | 'end'; position: Seconds }>(
  ({ edge }) => (edge === 'start' ? 'edit.trimStart' : 'edit.trimEnd'),
  (show, { id, edge, position }) => {
    const part = find(show.parts, id, 'part');
    moveEdge(show, part, edge, edge === 'start' ? part.spans[0]!.from - position : position - part.spans.at(-1)!.to);
  },
);

/** Takes leading and trailing silence off: the source from `from` to `to` seconds is what sounds. */
export const trimSilence = defineEdit<{ id: string; from: Seconds; to: Seconds }>('edit.trimSilence', (show, { id, from, to }) => {
  const part = find(show.parts, id, 'part');
  const first = part.spans[0]!;
  const last = part.spans.at(-1)!;
  const length = partSeconds(part);
  const lead = clamp(from - first.from, 0, first.to - first.from);
  const tail = clamp(last.to - to, 0, last.to - last.from);
  if (length - lead - tail < LIMITS.span.least) return;
  keepStretch(part, lead, length - tail);
});

/** A fade of a part, never longer than it, its bend in [−1, 1]. */
export const setFade = defineEdit<{ id: string; side: 'fadeUp' | 'fadeOut'; fade: Fade }>(
  ({ side }) => (side === 'fadeUp' ? 'edit.fadeUp' : 'edit.fadeOut'),
  (show, { id, side, fade }) => {
    const part = find(show.parts, id, 'part');
    part[side] = { seconds: clamp(fade.seconds, 0, partSeconds(part)), bend: clamp(fade.bend, -1, 1) };
  },
);

/** Loudness of parts, dB. */
export const setPartGain = defineEdit<{ ids: readonly string[]; gain: Decibels }>('edit.changeLoudness', (show, { ids, gain }) => {
  for (const id of ids) find(show.parts, id, 'part').gain = clamp(gain, LIMITS.gain.least, LIMITS.gain.most);
});

/** Undoes all trims, cuts, repeats, fades, pins and loudness of a part. Its start stays; one that belongs to a clip stays in step instead. */
export const restorePart = defineEdit<{ id: string }>('edit.backToTheOriginal', (show, { id }) => {
  const part = find(show.parts, id, 'part');
  // Where it was played at another speed or backwards, what it begins with still lies in its source.
  const first = part.backwards ? part.spans.at(-1)!.to : part.spans[0]!.from;
  const begun = part.clip === undefined ? part.at : part.at - sourceMoment(show, part, first);
  part.at = Math.max(0, begun);
  for (const field of HOW_PLAYED) if (part[field] !== undefined) part[field] = undefined;
  if (part.fit) part.fit = undefined;
  const length = soundSeconds(show, part);
  part.spans = [{ from: Math.min(Math.max(0, -begun), Math.max(0, length - LIMITS.span.least)), to: length, join: 0 }];
  part.gain = 0;
  part.fadeUp = NO_FADE;
  part.fadeOut = NO_FADE;
  part.quiet = [];
  part.pins = [];
  if (part.layers) part.layers = undefined;
  if (part.undipped) part.undipped = undefined;
  if (part.cross) part.cross = undefined;
});

/**
 * Ends a part at `end` seconds of the show with a fade over its last `fade` seconds. A part that was cut earlier is let
 * run on to there; one whose sound does not reach that far, or ends right there by itself, stays as it is.
 */
export const stopEarly = defineEdit<{ id: string; end: Seconds; fade: Seconds }>('edit.stopEarly', (show, { id, end, fade }) => {
  const part = find(show.parts, id, 'part');
  const source = soundSeconds(show, part);
  const length = end - part.at;
  const more = length - partSeconds(part);
  const left = source - part.spans.at(-1)!.to;
  if (length < LIMITS.span.least || more > left + 1e-9 || (more >= 0 && left < 1e-3)) return;
  byHand(part);
  if (more > 0) part.spans = stretchEdge(part.spans, 'end', more, source).spans;
  else keepStretch(part, 0, length);
  part.fadeOut = { seconds: clamp(fade, 0, length), bend: part.fadeOut.bend };
  fitFades(part);
});

/**
 * Repeats whole passes of a part until the show is full at `end` seconds. With `ending` 'stop' the last pass is cut
 * there and fades over `fade` seconds; with 'whole' it is played to its end. A part that was repeated before is
 * repeated anew from its single pass.
 */
export const repeatPart = defineEdit<{
  id: string;
  end: Seconds;
  join: Seconds;
  ending: 'stop' | 'whole';
  fade: Seconds;
}>('edit.repeat', (show, { id, end, join, ending, fade }) => {
  const part = find(show.parts, id, 'part');
  const length = end - part.at;
  if (length < LIMITS.span.least) return;
  const pass = passOf(part.spans);
  // A pass of a blink would need more spans than a part may have: nothing is done rather than half of it.
  if (Math.ceil(length / spansSeconds(pass)) * pass.length > LIMITS.spans) return;
  const seam = clamp(join, 0, LIMITS.join.most);
  byHand(part);
  part.spans = repeatSpans(pass, length, seam, ending === 'stop' ? 'cut' : 'whole');
  part.fadeOut = ending === 'stop' ? { seconds: clamp(fade, 0, length), bend: part.fadeOut.bend } : NO_FADE;
  fitFades(part);
});

/** Plays a part's single pass `times` times, one after the other, crossfaded by `join` seconds at each seam. With `push` what follows makes room. */
export const repeatTimes = defineEdit<{ id: string; times: number; join: Seconds; push?: boolean }>(
  ({ times }) => phrase('edit.repeatTimes', { count: times }),
  (show, { id, times, join, push = false }) => {
    const part = find(show.parts, id, 'part');
    const end = partEnd(part);
    const pass = passOf(part.spans);
    const count = Math.round(times);
    const length = spansSeconds(pass) * count;
    if (count < 1 || count * pass.length > LIMITS.spans || length > LIMITS.showSeconds) return;
    byHand(part);
    part.spans = repeatSpans(pass, length, clamp(join, 0, LIMITS.join.most), 'whole');
    fitFades(part);
    // What begins at its end or later keeps its distance to it.
    const grown = partEnd(part) - end;
    if (push && grown > 0) shiftFrom(show, part.lane, end - 1e-6, grown, id);
  },
);
