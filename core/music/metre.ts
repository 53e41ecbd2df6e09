import { lagOf, trackBeats } from './beats';
import { against, mean, peak, peaksOf, rowLikeness, splitRank, swap, unevenness } from './clues';
import type { Onsets } from './onsets';
import { pulses, FASTEST, near, selfLikeness, SLOWEST } from './tempo';
import { TEXTURE_RATE } from './texture';

/** Everything that tempo and metre are read from, one value a texture frame each. */
export interface Clues extends Onsets {
  readonly harmony: Float32Array;
  /** Level, dB over −80 dBFS, tenths: what is accented is louder. */
  readonly level: Float32Array;
}

/** One reading of a piece: its beats, and where its bars begin. */
export interface Reading {
  readonly tempo: number;
  /** Frames (fractional), in the middle of the piece. */
  readonly beats: readonly number[];
  /** Beats in a bar. */
  readonly perBar: number;
  /** Index of the first downbeat among the beats. */
  readonly phase: number;
  readonly score: number;
  /** How much the onsets repeat a beat later, correlation. */
  readonly own: number;
  /** What it was weighed by, in the order of the weights. */
  readonly features: readonly number[];
}

/** How many beats a bar is common with (common practice), as logarithms. */
const COMMON: Readonly<Record<number, number>> = { 2: -0.7, 3: -0.3, 4: 0, 5: -1, 6: -0.7, 7: -1 };
/** The tempo that most music is near. */
const USUAL_TEMPO = 110;
/** … and how long most bars last, seconds, and how many onsets there are to a beat. */
const USUAL_BAR = 2;
const USUAL_DENSITY = 2.5;

/**
 * What each feature counts. Fitted (multinomial logistic regression with a ridge of 2, so that no single piece rules) on 124 scores of real music
 * from free packages (ragtime, classics, folk and teaching pieces, jazz and dance accompaniments, game music), rendered with a sound font, and
 * three recorded bands; on scores that a run did not see the tempo was right for 80 %, the metre for 85 %.
 */
const WEIGHTS: readonly number[] = [
  2.101, 0.715, 0.866, -0.087, 22.035, 0.633, -1.549, 2.454, 2.458, -5.378, -15.778, 0.728, 9.451, 4.442, 47.31, 3.183, 3.618, -0.277,
  0.485, -0.266, 3.138, -0.621, 1.788, 3.017, -0.631, 2.767, 1.589, -0.058, 4.193, -3.918, 0.89, -0.639, -0.393, -2.04, 0.38, 3.588, 0.405,
  2.578, -0.371, 2.086, -0.742, -0.93, -1.917, 1.359, 1.176, -0.466, 0.341, 1.8, 2.312, 1.819, -0.389, -0.331, -1.709,
];

/** The curve that beats are tracked on. */
export function beatCurve({ all, low, middle }: Onsets): Float32Array {
  return Float32Array.from(all, (value, i) => 0.55 * value + 0.45 * low[i]! + 0.35 * middle[i]!);
}

/** So many beats are tried, on so many frames from the middle of the piece. */
const CANDIDATES = 11;
const EXCERPT = 60 * TEXTURE_RATE;

/** Lags that may be the beat: the strongest repetitions, their halves, doubles and thirds, within the tempos looked for. */
function candidateLags(onsets: Onsets): { lag: number; strength: number }[] {
  const strongest = [...pulses(onsets).slice(0, 8), ...combs(beatCurve(onsets))];
  const found: { lag: number; strength: number }[] = [];
  const [shortest, longest] = [lagOf(FASTEST), lagOf(SLOWEST)];
  for (const { lag, strength } of strongest) {
    for (const times of [1, 0.5, 2, 1 / 3, 3, 0.25, 4, 1 / 5, 1 / 6, 1 / 7]) {
      const one = lag * times;
      if (one < shortest || one > longest) continue;
      const worth = strength * (times === 1 ? 1 : 0.6);
      const known = found.findIndex((other) => Math.abs(other.lag / one - 1) < 0.04);
      if (known < 0) found.push({ lag: one, strength: worth });
      else if (found[known]!.strength < worth) found[known] = { lag: one, strength: worth };
    }
  }
  return found.sort((a, b) => b.strength - a.strength).slice(0, CANDIDATES);
}

/** Lags whose multiples repeat, too: a beat that wanders shows in all of them together rather than in one. */
function combs(curve: Float32Array): { lag: number; strength: number }[] {
  const likeness = selfLikeness(curve);
  const lags: number[] = [];
  for (let lag = lagOf(FASTEST); lag <= lagOf(SLOWEST); lag *= 1.02) lags.push(lag);
  const worth = lags.map((lag) => [1, 2, 3].reduce((sum, k) => sum + near(likeness, k * lag) / 3, 0));
  return lags
    .map((lag, i) => ({ lag, strength: worth[i]! }))
    .filter(({ strength }, i) => strength > (worth[i - 1] ?? -1) && strength >= (worth[i + 1] ?? -1))
    .sort((a, b) => b.strength - a.strength)
    .slice(0, 4);
}

