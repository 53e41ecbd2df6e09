import { crossingsOf, type Crossing } from '../show/crossings';
import { laidSpans } from '../show/spans';
import { playedKey } from '../show/chains';
import { soundSeconds } from '../show/speed';
import type { MediaId, Part, Show } from '../show/types';
import { framesOf, type Frames } from '../units';
import type { CrossShape } from './cross';
import { EDGE } from './envelope';

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

/** One side of a join: its sound (`playedKey`), and the frame of it that is heard at the join's start. */
export interface JoinSide {
  readonly media: MediaId;
  readonly source: Frames;
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
    left: { media: playedKey(show, from), end: leftSource, seconds: left.to - left.from, frames: framesOf(soundSeconds(show, from)) },
    right: { media: playedKey(show, to), from: framesOf(right.from), seconds: right.to - right.from },
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
    left: { media: playedKey(show, from), source: leftSource - frames },
    right: { media: playedKey(show, to), source: ends.right.from },
    reaching: false,
  };
}

/** Frame of every cut: each is rounded from the sum, so that errors never add up along a part. */
export function bounds(part: Pick<Part, 'at' | 'spans'>): { cuts: Frames[]; end: Frames } {
  const cuts = [framesOf(part.at), ...laidSpans(part.spans, part.at).map(({ end }) => framesOf(end))];
  return { cuts, end: cuts.at(-1)! };
}

/** What lies on the two sides of a cut. `end` and `from` are frames of the sources. */
export interface CutEnds {
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
export function joinAcross(ends: CutEnds, seconds: number, shape: Pick<CrossShape, 'law' | 'bendOut' | 'bendIn'>): PlannedJoin | null {
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
export function joinFolded(ends: CutEnds, fold: { readonly lead: number; readonly tail: number }): PlannedJoin | null {
  const { left, right } = ends;
  const least = EDGE;
  const lead = Math.min(Math.max(least, framesOf(fold.lead)), right.from, framesOf(left.seconds) >> 1);
  const tail = Math.min(Math.max(least, framesOf(fold.tail)), Math.max(0, left.frames - left.end), framesOf(right.seconds) >> 1);
  return joinAt(ends, lead, { frames: lead + tail, law: 'fold', bendOut: 0, bendIn: 0 });
}
