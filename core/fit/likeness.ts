import { TIMBRE, placeInBar, type Hearing } from '../music';
import type { Stretch } from '../show/types';
import type { Seconds } from '../units';
import { ENDS, type Wish } from './wish';

/**
 * Everything about a piece that a weave needs and that does not depend on the wanted length: where it may be cut, and for each such
 * place the best places to go on from, with what the splice would cost.
 */
export interface Web {
  readonly piece: Stretch;
  /** Seconds of the source: the piece's start, the moments within it, its end. */
  readonly times: Float64Array;
  /** Index of the hearing's moment at each time; −1 at the two ends. */
  readonly moments: Int32Array;
  /** For time i the jumps are [first[i], first[i + 1]). */
  readonly first: Int32Array;
  /** Where each jump goes, and what it costs: 0 unheard, 1 about as odd as any two places of the piece. */
  readonly to: Int32Array;
  readonly cost: Float32Array;
  /** Whether splices keep to their place in the bar. */
  readonly barred: boolean;
  /** What is judged at a splice, without the wishes for single splices. */
  readonly judge: Judge;
}

/** The piece's own measure of how much it changes from one moment to the next. */
export interface Judge {
  /** How unlike two moments are to go on from, over the moments around them: 0 the same music .. about 1 any two places. */
  unlike(leave: number, land: number): number;
  /** Steps in level, harmony and colour from the last moment before a splice to the first after it, as shares of what nine in ten of the piece's own steps stay below. */
  steps(leave: number, land: number): readonly [number, number, number];
}

/** Jumps kept for each place: the best ones onward and back. */
const EACH_WAY = 14;
/** Moments before and after a splice that are compared, the near ones counting more. */
const BEFORE = 4;
const AFTER = 4;

/** Prepares a piece, or the passage of it that a part plays. */
export function prepareWeb(heard: Hearing, piece: Stretch, wish: Pick<Wish, 'lean' | 'shortest' | 'keep' | 'out'>, barred = true): Web {
  const inner: number[] = [];
  heard.moments.forEach((at, i) => {
    if (at > piece.from + 0.05 && at < piece.to - 0.05) inner.push(i);
  });
  const times = Float64Array.from([piece.from, ...inner.map((i) => heard.moments[i]!), piece.to]);
  const moments = Int32Array.from([-1, ...inner, -1]);
  const judge = judgeOf(heard, wish.lean);
  const bars = barred && heard.steady && heard.perBar > 1;
  const count = times.length;
  const first = new Int32Array(count + 1);
  const to: number[] = [];
  const cost: number[] = [];
  const banned = Uint8Array.from(times, (at, i) => Number(i === 0 || i === count - 1 || wish.keep.some((one) => within(at, one))));
  const words = voiceCosts(heard, times);
  const earliest = piece.from + ENDS;
  // The last chord is always led up to, where there is one: in noise the last onset may be the first.
  const { lastChord } = heard.ending;
  const latest = Math.min(piece.to - ENDS, lastChord > (piece.from + piece.to) / 2 ? lastChord - 0.02 : piece.to);
  const prices = new Float32Array(count * count).fill(Infinity);
  for (let i = 1; i < count - 1; i += 1) {
    if (banned[i] || times[i]! < earliest) continue;
    const a = moments[i]!;
    const place = bars ? placeInBar(heard, a) : 0;
    for (let land = 1; land < count - 1; land += 1) {
      if (banned[land] || times[land]! > latest || Math.abs(land - i) < 2) continue;
      const b = moments[land]!;
      if (bars && place !== placeInBar(heard, b)) continue;
      const whole = place === 0 ? 0 : OFF_BAR_PRICE;
      prices[i * count + land] =
        price(judge, a, b) + whole + Math.max(words[i]!, words[land]!) + skipped(times[i]!, times[land]!, wish.keep);
    }
  }
  for (let i = 0; i < count; i += 1) {
    first[i] = to.length;
    const found: { land: number; price: number }[] = [];
    for (let land = 1; land < count - 1; land += 1) {
      const own = prices[i * count + land]!;
      if (own < Infinity && leads(prices, count, i, land, own)) found.push({ land, price: own });
    }
    const onward = found.filter(({ land }) => land > i).sort((a, b) => a.price - b.price);
    const back = found.filter(({ land }) => land < i).sort((a, b) => a.price - b.price);
    for (const one of [...onward.slice(0, EACH_WAY), ...back.slice(0, EACH_WAY)]) {
      to.push(one.land);
      cost.push(one.price);
    }
  }
  first[count] = to.length;
  return { piece, times, moments, first, to: Int32Array.from(to), cost: Float32Array.from(cost), barred: bars, judge };
}

/** A splice is safest on the downbeat (common practice). */
const OFF_BAR_PRICE = 0.04;
/** Splices that skip the same passage a few beats later or earlier are the same splice: the best of them stands for all. */
const BESIDE = 3;

function leads(prices: Float32Array, count: number, leave: number, land: number, own: number): boolean {
  for (let k = 1; k <= BESIDE; k += 1) {
    const after = (leave + k) * count + land + k;
    if (leave + k < count && land + k < count && prices[after]! < own) return false;
    const before = (leave - k) * count + land - k;
    if (leave >= k && land >= k && prices[before]! <= own) return false;
  }
  return true;
}

/** A splice lies a hair before its moment: at the end of a passage it would fall within. */
const HAIR: Seconds = 0.025;
const within = (at: Seconds, { from, to }: Stretch) => at > from + 1e-6 && at < to + HAIR;

