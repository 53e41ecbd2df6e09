import { CHROMA_RATE, TEXTURE_RATE, type Texture } from './texture';

/** Chroma frames compared on either side of a moment: 0.43 s, about a beat. */
const SIDE = 5;

/** How much the harmony changes at each texture frame, [0, 1]: one less the likeness of what sounds before and after it. */
export function harmonyChange({ chroma, chromaFrames, frames }: Texture): Float32Array {
  const sums = new Float64Array((chromaFrames + 1) * 12);
  for (let i = 0; i < chromaFrames; i += 1) {
    for (let k = 0; k < 12; k += 1) sums[(i + 1) * 12 + k] = sums[i * 12 + k]! + chroma[i * 12 + k]!;
  }
  const change = new Float32Array(chromaFrames);
  for (let i = 1; i < chromaFrames - 1; i += 1) {
    const low = Math.max(0, i - SIDE);
    const high = Math.min(chromaFrames, i + 1 + SIDE);
    let [ab, aa, bb] = [0, 0, 0];
    for (let k = 0; k < 12; k += 1) {
      const a = sums[i * 12 + k]! - sums[low * 12 + k]!;
      const b = sums[high * 12 + k]! - sums[(i + 1) * 12 + k]!;
      ab += a * b;
      aa += a * a;
      bb += b * b;
    }
    change[i] = aa > 1e-12 && bb > 1e-12 ? 1 - ab / Math.sqrt(aa * bb) : 0;
  }
  const out = new Float32Array(frames);
  for (let frame = 0; frame < frames; frame += 1) {
    const place = ((frame + 0.5) / TEXTURE_RATE) * CHROMA_RATE - 0.5;
    const i = Math.max(0, Math.floor(place));
    const here = change[i] ?? 0;
    out[frame] = here + (place - i) * ((change[i + 1] ?? here) - here);
  }
  return out;
}
