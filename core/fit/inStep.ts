import { TEXTURE_RATE } from '../music';
import type { Seconds } from '../units';

/** Onsets are compared over 4 s on either side, at 50 values a second, with shifts of half a second at most. */
const RATE = TEXTURE_RATE / 2;
const SIDE = 4 * RATE;
const FAR = RATE / 2 - 1;
/** Shifts that do nearly as well as the best one: the smallest of them counts. */
const TIE = 0.9;
/** Onsets that repeat themselves less than this have no beat to be carried on (correlation). */
export const CLEAR = 0.18;
/** Onsets that meet less than this do not tell. */
export const MEET = 0.25;

/** How the onsets around a place where a piece goes on meet those around the place that it leaves. */
export interface Step {
  /** Seconds by which those before, and those after the place come late there; null where that cannot be told. */
  readonly before: Seconds | null;
  readonly after: Seconds | null;
  /** The shift that suits both sides best, and how well they meet then, correlation. */
  readonly by: Seconds;
  readonly alike: number;
  /** How well they meet with the shift that suits them best, however far it is, correlation. */
  readonly most: number;
}

/** Onsets at half the texture's rate, with running sums, for comparing many places with each other. */
export class Steps {
  private readonly onsets: Float64Array;
  private readonly sums: Float64Array;
  private readonly squares: Float64Array;
  private readonly before = new Float32Array(2 * FAR + 1);
  private readonly after = new Float32Array(2 * FAR + 1);
  private readonly both = new Float32Array(2 * FAR + 1);

  constructor(onsets: Float32Array) {
    // Silence on either side, so that every window lies within.
    const size = (onsets.length >> 1) + 2 * PAD;
    this.onsets = new Float64Array(size);
    for (let i = 0; i * 2 + 1 < onsets.length; i += 1) this.onsets[PAD + i] = onsets[i * 2]! + onsets[i * 2 + 1]!;
    this.sums = new Float64Array(size + 1);
    this.squares = new Float64Array(size + 1);
    for (let i = 0; i < size; i += 1) {
      this.sums[i + 1] = this.sums[i]! + this.onsets[i]!;
      this.squares[i + 1] = this.squares[i]! + this.onsets[i]! ** 2;
    }
  }

  private index(at: Seconds): number {
    return Math.max(SIDE + FAR, Math.min(this.onsets.length - SIDE - FAR - 1, PAD + Math.round(at * RATE)));
  }

  /** Correlations of [p + from, p + to) with the same around q, shifted by low to high in steps of `by`. */
  private correlate(p: number, q: number, from: number, to: number, low: number, high: number, by: number, into: Float32Array): void {
    const { onsets, sums, squares } = this;
    const size = to - from;
    const mean = (sums[p + to]! - sums[p + from]!) / size;
    const own = squares[p + to]! - squares[p + from]! - size * mean * mean;
    const put = (shift: number, product: number) => {
      if (shift > high) return;
      const at = q + shift;
      const other = (sums[at + to]! - sums[at + from]!) / size;
      const spread = squares[at + to]! - squares[at + from]! - size * other * other;
      into[shift + FAR] = own > 1e-6 && spread > 1e-6 ? (product - size * mean * other) / Math.sqrt(own * spread) : 0;
    };
    // Four shifts at once: each value of the one side is read once for all of them.
    for (let shift = low; shift <= high; shift += 4 * by) {
      let [one, two, three, four] = [0, 0, 0, 0];
      const end = p + to;
      for (let a = p + from, b = q + shift + from; a < end; a += 1, b += 1) {
        const x = onsets[a]!;
        one += x * onsets[b]!;
        two += x * onsets[b + by]!;
        three += x * onsets[b + 2 * by]!;
        four += x * onsets[b + 3 * by]!;
      }
      put(shift, one);
      put(shift + by, two);
      put(shift + 2 * by, three);
      put(shift + 3 * by, four);
    }
  }

  /** The same for all shifts: every other one, those between where it matters. */
  private correlations(p: number, q: number, from: number, to: number, into: Float32Array): void {
    this.correlate(p, q, from, to, -FAR, FAR, 2, into);
    for (let i = 1; i < 2 * FAR; i += 2) into[i] = (into[i - 1]! + into[i + 1]!) / 2;
    const coarse = nearest(into, 0.8);
    if (coarse === null) return;
    const middle = Math.round(coarse.by);
    this.correlate(p, q, from, to, Math.max(-FAR, middle - 2), Math.min(FAR, middle + 2), 1, into);
  }

  /** Compares the surroundings of two places. */
  between(leave: Seconds, land: Seconds): Step {
    const [p, q] = [this.index(leave), this.index(land)];
    const { before, after, both } = this;
    this.correlations(p, q, -SIDE, 0, before);
    this.correlations(p, q, 0, SIDE, after);
    let most = 0;
    for (let i = 0; i < both.length; i += 1) {
      both[i] = (before[i]! + after[i]!) / 2;
      if (both[i]! > most) most = both[i]!;
    }
    const [b, a, c] = [nearest(before), nearest(after), nearest(both)];
    return {
      before: b && b.alike > MEET ? b.by / RATE : null,
      after: a && a.alike > MEET ? a.by / RATE : null,
      by: c ? c.by / RATE : 0,
      alike: c ? c.alike : 0,
      most,
    };
  }

  /** How much the onsets before a place, and after it, repeat themselves after a beat of any length, correlation. */
  clarity(at: Seconds): readonly [before: number, after: number] {
    const here = this.index(at);
    return [this.own(Math.max(0, here - 2 * SIDE), here), this.own(here, Math.min(this.onsets.length, here + 2 * SIDE))];
  }

  private own(from: number, to: number): number {
    const { onsets, sums, squares } = this;
    const size = to - from;
    const mean = (sums[to]! - sums[from]!) / size;
    const all = squares[to]! - squares[from]! - size * mean * mean;
    if (all < 1e-6) return 0;
    let most = 0;
    for (let lag = Math.round(0.3 * RATE); lag <= RATE; lag += 1) {
      let sum = 0;
      for (let i = from; i + lag < to; i += 1) sum += (onsets[i]! - mean) * (onsets[i + lag]! - mean);
      most = Math.max(most, ((sum / all) * size) / (size - lag));
    }
    return most;
  }
}

/** Four shifts at once reach a little farther than the farthest. */
const PAD = SIDE + FAR + 10;

/** The shift nearest to none among the peaks that come near the best one, between frames; null where nothing peaks. */
function nearest(values: Float32Array, tie = TIE): { by: number; alike: number } | null {
  let most = 0;
  for (let i = 1; i + 1 < values.length; i += 1) most = Math.max(most, values[i]!);
  let best = -1;
  for (let i = 1; i + 1 < values.length; i += 1) {
    const value = values[i]!;
    if (value <= 0 || value < tie * most || value < values[i - 1]! || value < values[i + 1]!) continue;
    if (best < 0 || Math.abs(i - FAR) < Math.abs(best - FAR)) best = i;
  }
  if (best < 0) return null;
  const [x, y, z] = [values[best - 1]!, values[best]!, values[best + 1]!];
  const bend = x - 2 * y + z;
  return { by: best - FAR + (bend < 0 ? (0.5 * (x - z)) / bend : 0), alike: y };
}
