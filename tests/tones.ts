import { RATE } from '../core/units';

/** One stretch of a test signal: a stereo sine at a peak level, dBFS. */
export type Stretch = readonly [level: number, seconds: number];

/** Interleaved stereo 1 kHz sine (or another frequency) whose level changes from stretch to stretch; the phase runs on. */
export function tones(stretches: readonly Stretch[], hertz = 1000, phase = 0): Float32Array {
  const frames = stretches.reduce((sum, [, seconds]) => sum + Math.round(seconds * RATE), 0);
  const out = new Float32Array(frames * 2);
  let frame = 0;
  for (const [level, seconds] of stretches) {
    const gain = 10 ** (level / 20);
    for (const end = frame + Math.round(seconds * RATE); frame < end; frame += 1) {
      const value = gain * Math.sin(2 * Math.PI * ((hertz * frame) / RATE) + phase);
      out[frame * 2] = value;
      out[frame * 2 + 1] = value;
    }
  }
  return out;
}

/** Reproducible noise in [−1, 1): xorshift32 (Marsaglia, 2003). */
export function noise(count: number, seed = 1): Float32Array {
  let x = seed | 0 || 1;
  return Float32Array.from({ length: count }, () => {
    x ^= x << 13;
    x ^= x >>> 17;
    x ^= x << 5;
    return (x >>> 0) / 2 ** 31 - 1;
  });
}

/** Index of the first sample that differs, −1 where two sounds are the same to the bit: comparing large arrays by matcher takes minutes. */
export function firstDifference(a: Float32Array, b: Float32Array): number {
  if (a.length !== b.length) return Math.min(a.length, b.length);
  return a.findIndex((value, i) => !Object.is(value + 0, b[i]! + 0));
}
