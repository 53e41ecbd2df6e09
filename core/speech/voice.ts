import { clamp } from '../units';
import { BANDS, LONG_STEPS, STEP_RATE, type Features } from './features';
import { HIDDEN, SCALE, WEIGHTS } from './weights';

/**
 * How likely it is that somebody speaks, from moment to moment: a small network (one hidden layer) looks at the bands around each moment, at how low they
 * get around it, at how still and how periodic the sound is. Where its weights come from stands beside them.
 */

/** Moments looked at around each one, steps of 10 ms; bands that say something (the hiss counts once). */
const AROUND = [-40, -24, -14, -8, -4, -2, 0, 2, 4, 8, 14, 24, 40] as const;
const USED = BANDS - 3;
/** Looks at the fine structure around each moment, and how many around it are averaged. */
const LOOKS = [-4, -2, -1, 0, 1, 2, 4] as const;
const WIDE = Math.round((STEP_RATE * 2) / LONG_STEPS);
const NARROW = Math.round(STEP_RATE / LONG_STEPS);
/** Blocks of half a second, and how many to either side say how low a band gets, and how loud it gets. */
const BLOCK = STEP_RATE / 2;
const LOWS = 6;
const LOUDS = 8;
export const INPUTS = AROUND.length * USED + USED + LOOKS.length * 3 + 4;
/** Every so many steps it is asked where it is in doubt, and elsewhere; what is no doubt, and no change. */
const ASKED = 2;
const SELDOM = 6;
const DOUBT = 0.15;
const CHANGE = 0.1;

/** What the network is asked about moments of a sound. */
export class Inputs {
  /** Levels of the bands, smoothed over 30 ms, and the lowest in each half second. */
  private readonly smooth: Float32Array;
  private readonly lows: Float32Array;
  private readonly loud: Float32Array;
  private readonly stillSums: Float64Array;
  private readonly voicedSums: Float64Array;
  private readonly levelSums: Float64Array;
  private readonly levelSquares: Float64Array;

  constructor(private readonly features: Features) {
    const { frames, bands, still, voiced } = features;
    this.smooth = new Float32Array(frames * USED);
    const blocks = Math.max(1, Math.ceil(frames / BLOCK));
    const lows = new Float32Array(blocks * USED).fill(0);
    const tops = new Float32Array(blocks).fill(-140);
    const totals = new Float32Array(frames);
    for (let i = 0; i < frames; i += 1) {
      const [a, b] = [Math.max(0, i - 1) * BANDS, Math.min(frames - 1, i + 1) * BANDS];
      const block = Math.floor(i / BLOCK);
      let sum = 0;
      for (let k = 0; k < USED; k += 1) {
        const value = (bands[a + k]! + bands[i * BANDS + k]! + bands[b + k]!) / 3;
        this.smooth[i * USED + k] = value;
        if (value < lows[block * USED + k]!) lows[block * USED + k] = value;
        sum += value;
      }
      totals[i] = sum / USED;
      if (totals[i]! > tops[block]!) tops[block] = totals[i]!;
    }
    this.lows = around(lows, USED, LOWS, Math.min);
    this.loud = around(tops, 1, LOUDS, Math.max);
    this.stillSums = running(still);
    this.voicedSums = running(Float32Array.from(voiced, (value) => Number(value > 0.5)));
    this.levelSums = running(totals);
    this.levelSquares = running(totals.map((value) => value * value));
  }

  /** How loud it gets around a step, mean of the bands in dB. */
  loudAt(frame: number): number {
    return this.loud[Math.min(this.loud.length - 1, Math.floor(frame / BLOCK))]!;
  }

  /** Writes the inputs for a step. */
  write(frame: number, into: Float32Array): void {
    const { frames, still, voiced, pitch } = this.features;
    const { smooth } = this;
    const loud = this.loudAt(frame);
    let at = 0;
    for (const by of AROUND) {
      const row = clamp(frame + by, 0, frames - 1) * USED;
      for (let k = 0; k < USED; k += 1, at += 1) into[at] = clamp((smooth[row + k]! - loud) / 20, -3, 1.5) + 1;
    }
    const low = Math.min(this.lows.length / USED - 1, Math.floor(frame / BLOCK)) * USED;
    for (let k = 0; k < USED; k += 1, at += 1) into[at] = clamp((this.lows[low + k]! - loud) / 20, -3, 1.5) + 1;
    const look = Math.floor(frame / LONG_STEPS);
    for (const by of LOOKS) {
      const k = clamp(look + by, 0, still.length - 1);
      into[at] = still[k]!;
      into[at + 1] = voiced[k]!;
      into[at + 2] = pitch[k]! > 0 ? clamp(Math.log2(pitch[k]! / 150), -1.5, 3) : 0;
      at += 3;
    }
    into[at] = mean(this.stillSums, look - WIDE, look + WIDE + 1);
    into[at + 1] = mean(this.voicedSums, look - NARROW, look + NARROW + 1);
    into[at + 2] = this.spread(frame, BLOCK) / 10;
    into[at + 3] = this.spread(frame, BLOCK * 4) / 10;
  }

