import { RATE, gainOfDecibels, secondsOf, type Seconds } from '../units';
import { FINEST, type Peaks } from './peaks';

/** Quieter than this under the sound's own peak counts as silence, but nothing above −50 dBFS does (common practice). */
const BELOW_PEAK = -50;
const NEVER_ABOVE = -50;
const ALWAYS_BELOW = -80;

export interface Sounding {
  /** First moment that is not silent, seconds of the source. */
  readonly from: Seconds;
  /** End of the last moment that is not silent. */
  readonly to: Seconds;
}

/**
 * Where a sound is not silent, to within one bin of the finest peaks (2.7 ms). Null for a sound that is silent
 * throughout or empty.
 */
export function soundingOf(peaks: Peaks): Sounding | null {
  const bins = peaks.levels[0]!;
  let highest = 0;
  for (let i = 0; i < bins.length; i += 1) if (bins[i]! > highest) highest = bins[i]!;
  const threshold = Math.max(gainOfDecibels(ALWAYS_BELOW), Math.min(highest * gainOfDecibels(BELOW_PEAK), gainOfDecibels(NEVER_ABOVE)));
  let first = 0;
  while (first < bins.length && bins[first]! <= threshold) first += 1;
  if (first === bins.length) return null;
  let last = bins.length - 1;
  while (bins[last]! <= threshold) last -= 1;
  return { from: secondsOf(first * FINEST), to: Math.min(peaks.frames, (last + 1) * FINEST) / RATE };
}
