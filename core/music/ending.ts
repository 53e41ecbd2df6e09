import type { Seconds } from '../units';
import { BANDS, TEXTURE_RATE, type Texture } from './texture';

export interface Ending {
  /** Where there is anything to hear; all of it where there is nothing. */
  readonly sounding: { readonly from: Seconds; readonly to: Seconds };
  /** Where the last chord sets in. */
  readonly lastChord: Seconds;
  /** How long it rings until it has sunk into silence. */
  readonly ring: Seconds;
}

/** Silence is 50 dB under the piece's loudest 50 ms, and anything below −80 dBFS. */
const UNDER = 1e-5;
const NOTHING = 1e-8;
/** The last chord is the last onset that is at least this strong among the strongest. */
const SHARE = 0.35;

/** What sets in raises the logarithms of its bands by so much in the mean (chords of scores raise them by 0.5 to 7, rings by 0.05 to 0.4). */
const SETS_IN = 0.45;

/** Mean rise of all bands over 50 ms at a frame. */
function spread(bands: Float32Array, frame: number, frames: number): number {
  const [now, before] = [Math.min(frames - 1, frame + 2) * BANDS, Math.max(0, frame - 3) * BANDS];
  let sum = 0;
  for (let k = 0; k < BANDS; k += 1) sum += Math.max(0, bands[now + k]! - bands[before + k]!);
  return sum / BANDS;
}

/** How a piece ends: its last chord and what rings on behind it, seconds. @param onsets how much sets in at each frame of the texture. */
export function endingOf({ power, frames, bands }: Texture, onsets: Float32Array, seconds: Seconds): Ending {
  let loudest = 0;
  const smooth = new Float32Array(frames);
  for (let i = 0; i < frames; i += 1) {
    for (let k = Math.max(0, i - 2); k <= Math.min(frames - 1, i + 2); k += 1) smooth[i]! += power[k]! / 5;
    loudest = Math.max(loudest, smooth[i]!);
  }
  const floor = Math.max(NOTHING, loudest * UNDER);
  let first = 0;
  while (first < frames && smooth[first]! <= floor) first += 1;
  let last = frames - 1;
  while (last > first && smooth[last]! <= floor) last -= 1;
  if (first >= frames) return { sounding: { from: 0, to: seconds }, lastChord: seconds, ring: 0 };
  const peaks: { at: number; height: number }[] = [];
  for (let i = first; i <= last; i += 1) {
    const height = onsets[i]!;
    // What sets in makes it louder; the end of a ring, which is an edge as well, does not.
    // A ring that beats or trembles does not set in all over its bands.
    if (spread(bands, i, frames) < SETS_IN) continue;
    const louder = smooth[Math.min(frames - 1, i + 4)]! > 1.25 * smooth[Math.max(0, i - 4)]!;
    if (louder && height > 0.5 && height >= (onsets[i - 1] ?? 0) && height > (onsets[i + 1] ?? 0))
      peaks.push({ at: i, height: Math.min(4, height) });
  }
  const heights = peaks.map(({ height }) => height).sort((a, b) => b - a);
  const strong = heights[Math.floor(heights.length / 4)] ?? 0;
  const chord = peaks.filter(({ height }) => height >= strong * SHARE).at(-1);
  const to = Math.min(seconds, (last + 1) / TEXTURE_RATE);
  const lastChord = chord ? Math.max(0, chord.at / TEXTURE_RATE) : first / TEXTURE_RATE;
  return { sounding: { from: first / TEXTURE_RATE, to }, lastChord, ring: Math.max(0, to - lastChord) };
}
