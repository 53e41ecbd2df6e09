/** A time on screen or a fade: `5.0 s`, to the millisecond where it has any. */
export function saySeconds(seconds: number): string {
  const exact = Number(seconds.toFixed(3));
  return `${Number.isInteger(exact * 10) ? exact.toFixed(1) : exact} s`;
}

/** How far something is shifted: `+2.350 s`, `−0.120 s`. */
export function sayOffset(seconds: number): string {
  const rounded = Number(seconds.toFixed(3));
  return `${rounded < 0 ? '−' : '+'}${Math.abs(rounded).toFixed(3)} s`;
}
