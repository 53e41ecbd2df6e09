import type { Onsets } from './onsets';
import { TEXTURE_RATE } from './texture';

/** Beats a minute that are looked for, and the lags of their beats in texture frames. */
export const SLOWEST = 55;
export const FASTEST = 198;
const LONGEST_LAG = 4 * TEXTURE_RATE;

/** How alike the onsets are to themselves a lag later, lags 0 to 4 s in frames: the mean over windows, so that a drift blurs it only. */
export function selfLikeness(curve: Float32Array): Float32Array {
  const window = 12 * TEXTURE_RATE;
  const likeness = new Float32Array(LONGEST_LAG + 1);
  const own = new Float32Array(LONGEST_LAG + 1);
  let weight = 0;
  for (let start = 0; start === 0 || start + window / 2 < curve.length; start += window / 2) {
    const end = Math.min(curve.length, start + window);
    let mean = 0;
    for (let i = start; i < end; i += 1) mean += curve[i]! / (end - start);
    let energy = 0;
    for (let i = start; i < end; i += 1) energy += (curve[i]! - mean) ** 2;
    if (energy < 1e-6) continue;
    for (let lag = 0; lag <= LONGEST_LAG; lag += 1) {
      let sum = 0;
      for (let i = start; i < end - lag; i += 1) sum += (curve[i]! - mean) * (curve[i + lag]! - mean);
      own[lag] = (sum / energy) * ((end - start) / Math.max(end - start - lag, (end - start) / 3));
    }
    for (let lag = 0; lag <= LONGEST_LAG; lag += 1) likeness[lag]! += own[lag]!;
    weight += 1;
  }
  if (weight > 0) for (let lag = 0; lag <= LONGEST_LAG; lag += 1) likeness[lag]! /= weight;
  return likeness;
}

/** The value at a lag between frames, the highest within a small reach: a beat that drifts is still one. */
export function near(likeness: Float32Array, lag: number): number {
  const reach = Math.max(1, lag * 0.03);
  let most = -1;
  for (let i = Math.ceil(lag - reach); i <= lag + reach; i += 1) most = Math.max(most, likeness[i] ?? 0);
  return most;
}

/** Lags (frames, fractional) at which the onsets repeat, strongest first. */
export function pulses(onsets: Onsets): { lag: number; strength: number }[] {
  const likeness = selfLikeness(onsets.all);
  const found: { lag: number; strength: number }[] = [];
  const shortest = Math.floor((60 / 430) * TEXTURE_RATE);
  for (let lag = shortest; lag < LONGEST_LAG; lag += 1) {
    const [before, here, after] = [likeness[lag - 1]!, likeness[lag]!, likeness[lag + 1]!];
    if (here <= before || here < after || here < 0.04) continue;
    const bend = before - 2 * here + after;
    found.push({ lag: lag + (bend < 0 ? (0.5 * (before - after)) / bend : 0), strength: here });
  }
  return found.sort((a, b) => b.strength - a.strength);
}