/** The first and one past the last frame of the middle of a piece, where it is itself. */
export function middleOf(frames: number): readonly [from: number, to: number] {
  const from = Math.max(0, Math.floor((frames - EXCERPT) / 2));
  return [from, Math.min(frames, from + EXCERPT)];
}

function excerpt(clues: Clues, [from, to]: readonly [number, number]): Clues {
  const cut = (curve: Float32Array) => curve.subarray(from, to);
  return {
    all: cut(clues.all),
    low: cut(clues.low),
    middle: cut(clues.middle),
    high: cut(clues.high),
    harmony: cut(clues.harmony),
    level: cut(clues.level),
  };
}

/** All readings of a piece's middle, best first; none where nothing repeats. */
export function readings(piece: Clues): Reading[] {
  const [from, to] = middleOf(piece.all.length);
  const clues = excerpt(piece, [from, to]);
  const curve = beatCurve(clues);
  const peaks = [...curve].filter((value, i) => value > (curve[i - 1] ?? 0) && value >= (curve[i + 1] ?? 0)).sort((a, b) => b - a);
  const whole: Whole = {
    curve,
    peaks: peaksOf(curve),
    likeness: selfLikeness(curve),
    lows: selfLikeness(clues.low),
    highs: selfLikeness(clues.high),
    strong: 0,
  };
  const strong = mean(peaks.slice(0, Math.max(4, Math.floor(peaks.length / 4)))) || 1;
  const all: Reading[] = [];
  for (const { lag } of candidateLags(clues)) {
    const beats = trackBeats(curve, lag, 1.14);
    if (beats.length < 8) continue;
    all.push(...readingsOf(clues, { ...whole, strong }, beats));
    const shifted = beats.slice(0, -1).map((beat, i) => (beat + beats[i + 1]!) / 2);
    all.push(...readingsOf(clues, { ...whole, strong }, shifted));
  }
  return all.sort((a, b) => b.score - a.score).map((one) => ({ ...one, beats: one.beats.map((beat) => beat + from) }));
}

interface Whole {
  readonly curve: Float32Array;
  readonly peaks: { readonly at: number; readonly height: number }[];
  readonly likeness: Float32Array;
  readonly lows: Float32Array;
  readonly highs: Float32Array;
  readonly strong: number;
}

/** The share of all onsets, weighted by their strength, that lies within 40 ms of one of the moments. */
function covered(peaks: Whole['peaks'], moments: readonly number[]): number {
  let [near, all, i] = [0, 0, 0];
  for (const { at, height } of peaks) {
    while (i + 1 < moments.length && Math.abs(moments[i + 1]! - at) <= Math.abs(moments[i]! - at)) i += 1;
    all += height;
    if (Math.abs(moments[i]! - at) <= 4) near += height;
  }
  return near / (all || 1);
}

