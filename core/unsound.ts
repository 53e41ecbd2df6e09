/**
 * Makes silence of what is no number: NaN, and what lies beyond 32 bits (±Infinity). One such sample would poison every filter behind it.
 * @param samples changed in place, of `[0, count)`. @returns how many there were.
 */
export function silenceUnsound(samples: Float32Array, count = samples.length): number {
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
