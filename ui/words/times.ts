/** A time on screen or a fade: `5.0 s`, to the millisecond where it has any. */
export function saySeconds(seconds: number): string {
  const exact = Number(seconds.toFixed(3));
  return `${Number.isInteger(exact * 10) ? exact.toFixed(1) : exact} s`;
}
