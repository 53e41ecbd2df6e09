import type { TreatmentOf } from '../show';
import { transformOf } from '../sound/transform';
import { gainOfDecibels, type Frames } from '../units';
import { BINS, HANN, SPECTRUM, type NoisePower } from './noise';
import type { Processor } from './processor';

/** Constants of another file are looked up anew in every turn of a loop; this one is not. */
const SIZE: Frames = SPECTRUM;
const HOP: Frames = SIZE / 2;
const LAST = BINS;
/** Square root of a Hann window, at both ends of the way: at half a window apart the squares add up to one. */
const WINDOW = Float32Array.from(HANN, Math.sqrt);
/** How much of what is known of a moment comes from the one before (decision-directed, Ephraim and Malah, 1984). */
const BEFORE = 0.92;
/** Spectra after which what came before no longer counts. */
const MEMORY = 20;
/** The noise is taken for a little louder than it was learned: its peaks are noise, too. */
const OVER = 1.2;
/** A band that is this far above its noise is left wholly alone. */
const NONE = 1e-18;

/**
 * Takes away what hisses and hums all along: spectrum by spectrum each bin is lowered as far as it is taken for noise, by a Wiener gain whose
 * signal-to-noise ratio follows the decision-directed rule (Y. Ephraim and D. Malah, IEEE Trans. ASSP 32, 1984). Never lower than `amount`.
 */
export class LessHiss implements Processor {
  readonly delay: Frames = SIZE;
  readonly tail: Frames = 0;
  readonly runIn: Frames = MEMORY * HOP;
  private readonly transform = transformOf(SIZE);
  /** The last window's worth of sound, and what of the next is already added up. */
  private readonly held: Float32Array;
  private readonly sum: Float32Array;
  private readonly ready: Float32Array;
  /** What was left of each bin the last time, power of one channel. */
  private readonly left = new Float64Array(BINS);
  private readonly noise: Float64Array;
  private readonly least: number;
  private filled = 0;

  constructor(
    private readonly set: TreatmentOf<'hiss'>,
    noise: NoisePower,
    private readonly channels: 1 | 2,
  ) {
    // The window of the way in is the root of the one that the noise was learned under: its power is 4/3 of that.
    this.noise = Float64Array.from(noise, (one) => (one * OVER * 4) / 3);
    this.least = gainOfDecibels(-set.amount);
    this.held = new Float32Array(SIZE * channels);
    this.sum = new Float32Array(SIZE * channels);
    this.ready = new Float32Array(HOP * channels);
  }

  reset(): void {
    for (const one of [this.held, this.sum, this.ready, this.left]) one.fill(0);
    this.filled = 0;
  }

  process(input: Float32Array, output: Float32Array, frames: number): void {
    const { channels, held, ready } = this;
    for (let done = 0; done < frames;) {
      const size = Math.min(frames - done, HOP - this.filled);
      const from = done * channels;
      const at = this.filled * channels;
      const into = HOP * channels + at;
      for (let i = 0; i < size * channels; i += 1) {
        const value = input[from + i]!;
        output[from + i] = ready[at + i]!;
        held[into + i] = value;
      }
      done += size;
      this.filled += size;
      if (this.filled === HOP) this.close();
    }
  }

  /** Half a window is full: one spectrum more. */
  private close(): void {
    const { channels, held, sum, ready, transform } = this;
    const { re, im } = transform;
    if (channels === 2) {
      for (let i = 0; i < SIZE; i += 1) {
        const window = WINDOW[i]!;
        re[i] = held[i * 2]! * window;
        im[i] = held[i * 2 + 1]! * window;
      }
    } else {
      for (let i = 0; i < SIZE; i += 1) re[i] = held[i]! * WINDOW[i]!;
      im.fill(0);
    }
    transform.forward();
    this.lower(transform.re, transform.im);
    transform.inverse();
    const { re: left, im: right } = transform;
    if (channels === 2) {
      for (let i = 0; i < SIZE; i += 1) {
        const window = WINDOW[i]!;
        sum[i * 2]! += left[i]! * window;
        sum[i * 2 + 1]! += right[i]! * window;
      }
    } else {
      for (let i = 0; i < SIZE; i += 1) sum[i]! += left[i]! * WINDOW[i]!;
    }
    const half = HOP * channels;
    ready.set(sum.subarray(0, half));
    sum.copyWithin(0, half);
    sum.fill(0, half);
    held.copyWithin(0, half);
    this.filled = 0;
  }

  /** Lowers each bin, by one gain for both channels, so that nothing moves to the side. */
  private lower(re: Float32Array, im: Float32Array): void {
    const { left, noise, least } = this;
    const { taken = false } = this.set;
    const half = 0.5 / this.channels;
    for (let k = 0; k < LAST; k += 1) {
      const m = k === 0 ? 0 : SIZE - k;
      const a = re[k]!;
      const b = im[k]!;
      const c = re[m]!;
      const d = im[m]!;
      // Two real sounds in one transform: the sum of their powers is that of the two mirror images.
      const power = (a * a + b * b + c * c + d * d) * half;
      const hiss = noise[k]!;
      let gain = 1;
      if (hiss <= NONE) left[k] = power;
      else {
        const now = power > hiss ? power / hiss - 1 : 0;
        const ratio = BEFORE * (left[k]! / hiss) + (1 - BEFORE) * now;
        gain = ratio / (1 + ratio);
        left[k] = gain * gain * power;
        if (gain < least) gain = least;
      }
      if (taken) gain = 1 - gain;
      re[k] = a * gain;
      im[k] = b * gain;
      if (m === k) continue;
      re[m] = c * gain;
      im[m] = d * gain;
    }
  }
}
