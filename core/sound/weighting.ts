import { RATE, type Frames } from '../units';

/** K-weighting at 48 kHz: ITU-R BS.1770-4, tables 1 and 2 (from memory; confirmed by the published test signals). */
const SHELF = { b0: 1.53512485958697, b1: -2.69169618940638, b2: 1.19839281085285, a1: -1.69065929318241, a2: 0.73248077421585 };
const HIGH_PASS = { b0: 1, b1: -2, b2: 1, a1: -1.99004745483398, a2: 0.99007225036621 };

const audible = (value: number) => (value > 1e-30 || value < -1e-30 ? value : 0);

/** The K-weighting filter with its memory, for interleaved channels whose samples come block by block. */
export class KWeighting {
  /** x1, x2, y1, y2 of the shelf, then y1, y2 of the high-pass, for each channel. */
  private readonly state: Float64Array;

  constructor(private readonly channels: number) {
    this.state = new Float64Array(channels * 6);
  }

  /** Sum of squares of `size` weighted samples of one channel, from frame `first` of the block on. */
  power(samples: Float32Array, first: number, size: number, channel: number): number {
    const { state, channels } = this;
    const s = channel * 6;
    let x1 = state[s]!;
    let x2 = state[s + 1]!;
    let y1 = state[s + 2]!;
    let y2 = state[s + 3]!;
    let z1 = state[s + 4]!;
    let z2 = state[s + 5]!;
    let sum = 0;
    const end = (first + size) * channels;
    for (let i = first * channels + channel; i < end; i += channels) {
      const x = samples[i]!;
      const y = SHELF.b0 * x + SHELF.b1 * x1 + SHELF.b2 * x2 - SHELF.a1 * y1 - SHELF.a2 * y2;
      const z = HIGH_PASS.b0 * y + HIGH_PASS.b1 * y1 + HIGH_PASS.b2 * y2 - HIGH_PASS.a1 * z1 - HIGH_PASS.a2 * z2;
      x2 = x1;
      x1 = x;
      y2 = y1;
      y1 = y;
      z2 = z1;
      z1 = z;
      sum += z * z;
    }
    state[s] = x1;
    state[s + 1] = x2;
    // In silence the filter would ring on in numbers so small that the processor computes them a hundred times slower.
    state[s + 2] = audible(y1);
    state[s + 3] = audible(y2);
    state[s + 4] = audible(z1);
    state[s + 5] = audible(z2);
    return sum;
  }
}

/** Power is kept in steps of this: 10 ms. */
export const POWER_HOP: Frames = RATE / 100;

/** K-weighted mean square, channels added, of a stream in steps of 10 ms; a mono sound counts as it will be mixed: once. */
export class PowerMeter {
  private readonly weighting: KWeighting;
  private readonly steps: Float32Array;
  private step = 0;
  private filled = 0;
  private energy = 0;

  /** @param frames length of the whole stream. */
  constructor(
    private readonly channels: 1 | 2,
    frames: Frames,
  ) {
    this.weighting = new KWeighting(channels);
    this.steps = new Float32Array(Math.ceil(frames / POWER_HOP));
  }

  /** Takes the next `frames` interleaved frames; what would run past the length that was given is left out. */
  push(samples: Float32Array, frames: number): void {
    for (let done = 0; done < frames && this.step < this.steps.length;) {
      const size = Math.min(frames - done, POWER_HOP - this.filled);
      for (let channel = 0; channel < this.channels; channel += 1) this.energy += this.weighting.power(samples, done, size, channel);
      done += size;
      this.filled += size;
      if (this.filled === POWER_HOP) this.close();
    }
  }

  /** Passes over whole steps that nobody asks about, as silence; what comes after them finds the filters as they were. */
  skip(frames: Frames): void {
    if (this.filled !== 0 || frames % POWER_HOP !== 0)
      throw new RangeError(`only whole steps can be skipped: got ${frames} after ${this.filled}`);
    this.step += frames / POWER_HOP;
  }

  /** One mean square a step, the last step filled up with silence. */
  finish(): Float32Array {
    if (this.filled > 0) this.close();
    return this.steps;
  }

  private close(): void {
    this.steps[this.step] = this.energy / POWER_HOP;
    this.step += 1;
    this.energy = 0;
    this.filled = 0;
  }
}
