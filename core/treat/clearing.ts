import type { PcmSource } from '../sound';
import type { Frames } from '../units';

/** A network that leaves the voice of one channel: it changes frames of `FRAME` samples in their order, in the range of 16 bits. */
export interface Denoiser {
  processFrame(frame: Float32Array): number;
  destroy(): void;
}

/** Samples that it takes at a time (RNNoise: 10 ms). */
export const FRAME: Frames = 480;
/** It looks two of them ahead. */
const LATE: Frames = 2 * FRAME;
const FULL_SCALE = 32_768;
/** Frames that are read in one go. */
const BLOCK: Frames = FRAME * 100;

/**
 * What clear voice makes of a whole sound, block by block, as long as the sound and in step with it. Yields the share done with each block,
 * which is its own only until the next one.
 */
export function* clearing(
  source: PcmSource,
  make: () => Denoiser,
): Generator<{ readonly share: number; readonly block: Float32Array }, void> {
  const { channels, frames } = source;
  const denoisers = Array.from({ length: channels }, make);
  try {
    const page = new Float32Array(BLOCK * channels);
    const frame = new Float32Array(FRAME);
    for (let first = -LATE; first < frames; first += BLOCK) {
      // What comes out of frames [first + LATE, …) lies at [first, …): what is late is read so much earlier.
      source.read(first + LATE, BLOCK, page);
      for (let at = 0; at < BLOCK; at += FRAME) {
        for (let channel = 0; channel < channels; channel += 1) {
          for (let i = 0; i < FRAME; i += 1) frame[i] = page[(at + i) * channels + channel]! * FULL_SCALE;
          denoisers[channel]!.processFrame(frame);
          for (let i = 0; i < FRAME; i += 1) page[(at + i) * channels + channel] = frame[i]! / FULL_SCALE;
        }
      }
      const low = Math.max(0, -first);
      const high = Math.min(BLOCK, frames - first);
      if (high > low) yield { share: Math.min(1, (first + BLOCK) / frames), block: page.subarray(low * channels, high * channels) };
    }
  } finally {
    for (const one of denoisers) one.destroy();
  }
}
