import { EDGE, envelopeOf, rampOf, type CrossShape, type Envelope, type Hush } from '../level';
import { crossingsOf, type Crossing } from '../show/crossings';
import { ownParts } from '../show/own';
import { showSeconds } from '../show/placement';
import { soundKey, soundSeconds } from '../show/speed';
import type { Lane, MediaId, Part, Show, Span } from '../show/types';
import { RATE, framesOf, gainOfDecibels, type Frames, type Gain } from '../units';

/** A cut, sample-exact: what goes out and what comes in both sound on [start, start + frames) of the show. */
export interface PlannedJoin extends CrossShape {
  readonly start: Frames;
  readonly left: JoinSide;
  readonly right: JoinSide;
  /** Where each side plays one passage only, frames from the join's start: there the two are compared. */
  readonly compared: { readonly from: Frames; readonly frames: Frames };
  /** Whether it reaches beyond what the two sides play, so that a cut in silence would let something else be heard. */
  readonly reaching: boolean;
}

/** One side of a join: its sound (`soundKey`), and the frame of it that is heard at the join's start. */
export interface JoinSide {
  readonly media: MediaId;
  readonly source: Frames;
}

/** One span, sample-exact. It sounds on [start − before, end + after) of the show and crosses with its neighbours there. */
export interface PlannedSpan {
  readonly start: Frames;
  readonly end: Frames;
  /** Frame of the source that sounds at `start`. */
  readonly source: Frames;
  readonly before: Frames;
  readonly after: Frames;
  /** The cuts to the spans before and after it; null at the part's ends. */
  readonly into: PlannedJoin | null;
  readonly out: PlannedJoin | null;
}

export interface PlannedPart {
  readonly id: string;
  /** What it plays: a medium, or one at another speed (`soundKey`). */
  readonly media: MediaId;
  readonly start: Frames;
  readonly end: Frames;
  readonly spans: readonly PlannedSpan[];
  readonly envelope: Envelope;
  /** How it takes over from the part before it on its lane and hands over to the one after; null where nothing does. */
  readonly into: PlannedJoin | null;
  readonly out: PlannedJoin | null;
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
  const heard = (part: Part) => isHeard(lanes.get(part.lane)!, soloed);
  const parts = planParts(show, [...show.parts, ...ownParts(show)].filter(heard));
  const overruns = parts.some((part) => part.end > frames);
  return { frames, master: gainOfDecibels(show.master.gain), closing: overruns ? Math.min(EDGE, frames) : 0, parts };
}

/** Parts of a show as the mixer plays them, heard or not, each with its crossings. */
export function planParts(show: Show, parts: readonly Part[]): PlannedPart[] {
  const lanes = new Map(show.lanes.map((lane) => [lane.id, lane]));
  const crossings = joinsBetween(show);
  return parts.map((part) => {
    const { into = null, out = null } = crossings.get(part.id) ?? {};
    return planPart(part, lanes.get(part.lane)!, soundSeconds(show, part), into, out);
  });
}

/** How a part takes over from the one before it on its lane, and hands over to the one after. */
export interface PartJoins {
  into?: PlannedJoin;
  out?: PlannedJoin;
}

/** Joins of shows that were asked for: a show never changes, and every lane that is drawn asks. */
const known = new WeakMap<Show, ReadonlyMap<string, PartJoins>>();

/** The joins between parts, by part. */
export function joinsBetween(show: Show): ReadonlyMap<string, PartJoins> {
  const found = known.get(show) ?? findJoins(show);
  known.set(show, found);
  return found;
}

function findJoins(show: Show): Map<string, PartJoins> {
  const joins = new Map<string, PartJoins>();
  const of = (id: string) => {
    const known = joins.get(id) ?? {};
    joins.set(id, known);
    return known;
  };
  for (const crossing of crossingsOf(show)) {
    const join = joinOf(show, crossing);
    if (!join) continue;
    of(crossing.from.id).out = join;
    of(crossing.to.id).into = join;
  }
  return joins;
}

