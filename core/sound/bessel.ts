/** Modified Bessel function of the first kind, order 0, by its power series (Abramowitz and Stegun, 9.6.10). */
export function besselI0(x: number): number {
  let sum = 1;
  let term = 1;
  for (let k = 1; term > 1e-12 * sum; k += 1) {
    term *= (x / (2 * k)) ** 2;
    sum += term;
  }
  return sum;
}
