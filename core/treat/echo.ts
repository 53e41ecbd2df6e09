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
  /** What went by, up to the last repeat, and room for as much again: it is moved back to the front only when that is full. */
  private readonly past: Float32Array;
  /** Where in it the next frame goes, samples. */
  private now: number;

  constructor(
    { amount, seconds, times }: TreatmentOf<'echo'>,
    private readonly channels: 1 | 2,
  ) {
    this.apart = framesOf(seconds);
    this.gains = Float64Array.from({ length: times }, (_, k) => amount ** (k + 1));
    this.tail = this.runIn = this.apart * times;
    this.past = new Float32Array((2 * this.tail + 4 * CHUNK) * channels);
    this.now = this.tail * channels;
  }

  reset(): void {
    this.past.fill(0);
    this.now = this.tail * this.channels;
  }

  process(input: Float32Array, output: Float32Array, frames: number): void {
    const { channels, past, gains } = this;
    const kept = this.tail * channels;
    for (let done = 0; done < frames; done += CHUNK) {
      const size = Math.min(CHUNK, frames - done) * channels;
      if (this.now + size > past.length) {
        past.copyWithin(0, this.now - kept, this.now);
        this.now = kept;
      }
      const { now } = this;
      past.set(input.subarray(done * channels, done * channels + size), now);
      const out = output.subarray(done * channels, done * channels + size);
      out.set(past.subarray(now, now + size));
      const apart = this.apart * channels;
      let k = 0;
      // Several repeats at a time: what they are added to goes through the memory less often.
      for (; k + 3 < gains.length; k += 4) addFour(out, past, now - (k + 1) * apart, apart, size, gains, k);
      for (; k + 1 < gains.length; k += 2) addTwo(out, past, now - (k + 1) * apart, now - (k + 2) * apart, size, gains[k]!, gains[k + 1]!);
      if (k < gains.length) addOne(out, past, now - (k + 1) * apart, size, gains[k]!);
      this.now = now + size;
    }
  }
}

function addOne(out: Float32Array, past: Float32Array, from: number, size: number, gain: number): void {
  for (let i = 0; i < size; i += 1) out[i]! += past[from + i]! * gain;
}

function addTwo(out: Float32Array, past: Float32Array, from: number, before: number, size: number, gain: number, next: number): void {
  for (let i = 0; i < size; i += 1) out[i] = out[i]! + past[from + i]! * gain + past[before + i]! * next;
}

function addFour(
  out: Float32Array,
  past: Float32Array,
  from: number,
  apart: number,
  size: number,
  gains: Float64Array,
  first: number,
): void {
  const [a, b, c, d] = [gains[first]!, gains[first + 1]!, gains[first + 2]!, gains[first + 3]!];
  const [second, third, fourth] = [from - apart, from - 2 * apart, from - 3 * apart];
  for (let i = 0; i < size; i += 1) {
    out[i] = out[i]! + past[from + i]! * a + past[second + i]! * b + past[third + i]! * c + past[fourth + i]! * d;
  }
}
