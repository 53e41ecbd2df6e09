import { RATE } from '../../core/units';
import { blank, soften } from '../instruments';
import { noiseFrom } from '../noise';

/** A spot sound: one channel at 48 kHz. The same every time. */
export interface Spot {
  readonly id: string;
  readonly title: string;
  readonly words: readonly string[];
  readonly seconds: number;
  readonly make: () => Float32Array;
}

const TURN = 2 * Math.PI;
/** A level over time, seconds from the start. */
type Course = (time: number) => number;

/** Falls by 60 dB in so many seconds. */
export const falling =
  (seconds: number): Course =>
  (time) =>
    time < 0 ? 0 : 10 ** ((-3 * time) / seconds);
/** Rises and falls again once in so many seconds. */
export const swell =
  (seconds: number): Course =>
  (time) =>
    time < 0 || time > seconds ? 0 : Math.sin((Math.PI * time) / seconds) ** 2;

/** What is added to a sound from a moment on. */
interface Voice {
  readonly at?: number;
  readonly seconds: number;
  readonly level: Course;
}

const each = (out: Float32Array, { at = 0, seconds }: Voice, value: (time: number, i: number) => number): void => {
  const first = Math.round(at * RATE);
  const count = Math.min(out.length - first, Math.round(seconds * RATE));
  for (let i = 0; i < count; i += 1) out[first + i]! += value(i / RATE, i) * Math.min(1, i / 48);
};

/** A body that swings in several ways at once: Hz, share, seconds until each has died away. */
export function strike(
  out: Float32Array,
  at: number,
  modes: readonly (readonly [hertz: number, share: number, seconds: number])[],
  gain = 1,
): void {
  for (const [hertz, share, seconds] of modes) {
    const level = falling(seconds);
    each(out, { at, seconds: seconds * 1.3, level }, (time) => gain * share * level(time) * Math.sin(TURN * hertz * time));
  }
}

/** Noise between two frequencies that may move, Hz. */
export function rush(out: Float32Array, voice: Voice, from: Course, to: Course, gain: number, seed = 1): void {
  const random = noiseFrom(seed * 7717 + 11);
  let [low, lower, slow, slower] = [0, 0, 0, 0];
  const share = (hertz: number) => 1 - Math.exp((-TURN * hertz) / RATE);
  let [up, down] = [0, 0];
  each(out, voice, (time, i) => {
    if (i % 32 === 0) [down, up] = [share(from(time)), share(to(time))];
    low += (random() - low) * up;
    lower += (low - lower) * up;
    slow += (lower - slow) * down;
    slower += (slow - slower) * down;
    return gain * voice.level(time) * (lower - slower) * 2;
  });
}

/** A tone whose pitch moves, with the phase of another one in it (frequency modulation): index 0 is a plain tone. */
export function glide(out: Float32Array, voice: Voice, hertz: Course, gain: number, ratio = 1, index: Course = () => 0): void {
  let [phase, other] = [0, 0];
  each(out, voice, (time) => {
    const now = hertz(time);
    phase += (TURN * now) / RATE;
    other += (TURN * now * ratio) / RATE;
    return gain * voice.level(time) * Math.sin(phase + index(time) * Math.sin(other));
  });
}

/** A spot sound of so many seconds, at a peak of −3 dBFS. */
export function spot(id: string, title: string, words: string, seconds: number, play: (out: Float32Array) => void): Spot {
  const make = () => {
    const out = blank(seconds);
    play(out);
    const peak = out.reduce((most, one) => Math.max(most, Math.abs(one)), 1e-9);
    return soften(
      out.map((one) => (one * 0.708) / peak),
      0.02,
    );
  };
  return { id, title, words: words.split(' '), seconds, make };
}
