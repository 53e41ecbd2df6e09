import { EDGE, envelopeOf, rampOf, type Envelope, type Hush } from '../level';
import { ownParts } from '../show/own';
import { showSeconds } from '../show/placement';
import type { Lane, MediaId, Part, Show, Span } from '../show/types';
import { RATE, framesOf, gainOfDecibels, type Frames, type Gain } from '../units';

/** One span, sample-exact. It sounds on [start − before, end + after) of the show and crosses with its neighbours there. */
export interface PlannedSpan {
  readonly start: Frames;
  readonly end: Frames;
  /** Frame of the source that sounds at `start`. */
  readonly source: Frames;
  readonly before: Frames;
  readonly after: Frames;
  /** Length of the crossfade with the span before and after; 0 at the part's ends. */
  readonly crossIn: Frames;
  readonly crossOut: Frames;
}

export interface PlannedPart {
  readonly id: string;
  readonly media: MediaId;
  readonly start: Frames;
  readonly end: Frames;
  readonly spans: readonly PlannedSpan[];
  readonly envelope: Envelope;
  /** −1 left .. 1 right. */
  readonly pan: number;
}

/** A show as instructions for the mixer: plain data, whole frames at the mix rate. */
export interface Plan {
  readonly frames: Frames;
  readonly master: Gain;
  /** Frames over which the whole fades at the very end: not 0 where a part would run over the show's end and be cut there. */
  readonly closing: Frames;
  readonly parts: readonly PlannedPart[];
}

/** Turns a show into the mixer's plan. The only place where show seconds become frames. */
export function planShow(show: Show): Plan {
  const frames = framesOf(showSeconds(show));
  const soloed = show.lanes.some((lane) => lane.solo);
  const lanes = new Map(show.lanes.map((lane) => [lane.id, lane]));
  const parts: PlannedPart[] = [];
  for (const part of [...show.parts, ...ownParts(show)]) {
    const lane = lanes.get(part.lane)!;
    if (isHeard(lane, soloed)) parts.push(planPart(part, lane, show.media[part.media]!.seconds));
  }
  const overruns = parts.some((part) => part.end > frames);
  return { frames, master: gainOfDecibels(show.master.gain), closing: overruns ? Math.min(EDGE, frames) : 0, parts };
}

/** One sound alone, from its start, as it is: for listening to a piece before it is laid. */
export function planSound(media: MediaId, seconds: number): Plan {
  const frames = framesOf(seconds);
  const span = { start: 0, end: frames, source: 0, before: 0, after: 0, crossIn: 0, crossOut: 0 };
  const none = { frames: 0, bend: 0 };
  const part = { id: 'sound', media, start: 0, end: frames, spans: [span], envelope: envelopeOf(frames, 0, none, none), pan: 0 };
  return { frames, master: 1, closing: 0, parts: [part] };
}

function isHeard(lane: Lane, soloed: boolean): boolean {
  return !lane.mute && (!soloed || lane.solo);
}

/** The level of a part over its own time; what the river draws and what the mixer multiplies by. */
export function partEnvelope(part: Part, lane: Pick<Lane, 'gain'>, sourceSeconds: number): Envelope {
  const start = framesOf(part.at);
  const { end } = bounds(part);
  const up = rampOf(part.fadeUp, RATE);
  const out = rampOf(part.fadeOut, RATE);
  const cutIn = part.spans[0]!.from > 0 ? EDGE : 0;
  const cutOut = part.spans.at(-1)!.to < sourceSeconds - 1 / RATE ? EDGE : 0;
  return envelopeOf(
    end - start,
    part.gain + lane.gain,
    up.frames >= cutIn ? up : { frames: cutIn, bend: 0 },
    out.frames >= cutOut ? out : { frames: cutOut, bend: 0 },
    hushesOf(part),
  );
}

/** The silent stretches of the source wherever the part plays them, in frames from its start. */
function hushesOf(part: Part): Hush[] {
  const hushes: Hush[] = [];
  if (part.quiet.length === 0) return hushes;
  const start = framesOf(part.at);
  let position = part.at;
  for (const span of part.spans) {
    for (const { from, to } of part.quiet) {
      const low = Math.max(from, span.from);
      const high = Math.min(to, span.to);
      if (high > low) {
        hushes.push({ from: framesOf(position + low - span.from) - start, to: framesOf(position + high - span.from) - start });
      }
    }
    position += span.to - span.from;
  }
  return hushes;
}

/** Frame of every cut: each is rounded from the sum, so that errors never add up along a part. */
function bounds(part: Part): { cuts: Frames[]; end: Frames } {
  let position = part.at;
  const cuts = [framesOf(position)];
  for (const span of part.spans) {
    position += span.to - span.from;
    cuts.push(framesOf(position));
  }
  return { cuts, end: cuts.at(-1)! };
}

function planPart(part: Part, lane: Lane, sourceSeconds: number): PlannedPart {
  const { cuts, end } = bounds(part);
  const sourceFrames = framesOf(sourceSeconds);
  const joins = part.spans.slice(0, -1).map((span, index) => planJoin(span, part.spans[index + 1]!, sourceFrames));
  const spans = part.spans.map((span, index): PlannedSpan => {
    const into = joins[index - 1];
    const out = joins[index];
    return {
      start: cuts[index]!,
      end: cuts[index + 1]!,
      source: framesOf(span.from),
      before: into ? into.before : 0,
      after: out ? out.length - out.before : 0,
      crossIn: into ? into.length : 0,
      crossOut: out ? out.length : 0,
    };
  });
  return { id: part.id, media: part.media, start: cuts[0]!, end, spans, envelope: partEnvelope(part, lane, sourceSeconds), pan: lane.pan };
}

/**
 * The crossfade at a cut: `length` frames of which `before` lie before it. Centred where both sides have sound beyond the
 * cut; moved to the side that has it where only one does, so that nothing crosses into emptiness. Never longer than half
 * of the shorter span, so that neighbouring crossfades do not meet.
 */
function planJoin(left: Span, right: Span, sourceFrames: Frames): { length: Frames; before: Frames } {
  const room = Math.floor(Math.min(framesOf(left.to - left.from), framesOf(right.to - right.from)) / 2);
  const length = Math.min(framesOf(left.join), room);
  const ahead = framesOf(right.from);
  const behind = Math.max(0, sourceFrames - framesOf(left.to));
  const centred = length >> 1;
  const least = length - behind;
  const most = ahead;
  const before = least > most ? centred : Math.min(Math.max(centred, least), most);
  return { length, before: Math.max(0, Math.min(length, before)) };
}