  /** How much the level varies around a step, dB. */
  private spread(frame: number, wide: number): number {
    const level = mean(this.levelSums, frame - wide, frame + wide);
    return Math.sqrt(Math.max(0, mean(this.levelSquares, frame - wide, frame + wide) - level * level));
  }
}

function running(values: Float32Array): Float64Array {
  const sums = new Float64Array(values.length + 1);
  for (let i = 0; i < values.length; i += 1) sums[i + 1] = sums[i]! + values[i]!;
  return sums;
}

function mean(sums: Float64Array, from: number, to: number): number {
  const [low, high] = [clamp(from, 0, sums.length - 1), clamp(to, 0, sums.length - 1)];
  return high > low ? (sums[high]! - sums[low]!) / (high - low) : 0;
}

/** For each block of `width` values the least (or most) of those within `reach` blocks. */
function around(values: Float32Array, width: number, reach: number, pick: (a: number, b: number) => number): Float32Array {
  const blocks = values.length / width;
  const out = new Float32Array(values.length);
  for (let block = 0; block < blocks; block += 1) {
    const [low, high] = [Math.max(0, block - reach), Math.min(blocks - 1, block + reach)];
    for (let k = 0; k < width; k += 1) {
      let value = values[low * width + k]!;
      for (let other = low + 1; other <= high; other += 1) value = pick(value, values[other * width + k]!);
      out[block * width + k] = value;
    }
  }
  return out;
}

/** The network, four hidden units side by side: each input is read once for all four. */
class Network {
  private readonly row = new Float32Array(INPUTS);
  private readonly weights: Float64Array;
  private readonly biases: Float64Array;
  private readonly out: Float64Array;

  constructor(private readonly inputs: Inputs) {
    const width = INPUTS + 1;
    this.weights = new Float64Array(HIDDEN * INPUTS);
    this.biases = Float64Array.from({ length: HIDDEN }, (_, unit) => WEIGHTS[unit * width + INPUTS]! / SCALE);
    this.out = Float64Array.from({ length: HIDDEN + 1 }, (_, unit) => WEIGHTS[HIDDEN * width + unit]! / SCALE);
    for (let unit = 0; unit < HIDDEN; unit += 1) {
      const first = (unit >> 2) * 4 * INPUTS + (unit & 3);
      for (let i = 0; i < INPUTS; i += 1) this.weights[first + i * 4] = WEIGHTS[unit * width + i]! / SCALE;
    }
  }

  /** How likely it is that somebody speaks at a step, [0, 1]. */
  ask(frame: number): number {
    const { row, weights, biases, out } = this;
    this.inputs.write(frame, row);
    let sum = out[HIDDEN]!;
    for (let unit = 0, k = 0; unit < HIDDEN; unit += 4) {
      let a = biases[unit]!;
      let b = biases[unit + 1]!;
      let c = biases[unit + 2]!;
      let d = biases[unit + 3]!;
      for (let i = 0; i < INPUTS; i += 1, k += 4) {
        const value = row[i]!;
        a += value * weights[k]!;
        b += value * weights[k + 1]!;
        c += value * weights[k + 2]!;
        d += value * weights[k + 3]!;
      }
      if (a > 0) sum += a * out[unit]!;
      if (b > 0) sum += b * out[unit + 1]!;
      if (c > 0) sum += c * out[unit + 2]!;
      if (d > 0) sum += d * out[unit + 3]!;
    }
    return 1 / (1 + Math.exp(-sum));
  }
}

/** For each step how likely it is that somebody speaks, [0, 1]: asked now and then, and closely where it changes or is in doubt. */
export function voiceOf(features: Features): Float32Array {
  const { frames } = features;
  const out = new Float32Array(frames);
  if (frames === 0) return out;
  const network = new Network(new Inputs(features));
  out[0] = network.ask(0);
  for (let from = 0; from < frames - 1; from += SELDOM) {
    const to = Math.min(frames - 1, from + SELDOM);
    out[to] = network.ask(to);
    const [a, b] = [out[from]!, out[to]!];
    const settled = Math.abs(a - b) < CHANGE && (Math.max(a, b) < DOUBT || Math.min(a, b) > 1 - DOUBT);
    for (let i = from + 1; i < to; i += 1) {
      if (settled) out[i] = a + ((b - a) * (i - from)) / (to - from);
      else out[i] = (i - from) % ASKED === 0 ? network.ask(i) : -1;
    }
    // Between two that were asked it is the mean of them.
    for (let i = from + 1; i < to; i += 1) if (out[i]! < 0) out[i] = (out[i - 1]! + Math.max(0, out[i + 1]!)) / 2;
  }
  return out;
}
