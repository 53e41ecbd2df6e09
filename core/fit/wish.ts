import type { Jump, Stretch } from '../show/types';
import type { Seconds } from '../units';

/** A moment of the music that must sound at a moment of the show. */
export interface Meet {
  /** Seconds of the source. */
  readonly source: Seconds;
  /** Seconds from the start of the fitted piece. */
  readonly at: Seconds;
}

/** How a piece is to be fitted. */
export interface Wish {
  readonly splices: 'few' | 'some' | 'many';
  /** Shortest passage between two splices, beats. */
  readonly shortest: number;
  /** How far the length may be off, seconds. */
  readonly miss: Seconds;
  /** What the two sides of a splice must match in first of all: −1 harmony .. 1 sound colour. */
  readonly lean: number;
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

/** Sensible starts (8 beats, ±5 s: common practice). */
export const FIRST_WISH: Wish = {
  splices: 'some',
  shortest: 8,
  miss: 5,
  lean: 0,
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
