import { RATE, type Seconds } from '../units';

/** A short sweep from 1 to 4 kHz: easy to find again in what a microphone heard. One channel, 20 ms, at most 0.5. */
export function sweep(): Float32Array {
  const frames = RATE / 50;
  return Float32Array.from({ length: frames }, (_, i) => {
    const x = i / frames;
    return 0.5 * Math.sin(2 * Math.PI * frames * (1000 * x + 1500 * x * x) * (1 / RATE)) * Math.sin(Math.PI * x) ** 2;
  });
}

/** How far above everything around it the sweep has to stand to count as found. */
const STANDS_OUT = 5;
/** Sweeps that agree within this are the same delay, seconds. */
const AGREE = 0.003;

/**
 * How long after it was played a sweep was heard: seconds in [0, `reach`]. `heard` is what the microphone heard, `starts` the frames of it at
 * which sweeps were played. The middle one counts where most of them agree; null where none was heard.
 */
export function delayOf(heard: Float32Array, starts: readonly number[], reach: Seconds): Seconds | null {
  const found = starts.flatMap((start) => delayFrom(heard, start, Math.round(reach * RATE)) ?? []).sort((a, b) => a - b);
  const middle = found[found.length >> 1];
  if (middle === undefined) return null;
  return found.filter((one) => Math.abs(one - middle) <= AGREE).length * 2 > starts.length ? middle : null;
}

function delayFrom(heard: Float32Array, start: number, reach: number): Seconds | null {
  const click = sweep();
  const likeness = new Float32Array(reach);
  for (let delay = 0; delay < reach; delay += 1) {
    let sum = 0;
    for (let i = 0; i < click.length; i += 1) sum += click[i]! * (heard[start + delay + i] ?? 0);
    likeness[delay] = Math.abs(sum);
  }
  const best = likeness.reduce((most, one, i) => (one > likeness[most]! ? i : most), 0);
  const sorted = Float32Array.from(likeness).sort();
  const usual = sorted[sorted.length >> 1]!;
  return likeness[best]! > 1e-4 && likeness[best]! > usual * STANDS_OUT ? best / RATE : null;
}
