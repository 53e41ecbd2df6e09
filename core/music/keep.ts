import { HEARING, type Hearing } from './hearing';

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
