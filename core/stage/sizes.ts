import type { FrameShape } from '../show/types';
import { ratioOf } from './framing';

/** Pixels along the shorter side of a film. */
export const FILM_SIZES = [480, 720, 1080] as const;
export type FilmSize = (typeof FILM_SIZES)[number];

/** The size of a film in a frame's shape: whole even numbers, which every coding takes. */
export function filmSize(shape: FrameShape, short: FilmSize): { readonly width: number; readonly height: number } {
  const ratio = ratioOf(shape);
  const long = (value: number) => Math.round(value / 2) * 2;
  return ratio >= 1 ? { width: long(short * ratio), height: short } : { width: short, height: long(short / ratio) };
}
