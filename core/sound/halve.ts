/**
 * Half the rate: frames [0, count) of `into` from `at`, out of `from` from `start`, which has three frames more on either side. A
 * half-band low-pass of 7 taps keeps what matters here clear of what folds down.
 */
export function halve(from: Float32Array, start: number, into: Float32Array, at: number, count: number): void {
  for (let i = 0; i < count; i += 1) {
    const k = start + i * 2;
    into[at + i] = 0.5 * from[k]! + 0.28125 * (from[k - 1]! + from[k + 1]!) - 0.03125 * (from[k - 3]! + from[k + 3]!);
  }
}
