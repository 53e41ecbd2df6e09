import { HEARING, type Hearing } from './hearing';
import { BANDS, type Texture } from './texture';

/** A hearing as text, for keeping beside the sound it is of. Numbers are rounded to what matters. */
export function packHearing(heard: Hearing): string {
  const round = (values: Iterable<number>, steps: number) => Array.from(values, (value) => Math.round(value * steps) / steps);
  const { chroma, timbre, loudness } = heard.features;
  return JSON.stringify({
    ...heard,
    moments: round(heard.moments, 1e5),
    features: { chroma: round(chroma, 1e3), timbre: round(timbre, 1e3), loudness: round(loudness, 100) },
  });
}

/** The hearing in a text; null where it is damaged or of an older recipe: the piece is then heard anew. */
export function unpackHearing(text: string): Hearing | null {
  try {
    const raw = JSON.parse(text) as Hearing;
    const { chroma, timbre, loudness } = raw.features;
    if (raw.recipe !== HEARING || chroma.length !== raw.moments.length * 12) return null;
    return {
      ...raw,
      features: { chroma: Float32Array.from(chroma), timbre: Float32Array.from(timbre), loudness: Float32Array.from(loudness) },
    };
  } catch {
    return null;
  }
}

/** Numbers before a texture's own: its recipe's number, frames, chroma frames. */
const HEAD = 3;
const RECIPE = Number(HEARING.slice(1));

/** A texture as one flat block: [recipe, frames, chroma frames, bands …, power …, highs …, chroma …]. */
export function packTexture({ frames, bands, power, highs, chromaFrames, chroma }: Texture): Float32Array {
  const out = new Float32Array(HEAD + bands.length + power.length + highs.length + chroma.length);
  out.set([RECIPE, frames, chromaFrames]);
  let at = HEAD;
  for (const list of [bands, power, highs, chroma]) {
    out.set(list, at);
    at += list.length;
  }
  return out;
}

/** Undoes `packTexture`; null where the block is damaged or of another recipe. The texture looks into the block. */
export function unpackTexture(block: Float32Array): Texture | null {
  const [recipe, frames = 0, chromaFrames = 0] = block;
  const size = HEAD + frames * (BANDS + 2) + chromaFrames * 12;
  if (recipe !== RECIPE || !Number.isInteger(size) || block.length !== size) return null;
  let at = HEAD;
  const take = (count: number) => block.subarray(at, (at += count));
  return { frames, chromaFrames, bands: take(frames * BANDS), power: take(frames), highs: take(frames), chroma: take(chromaFrames * 12) };
}