/** Steps beyond what nine in ten of the piece's own steps stay below are heard as steps. */
const STEP_PRICE = 0.8;
const UNLIKE_PRICE = 2.4;

function price(judge: Judge, leave: number, land: number): number {
  // Two splices that hide are better than one that does not.
  let sum = UNLIKE_PRICE * judge.unlike(leave, land) ** 2;
  for (const step of judge.steps(leave, land)) if (step > 0.9) sum += STEP_PRICE * Math.min(1, step - 0.9);
  return sum;
}

/** Cutting into a line that is probably sung. */
const WORD_PRICE = 0.7;
function voiceCosts({ voices }: Hearing, times: Float64Array): Float32Array {
  return Float32Array.from(times, (at) => {
    const voice = voices.find(({ from, to }) => at > from && at < to);
    return voice ? WORD_PRICE * voice.sure : 0;
  });
}

/** What is kept whole is wanted: leaving it out costs. */
const SKIP_PRICE = 0.4;
const skipped = (from: Seconds, to: Seconds, keep: readonly Stretch[]) =>
  keep.reduce((sum, one) => sum + (one.from >= from - 0.03 && one.to <= to + 0.03 ? SKIP_PRICE : 0), 0);

/** Scales of a piece: what nine in ten of its own steps stay below. */
interface Scales {
  readonly level: number;
  readonly harmony: number;
  readonly colour: number;
}

function judgeOf(heard: Hearing, lean: number): Judge {
  const { chroma, timbre, loudness } = heard.features;
  const count = heard.moments.length;
  const harmonyOf = (a: number, b: number) => {
    let sum = 0;
    for (let k = 0; k < 12; k += 1) sum += chroma[a * 12 + k]! * chroma[b * 12 + k]!;
    return Math.max(0, 1 - sum);
  };
  const colourOf = (a: number, b: number) => {
    let sum = 0;
    for (let k = 0; k < TIMBRE; k += 1) {
      const step = timbre[a * TIMBRE + k]! - timbre[b * TIMBRE + k]!;
      sum += step * step;
    }
    return Math.sqrt(sum);
  };
  const levelOf = (a: number, b: number) => Math.abs(loudness[a]! - loudness[b]!);
  const middles = { harmony: middleOf(harmonyOf, count), colour: middleOf(colourOf, count), level: middleOf(levelOf, count) };
  const [wh, wc] = [1 - 0.8 * Math.max(0, lean), 1 + 0.8 * Math.min(0, lean)];
  const total = wh + wc + 0.6;
  // The distance of two moments for every pair of them: asked for eight times for each splice, computed once.
  const rows = rowsOf(heard, [wh / middles.harmony / total, wc / middles.colour / total, 0.6 / middles.level / total]);
  const scales: Scales = {
    level: ninetieth(levelOf, count),
    harmony: ninetieth(harmonyOf, count),
    colour: ninetieth(colourOf, count),
  };
  const unlike = (leave: number, land: number) => {
    let [sum, weight] = [0, 0];
    for (let k = -BEFORE; k < AFTER; k += 1) {
      const [a, b] = [leave + k, land + k];
      if (a < 0 || b < 0 || a >= count || b >= count) continue;
      const near = k < 0 ? BEFORE + 1 + k : AFTER - k;
      sum += near * rows.at(a, b);
      weight += near;
    }
    return weight === 0 ? 1 : sum / weight;
  };
  return {
    unlike,
    steps: (leave, land) => {
      const last = Math.max(0, leave - 1);
      return [levelOf(last, land) / scales.level, harmonyOf(last, land) / scales.harmony, colourOf(last, land) / scales.colour];
    },
  };
}

/** Distances of all pairs of moments, bytes: 0 the same, 100 what two moments of the piece usually are, 255 and more far apart. */
function rowsOf(heard: Hearing, [wh, wc, wl]: readonly [number, number, number]): { at(a: number, b: number): number } {
  const { chroma, timbre, loudness } = heard.features;
  const count = heard.moments.length;
  const table = new Uint8Array(count * count);
  for (let a = 0; a < count; a += 1) {
    for (let b = 0; b < a; b += 1) {
      let dot = 0;
      for (let k = 0; k < 12; k += 1) dot += chroma[a * 12 + k]! * chroma[b * 12 + k]!;
      let far = 0;
      for (let k = 0; k < TIMBRE; k += 1) {
        const step = timbre[a * TIMBRE + k]! - timbre[b * TIMBRE + k]!;
        far += step * step;
      }
      const value = wh * Math.max(0, 1 - dot) + wc * Math.sqrt(far) + wl * Math.abs(loudness[a]! - loudness[b]!);
      table[a * count + b] = table[b * count + a] = Math.min(255, value * 100);
    }
  }
  return { at: (a, b) => table[a * count + b]! / 100 };
}

/** What two moments anywhere differ by, in the middle of all pairs (a sample of them). */
function middleOf(distance: (a: number, b: number) => number, count: number): number {
  const all: number[] = [];
  for (let a = 0; a < count; a += 1) for (let k = 1; k <= 8; k += 1) all.push(distance(a, (a + 1 + Math.floor((k * count) / 9)) % count));
  all.sort((x, y) => x - y);
  return Math.max(1e-4, all[all.length >> 1] ?? 1);
}

/** What nine in ten steps from one moment to the next stay below. */
function ninetieth(distance: (a: number, b: number) => number, count: number): number {
  const steps = Array.from({ length: Math.max(0, count - 1) }, (_, i) => distance(i, i + 1)).sort((a, b) => a - b);
  return Math.max(1e-4, steps[Math.floor(steps.length * 0.9)] ?? 1);
}