/** One part taking over from another: over all of their overlap, or across the cut where they touch. */
function joinOf(show: Show, { from, to, overlap, cross }: Crossing): PlannedJoin | null {
  const left = from.spans.at(-1)!;
  const right = to.spans[0]!;
  const { cuts, end: leftEnd } = bounds(from);
  const [rightStart, rightStop] = bounds(to).cuts as [Frames, Frames];
  const lastStart = cuts.at(-2)!;
  const leftSource = framesOf(left.from) + (leftEnd - lastStart);
  const ends: CutEnds = {
    cut: overlap > 0 ? rightStart : leftEnd,
    left: { media: soundKey(from), end: leftSource, seconds: left.to - left.from, frames: framesOf(soundSeconds(show, from)) },
    right: { media: soundKey(to), from: framesOf(right.from), seconds: right.to - right.from },
  };
  if (overlap === 0) return joinAcross(ends, cross.seconds, cross);
  const frames = leftEnd - rightStart;
  if (frames <= 0) return null;
  const { law, bendOut, bendIn } = cross;
  const low = Math.max(0, lastStart - rightStart);
  return {
    compared: { from: low, frames: Math.max(0, Math.min(frames, rightStop - rightStart) - low) },
    start: rightStart,
    frames,
    seam: 0,
    law,
    bendOut,
    bendIn,
    left: { media: soundKey(from), source: leftSource - frames },
    right: { media: soundKey(to), source: ends.right.from },
    reaching: false,
  };
}

/**
 * Spans of one sound, one after the other from the start, as they are: for listening to a piece before it is laid, and for a loop.
 * @param out fades over its last seconds.
 */
export function planSpans(media: MediaId, seconds: number, spans: readonly Span[], out = 0): Plan {
  const lane = { gain: 0, pan: 0 };
  const fade = { seconds: 0, bend: 0 };
  const fadeOut = { seconds: out, bend: 0 };
  const part: Part = { id: 'sound', lane: '', media, at: 0, spans, gain: 0, fadeUp: fade, fadeOut, quiet: [], pins: [] };
  const planned = planPart(part, lane, seconds, null, null);
  return { frames: planned.end, master: 1, closing: 0, parts: [planned] };
}

function isHeard(lane: Lane, soloed: boolean): boolean {
  return !lane.mute && (!soloed || lane.solo);
}

/**
 * The level of a part over its own time; what the river draws and what the mixer multiplies by. Where it crosses with
 * another part the crossing takes the place of the fade at that end.
 */
