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
/** Frames that are read in one go, and those behind them that a filter run backwards has to know: it forgets within them (−120 dB). */
const BLOCK: Frames = FRAME * 100;
const AHEAD: Frames = FRAME * 20;
/** The high-pass that the network begins with (its source, from memory): it turns the phase of a deep voice. */
const A1 = -1.99599;
const A2 = 0.996;

/**
 * What clear voice makes of a whole sound, block by block, as long as the sound and in step with it: the phase that the network's first filter
 * turns is turned back by running the same filter backwards, so that a share of it can be laid over the sound itself. Yields the share done
 * with each block, which is its own only until the next one.
 */
export function* clearing(
  source: PcmSource,
  make: () => Denoiser,
): Generator<{ readonly share: number; readonly block: Float32Array }, void> {
  const { channels, frames } = source;
  const denoisers = Array.from({ length: channels }, make);
  try {
    const page = new Float32Array(BLOCK * channels);
    const held = new Float32Array((BLOCK + AHEAD) * channels);
    const out = new Float32Array((BLOCK + AHEAD) * channels);
    const frame = new Float32Array(FRAME);
    // `page` begins at `first` of what is cleared; what was held before it, `AHEAD` frames, is given out with its first frames behind it.
    for (let first = -LATE; first < frames + AHEAD; first += BLOCK) {
      source.read(first + LATE, BLOCK, page);
      for (let at = 0; at < BLOCK; at += FRAME) {
        for (let channel = 0; channel < channels; channel += 1) {
          for (let i = 0; i < FRAME; i += 1) frame[i] = page[(at + i) * channels + channel]! * FULL_SCALE;
          denoisers[channel]!.processFrame(frame);
          for (let i = 0; i < FRAME; i += 1) page[(at + i) * channels + channel] = frame[i]! / FULL_SCALE;
        }
      }
      held.copyWithin(0, BLOCK * channels);
      held.set(page, AHEAD * channels);
      out.set(held);
      for (let channel = 0; channel < channels; channel += 1) backwards(out, channel, channels);
      // What is held begins `AHEAD` frames earlier than the page; its last ones know nothing yet of what comes behind them.
      const begin = first - AHEAD;
      const low = Math.max(0, -begin);
      const high = Math.min(BLOCK, frames - begin);
      if (high > low) yield { share: Math.min(1, (begin + high) / frames), block: out.subarray(low * channels, high * channels) };
    }
  } finally {
    for (const one of denoisers) one.destroy();
  }
}

/** The high-pass from the end to the beginning. */
function backwards(sound: Float32Array, channel: number, channels: number): void {
  let [x1, x2, y1, y2] = [0, 0, 0, 0];
  for (let i = sound.length - channels + channel; i >= 0; i -= channels) {
    const x = sound[i]!;
    const y = x - 2 * x1 + x2 - A1 * y1 - A2 * y2;
    x2 = x1;
    x1 = x;
    y2 = y1;
    y1 = Math.abs(y) > 1e-20 ? y : 0;
    sound[i] = y1;
  }
}
