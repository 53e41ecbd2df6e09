import type { Seconds } from '../units';
import { TEXTURE_RATE, frameSeconds } from './texture';

/** How far the tempo may wander from the one that was found, and how it is held to change slowly. */
const WANDER = 1.22;
const STIFF = 260;

/**
 * The beats that the onsets suggest near one tempo, frames (fractional): the exact best path over every frame and every interval,
 * found by dynamic programming (Ellis, Journal of New Music Research 36(1), 2007, with the interval as part of the state so
 * that a tempo may drift).
 * @param lag of a beat, frames.
 */
export function trackBeats(curve: Float32Array, lag: number, wander = WANDER): number[] {
  const size = curve.length;
  const least = Math.max(4, Math.floor(lag / wander));
  const most = Math.ceil(lag * wander);
  const count = most - least + 1;
  if (size < most * 2) return [];
  // A beat between frames, or two instruments that are not quite together, still count.
  const soft = new Float32Array(size);
  for (let i = 0; i < size; i += 1) soft[i] = Math.min(4, curve[i]! + 0.5 * ((curve[i - 1] ?? 0) + (curve[i + 1] ?? 0)));
  const best = new Float32Array(size * count).fill(-1e9);
  const from = new Int16Array(size * count);
  const change = new Float32Array(count * count);
  for (let a = 0; a < count; a += 1) {
    for (let b = 0; b < count; b += 1) change[a * count + b] = -STIFF * Math.log((b + least) / (a + least)) ** 2;
  }
  const home = Float32Array.from({ length: count }, (_, a) => -3 * Math.log((a + least) / lag) ** 2);
  const reach = Math.max(2, Math.ceil(lag * 0.09));
  for (let frame = 0; frame < size; frame += 1) {
    const gain = soft[frame]!;
    for (let a = 0; a < count; a += 1) {
      const interval = a + least;
      const before = frame - interval;
      let top = -1e9;
      let mark = -1;
      if (before < 0) {
        top = 0;
      } else {
        const low = Math.max(0, a - reach);
        const high = Math.min(count - 1, a + reach);
        for (let b = low; b <= high; b += 1) {
          const value = best[before * count + b]! + change[b * count + a]!;
          if (value > top) {
            top = value;
            mark = b;
          }
        }
      }
      best[frame * count + a] = top + gain + home[a]!;
      from[frame * count + a] = mark;
    }
  }
  let [frame, at, top] = [-1, -1, -1e9];
  for (let i = Math.max(0, size - most); i < size; i += 1) {
    for (let a = 0; a < count; a += 1) {
      if (best[i * count + a]! > top) [frame, at, top] = [i, a, best[i * count + a]!];
    }
  }
  const beats: number[] = [];
  while (frame >= 0 && at >= 0) {
    beats.push(frame);
    const back = from[frame * count + at]!;
    frame -= at + least;
    at = back;
    if (at < 0 && frame >= 0) beats.push(frame);
  }
  return beats.reverse();
}

/** Moves each beat onto the middle of the onset that it stands for, then evens out what is left of chance. Seconds. */
export function refineBeats(curve: Float32Array, beats: readonly number[]): Seconds[] {
  const placed = beats.map((frame) => {
    let [sum, weight] = [0, 0];
    let top = frame;
    for (let i = frame - 3; i <= frame + 3; i += 1) if ((curve[i] ?? 0) > (curve[top] ?? 0)) top = i;
    for (let i = top - 2; i <= top + 2; i += 1) {
      const value = curve[i] ?? 0;
      sum += value * i;
      weight += value;
    }
    return { at: weight > 0.3 ? sum / weight : frame, weight: Math.min(3, weight) };
  });
  return placed.map((one, i) => {
    // A beat without an onset of its own lies between its neighbours.
    const [before, after] = [placed[i - 1], placed[i + 1]];
    if (one.weight > 0.8 || !before || !after) return Math.max(0, frameSeconds(one.at) - LATE);
    const middle = (before.at + after.at) / 2;
    const share = one.weight / 0.8;
    return Math.max(0, frameSeconds(one.at * share + middle * (1 - share)) - LATE);
  });
}

/** Onset curves rise a little after the sound does: what is taken off, seconds (measured on clicks and drums of known time). */
const LATE = 0.007;

/** How many frames a beat lasts at a tempo. */
export const lagOf = (tempo: number): number => (60 / tempo) * TEXTURE_RATE;
