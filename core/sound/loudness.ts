import { RATE, decibelsOfGain, type Decibels } from '../units';
import { TruePeak } from './truePeak';
import { KWeighting } from './weighting';

/** Weights of the channels by their count, WAVE order (BS.1770-4, table 3: surrounds 1.41, low-frequency channel 0). */
const WEIGHTS: Readonly<Record<number, readonly number[]>> = {
  1: [1],
  2: [1, 1],
  3: [1, 1, 1],
  4: [1, 1, 1.41, 1.41],
  5: [1, 1, 1, 1.41, 1.41],
  6: [1, 1, 1, 0, 1.41, 1.41],
  7: [1, 1, 1, 0, 1, 1.41, 1.41],
  8: [1, 1, 1, 0, 1, 1, 1.41, 1.41],
};

/** A step of 100 ms: 400 ms blocks overlap by 75 %, short-term windows of 3 s are 30 steps. */
export const HOP = RATE / 10;
const MOMENTARY = 4;
const SHORT_TERM = 30;
const ABSOLUTE_GATE = -70;

/** Mean square of K-weighted sound, channels added, as LUFS. */
export function loudnessOf(meanSquare: number): Decibels {
  return -0.691 + 10 * Math.log10(meanSquare);
}

export interface Loudness {
  /** LUFS; null where nothing passes the gates (silence, or shorter than 400 ms). */
  readonly integrated: Decibels | null;
  readonly momentaryMax: Decibels | null;
  readonly shortTermMax: Decibels | null;
  /** LU, EBU Tech 3342; null for less than 3 s or silence. */
  readonly range: number | null;
  /** dBTP; null for digital silence. */
  readonly truePeak: Decibels | null;
  /** Momentary loudness, LUFS, one value each 100 ms from 400 ms on; −Infinity in silence. */
  readonly momentary: Float32Array;
}

/**
 * Loudness of a stream at 48 kHz by ITU-R BS.1770-4 and EBU Tech 3341/3342. Push interleaved frames in blocks of any
 * size; memory grows by one number each 100 ms.
 */
export class LoudnessMeter {
  private readonly weights: readonly number[];
  private weighting: KWeighting;
  private readonly peaks: TruePeak[];
  private steps = new Float64Array(1024);
  private stepCount = 0;
  private energy = 0;
  private inStep = 0;

  constructor(private readonly channels: number) {
    const weights = WEIGHTS[channels];
    if (!weights) throw new RangeError(`channels must be in [1, 8]: got ${channels}`);
    this.weights = weights;
    this.weighting = new KWeighting(channels);
    this.peaks = weights.map(() => new TruePeak());
  }

  push(samples: Float32Array, frames: number): void {
    const { channels } = this;
    for (let channel = 0; channel < channels; channel += 1) this.peaks[channel]!.push(samples, frames, channels, channel);
    for (let done = 0; done < frames;) {
      const size = Math.min(frames - done, HOP - this.inStep);
      for (let channel = 0; channel < channels; channel += 1) {
        if (this.weights[channel]! > 0) this.energy += this.weights[channel]! * this.weighting.power(samples, done, size, channel);
      }
      done += size;
      this.inStep += size;
      if (this.inStep === HOP) this.closeStep();
    }
  }

  /** The readings of all that was pushed; nothing may be pushed after it. */
  finish(): Loudness {
    const { steps, peak } = this.take();
    return loudnessFrom(steps, peak);
  }

  /** What was pushed as numbers that readings follow from (`loudnessFrom`): the mean square of every whole step, and the true peak, linear. Then it begins anew. */
  take(): { readonly steps: Float64Array; readonly peak: number } {
    const taken = { steps: this.steps.slice(0, this.stepCount), peak: Math.max(...this.peaks.map((one) => one.take())) };
    this.weighting = new KWeighting(this.channels);
    this.stepCount = this.inStep = this.energy = 0;
    return taken;
  }

  private closeStep(): void {
    if (this.stepCount === this.steps.length) {
      const larger = new Float64Array(this.stepCount * 2);
      larger.set(this.steps);
      this.steps = larger;
    }
    this.steps[this.stepCount] = this.energy / HOP;
    this.stepCount += 1;
    this.energy = 0;
    this.inStep = 0;
  }
}

/** The readings of a sound. @param steps mean squares of its steps (`HOP`), K-weighted. @param peak its true peak, linear. */
export function loudnessFrom(steps: ArrayLike<number>, peak: number): Loudness {
  const momentary = windows(steps, MOMENTARY);
  const shortTerm = windows(steps, SHORT_TERM);
  return {
    integrated: gated(momentary, -10),
    momentaryMax: highest(momentary),
    shortTermMax: highest(shortTerm),
    range: rangeOf(shortTerm),
    truePeak: peak > 0 ? decibelsOfGain(peak) : null,
    momentary: Float32Array.from(momentary, loudnessOf),
  };
}

/** Mean squares of all windows of `width` steps, one step apart. */
function windows(steps: ArrayLike<number>, width: number): Float64Array {
  const out = new Float64Array(Math.max(0, steps.length - width + 1));
  for (let i = 0; i < out.length; i += 1) {
    let sum = 0;
    for (let k = 0; k < width; k += 1) sum += steps[i + k]!;
    out[i] = sum / width;
  }
  return out;
}

function highest(meanSquares: Float64Array): Decibels | null {
  let most = 0;
  for (const one of meanSquares) if (one > most) most = one;
  return most > 0 ? loudnessOf(most) : null;
}

function mean(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0) / values.length;
}

/** Mean square of the blocks above the absolute gate, then above `relative` LU under their mean; as LUFS. */
function gated(meanSquares: Float64Array, relative: number): Decibels | null {
  const above = [...meanSquares].filter((one) => one > 0 && loudnessOf(one) > ABSOLUTE_GATE);
  if (above.length === 0) return null;
  const gate = loudnessOf(mean(above)) + relative;
  const kept = above.filter((one) => loudnessOf(one) > gate);
  return loudnessOf(mean(kept.length > 0 ? kept : above));
}

/** EBU Tech 3342: 10th to 95th percentile of the short-term loudness above −70 LUFS and above −20 LU under their mean. */
function rangeOf(meanSquares: Float64Array): number | null {
  const above = [...meanSquares].filter((one) => one > 0 && loudnessOf(one) > ABSOLUTE_GATE);
  if (above.length === 0) return null;
  const gate = loudnessOf(mean(above)) - 20;
  const sorted = above
    .map(loudnessOf)
    .filter((one) => one > gate)
    .sort((a, b) => a - b);
  const at = (percent: number) => sorted[Math.round(((sorted.length - 1) * percent) / 100)]!;
  return at(95) - at(10);
}
