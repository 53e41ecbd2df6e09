import type { Decibels, Seconds } from '../units';

/** What one narration asks of the bed. */
export interface PartDip {
  /** Whether anything goes down for it. */
  readonly on: boolean;
  /** dB on top of the show's depth: below 0 is deeper. */
  readonly by: Decibels;
  /** Slopes of its own, seconds; those of the show where it says nothing. */
  readonly down?: Seconds | undefined;
  readonly up?: Seconds | undefined;
}

/** Whether what dips makes room for a lane or a clip, and how far. */
export interface Room {
  readonly when: 'never' | 'speech' | 'sound';
  /** Quieter than this it does not sound, LUFS; for `sound` alone. */
  readonly over?: Decibels | undefined;
  /** As far as this, dB below 0; as the show says where it says nothing. */
  readonly by?: Decibels | undefined;
}

/**
 * How far down: always as much; as far as it takes for what dips to stay `margin` dB below the voice; or layers are taken away, and then the level, until
 * a `share` of the voice can be understood.
 */
export type Depth =
  | { readonly by: 'fixed'; readonly gain: Decibels }
  | { readonly by: 'clear'; readonly margin: Decibels }
  | { readonly by: 'thin'; readonly share: number };

/** How the show makes room for speech. Dips themselves are computed from the narrations, never stored. */
export interface DipRules {
  readonly depth: Depth;
  /** Share of the depth that only the band of speech goes down by, [0, 1]; nothing where it says nothing. The rest goes down by what is left. */
  readonly band?: number | undefined;
  /** Seconds in which layers go and come back; as every show begins with where it says nothing. */
  readonly thin?: { readonly down: Seconds; readonly up: Seconds } | undefined;
  /** Slopes, seconds. */
  readonly down: Seconds;
  readonly up: Seconds;
  /** How long before the voice a slope begins. */
  readonly lead: Seconds;
  /** Pauses shorter than this are ridden through, seconds. */
  readonly bridge: Seconds;
  /** What goes down. */
  readonly bed: boolean;
  readonly own: boolean;
  readonly spot: boolean;
  /** Whether speech in the clips' own sound asks for dips, too. */
  readonly hearsClips: boolean;
  /** The bed comes up by `gain` where nobody speaks for longer than `after` seconds; null where it does not. */
  readonly raise: { readonly gain: Decibels; readonly after: Seconds } | null;
}
