import type { Seconds } from '../units';
import { TIMBRE, type Features } from './moments';

export interface Section {
  readonly from: Seconds;
  readonly to: Seconds;
  /** The same letter: the same music again. */
  readonly letter: string;
}

/** Bars to either side that are compared at a possible border, and the least length of a section in bars. */
const KERNEL = 6;
const LEAST = 4;
/** … and in seconds: short bars make no short sections. */
const LEAST_SECONDS: Seconds = 7;
/** Without bars, so many moments count as one. */
const UNBARRED = 4;
/** Sections whose bars are at least this alike, one after the other, are the same music. */
const SAME = 0.62;
/** A border's novelty among the piece's highest. */
const STANDS_OUT = 0.52;

/**
 * The sections of a piece: borders where the likeness of the bars to each other changes (novelty after Foote, ICME 2000), letters
 * for those that come again.
 */
export function sectionsOf(features: Features, moments: readonly Seconds[], perBar: number, phase: number, seconds: Seconds): Section[] {
  const unit = perBar > 1 ? perBar : UNBARRED;
  const starts: number[] = [];
  for (let i = perBar > 1 ? phase : 0; i < moments.length; i += unit) starts.push(i);
  const bar = (moments.at(-1)! - moments[0]!) / Math.max(1, starts.length);
  const least = Math.max(LEAST, Math.ceil(LEAST_SECONDS / Math.max(0.1, bar)));
  if (starts.length < least * 2) return [{ from: 0, to: seconds, letter: 'A' }];
  const rows = starts.map((first) => barRow(features, first, Math.min(moments.length, first + unit)));
  const bars = rows.length;
  const scale = spreadOf(rows);
  const alike = new Float32Array(bars * bars);
  for (let a = 0; a < bars; a += 1) {
    for (let b = 0; b <= a; b += 1) alike[a * bars + b] = alike[b * bars + a] = Math.exp(-distance(rows[a]!, rows[b]!) / scale);
  }
  const [own, again] = [noveltyOf(alike, bars), returnNovelty(alike, bars)];
  const borders = [
    0,
    ...peaksOf(
      [...own].map((value, i) => value / (Math.max(...own) || 1) + (1.5 * again[i]!) / (Math.max(...again) || 1)),
      least,
    ),
    bars,
  ];
  const letters: string[] = [];
  const names: { letter: string; from: number; to: number }[] = [];
  for (let i = 0; i + 1 < borders.length; i += 1) {
    const [from, to] = [borders[i]!, borders[i + 1]!];
    const known = names.find((one) => sameMusic(alike, bars, one, { from, to }));
    const letter = known?.letter ?? String.fromCharCode(65 + Math.min(25, new Set(letters).size));
    letters.push(letter);
    names.push({ letter, from, to });
  }
  return letters.map((letter, i) => ({
    letter,
    from: i === 0 ? 0 : moments[starts[borders[i]!]!]!,
    to: i + 1 === letters.length ? seconds : moments[starts[borders[i + 1]!]!]!,
  }));
}

/** A bar as one row: its chroma in two halves, its colour and its level. */
function barRow({ chroma, timbre, loudness }: Features, from: number, to: number): Float32Array {
  const row = new Float32Array(24 + TIMBRE + 1);
  const middle = (from + to) / 2;
  for (let i = from; i < to; i += 1) {
    for (let k = 0; k < 12; k += 1) row[(i < middle ? 0 : 12) + k]! += (chroma[i * 12 + k]! * 2) / (to - from);
    for (let k = 0; k < TIMBRE; k += 1) row[24 + k]! += (timbre[i * TIMBRE + k]! * 0.35) / (to - from);
    row[24 + TIMBRE]! += (loudness[i]! * 0.08) / (to - from);
  }
  return row;
}

function distance(a: Float32Array, b: Float32Array): number {
  let sum = 0;
  for (let k = 0; k < a.length; k += 1) sum += (a[k]! - b[k]!) ** 2;
  return Math.sqrt(sum);
}

