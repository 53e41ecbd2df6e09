import type { Stretch } from '../show/fitTypes';
import type { Jump } from '../show/fitTypes';
import type { Seconds } from '../units';

/** A moment of the music that must sound at a moment of the show. */
export interface Meet {
  /** Seconds of the source. */
  readonly source: Seconds;
  /** Seconds from the start of the fitted piece. */
  readonly at: Seconds;
}

/** How near the cuts have to come to the wanted length; what is left is taken up by other means. A number is so many seconds. */
export type Near = 'frame' | 'beat' | 'bar' | Seconds;

/** How a fitted piece ends: with its own ending, faded where a phrase ends, or whichever suits. */
export type EndsWith = 'own' | 'fade' | 'either';

/** How a piece is to be fitted. */
export interface Wish {
  readonly near: Near;
  /** Shortest passage between two splices. */
  readonly shortest: { readonly of: 'bars' | 'seconds'; readonly count: number };
  readonly ending: EndsWith;
  /** Passages in which no splice may fall, seconds of the source. */
  readonly keep: readonly Stretch[];
  /** Passages that are not to be heard. */
  readonly out: readonly Stretch[];
  readonly meets: readonly Meet[];
  /** Splices that were taken away by hand: none may come near them. */
  readonly avoid: readonly Jump[];
  /** Splices that are to stay if they can. */
  readonly hold: readonly Jump[];
}

/** Sensible starts: a passage of less than two bars stutters (common practice). */
export const FIRST_WISH: Wish = {
  near: 'bar',
  shortest: { of: 'bars', count: 2 },
  ending: 'either',
  keep: [],
  out: [],
  meets: [],
  avoid: [],
  hold: [],
};

/** The ends of a piece that are always its own, seconds. */
export const ENDS: Seconds = 2;
/** A moment counts as met within this, seconds. */
export const MET: Seconds = 0.5;
/** No passage is shorter than this, whatever the bars are, seconds. */
const LEAST_PASSAGE: Seconds = 2.1;

/** The shortest passage in seconds. @param bar of the piece, seconds. */
export function shortestSeconds({ shortest }: Pick<Wish, 'shortest'>, bar: Seconds): Seconds {
  return Math.max(LEAST_PASSAGE, shortest.of === 'bars' ? shortest.count * bar * 0.97 : shortest.count);
}

/** By how much the cuts may miss the wanted length, seconds. @param perBar beats in a bar. */
export function allowedMiss({ near }: Pick<Wish, 'near'>, bar: Seconds, perBar: number): Seconds {
  if (near === 'frame') return 0;
  if (near === 'beat') return bar / Math.max(1, perBar) / 2;
  return near === 'bar' ? bar / 2 : near;
}
