import { OVERSHOOT } from './overshoot.wasm';
import { instanceOf, type Memory } from './webAssembly';

/**
 * True peak by four-fold oversampling (ITU-R BS.1770-4, annex 2, from memory). The interpolator is a windowed sinc of 24
 * taps a phase in place of the annex's 12, for less ripple near 20 kHz.
 */
const FACTOR = 4;
const TAPS = 24;

const PHASES: Float64Array[] = [];
for (let phase = 1; phase < FACTOR; phase += 1) {
  const taps = new Float64Array(TAPS);
  let total = 0;
  for (let k = 0; k < TAPS; k += 1) {
    const x = k - (TAPS / 2 - 1) - phase / FACTOR;
    // Hann window.
    const window = 0.5 + 0.5 * Math.cos((Math.PI * x) / (TAPS / 2));
    taps[k] = (Math.sin(Math.PI * x) / (Math.PI * x)) * window;
    total += taps[k]!;
  }
  for (let k = 0; k < TAPS; k += 1) taps[k]! /= total;
  PHASES.push(taps);
}

/** Samples on either side of a point that its interpolation looks at. */
export const PEAK_REACH = TAPS / 2;
/** No interpolated point is higher than this many times the highest sample around it. */
export const PEAK_OVERSHOOT = Math.max(...PHASES.map((taps) => taps.reduce((sum, tap) => sum + Math.abs(tap), 0)));

/** The same for sums in 32-bit floats. */
const BOUND = PEAK_OVERSHOOT * 1.0001;

/**
 * The true peak of frames [at, at + count) of one channel of an interleaved block, linear: the samples and the points between each and the
 * next one. The block holds `PEAK_REACH` frames more on either side.
 */
export function truePeakWithin(samples: Float32Array, at: number, count: number, stride: number, offset: number): number {
  let peak = 0;
  for (let i = at; i < at + count; i += 1) {
    const plain = Math.abs(samples[i * stride + offset]!);
    if (plain > peak) peak = plain;
    for (const taps of PHASES) {
      let sum = 0;
      let place = (i - PEAK_REACH + 1) * stride + offset;
      for (let k = 0; k < TAPS; k += 1, place += stride) sum += samples[place]! * taps[k]!;
      sum = Math.abs(sum);
      if (sum > peak) peak = sum;
    }
  }
  return peak;
}

interface Exports {
  readonly memory: Memory;
  highest(held: number, kernels: number, count: number, peak: number, overshoot: number): number;
}

const FLOAT = 4;
/** Samples that are looked at together. */
const FOUR = 4;
/** The weights as the compiled loop wants them: tap by tap, phase by phase, four times each. */
const KERNELS = Float32Array.from({ length: TAPS * PHASES.length * FOUR }, (_, i) => {
  const each = Math.floor(i / FOUR);
  return PHASES[each % PHASES.length]![Math.floor(each / PHASES.length)]!;
});

/**
 * Follows one channel; `peak` is the highest so far, linear. Interpolated points lag by half the filter; `finish` flushes them. The sums are
 * compiled (overshoot.wat), in 32-bit floats: 72 products a sample are most of what measuring a show costs.
 */
export class TruePeak {
  peak = 0;
  private readonly exports: Exports;
  private readonly window: Float32Array;
  /** Samples in the window that were not looked at yet, fewer than four between two pushes. */
  private held = 0;

  constructor(private readonly chunk = 4096) {
    const room = TAPS - 1 + FOUR + chunk;
    this.exports = instanceOf<Exports>(OVERSHOOT, (KERNELS.length + room) * FLOAT);
    const { buffer } = this.exports.memory;
    new Float32Array(buffer).set(KERNELS);
    this.window = new Float32Array(buffer, KERNELS.length * FLOAT, room);
  }

  /** Takes up to any number of samples, every `stride`-th from `offset` of an interleaved block; only reads. */
  push(samples: Float32Array, count: number, stride = 1, offset = 0): void {
    const { window } = this;
    for (let done = 0; done < count; done += this.chunk) {
      const size = Math.min(this.chunk, count - done);
      const at = TAPS - 1 + this.held;
      for (let i = 0; i < size; i += 1) window[at + i] = samples[(done + i) * stride + offset]!;
      this.held += size;
      this.scan();
    }
  }

  finish(): number {
    const at = TAPS - 1 + this.held;
    this.window.fill(0, at, at + TAPS + FOUR);
    this.held += TAPS + FOUR;
    this.scan();
    return this.peak;
  }

  /** The true peak of all that was pushed, linear. Then it begins anew. */
  take(): number {
    const peak = this.finish();
    this.window.fill(0);
    this.held = this.peak = 0;
    return peak;
  }

  private scan(): void {
    const size = this.held - (this.held % FOUR);
    if (size === 0) return;
    this.peak = this.exports.highest(KERNELS.length * FLOAT, 0, size, this.peak, BOUND);
    this.window.copyWithin(0, size, this.held + TAPS - 1);
    this.held -= size;
  }
}
