import type { Frames } from '../units';

/** Sound at the mix rate, read in pages: memory never grows with its length. */
export interface PcmSource {
  readonly channels: 1 | 2;
  readonly frames: Frames;
  /**
   * Writes `count` frames from `first`, interleaved, into `into[0, count × channels)`. Frames outside [0, frames) are
   * silence. `count × channels` must not exceed `into.length`.
   */
  read(first: Frames, count: number, into: Float32Array): void;
}

/** A source over samples in memory, interleaved. Its length must be a whole number of frames. */
export function memorySource(samples: Float32Array, channels: 1 | 2): PcmSource {
  if (samples.length % channels !== 0) {
    throw new RangeError(`samples.length must be a multiple of channels: got ${samples.length} and ${channels}`);
  }
  const frames = samples.length / channels;
  return {
    channels,
    frames,
    read(first, count, into) {
      readWindow(first, count, frames, channels, into, (from, to, at) => into.set(samples.subarray(from, to), at));
    },
  };
}

/**
 * Shared edge handling of sources: silence outside the sound, `copy(fromSample, toSample, intoOffset)` for what lies
 * within. Called once a block, not once a sample.
 */
export function readWindow(
  first: Frames,
  count: number,
  frames: Frames,
  channels: number,
  into: Float32Array,
  copy: (fromSample: number, toSample: number, intoOffset: number) => void,
): void {
  if (count * channels > into.length) throw new RangeError(`count ${count} × channels ${channels} exceeds into.length ${into.length}`);
  const low = Math.max(0, first);
  const high = Math.min(frames, first + count);
  if (high <= low) {
    into.fill(0, 0, count * channels);
    return;
  }
  into.fill(0, 0, (low - first) * channels);
  copy(low * channels, high * channels, (low - first) * channels);
  into.fill(0, (high - first) * channels, count * channels);
}
