import { RATE, type Seconds } from '../units';

/** Frames in a bin of the finest level; each further level is `STEP` times coarser. */
export const FINEST = 128;
export const STEP = 4;
export const LEVELS = 5;

/** Overview of one sound: for each level, the highest |sample| of either channel in each bin, in [0, ∞). */
export interface Peaks {
  readonly frames: number;
  readonly levels: readonly Float32Array[];
}

/** Gathers peaks while a sound streams by, in one pass. */
export class PeakBuilder {
  private finest = new Float32Array(4096);
  private bins = 0;
  private filled = 0;
  private highest = 0;
  private frames = 0;

  constructor(private readonly channels: 1 | 2) {}

  /** Takes interleaved frames; the array is only read. */
  push(samples: Float32Array): void {
    const { channels } = this;
    for (let i = 0; i < samples.length; i += channels) {
      const left = Math.abs(samples[i]!);
      if (left > this.highest) this.highest = left;
      if (channels === 2) {
        const right = Math.abs(samples[i + 1]!);
        if (right > this.highest) this.highest = right;
      }
      this.filled += 1;
      if (this.filled === FINEST) this.close();
    }
    this.frames += samples.length / channels;
  }

  finish(): Peaks {
    if (this.filled > 0) this.close();
    const levels: Float32Array[] = [this.finest.slice(0, this.bins)];
    while (levels.length < LEVELS) levels.push(coarser(levels.at(-1)!));
    return { frames: this.frames, levels };
  }

  private close(): void {
    if (this.bins === this.finest.length) {
      const larger = new Float32Array(this.bins * 2);
      larger.set(this.finest);
      this.finest = larger;
    }
    this.finest[this.bins] = this.highest;
    this.bins += 1;
    this.filled = 0;
    this.highest = 0;
  }
}

function coarser(fine: Float32Array): Float32Array {
  const out = new Float32Array(Math.ceil(fine.length / STEP));
  for (let i = 0; i < fine.length; i += 1) {
    const bin = (i / STEP) | 0;
    if (fine[i]! > out[bin]!) out[bin] = fine[i]!;
  }
  return out;
}

/** Frames in a bin of a level. */
export function binFrames(level: number): number {
  return FINEST * STEP ** level;
}

/** The coarsest level whose bins are no longer than `seconds`; the finest where even that is longer. */
export function levelFor(seconds: Seconds): number {
  let level = 0;
  while (level + 1 < LEVELS && binFrames(level + 1) <= seconds * RATE) level += 1;
  return level;
}

/** The highest peak between two moments of the source, seconds. An empty stretch or one outside gives 0. */
export function peakBetween(peaks: Peaks, level: number, from: Seconds, to: Seconds): number {
  const bins = peaks.levels[level]!;
  const size = binFrames(level);
  const low = Math.max(0, Math.floor((from * RATE) / size));
  const high = Math.min(bins.length, Math.max(low + 1, Math.ceil((to * RATE) / size)));
  let highest = 0;
  for (let i = low; i < high; i += 1) if (bins[i]! > highest) highest = bins[i]!;
  return highest;
}

/** One flat block for storage: [frames, bins of each level…, levels…] as 32-bit floats, the counts exact up to 2^24 × 2^24. */
export function packPeaks(peaks: Peaks): Float32Array {
  const head = [Math.floor(peaks.frames / 2 ** 20), peaks.frames % 2 ** 20, peaks.levels[0]!.length];
  const total = peaks.levels.reduce((sum, level) => sum + level.length, 0);
  const out = new Float32Array(head.length + total);
  out.set(head);
  let at = head.length;
  for (const level of peaks.levels) {
    out.set(level, at);
    at += level.length;
  }
  return out;
}

/** Undoes `packPeaks`; null where the block does not have the length it claims. */
export function unpackPeaks(block: Float32Array): Peaks | null {
  const [high, low, finest] = block;
  if (high === undefined || low === undefined || finest === undefined) return null;
  const levels: Float32Array[] = [];
  let at = 3;
  let size = finest;
  for (let level = 0; level < LEVELS; level += 1) {
    if (at + size > block.length) return null;
    levels.push(block.subarray(at, at + size));
    at += size;
    size = Math.ceil(size / STEP);
  }
  return at === block.length ? { frames: high * 2 ** 20 + low, levels } : null;
}
