import { decimal, upTo } from '../../words';

/** A time on screen or a fade: `5.0 s`, to the millisecond where it has any. */
export function saySeconds(seconds: number): string {
  const exact = Number(seconds.toFixed(3));
  return `${Number.isInteger(exact * 10) ? decimal(exact, 1) : upTo(exact, 3)} s`;
}

/** How far something is shifted: `+2.350 s`, `−0.120 s`. */
export function sayOffset(seconds: number): string {
  return `${Number(seconds.toFixed(3)) < 0 ? '−' : '+'}${decimal(Math.abs(seconds), 3)} s`;
}
