/**
 * Makes silence of what is no number: NaN, and what lies beyond 32 bits (±Infinity). One such sample would poison every filter behind it.
 * @param samples changed in place, of `[0, count)`. @returns how many there were.
 */
export function silenceUnsound(samples: Float32Array, count = samples.length): number {
  let sum = 0;
  for (let i = 0; i < count; i += 1) sum += samples[i]!;
  // What is no number makes none of the sum: most of the time there is nothing to look for. 32-bit numbers cannot add up to more than 64 bits hold.
  if (Number.isFinite(sum)) return 0;
  let found = 0;
  for (let i = 0; i < count; i += 1) {
    const value = samples[i]!;
    // Only for what is finite is the difference nothing.
    if (value - value === 0) continue;
    samples[i] = 0;
    found += 1;
  }
  return found;
}
