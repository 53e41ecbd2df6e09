import { RATE, type Decibels, type Frames, type Hertz } from '../units';
import type { Processor } from './processor';

/** What the run-in leaves of a state: −160 dB. */
const FORGOTTEN = 1e-8;
/** Below this nothing counts, and processors compute ever smaller numbers a hundred times slower. */
const NOTHING = 1e-20;

/** A filter of the second order, its a0 divided out. */
export interface Biquad {
  readonly b0: number;
  readonly b1: number;
  readonly b2: number;
  readonly a1: number;
  readonly a2: number;
}

/** The formulas are those of the Audio EQ Cookbook (R. Bristow-Johnson). */
function turn(frequency: Hertz): { readonly cos: number; readonly sin: number } {
  if (!(frequency > 0 && frequency < RATE / 2)) throw new RangeError(`frequency must lie in (0, ${RATE / 2}): got ${frequency}`);
  const w = (2 * Math.PI * frequency) / RATE;
  return { cos: Math.cos(w), sin: Math.sin(w) };
}

/** HPF of the cookbook. @param quality 1/√2 is Butterworth: 12 dB an octave, −3.01 dB at the frequency. */
export function highPass(frequency: Hertz, quality = Math.SQRT1_2): Biquad {
  const { cos, sin } = turn(frequency);
  const alpha = sin / (2 * quality);
  const b0 = (1 + cos) / 2 / (1 + alpha);
  return { b0, b1: -2 * b0, b2: b0, a1: (-2 * cos) / (1 + alpha), a2: (1 - alpha) / (1 + alpha) };
}

/** peakingEQ of the cookbook. */
export function peaking(frequency: Hertz, quality: number, gain: Decibels): Biquad {
  const { cos, sin } = turn(frequency);
  const a = 10 ** (gain / 40);
  const alpha = sin / (2 * quality);
  const a0 = 1 + alpha / a;
  const b1 = (-2 * cos) / a0;
  return { b0: (1 + alpha * a) / a0, b1, b2: (1 - alpha * a) / a0, a1: b1, a2: (1 - alpha / a) / a0 };
}

/** lowShelf and highShelf of the cookbook with a slope of 1: half of the gain at the frequency itself. */
export function shelf(side: 'low' | 'high', frequency: Hertz, gain: Decibels): Biquad {
  const { cos, sin } = turn(frequency);
  const a = 10 ** (gain / 40);
  const root = 2 * Math.sqrt(a) * (sin / 2) * Math.SQRT2;
  // The high shelf is the low one with the cosine turned round and every second coefficient with it.
  const c = side === 'low' ? cos : -cos;
  const way = side === 'low' ? 1 : -1;
  const a0 = a + 1 + (a - 1) * c + root;
  return {
    b0: (a * (a + 1 - (a - 1) * c + root)) / a0,
    b1: (way * 2 * a * (a - 1 - (a + 1) * c)) / a0,
    b2: (a * (a + 1 - (a - 1) * c - root)) / a0,
    a1: (way * -2 * (a - 1 + (a + 1) * c)) / a0,
    a2: (a + 1 + (a - 1) * c - root) / a0,
  };
}

/** Frames after which a filter remembers nothing that counts: its slower pole has died away. */
function memoryOf({ a1, a2 }: Biquad): Frames {
  const inner = a1 * a1 - 4 * a2;
  const radius = inner < 0 ? Math.sqrt(a2) : (Math.abs(a1) + Math.sqrt(inner)) / 2;
  return radius === 0 ? 2 : Math.ceil(Math.log(FORGOTTEN) / Math.log(radius));
}

/** Filters of the second order, one after the other. */
export class Biquads implements Processor {
  readonly delay = 0;
  readonly tail: Frames;
  readonly runIn: Frames;
  /** x1, x2, y1, y2 of each channel, filter by filter. */
  private readonly state: Float64Array;

  constructor(
    private readonly filters: readonly Biquad[],
    private readonly channels: 1 | 2,
  ) {
    this.runIn = filters.reduce((sum, one) => sum + memoryOf(one), 0);
    this.tail = this.runIn;
    this.state = new Float64Array(filters.length * channels * 4);
  }

  reset(): void {
    this.state.fill(0);
  }

  process(input: Float32Array, output: Float32Array, frames: number): void {
    const { channels, filters } = this;
    if (filters.length === 0 && input !== output) output.set(input.subarray(0, frames * channels));
    for (const [index, filter] of filters.entries()) {
      for (let channel = 0; channel < channels; channel += 1) {
        this.pass(filter, index === 0 ? input : output, output, frames * channels, channel, (index * channels + channel) * 4);
      }
    }
  }

  private pass({ b0, b1, b2, a1, a2 }: Biquad, input: Float32Array, output: Float32Array, end: number, channel: number, s: number): void {
    const { state, channels } = this;
    let x1 = state[s]!;
    let x2 = state[s + 1]!;
    let y1 = state[s + 2]!;
    let y2 = state[s + 3]!;
    for (let i = channel; i < end; i += channels) {
      const x = input[i]!;
      const y = b0 * x + b1 * x1 + b2 * x2 - a1 * y1 - a2 * y2;
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
