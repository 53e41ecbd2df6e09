import type { Seconds } from '../units';
import { NUDGE, REST, silenceAfter } from './answer';
import type { Fitting } from './fitting';
import type { Length } from './length';
import { allowedMiss, type Wish } from './wish';

/** How far the cuts may miss: what is wished for, what silence takes up, and what a change of speed takes up unheard; the rest is not hidden any more. */
export function lengthsFor({ heard, beat, trailing }: Fitting, wanted: Seconds, wish: Wish): Length[] {
  const perBar = heard.steady ? heard.perBar : 4;
  const near = allowedMiss(wish, beat * perBar, perBar);
  // Whoever wishes for beats or bars takes up the rest otherwise.
  const silent = typeof wish.near === 'number' || wish.near === 'frame';
  const [short, long] = silent ? [silenceAfter(wanted), trailing] : [0, 0];
  const shares = [REST.unheard, REST.more, NUDGE.unnoticed];
  return shares.map((share, i) => ({
    wanted,
    near,
    short,
    long,
    unit: wanted * REST.unheard,
    most: near + wanted * share + (i === 2 ? 1 : 0),
  }));
}
