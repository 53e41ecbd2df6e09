import type { Seconds } from '../units';
import { BANDS, CHROMA_RATE, TEXTURE_RATE, type Texture } from './texture';

export const TIMBRE = 12;

/** What each moment is like, up to the next one: rows in the order of the moments. */
export interface Features {
  /** 12 a moment, from C, of length 1. */
  readonly chroma: Float32Array;
  /** TIMBRE a moment: the shape of the spectrum (cosine transform of log mel energies, Davis and Mermelstein, 1980). */
  readonly timbre: Float32Array;
  /** Mean level, dB of full scale. */
  readonly loudness: Float32Array;
}

/** Chroma, timbre and level between moments (seconds, in order): one row for each; the last one lasts as long as the one before it, at most to `seconds`. */
export function featuresOf(texture: Texture, moments: readonly Seconds[], seconds: Seconds): Features {
  const count = moments.length;
  const chroma = new Float32Array(count * 12);
  const timbre = new Float32Array(count * TIMBRE);
  const loudness = new Float32Array(count);
  const cosines = Float32Array.from({ length: TIMBRE * BANDS }, (_, i) => {
    const [row, band] = [Math.floor(i / BANDS) + 1, i % BANDS];
    return Math.cos((Math.PI * row * (band + 0.5)) / BANDS) / Math.sqrt(BANDS);
  });
  const bands = new Float32Array(BANDS);
  for (let i = 0; i < count; i += 1) {
    const [from, to] = [moments[i]!, moments[i + 1] ?? Math.min(seconds, moments[i]! + (moments[i]! - (moments[i - 1] ?? moments[i]!)))];
    const first = Math.min(texture.frames - 1, Math.round(from * TEXTURE_RATE));
    const end = Math.max(first + 1, Math.min(texture.frames, Math.round(to * TEXTURE_RATE)));
    bands.fill(0);
    let power = 0;
    for (let frame = first; frame < end; frame += 1) {
      power += texture.power[frame]!;
      for (let band = 0; band < BANDS; band += 1) bands[band]! += texture.bands[frame * BANDS + band]!;
    }
    loudness[i] = 10 * Math.log10(power / (end - first) + 1e-9);
    for (let row = 0; row < TIMBRE; row += 1) {
      let sum = 0;
      for (let band = 0; band < BANDS; band += 1) sum += cosines[row * BANDS + band]! * bands[band]!;
      timbre[i * TIMBRE + row] = sum / (end - first);
    }
    fillChroma(texture, from, to, chroma, i * 12);
  }
  return { chroma, timbre, loudness };
}

/** The mean chroma of [from, to), scaled to length 1. */
function fillChroma({ chroma, chromaFrames }: Texture, from: Seconds, to: Seconds, into: Float32Array, at: number): void {
  const low = Math.max(0, Math.min(chromaFrames - 1, Math.round(from * CHROMA_RATE)));
  const high = Math.max(low + 1, Math.min(chromaFrames, Math.round(to * CHROMA_RATE)));
  let length = 0;
  for (let k = 0; k < 12; k += 1) {
    let sum = 0;
    for (let frame = low; frame < high; frame += 1) sum += chroma[frame * 12 + k]!;
    into[at + k] = sum;
    length += sum * sum;
  }
  const scale = length > 1e-12 ? 1 / Math.sqrt(length) : 0;
  for (let k = 0; k < 12; k += 1) into[at + k]! *= scale;
}

/** Music without a beat: about every so often the place that is quietest and at rest, seconds. */
const SPACING = 0.6;

/** Places to splice where there is no beat: in each stretch of 0.6 s the quietest moment, rather where the harmony stands. */
export function quietMoments({ power, frames }: Texture, harmony: Float32Array): Seconds[] {
  const level = new Float32Array(frames);
  for (let i = 0; i < frames; i += 1) {
    let sum = 0;
    for (let k = Math.max(0, i - 4); k <= Math.min(frames - 1, i + 4); k += 1) sum += power[k]!;
    level[i] = 10 * Math.log10(sum / 9 + 1e-9) + 6 * harmony[i]!;
  }
  const wide = SPACING * TEXTURE_RATE;
  const moments: Seconds[] = [];
  for (let from = 0; from < frames; from += wide) {
    let best = from;
    for (let i = from; i < Math.min(frames, from + wide); i += 1) if (level[i]! < level[best]!) best = i;
    const at = best / TEXTURE_RATE;
    if (moments.length === 0 || at - moments.at(-1)! > SPACING / 3) moments.push(at);
  }
  return moments;
}
