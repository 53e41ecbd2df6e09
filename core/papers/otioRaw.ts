import type { Seconds } from '../units';
import { OURS } from './otio';

/** JSON of anybody's making, looked at field by field. */
export type Raw = Readonly<Record<string, unknown>>;

const isRaw = (value: unknown): value is Raw => typeof value === 'object' && value !== null && !Array.isArray(value);
/** The value as an object; an empty one where it is none. */
export const rawOf = (value: unknown): Raw => (isRaw(value) ? value : {});
/** The objects of a list; nothing where it is none. */
export const listOf = (value: unknown): Raw[] => (Array.isArray(value) ? value.filter(isRaw) : []);
/** The value as text; empty where it is none. */
export const wordOf = (value: unknown): string => (typeof value === 'string' ? value : '');
/** The schema of an object without its version; empty where it has none. */
export const kindOf = (raw: Raw): string => wordOf(raw.OTIO_SCHEMA).replace(/\.\d+$/, '');
/** What Rain Bed has said of an object. */
export const oursOf = (raw: Raw): Raw => rawOf(rawOf(raw.metadata)[OURS]);

/** Seconds of a RationalTime. Rounding of the division is taken off again. */
export function secondsOf(raw: unknown): Seconds | null {
  const { value, rate } = rawOf(raw);
  if (typeof value !== 'number' || typeof rate !== 'number' || !(rate > 0)) return null;
  return Math.round((value / rate) * 1e9) / 1e9;
}

interface Range {
  readonly from: Seconds;
  readonly length: Seconds;
}

function rangeOf(raw: unknown): Range | null {
  const { start_time: start, duration } = rawOf(raw);
  const from = secondsOf(start);
  const length = secondsOf(duration);
  return from === null || length === null || length < 0 ? null : { from, length };
}

/** The medium that a clip refers to. */
export function referenceOf(raw: Raw): Raw {
  const key = wordOf(raw.active_media_reference_key) || 'DEFAULT_MEDIA';
  return rawOf(rawOf(raw.media_references)[key] ?? raw.media_reference);
}

/** What a clip, a gap or whatever stands in a track lasts: its own range, or that of its medium. */
export function spanOf(raw: Raw): Range {
  return rangeOf(raw.source_range) ?? rangeOf(referenceOf(raw).available_range) ?? { from: 0, length: 0 };
}

/** A URL with its escapes undone; as it is where they are broken. */
export function decoded(url: string): string {
  try {
    return decodeURIComponent(url);
  } catch {
    return url;
  }
}
