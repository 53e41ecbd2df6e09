import type { TreatmentOf } from '../show';
import { framesOf, type Frames } from '../units';
import type { Processor } from './processor';

const CHUNK: Frames = 4096;

/** Repeats the sound `times` times, each `seconds` after the one before and `amount` times as loud. */
export class Echo implements Processor {
  readonly finite = true;
  readonly delay = 0;
  readonly tail: Frames;
  readonly runIn: Frames;
  private readonly apart: Frames;
  private readonly gains: Float64Array;
  /** What went by, up to the last repeat, and room for a chunk behind it. */
  private readonly past: Float32Array;

  constructor(
    { amount, seconds, times }: TreatmentOf<'echo'>,
    private readonly channels: 1 | 2,
  ) {
    this.apart = framesOf(seconds);
    this.gains = Float64Array.from({ length: times }, (_, k) => amount ** (k + 1));
    this.tail = this.runIn = this.apart * times;
    this.past = new Float32Array((this.tail + CHUNK) * channels);
  }

  reset(): void {
    this.past.fill(0);
  }

  process(input: Float32Array, output: Float32Array, frames: number): void {
    const { channels, past, gains, apart } = this;
    const now = this.tail * channels;
    for (let done = 0; done < frames; done += CHUNK) {
      const size = Math.min(CHUNK, frames - done) * channels;
      past.set(input.subarray(done * channels, done * channels + size), now);
      const out = output.subarray(done * channels, done * channels + size);
      out.set(past.subarray(now, now + size));
      for (let k = 0; k < gains.length; k += 1) {
        const gain = gains[k]!;
        const from = now - (k + 1) * apart * channels;
        for (let i = 0; i < size; i += 1) out[i]! += past[from + i]! * gain;
      }
      past.copyWithin(0, size, now + size);
    }
  }
}