function readingsOf(
  clues: Clues,
  { curve, peaks, likeness: whole, lows: likeLow, highs: likeHigh, strong }: Whole,
  beats: readonly number[],
): Reading[] {
  const gaps = beats
    .slice(1)
    .map((beat, i) => beat - beats[i]!)
    .sort((a, b) => a - b);
  const lag = gaps[gaps.length >> 1]!;
  const tempo = (60 * TEXTURE_RATE) / lag;
  const middles = beats.slice(0, -1).map((beat, i) => (beat + beats[i + 1]!) / 2);
  const on = (of: Float32Array, reach = 2) => beats.map((beat) => peak(of, beat, reach) / strong);
  const between = (of: Float32Array, reach = 2) => middles.map((beat) => peak(of, beat, reach) / strong);
  const [strength, lows, mids] = [on(curve), on(clues.low), on(clues.middle)];
  const [tops, offTops] = [on(clues.high), between(clues.high)];
  const [offs, offLows, offMids] = [between(curve), between(clues.low), between(clues.middle)];
  const changes = beats.map((beat) => peak(clues.harmony, beat, 6));
  const levels = beats.map((beat) => peak(clues.level, beat, 3));
  const changeMean = mean(changes);
  const rows = beats.map((_, i) => [strength[i]!, lows[i]!, mids[i]!, offs[i] ?? 0, changes[i]! * 2]);
  const both = [...beats, ...middles].sort((a, b) => a - b);
  const [cover, coverBoth, uneven, own] = [covered(peaks, beats), covered(peaks, both), unevenness(beats), near(whole, lag)];
  const likeness = [2, 3, 4, 5, 6, 7].map((perBar) => rowLikeness(rows, perBar));
  const usual = mean(likeness);
  const span = beats.at(-1)! - beats[0]!;
  const density =
    peaks.filter(({ at, height }) => height > 0.5 * strong && at >= beats[0]! && at <= beats.at(-1)!).length / Math.max(1, span / lag);
  const out: Reading[] = [];
  for (let perBar = 2; perBar <= 7; perBar += 1) {
    const split = (values: readonly number[], phase: number) => {
      const [ones, others]: [number[], number[]] = [[], []];
      values.forEach((value, i) => (i % perBar === phase ? ones : others).push(value));
      return mean(ones) - mean(others);
    };
    const changeBy = Array.from({ length: perBar }, (_, phase) => mean(changes.filter((_, i) => i % perBar === phase)));
    for (let phase = 0; phase < perBar; phase += 1) {
      const rest = changeBy.filter((_, p) => p !== phase);
      const features = [
        -(Math.log2(tempo / USUAL_TEMPO) ** 2),
        mean(strength),
        mean(offs),
        mean(lows) - mean(offLows),
        split(changes, phase),
        split(lows, phase),
        split(strength, phase),
        likeness[perBar - 2]! - usual,
        COMMON[perBar]!,
        changeBy[phase]! - Math.max(...rest),
        changeBy[phase]! - changeMean,
        split(mids, phase),
        cover - 9 / lag,
        coverBoth - 18 / lag,
        uneven,
        own,
        lag * perBar < whole.length - 10 ? near(whole, lag * perBar) : own,
        near(whole, lag / 2),
        near(whole, lag * 1.5),
        swap(strength),
        swap(changes),
        splitRank(strength, perBar, phase),
        splitRank(lows, perBar, phase),
        splitRank(changes, perBar, phase),
        split(levels, phase),
        splitRank(levels, perBar, phase),
        -(Math.log2((perBar * 60) / tempo / USUAL_BAR) ** 2),
        -(Math.log2(Math.max(0.2, density) / USUAL_DENSITY) ** 2),
        tempo > 160 ? Math.log2(tempo / 160) : 0,
        tempo < 65 ? Math.log2(65 / tempo) : 0,
        perBar === 2 ? 1 : 0,
        perBar === 3 ? 1 : 0,
        perBar === 5 || perBar === 7 ? 1 : 0,
        perBar === 6 ? 1 : 0,
        near(whole, lag / 3),
        lag * perBar * 2 < whole.length - 10 ? near(whole, lag * perBar * 2) : own,
        lag * 2 < whole.length - 10 ? near(whole, lag * 2) : own,
        lag * 3 < whole.length - 10 ? near(whole, lag * 3) : own,
        mean(mids) - mean(offMids),
        swap(lows),
        swap(mids),
        against(lows, mids),
        against(offLows, offMids),
        mean(tops) - mean(offTops),
        swap(tops),
        against(lows, tops),
        near(likeHigh, lag),
        near(likeHigh, 2 * lag),
        near(likeHigh, lag / 2),
        near(likeLow, lag),
        near(likeLow, 2 * lag),
        near(likeLow, lag / 2),
        4 * lag < likeLow.length - 12 ? near(likeLow, 4 * lag) : near(likeLow, 2 * lag),
      ];
      const score = features.reduce((sum, value, i) => sum + value * WEIGHTS[i]!, 0);
      out.push({ tempo, beats, perBar, phase, score, own, features });
    }
  }
  return out;
}

/**
 * Where the bars begin once all beats of a piece are known: for a number of beats in a bar, the phase that explains harmony, basses
 * and accents best.
 */
export function barsOf(clues: Clues, beats: readonly number[], perBar: number): { perBar: number; phase: number; sure: number } {
  const curve = beatCurve(clues);
  const none = new Float32Array(0);
  const whole: Whole = { curve, peaks: [], likeness: none, lows: none, highs: none, strong: 1 };
  const heights = beats.map((beat) => peak(curve, beat, 2)).sort((a, b) => b - a);
  const strong = mean(heights.slice(0, Math.max(4, heights.length >> 2))) || 1;
  const all = readingsOf(clues, { ...whole, strong }, beats)
    .filter((one) => one.perBar === perBar)
    .sort((a, b) => b.score - a.score);
  const best = all[0];
  if (!best) return { perBar, phase: 0, sure: 0 };
  const next = all.find((one) => one.perBar === best.perBar && one.phase !== best.phase);
  return { perBar: best.perBar, phase: best.phase, sure: next ? 1 - Math.exp(-(best.score - next.score)) : 1 };
}

/** Powers of texture frames as a clue. */
export function levelOf(power: Float32Array): Float32Array {
  return Float32Array.from(power, (value) => Math.log10(Math.max(1e-8, value)) + 8);
}