/** Half the middle distance between bars: what counts as far in this piece. */
function spreadOf(rows: readonly Float32Array[]): number {
  const all: number[] = [];
  for (let a = 1; a < rows.length; a += 1) for (let b = 0; b < a; b += Math.ceil(rows.length / 60)) all.push(distance(rows[a]!, rows[b]!));
  all.sort((x, y) => x - y);
  return Math.max(1e-3, all[all.length >> 1]! * 0.6);
}

function noveltyOf(alike: Float32Array, bars: number): Float32Array {
  const novelty = new Float32Array(bars);
  for (let at = LEAST - 1; at <= bars - LEAST + 1; at += 1) {
    const reach = Math.min(KERNEL, at, bars - at);
    let [within, across] = [0, 0];
    for (let a = 0; a < reach; a += 1) {
      for (let b = 0; b < reach; b += 1) {
        const weight = Math.exp(-((a + b) ** 2) / 40);
        within += weight * (alike[(at - 1 - a) * bars + at - 1 - b]! + alike[(at + a) * bars + at + b]!);
        across += weight * 2 * alike[(at - 1 - a) * bars + at + b]!;
      }
    }
    novelty[at] = (within - across) / (reach * reach);
  }
  return novelty;
}

/**
 * Where a bar's returns change: music that comes again runs along a diagonal of the likeness, and where a run begins or ends is a
 * border (structure features after Serrà, Müller, Grosche and Arcos, AAAI 2012).
 */
function returnNovelty(alike: Float32Array, bars: number): Float32Array {
  // The run that goes on from a pair of bars, and the one that leads up to it, over four bars each.
  const run = (a: number, b: number, step: 1 | -1) => {
    let [sum, count] = [0, 0];
    for (let k = 0; k < LEAST; k += 1) {
      const [x, y] = [a + k * step, b + k * step];
      if (x < 0 || y < 0 || x >= bars || y >= bars) break;
      sum += alike[x * bars + y]!;
      count += 1;
    }
    return count < 2 ? 0 : sum / count;
  };
  const novelty = new Float32Array(bars);
  for (let at = 2; at <= bars - 2; at += 1) {
    let sum = 0;
    for (let other = 1; other < bars; other += 1) {
      if (Math.abs(other - at) < 2) continue;
      const change = run(at, other, 1) - run(at - 1, other - 1, -1);
      sum += change * change;
    }
    novelty[at] = Math.sqrt(sum / bars);
  }
  return novelty;
}

/** Borders: peaks of the novelty that stand out, at least the shortest section apart, on whole bars. */
function peaksOf(novelty: readonly number[], apart: number): number[] {
  const least = Math.max(...novelty) * STANDS_OUT;
  const order = [...novelty.keys()].filter(
    (i) => novelty[i]! > least && novelty[i]! >= (novelty[i - 1] ?? 0) && novelty[i]! > (novelty[i + 1] ?? 0),
  );
  order.sort((a, b) => novelty[b]! - novelty[a]!);
  const kept: number[] = [];
  for (const at of order) {
    if (at >= Math.min(apart, 4) && at <= novelty.length - 2 && kept.every((other) => Math.abs(other - at) >= apart)) kept.push(at);
  }
  return kept.sort((a, b) => a - b);
}

function sameMusic(alike: Float32Array, bars: number, a: { from: number; to: number }, b: { from: number; to: number }): boolean {
  const length = Math.min(a.to - a.from, b.to - b.from);
  if (length < Math.max(a.to - a.from, b.to - b.from) * 0.6) return false;
  let best = 0;
  // They may have been cut a bar apart.
  for (let shift = -1; shift <= 1; shift += 1) {
    let [sum, count] = [0, 0];
    for (let i = 0; i < length; i += 1) {
      const [x, y] = [a.from + i, b.from + i + shift];
      if (y < 0 || y >= bars || x >= bars) continue;
      sum += alike[x * bars + y]!;
      count += 1;
    }
    if (count > 0) best = Math.max(best, sum / count);
  }
  return best >= SAME;
}
