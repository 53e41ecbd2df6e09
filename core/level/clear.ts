import { stepOf, type PartPower } from './power';
import { POWER_STEP } from '../speech';
import { decibelsOfPower, type Decibels, type Seconds } from '../units';

/**
 * How clear a voice is over what else sounds is measured in two windows: 3 s, as short-term loudness is, and 0.4 s, as momentary
 * loudness is (EBU Tech 3341), a tenth of a second apart. In the long window both sides are compared; in the short one what else sounds
 * is compared with the voice of the long window around it, so that a beat in the music counts and a breath between words does not.
 * Windows lie within what is said; where less is said than a window lasts, it is as long as that.
 */
const LONG = Math.round(3 / POWER_STEP);
const SHORT = Math.round(0.4 / POWER_STEP);
export const STEP = Math.round(0.1 / POWER_STEP);

/** Where a show cannot be made clear by lowering what dips, that goes no further down than this. */
export const LOWEST: Decibels = -40;

/** Sum of power over steps [from, to) of the show. */
export type Sum = (from: number, to: number) => number;

export const sumOf =
  (parts: readonly PartPower[]): Sum =>
  (from, to) =>
    parts.reduce((sum, part) => sum + part.between(from, to), 0);

/** Calls `take` with each window of steps [from, to): its middle, itself, and the long one around it. */
function eachWindow(
  from: number,
  to: number,
  take: (middle: number, low: number, high: number, around: readonly [number, number]) => void,
): void {
  const long = Math.min(LONG, to - from);
  const short = Math.min(SHORT, to - from);
  for (let low = from; ; low += STEP) {
    const at = Math.min(low, to - short);
    const begin = Math.max(from, Math.min(to - long, at + Math.round((short - long) / 2)));
    take(at + short / 2, at, at + short, [begin, begin + long]);
    if (at >= to - short) return;
  }
}

/**
 * The least that what dips has to go down so that all else stays `margin` dB below the voice in every window of [from, to]: in
 * [−40, 0] dB. `fixed` is what sounds and does not dip.
 */
export function depthFor(from: Seconds, to: Seconds, margin: Decibels, voice: Sum, dipped: Sum, fixed: Sum): Decibels {
  const [first, last] = [stepOf(from), Math.max(stepOf(from) + 1, stepOf(to))];
  const share = 10 ** (-margin / 10);
  let least = 1;
  const hold = (wanted: number, loud: number, other: number) => {
    if (loud > 0) least = Math.min(least, Math.max(0, wanted - other) / loud);
  };
  eachWindow(first, last, (_, low, high, [begin, end]) => {
    const wanted = share * voice(begin, end);
    hold(wanted, dipped(begin, end), fixed(begin, end));
    const part = (high - low) / (end - begin);
    hold(wanted * part, dipped(low, high), fixed(low, high));
  });
  return Math.max(LOWEST, decibelsOfPower(least));
}

/** How far a voice stands above all else at a moment of the show, dB. */
export interface Over {
  readonly at: Seconds;
  readonly over: Decibels;
}

/** Nothing beside the voice: as far above as this. */
export const ALONE: Decibels = 60;

/** The reading along stretches in which somebody speaks, in order; `least` 60 where nothing else sounds. */
export function overIn(stretches: readonly { readonly from: Seconds; readonly to: Seconds }[], voice: Sum, rest: Sum): Over[] {
  const readings: Over[] = [];
  for (const { from, to } of stretches) {
    const [first, last] = [stepOf(from), Math.max(stepOf(from) + 1, stepOf(to))];
    eachWindow(first, last, (middle, low, high, [begin, end]) => {
      const spoken = voice(begin, end) / (end - begin);
      const loudest = Math.max(rest(begin, end) / (end - begin), rest(low, high) / (high - low));
      const over = loudest <= 0 ? ALONE : spoken <= 0 ? -ALONE : decibelsOfPower(spoken / loudest);
      readings.push({ at: middle * POWER_STEP, over: Math.max(-ALONE, Math.min(ALONE, over)) });
    });
  }
  return readings;
}
