import type { Hearing } from '../music';
import type { Span, Stretch } from '../show/types';
import { alikeness, type PcmSource } from '../sound';
import { RATE, clamp, framesOf, type Seconds } from '../units';
import type { Judge } from './likeness';
import { bestShift } from './shift';

/** A splice as it will be heard. */
export interface Splice {
  /** Seconds from the start of the fitted piece. */
  readonly at: Seconds;
  /** Seconds of the source where it leaves and where it goes on. */
  readonly from: Seconds;
  readonly to: Seconds;
  /** How well it hides, [0, 1]. */
  readonly quality: number;
}

/** What is heard from beyond a splice on either side: 10 to 250 ms. */
const SHORTEST: Seconds = 0.01;
const LONGEST: Seconds = 0.25;
/** The cut lies this long before the beat, so that what sets in on the beat is the new side's and whole. */
const EARLY: Seconds = 0.012;
/** Beats were heard more exactly than this: no greater shift is looked for. */
const BELIEVED: Seconds = 0.036;
/** Looked at on either side of a splice for how long its crossfade may be. */
const LOOK: Seconds = 0.06;
/** Shifts that were found before, by their two places: a piece that is solved anew mostly keeps its splices. */
export type Alignments = Map<string, ReturnType<typeof bestShift>>;

/** No cut may be moved into a passage that is kept whole. */
const clear = (at: Seconds, keep: readonly Stretch[]) => keep.every(({ from, to }) => at <= from || at >= to);

/**
 * Passages of whole moments as spans whose splices are aligned to the sample, each crossfaded by as much as the material there takes.
 * The wanted length may move by the shifts, a few milliseconds each.
 */
export function spliced(
  source: PcmSource,
  passages: readonly Stretch[],
  keep: readonly Stretch[] = [],
  known: Alignments = new Map(),
): Span[] {
  const spans = passages.map(({ from, to }): { from: number; to: number; join: number } => ({ from, to, join: 0 }));
  for (let i = 0; i + 1 < spans.length; i += 1) {
    const [left, right] = [spans[i]!, spans[i + 1]!];
    const key = `${left.to} ${right.from}`;
    const shift = known.get(key) ?? bestShift({ source, at: framesOf(left.to) }, { source, at: framesOf(right.from) }, BELIEVED);
    known.set(key, shift);
    const by = shift?.by ?? 0;
    // On whole frames: what is the same music then is the same samples.
    const early = Math.min(EARLY, left.to - left.from, right.from + by);
    let [to, from] = [framesOf(left.to - early) / RATE, framesOf(left.to - early + (right.from + by - left.to)) / RATE];
    if (!clear(to, keep) || !clear(from, keep)) [to, from] = [left.to, right.from];
    left.to = to;
    right.from = Math.max(0, from);
    left.join = joinFor(source, to, right.from);
  }
  return spans;
}

/** Power of both channels of [at, at + seconds). */
function power(source: PcmSource, at: Seconds, seconds: Seconds): number {
  const frames = framesOf(seconds);
  const page = new Float32Array(frames * source.channels);
  source.read(framesOf(at), frames, page);
  let sum = 0;
  for (const value of page) sum += value * value;
  return sum / page.length;
}

/** A drum takes a short crossfade that is over before it strikes, held notes a long one. */
function joinFor(source: PcmSource, left: Seconds, right: Seconds): Seconds {
  const strike = Math.max(
    power(source, left + EARLY, LOOK) / (power(source, left - LOOK, LOOK) + 1e-9),
    power(source, right + EARLY, LOOK) / (power(source, right - LOOK, LOOK) + 1e-9),
  );
  if (strike > 4) return SHORTEST * 2;
  const frames = framesOf(LONGEST);
  const alike = alikeness({ source, at: framesOf(left) - frames / 2 }, { source, at: framesOf(right) - frames / 2 }, frames);
  // The same sound on both sides needs little; different held sounds need time to change places.
  if (alike > 0.9) return 0.04;
  const calm = clamp(1 - Math.log2(Math.max(1, strike)) / 2, 0, 1);
  return SHORTEST * 2 + (LONGEST - SHORTEST * 2) * calm * (0.35 + 0.65 * (1 - Math.max(0, alike)));
}

/** The moment of a hearing that lies nearest. */
function nearestMoment(heard: Hearing, at: Seconds): number {
  const { moments } = heard;
  let [low, high] = [0, moments.length - 1];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (moments[middle]! < at) low = middle + 1;
    else high = middle;
  }
  return low > 0 && at - moments[low - 1]! < moments[low]! - at ? low - 1 : low;
}

/** Every splice of a list of spans with how well it hides: what is heard around it, and the steps across it. */
export function splicesOf(heard: Hearing, judge: Judge, spans: readonly Stretch[]): Splice[] {
  const splices: Splice[] = [];
  let at = 0;
  for (const [i, span] of spans.slice(0, -1).entries()) {
    at += span.to - span.from;
    const next = spans[i + 1]!;
    splices.push({ at, from: span.to, to: next.from, quality: qualityOf(heard, judge, span.to, next.from) });
  }
  return splices;
}

function qualityOf(heard: Hearing, judge: Judge, from: Seconds, to: Seconds): number {
  if (Math.abs(from - to) < 1e-6) return 1;
  const [leave, land] = [nearestMoment(heard, from + EARLY), nearestMoment(heard, to + EARLY)];
  const steps = judge.steps(leave, land);
  const excess = steps.reduce((sum, step) => sum + Math.max(0, step - 1), 0);
  const voice = heard.voices.find((one) => [from, to].some((at) => at > one.from && at < one.to));
  const unlike = judge.unlike(leave, land);
  // The same music has almost no distance; half of what any two places differ by can be noticed.
  const base = 1 / (1 + (unlike / 0.62) ** 3);
  return clamp(base * Math.exp(-0.45 * excess) * (1 - 0.35 * (voice?.sure ?? 0)), 0, 1);
}

/** How the worst places count: a listener remembers the worst splice, and the middle of the others. */
export function togetherOf(qualities: readonly number[]): number {
  if (qualities.length === 0) return 1;
  const worst = Math.min(...qualities);
  const mean = qualities.reduce((sum, one) => sum + one, 0) / qualities.length;
  return 0.6 * worst + 0.4 * mean;
}

export type Hiding = 'hidden' | 'might be noticed' | 'audible';
export const hidingOf = (quality: number): Hiding => (quality >= 0.7 ? 'hidden' : quality >= 0.4 ? 'might be noticed' : 'audible');
