import type { Seconds } from '../units';

/** Seconds of a source. */
export interface Stretch {
  readonly from: Seconds;
  readonly to: Seconds;
}

/** Where a piece has its beats: steady, in bars of `beats`. */
export interface Grid {
  /** Beats a minute. */
  readonly tempo: number;
  /** Beats in a bar, 2 to 7. */
  readonly beats: number;
  /** The first beat of a bar, seconds of the source. */
  readonly downbeat: Seconds;
}

/** A splice: after `from` of the source comes `to`, seconds. */
export interface Jump {
  readonly from: Seconds;
  readonly to: Seconds;
}

/** How a part was fitted, so that it can be fitted anew when the show's length changes. */
export interface Fitted {
  readonly way: 'weave' | 'loop' | 'stop' | 'nudge';
  /** As long as the show, or so many seconds. */
  readonly to: 'show' | Seconds;
  /** The length that it was made for, seconds. */
  readonly made: Seconds;
  /** What of the source it was made from, seconds. */
  readonly piece: Stretch;
  /** How near the cuts have to come to that length: a number is so many seconds. */
  readonly near: 'frame' | 'beat' | 'bar' | Seconds;
  /** Shortest passage between splices. */
  readonly shortest: { readonly of: 'bars' | 'seconds'; readonly count: number };
  /** With the piece's own ending, faded where a phrase ends, or whichever suits. */
  readonly ending: 'own' | 'fade' | 'either';
  /** Moments of the source that must sound at moments of the part. */
  readonly meets: readonly { readonly source: Seconds; readonly at: Seconds }[];
  /** Splices taken away by hand, and those that are to stay. */
  readonly avoid: readonly Jump[];
  readonly hold: readonly Jump[];
  /** What takes up the rest. */
  readonly slack: 'pictures' | 'speed' | 'ring' | 'leave';
  /** Whether it is fitted anew by itself when the show's length changes. */
  readonly self: boolean;
}

/** What a person said of a piece's passages, seconds of the source. */
export interface Marks {
  /** No splice may fall in these. */
  readonly keep: readonly Stretch[];
  /** These are left out when the piece is fitted. */
  readonly out: readonly Stretch[];
  /** Names of sections, by the moment they begin at. */
  readonly names: readonly { readonly at: Seconds; readonly name: string }[];
}
