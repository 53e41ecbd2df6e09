import { clamp, type Decibels, type Seconds } from '../../units';
import { LIMITS } from '../limits';
import { partSeconds, spansSeconds } from '../placement';
import { passOf, repeatSpans, sliceSpans, stretchEdge } from '../spans';
import type { Fade, Media, Part, Show } from '../types';
import { defineEdit, find, nameMedia } from './edit';

const NO_FADE: Fade = { seconds: 0, bend: 0 };

/** A whole sound as one part at the start of the show. */
export function newPart(id: string, lane: string, media: Media): Part {
  return {
    id,
    lane,
    media: media.id,
    at: 0,
    spans: [{ from: 0, to: media.seconds, join: 0 }],
    gain: 0,
    fadeUp: NO_FADE,
    fadeOut: NO_FADE,
    quiet: [],
  };
}

/** Fades never last longer than their part. */
function fitFades(part: { spans: Part['spans']; fadeUp: Fade; fadeOut: Fade }): void {
  const length = partSeconds(part);
  for (const side of ['fadeUp', 'fadeOut'] as const) {
    if (part[side].seconds > length) part[side] = { ...part[side], seconds: length };
  }
}

const sourceSeconds = (show: Pick<Show, 'media'>, part: Pick<Part, 'media'>): Seconds => show.media[part.media]!.seconds;

/** Lays a piece on its lane. `instead` names parts that it replaces. */
export const layPart = defineEdit<{ part: Part; media: Media; instead: readonly string[] }>(
  ({ instead }) => (instead.length > 0 ? 'change the music' : 'lay the music'),
  (show, { part, media, instead }) => {
    nameMedia(show, media);
    const gone = new Set(instead);
    show.parts = show.parts.filter((one) => !gone.has(one.id));
    show.parts.push({ ...part, spans: part.spans.map((span) => ({ ...span })), quiet: part.quiet.map((one) => ({ ...one })) });
  },
);

export const removePart = defineEdit<{ id: string }>('remove a part', (show, { id }) => {
  find(show.parts, id, 'part');
  show.parts = show.parts.filter((one) => one.id !== id);
});

/** Gives a part a new start, seconds from the start of the show. */
export const movePart = defineEdit<{ id: string; at: Seconds }>('move a part', (show, { id, at }) => {
  find(show.parts, id, 'part').at = clamp(at, 0, LIMITS.showSeconds);
});

/**
 * Trims or lengthens a part at one edge so that the edge lies at `moment` of the show; what stays keeps its place.
 * Stops at the source's end, at the start of the show, and at the shortest passage.
 */
export const trimEdge = defineEdit<{ id: string; edge: 'start' | 'end'; moment: Seconds }>(
  ({ edge }) => `trim the ${edge}`,
  (show, { id, edge, moment }) => {
    const part = find(show.parts, id, 'part');
    const end = part.at + partSeconds(part);
    const outward = edge === 'start' ? part.at - Math.max(0, moment) : moment - end;
    const { spans, moved } = stretchEdge(part.spans, edge, outward, sourceSeconds(show, part));
    if (moved === 0) return;
    part.spans = spans;
    if (edge === 'start') part.at = Math.max(0, part.at - moved);
    fitFades(part);
  },
);

/** Sets where in the source a part begins or ends, seconds of the source; the part's start in the show stays. */
export const trimSource = defineEdit<{ id: string; edge: 'start' | 'end'; position: Seconds }>(
  ({ edge }) => `trim the ${edge}`,
  (show, { id, edge, position }) => {
    const part = find(show.parts, id, 'part');
    const outward = edge === 'start' ? part.spans[0]!.from - position : position - part.spans.at(-1)!.to;
    const { spans, moved } = stretchEdge(part.spans, edge, outward, sourceSeconds(show, part));
    if (moved === 0) return;
    part.spans = spans;
    fitFades(part);
  },
);

/** Takes leading and trailing silence off: the source from `from` to `to` seconds is what sounds. */
export const trimSilence = defineEdit<{ id: string; from: Seconds; to: Seconds }>('trim silence', (show, { id, from, to }) => {
  const part = find(show.parts, id, 'part');
  const first = part.spans[0]!;
  const last = part.spans.at(-1)!;
  const length = partSeconds(part);
  const lead = clamp(from - first.from, 0, first.to - first.from);
  const tail = clamp(last.to - to, 0, last.to - last.from);
  if (length - lead - tail < LIMITS.span.least) return;
  part.spans = sliceSpans(part.spans, lead, length - tail);
  fitFades(part);
});

export const setFade = defineEdit<{ id: string; side: 'fadeUp' | 'fadeOut'; fade: Fade }>(
  ({ side }) => (side === 'fadeUp' ? 'fade up' : 'fade out'),
  (show, { id, side, fade }) => {
    const part = find(show.parts, id, 'part');
    part[side] = { seconds: clamp(fade.seconds, 0, partSeconds(part)), bend: clamp(fade.bend, -1, 1) };
  },
);

/** Loudness of a part, dB. */
export const setPartGain = defineEdit<{ id: string; gain: Decibels }>('change loudness', (show, { id, gain }) => {
  find(show.parts, id, 'part').gain = clamp(gain, LIMITS.gain.least, LIMITS.gain.most);
});

/** Undoes all trims, repeats, fades and loudness of a part. Its start stays; one that belongs to a clip stays in step instead. */
export const restorePart = defineEdit<{ id: string }>('back to the original', (show, { id }) => {
  const part = find(show.parts, id, 'part');
  const begun = part.clip === undefined ? part.at : part.at - part.spans[0]!.from;
  part.at = Math.max(0, begun);
  part.spans = [{ from: Math.max(0, -begun), to: sourceSeconds(show, part), join: 0 }];
  part.gain = 0;
  part.fadeUp = NO_FADE;
  part.fadeOut = NO_FADE;
  part.quiet = [];
});

/**
 * Ends a part at `end` seconds of the show with a fade over its last `fade` seconds. A part that was cut earlier is let
 * run on to there; one whose sound does not reach that far, or ends right there by itself, stays as it is.
 */
export const stopEarly = defineEdit<{ id: string; end: Seconds; fade: Seconds }>('stop early', (show, { id, end, fade }) => {
  const part = find(show.parts, id, 'part');
  const source = sourceSeconds(show, part);
  const length = end - part.at;
  const more = length - partSeconds(part);
  const left = source - part.spans.at(-1)!.to;
  if (length < LIMITS.span.least || more > left + 1e-9 || (more >= 0 && left < 1e-3)) return;
  part.spans = more > 0 ? stretchEdge(part.spans, 'end', more, source).spans : sliceSpans(part.spans, 0, length);
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
}>('repeat', (show, { id, end, join, ending, fade }) => {
  const part = find(show.parts, id, 'part');
  const length = end - part.at;
  if (length < LIMITS.span.least) return;
  const pass = passOf(part.spans);
  // A pass of a blink would need more spans than a part may have: nothing is done rather than half of it.
  if (Math.ceil(length / spansSeconds(pass)) * pass.length > LIMITS.spans) return;
  const seam = clamp(join, 0, LIMITS.join.most);
  part.spans = repeatSpans(pass, length, seam, ending === 'stop' ? 'cut' : 'whole');
  part.fadeOut = ending === 'stop' ? { seconds: clamp(fade, 0, length), bend: part.fadeOut.bend } : NO_FADE;
  fitFades(part);
});
