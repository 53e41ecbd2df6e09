import type { PcmSource } from '../sound/pcm';
import { Transform } from '../sound/transform';
import { RATE, framesOf, type Frames, type Seconds } from '../units';

/**
 * How much each third of an octave counts for understanding speech, by its middle, Hz (ANSI S3.5-1997, Table 3, band importance for average speech;
 * from memory, they add up to 1).
 */
export const IMPORTANCE: readonly (readonly [hertz: number, share: number])[] = [
  [160, 0.0083],
  [200, 0.0095],
  [250, 0.015],
  [315, 0.0289],
  [400, 0.044],
  [500, 0.0578],
  [630, 0.0653],
  [800, 0.0711],
  [1000, 0.0818],
  [1250, 0.0844],
  [1600, 0.0882],
  [2000, 0.0898],
  [2500, 0.0868],
  [3150, 0.0844],
  [4000, 0.0771],
  [5000, 0.0527],
  [6300, 0.0364],
  [8000, 0.0185],
];

/** Thirds of octaves that are listened to. */
export const THIRDS = IMPORTANCE.length;
/** Seconds of one row of thirds in a profile. */
export const THIRDS_STEP: Seconds = 0.1;
export const THIRDS_HOP: Frames = framesOf(THIRDS_STEP);
const SIZE: Frames = 8192;
const BLOCK: Frames = THIRDS_HOP * 200;

/** Bins of each third's lower and upper end. */
const EDGES = IMPORTANCE.map(
  ([hertz]) => [Math.round((hertz * 2 ** (-1 / 6) * SIZE) / RATE), Math.round((hertz * 2 ** (1 / 6) * SIZE) / RATE)] as const,
);
const WINDOW = Float64Array.from({ length: SIZE }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / SIZE));

/** Power of windows in each third, both channels added. */
export class ThirdsWindows {
  private readonly transform = new Transform(SIZE);

  constructor(private readonly channels: 1 | 2) {}

  /** Adds the power of the window that begins at sample `at` of interleaved `sound` to `into[to, to + THIRDS)`. */
  add(sound: Float32Array, at: number, into: Float64Array | Float32Array, to: number): void {
    const { transform, channels } = this;
    let { re, im } = transform;
    for (let i = 0; i < SIZE; i += 1) {
      re[i] = sound[at + i * channels]! * WINDOW[i]!;
      im[i] = channels === 2 ? sound[at + i * 2 + 1]! * WINDOW[i]! : 0;
    }
    transform.forward();
    ({ re, im } = transform);
    for (let band = 0; band < THIRDS; band += 1) {
      const [low, high] = EDGES[band]!;
      let sum = 0;
      for (let k = low; k < high; k += 1) sum += re[k]! ** 2 + im[k]! ** 2 + re[SIZE - k]! ** 2 + im[SIZE - k]! ** 2;
      into[to + band]! += sum;
    }
  }
}

/** Mean power of a sound in each third of an octave, both channels. @param sound interleaved. */
export function thirdsOf(sound: Float32Array, channels: 1 | 2): Float64Array {
  const windows = new ThirdsWindows(channels);
  const power = new Float64Array(THIRDS);
  const frames = sound.length / channels;
  let count = 0;
  for (let first = 0; first + SIZE <= frames; first += SIZE / 2) {
    windows.add(sound, first * channels, power, 0);
    count += 1;
  }
  return power.map((one) => one / Math.max(1, count));
}

/** The same for every tenth of a second of a sound that comes in blocks: rows of `THIRDS`. Rows that are not wanted stay silent. */
export class ThirdsMeter {
  private readonly out: Float32Array;
  /** What the next row is read from, as far as it is there; the first one begins before the sound does. */
  private readonly page: Float32Array;
  private filled: Frames = SIZE / 2 - THIRDS_HOP / 2;
  private row = 0;

  constructor(
    private readonly channels: 1 | 2,
    frames: Frames,
    private readonly wanted: (row: number) => boolean = () => true,
    private readonly windows = new ThirdsWindows(channels),
  ) {
    this.out = new Float32Array(Math.ceil(frames / THIRDS_HOP) * THIRDS);
    this.page = new Float32Array(SIZE * channels);
  }

  /** @param block interleaved. */
  push(block: Float32Array, frames: Frames): void {
    const { channels, page } = this;
    for (let done = 0; done < frames;) {
      const count = Math.min(frames - done, SIZE - this.filled);
      page.set(block.subarray(done * channels, (done + count) * channels), this.filled * channels);
      this.filled += count;
      done += count;
      if (this.filled === SIZE) this.take();
    }
  }

  private take(): void {
    const to = this.row * THIRDS;
    if (to < this.out.length && this.wanted(this.row)) this.windows.add(this.page, 0, this.out, to);
    this.row += 1;
    this.page.copyWithin(0, THIRDS_HOP * this.channels);
    this.filled = SIZE - THIRDS_HOP;
  }

  finish(): Float32Array {
    while (this.row * THIRDS < this.out.length) {
      this.page.fill(0, this.filled * this.channels);
      this.take();
    }
    return this.out;
  }
}

/** The same of a whole sound. Yields the share done, so that a worker can yield. */
export function* thirdsIn(source: PcmSource): Generator<number, Float32Array> {
  const { channels, frames } = source;
  const meter = new ThirdsMeter(channels, frames);
  const block = new Float32Array(BLOCK * channels);
  for (let first = 0; first < frames; first += BLOCK) {
    const count = Math.min(BLOCK, frames - first);
    source.read(first, count, block);
    meter.push(block, count);
    yield first / frames;
  }
  return meter.finish();
}
