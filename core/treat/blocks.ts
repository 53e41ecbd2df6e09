import type { Transform } from '../sound/transform';
import type { Frames } from '../units';

/**
 * What works in whole blocks (overlap-save): it collects a block, closes it, and gives out meanwhile what came of the one before. Its block before is
 * kept beside it.
 */
export abstract class Blocks {
  readonly finite = true;
  /** The block before, and the one that fills up; what came of the last one that was full. */
  protected readonly before: Float32Array;
  protected readonly block: Float32Array;
  protected readonly ready: Float32Array;
  private filled = 0;

  constructor(
    private readonly size: Frames,
    protected readonly channels: 1 | 2,
  ) {
    this.before = new Float32Array(size * channels);
    this.block = new Float32Array(size * channels);
    this.ready = new Float32Array(size * channels);
  }

  reset(): void {
    for (const one of [this.before, this.block, this.ready]) one.fill(0);
    this.filled = 0;
  }

  process(input: Float32Array, output: Float32Array, frames: number): void {
    const { channels, size, block, ready } = this;
    for (let done = 0; done < frames;) {
      const count = Math.min(frames - done, size - this.filled);
      const at = this.filled * channels;
      const from = done * channels;
      for (let i = 0; i < count * channels; i += 1) {
        const value = input[from + i]!;
        output[from + i] = ready[at + i]!;
        block[at + i] = value;
      }
      done += count;
      this.filled += count;
      if (this.filled < size) continue;
      this.close();
      this.before.set(block);
      this.filled = 0;
    }
  }

  /** A block is full: what comes of it, and of the one before it, goes into `ready`. */
  protected abstract close(): void;

  /** Both blocks into a transform of twice their size; stereo as one complex sound. */
  protected lay({ re, im }: Transform): void {
    const { channels, size, before, block } = this;
    for (let i = 0; i < size; i += 1) {
      re[i] = before[i * channels]!;
      re[size + i] = block[i * channels]!;
      im[i] = channels === 2 ? before[i * 2 + 1]! : 0;
      im[size + i] = channels === 2 ? block[i * 2 + 1]! : 0;
    }
  }
}
