import type { Seconds } from '../units';

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

/** What it costs to miss within what was wished for, what is taken up unheard, what the speed takes up, how that grows, and how it grows where it may be heard. */
const MISS_PRICE = { near: 0.06, unheard: 0.12, speed: 1.2, unit: 0.6, more: 3 } as const;

/** What a miss costs; positive is too long. */
export function missPrice(off: Seconds, { near, short, long, unit }: Length, { miss }: Taste): number {
  const by = Math.abs(off);
  if (by <= near) return near > 0 ? (miss * MISS_PRICE.near * by) / near : 0;
  const unheard = off < 0 ? short : long;
  if (by <= near + unheard) return miss * (MISS_PRICE.near + (MISS_PRICE.unheard * (by - near)) / unheard);
  const units = (by - near) / unit;
  return miss * (MISS_PRICE.speed + MISS_PRICE.unit * units + MISS_PRICE.more * Math.max(0, units - 1));
}

/** How much too short and too long a way may be, seconds. */
export const reachOf = ({ near, short, long, most }: Length): { early: Seconds; late: Seconds } => ({
  early: Math.max(most, near + short),
  late: Math.max(most, near + long),
});
