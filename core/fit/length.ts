import type { Seconds } from '../units';
import { PRICES } from './prices';

/** What a way through a piece is to be best at; each is worth something to all of them, and one of them most. */
export interface Taste {
  /** What a splice costs for being one. */
  readonly each: number;
  /** What a second costs that is heard again, and one that is left out, beyond what the length asks for. */
  readonly again: number;
  readonly lost: number;
  /** How much more a miss costs. */
  readonly miss: number;
}
/**
 * The first taste: to hide. A splice that costs half or twice as much: 1.78 and 1.50 splices a weave instead of 1.67, all
 * of them unheard (measured like the prices).
 */
export const HIDDEN: Taste = { each: 0.3, again: 0, lost: 0, miss: 1 };

/** What is asked of a length. */
export interface Length {
  readonly wanted: Seconds;
  /** A way that is so much shorter or longer is as near as was wished for. */
  readonly near: Seconds;
  /** … so much shorter or longer: something takes it up that nobody hears. */
  readonly short: Seconds;
  readonly long: Seconds;
  /** Beyond that the speed has to change: by `unit` unheard, up to `most` at a price. */
  readonly unit: Seconds;
  readonly most: Seconds;
}

/** What a miss costs; positive is too long. */
export function missPrice(off: Seconds, { near, short, long, unit }: Length, { miss }: Taste): number {
  const by = Math.abs(off);
  if (by <= near) return near > 0 ? (miss * PRICES.near * by) / near : 0;
  const unheard = off < 0 ? short : long;
  if (by <= near + unheard) return miss * (PRICES.near + (PRICES.unheard * (by - near)) / unheard);
  const units = (by - near) / unit;
  return miss * (PRICES.speed + PRICES.unit * units + PRICES.more * Math.max(0, units - 1));
}

/** How much too short and too long a way may be, seconds. */
export const reachOf = ({ near, short, long, most }: Length): { early: Seconds; late: Seconds } => ({
  early: Math.max(most, near + short),
  late: Math.max(most, near + long),
});
