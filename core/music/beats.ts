import type { Seconds } from '../units';
import { TEXTURE_RATE, frameSeconds } from './texture';

/** How freely a tempo is followed. */
interface Hold {
  /** How far it may wander from the one that was found. */
  readonly wander: number;
  /** Tempos lie so far apart, as a logarithm; from one beat to the next it changes by three steps at most. */
  readonly fine: number;
  /** How strongly it is held near the one that was found. */
  readonly home: number;
}

const PLAYED: Hold = { wander: 1.2, fine: 0.01, home: 3 };
/** A steady tempo that meets so much of what a free one meets is the right one. */
const AS_GOOD = 0.8;

const CHANGES = 3;
/** What a change by one step costs, and how that grows; what a beat costs that comes a frame early or late. */
const CHANGE_PRICE = 0.22;
const LOOSE_PRICE = 0.12;
/** What every beat costs: those that lie on nothing are no gain. */
const BEAT_PRICE = 0.25;

/**
 * The beats that the onsets suggest near one tempo, frames: as steady as a click where that explains them nearly as well, else as they
 * are played.
 * @param lag of a beat, frames.
 */
export function trackBeats(curve: Float32Array, lag: number, wander = PLAYED.wander): number[] {
  const soft = softened(curve);
  const clicked = clickTrack(soft, lag);
  const played = track(soft, lag, { ...PLAYED, wander });
  return clicked.worth >= AS_GOOD * played.worth ? clicked.beats : played.beats;
}

/** How much more than any moments the beats of what is played may meet by chance: a path that is free to choose meets more. */
const CHOICE = 1.75;

/**
 * How much more sets in on the beats of a tempo than at any moment, as a ratio. Noise, swells and music in free time reach 1.1 to 1.7, all music
 * with a beat 2.1 to 9 (measured on 16 pieces, 14 of them recorded or scores).
 * @param lag of a beat, frames.
 */
export function contrastOf(curve: Float32Array, lag: number): number {
  const soft = softened(curve);
  const usual = soft.reduce((sum, value) => sum + value + BEAT_PRICE, 0) / Math.max(1, soft.length);
  const [clicked, played] = [clickTrack(soft, lag).worth, track(soft, lag, PLAYED).worth];
  return Math.max(clicked, played / CHOICE) / (usual + 1e-6);
}

/** A beat between frames, or two instruments that are not quite together, still count. */
function softened(curve: Float32Array): Float32Array {
  return Float32Array.from(curve, (value, i) => Math.min(4, value + 0.5 * ((curve[i - 1] ?? 0) + (curve[i + 1] ?? 0))) - BEAT_PRICE);
}

/** A click may be off the tempo that was found by so many steps of a thousandth. */
const OFF = 14;
/** What it costs that all beats from one on come a frame earlier or later. */
const SHIFT_PRICE = 3;

/** The beats of a tempo that does not change: the best phase of a grid, which may shift by a frame now and then. */
function clickTrack(soft: Float32Array, lag: number): { beats: number[]; worth: number } {
  let best: { beats: number[]; worth: number } = { beats: [], worth: 0 };
  for (let off = -OFF; off <= OFF; off += 1) {
    const period = lag * (1 + off / 1000);
    const count = Math.floor(soft.length / period);
    const wide = Math.ceil(period) * 2;
    if (count < 4) return best;
    let sums = new Float32Array(wide);
    let next = new Float32Array(wide);
    const from = new Int8Array(count * wide);
    for (let k = 0; k < count; k += 1) {
      const first = Math.round(k * period - period / 2);
      for (let d = 0; d < wide; d += 1) {
        let [top, way] = [sums[d]!, 0];
        if (k > 0 && d > 0 && sums[d - 1]! - SHIFT_PRICE > top) [top, way] = [sums[d - 1]! - SHIFT_PRICE, -1];
        if (k > 0 && d + 1 < wide && sums[d + 1]! - SHIFT_PRICE > top) [top, way] = [sums[d + 1]! - SHIFT_PRICE, 1];
        next[d] = top + (soft[first + d] ?? -BEAT_PRICE);
        from[k * wide + d] = way;
      }
      [sums, next] = [next, sums];
    }
    let at = 0;
    for (let d = 1; d < wide; d += 1) if (sums[d]! > sums[at]!) at = d;
    const worth = sums[at]! / count + BEAT_PRICE;
    if (worth <= best.worth) continue;
    const beats: number[] = [];
    for (let k = count - 1; k >= 0; k -= 1) {
      const frame = Math.round(k * period - period / 2) + at;
      if (frame >= 0 && frame < soft.length) beats.push(frame);
      at += from[k * wide + at]!;
    }
    best = { beats: beats.reverse(), worth };
  }
  return best;
}

/**
 * The exact best path over every frame and every tempo, found by dynamic programming (Ellis, Journal of New Music Research 36(1), 2007, with the
 * tempo as part of the state, in steps finer than a frame, so that it may drift but not jitter, as in a bar pointer: Krebs, Böck and
 * Widmer, ISMIR 2013). `worth` is what its beats meet, a beat.
 */
function track(soft: Float32Array, lag: number, { wander, fine, home: held }: Hold): { beats: number[]; worth: number } {
  const size = soft.length;
  const side = Math.max(1, Math.round(Math.log(wander) / fine));
  const count = 2 * side + 1;
  const periods = Float64Array.from({ length: count }, (_, a) => lag * Math.exp((a - side) * fine));
  // A tempo between two frames takes turns between them.
  const steps = Int32Array.from(periods, (period) => Math.round(period));
  const most = steps[count - 1]! + 1;
  if (size < most * 2 || steps[0]! < 3) return { beats: [], worth: 0 };
  const best = new Float32Array(size * count);
  const from = new Int32Array(size * count).fill(-1);
  const home = Float32Array.from({ length: count }, (_, a) => -held * ((a - side) * fine) ** 2);
  for (let frame = 0; frame < size; frame += 1) {
    const gain = soft[frame]!;
    const row = frame * count;
    for (let a = 0; a < count; a += 1) {
      const step = steps[a]!;
      let [top, mark] = [-1e9, -1];
      if (frame < step + 1) top = 0;
      else {
        const [low, high] = [Math.max(0, a - CHANGES), Math.min(count - 1, a + CHANGES)];
        for (let loose = -1; loose <= 1; loose += 1) {
          const before = (frame - step + loose) * count;
          const price = loose === 0 ? 0 : LOOSE_PRICE;
          for (let b = low; b <= high; b += 1) {
            const value = best[before + b]! - price - CHANGE_PRICE * (b - a) * (b - a);
            if (value > top) [top, mark] = [value, before + b];
          }
        }
      }
      best[row + a] = top + gain + home[a]!;
      from[row + a] = mark;
    }
  }
  let [at, top] = [-1, -1e9];
  for (let i = Math.max(0, size - most) * count; i < size * count; i += 1) if (best[i]! > top) [at, top] = [i, best[i]!];
  const beats: number[] = [];
  while (at >= 0) {
    beats.push(Math.floor(at / count));
    at = from[at]!;
  }
  const worth = beats.reduce((sum, frame) => sum + soft[frame]! + BEAT_PRICE, 0) / Math.max(1, beats.length);
  return { beats: beats.reverse(), worth };
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