export function partEnvelope(part: Part, lane: Pick<Lane, 'gain'>, sourceSeconds: number, joins: PartJoins = {}): Envelope {
  const start = framesOf(part.at);
  const { end } = bounds(part);
  const none = { frames: 0, bend: 0 };
  const up = rampOf(part.fadeUp, RATE);
  const out = rampOf(part.fadeOut, RATE);
  const cutIn = part.spans[0]!.from > 0 ? EDGE : 0;
  const cutOut = part.spans.at(-1)!.to < sourceSeconds - 1 / RATE ? EDGE : 0;
  return envelopeOf(
    end - start,
    part.gain + lane.gain,
    joins.into ? none : up.frames >= cutIn ? up : { frames: cutIn, bend: 0 },
    joins.out ? none : out.frames >= cutOut ? out : { frames: cutOut, bend: 0 },
    hushesOf(part),
    part.pins.map(({ at, gain }) => ({ at: framesOf(at), gain })),
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

function planPart(
  part: Part,
  lane: Pick<Lane, 'gain' | 'pan'>,
  sourceSeconds: number,
  into: PlannedJoin | null,
  out: PlannedJoin | null,
): PlannedPart {
  const { cuts, end } = bounds(part);
  const frames = framesOf(sourceSeconds);
  const media = soundKey(part);
  const joins = part.spans.slice(0, -1).map((span, index) => {
    const next = part.spans[index + 1]!;
    const cut = cuts[index + 1]!;
    const played = framesOf(span.from) + cut - cuts[index]!;
    const ends: CutEnds = {
      cut,
      left: { media, end: played, seconds: span.to - span.from, frames },
      right: { media, from: framesOf(next.from), seconds: next.to - next.from },
    };
    return span.fold ? joinFolded(ends, span.fold) : joinAcross(ends, span.join, STRAIGHT);
  });
  const spans = part.spans.map((span, index): PlannedSpan => {
    const [start, stop] = [cuts[index]!, cuts[index + 1]!];
    const [first, last] = [joins[index - 1] ?? null, joins[index] ?? null];
    const [begins, ends] = [index === 0 ? into : first, index === joins.length ? out : last];
    return {
      start,
      end: stop,
      source: framesOf(span.from),
      before: begins ? Math.max(0, start - begins.start) : 0,
      after: ends ? Math.max(0, ends.start + ends.frames - stop) : 0,
      into: first,
      out: last,
    };
  });
  const envelope = partEnvelope(part, lane, sourceSeconds, { ...(into ? { into } : {}), ...(out ? { out } : {}) });
  return { id: part.id, media, start: cuts[0]!, end, spans, envelope, into, out, pan: lane.pan };
}

/** Cuts within a part keep the level steady whatever lies beside them. */
const STRAIGHT = { law: 'matched', bendOut: 0, bendIn: 0 } as const;

/** What lies on the two sides of a cut. `end` and `from` are frames of the sources. */
interface CutEnds {
  readonly cut: Frames;
  readonly left: { readonly media: MediaId; readonly end: Frames; readonly seconds: number; readonly frames: Frames };
  readonly right: { readonly media: MediaId; readonly from: Frames; readonly seconds: number };
}

function joinAt(ends: CutEnds, before: Frames, shape: Omit<CrossShape, 'seam'>): PlannedJoin | null {
  if (shape.frames <= 0) return null;
  const { cut, left, right } = ends;
  return {
    ...shape,
    compared: { from: 0, frames: shape.frames },
    start: cut - before,
    seam: before,
    left: { media: left.media, source: left.end - before },
    right: { media: right.media, source: right.from - before },
    reaching: true,
  };
}

/**
 * The crossfade at a cut. Centred where both sides have sound beyond it; moved to the side that has it where only one does,
 * so that nothing crosses into emptiness. Never longer than half of the shorter span, so that neighbours do not meet.
 */
function joinAcross(ends: CutEnds, seconds: number, shape: Pick<CrossShape, 'law' | 'bendOut' | 'bendIn'>): PlannedJoin | null {
  const { left, right } = ends;
  const room = Math.floor(Math.min(framesOf(left.seconds), framesOf(right.seconds)) / 2);
  const frames = Math.min(framesOf(seconds), room);
  const ahead = right.from;
  const behind = Math.max(0, left.frames - left.end);
  const centred = frames >> 1;
  const least = frames - behind;
  const before = least > ahead ? centred : Math.min(Math.max(centred, least), ahead);
  return joinAt(ends, Math.max(0, Math.min(frames, before)), { frames, law: shape.law, bendOut: shape.bendOut, bendIn: shape.bendIn });
}

/**
 * A fold reaches as far to either side as the source has sound there and as half the span it lies on. Each side that the
 * source has takes at least half of the smallest crossfade, against clicks.
 */
function joinFolded(ends: CutEnds, fold: { readonly lead: number; readonly tail: number }): PlannedJoin | null {
  const { left, right } = ends;
  const least = EDGE;
  const lead = Math.min(Math.max(least, framesOf(fold.lead)), right.from, framesOf(left.seconds) >> 1);
  const tail = Math.min(Math.max(least, framesOf(fold.tail)), Math.max(0, left.frames - left.end), framesOf(right.seconds) >> 1);
  return joinAt(ends, lead, { frames: lead + tail, law: 'fold', bendOut: 0, bendIn: 0 });
}
