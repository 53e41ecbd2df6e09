import type { Frames } from '../units';
import type { PcmSource } from './pcm';

/** Frames looked at in one go, and how many such looks a long stretch gets, spread evenly over it. */
const PAGE: Frames = 4096;
const LOOKS = 48;
/** Below this sample height there is nothing to hear: −80 dBFS. */
export const SILENT = 1e-4;

/** A place in a sound, frames. */
export interface SoundPlace {
  readonly source: PcmSource;
  readonly at: Frames;
}

/**
 * How alike two stretches of `frames` frames are, sample by sample: their correlation over both channels, [−1, 1]. A mono
 * sound counts as the same in both. Where one of them is silent 0. Long stretches are looked at in places.
 */
export function alikeness(first: SoundPlace, second: SoundPlace, frames: Frames): number {
  const size = Math.min(PAGE, frames);
  const looks = Math.min(LOOKS, Math.ceil(frames / PAGE));
  const a = new Float32Array(size * first.source.channels);
  const b = new Float32Array(size * second.source.channels);
  let [ab, aa, bb] = [0, 0, 0];
  for (let look = 0; look < looks; look += 1) {
    const shift = looks === 1 ? 0 : Math.round(((frames - size) * look) / (looks - 1));
    first.source.read(first.at + shift, size, a);
    second.source.read(second.at + shift, size, b);
    const [as, bs] = [first.source.channels, second.source.channels];
    for (let i = 0; i < size; i += 1) {
      const al = a[i * as]!;
      const ar = a[i * as + as - 1]!;
      const bl = b[i * bs]!;
      const br = b[i * bs + bs - 1]!;
      ab += al * bl + ar * br;
      aa += al * al + ar * ar;
      bb += bl * bl + br * br;
    }
  }
  return aa > 0 && bb > 0 ? Math.max(-1, Math.min(1, ab / Math.sqrt(aa * bb))) : 0;
}

/** Whether a stretch holds nothing to hear. */
export function isSilent({ source, at }: SoundPlace, frames: Frames): boolean {
  const page = new Float32Array(Math.min(PAGE, frames) * source.channels);
  for (let done = 0; done < frames; done += PAGE) {
    const size = Math.min(PAGE, frames - done);
    source.read(at + done, size, page);
    for (let i = 0; i < size * source.channels; i += 1) if (Math.abs(page[i]!) > SILENT) return false;
  }
  return true;
}
