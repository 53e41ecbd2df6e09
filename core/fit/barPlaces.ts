import { placeInBar, type Hearing } from '../music';
import type { Seconds } from '../units';

/** A splice that was found by the beat grid is off the bar: that costs as much as the bars are sure. */
const OFF_BAR = 1.1;
const OFF_BEAT = 1.3;

/** A bar as it is played; where there are none, two seconds. */
export function barSeconds({ steady, moments, perBar }: Hearing): Seconds {
  if (!steady || moments.length < 4) return 2;
  const beat = (moments.at(-1)! - moments[0]!) / (moments.length - 1);
  return beat * Math.max(2, perBar);
}

interface Bars {
  /** Place in the bar, beats and fractions, a little below 0 where something sets in early; NaN where nobody can tell. */
  readonly places: Float32Array;
  readonly perBar: number;
  readonly sure: number;
}

/** Where in its bar each place lies, beats from the downbeat (NaN where no beat is near), and how sure that is [0, 1]. Null for music without a steady beat. */
export function barPlaces(heard: Hearing, times: Float64Array): Bars | null {
  if (!heard.steady || heard.moments.length < 8) return null;
  const { moments } = heard;
  let k = 0;
  const places = Float32Array.from(times, (at) => {
    while (k + 2 < moments.length && moments[k + 1]! <= at + 0.02) k += 1;
    const within = (at - moments[k]!) / (moments[k + 1]! - moments[k]!);
    return within < -0.5 || within > 1.5 ? NaN : placeInBar(heard, k) + within;
  });
  return { places, perBar: heard.perBar, sure: heard.barSure };
}

/** What it costs that a splice changes the place in the bar, or in the beat. */
export function offBar(bars: Bars | null, leave: number, land: number): number {
  if (!bars) return 0;
  const apart = bars.places[land]! - bars.places[leave]!;
  if (Number.isNaN(apart)) return 0;
  const beat = Math.abs(apart - Math.round(apart));
  const off = beat > 0.15 ? OFF_BEAT : 0;
  const round = ((Math.round(apart) % bars.perBar) + bars.perBar) % bars.perBar;
  return off + (round === 0 || bars.perBar < 2 ? 0 : OFF_BAR * Math.max(0.4, bars.sure));
}
