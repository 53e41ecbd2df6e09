import { RATE, type Hertz } from '../units';
import type { Processor } from './processor';

/** 12 dB an octave: a Butterworth high-pass of the second order, whose poles have this quality. */
const QUALITY = Math.SQRT1_2;
/** What the run-in leaves of a state: −160 dB. */
const FORGOTTEN = 1e-8;
/** Below this nothing counts, and processors compute ever smaller numbers a hundred times slower. */
const NOTHING = 1e-20;

/**
 * Takes away what rumbles below a frequency, 12 dB an octave, −3.01 dB at the frequency itself. A Butterworth high-pass of the second order by the bilinear
 * transform (R. Bristow-Johnson, Audio EQ Cookbook, HPF with Q = 1/√2). Its response is
 * |H(f)|² = 1 / (1 + (tan(π f₀ / R) / tan(π f / R))⁴).
 *
 * @param frequency above 0 and below half the rate.
 */
export class LowCut implements Processor {
  readonly delay = 0;
  readonly tail: number;
  readonly runIn: number;
  private readonly b0: number;
  private readonly a1: number;
  private readonly a2: number;
  /** x1, x2, y1, y2 of each channel. */
  private readonly state: Float64Array;

  constructor(
    frequency: Hertz,
    private readonly channels: 1 | 2,
  ) {
    if (!(frequency > 0 && frequency < RATE / 2)) throw new RangeError(`frequency must lie in (0, ${RATE / 2}): got ${frequency}`);
    const w = (2 * Math.PI * frequency) / RATE;
    const alpha = Math.sin(w) / (2 * QUALITY);
    const a0 = 1 + alpha;
    this.b0 = (1 + Math.cos(w)) / 2 / a0;
    this.a1 = (-2 * Math.cos(w)) / a0;
    this.a2 = (1 - alpha) / a0;
    // The poles are a pair of radius √a2: what is remembered shrinks by that with every frame.
    this.runIn = Math.ceil(Math.log(FORGOTTEN) / Math.log(Math.sqrt(this.a2)));
    this.tail = this.runIn;
    this.state = new Float64Array(channels * 4);
  }

  reset(): void {
    this.state.fill(0);
  }

  process(input: Float32Array, output: Float32Array, frames: number): void {
    const { state, channels, b0, a1, a2 } = this;
    for (let channel = 0; channel < channels; channel += 1) {
      const s = channel * 4;
      let x1 = state[s]!;
      let x2 = state[s + 1]!;
      let y1 = state[s + 2]!;
      let y2 = state[s + 3]!;
      const end = frames * channels;
      for (let i = channel; i < end; i += channels) {
        const x = input[i]!;
        const y = b0 * (x - 2 * x1 + x2) - a1 * y1 - a2 * y2;
        x2 = x1;
        x1 = x;
        y2 = y1;
        y1 = y > NOTHING || y < -NOTHING ? y : 0;
        output[i] = y1;
      }
      state[s] = x1;
      state[s + 1] = x2;
      state[s + 2] = y1;
      state[s + 3] = y2;
    }
  }
}
