import type { Decibels, Seconds } from '../units';

/** One sound of a piece in layers: as many frames as the piece, which is the sum of all of them. */
export interface Layer {
  /** The sound, as media are named. */
  readonly media: string;
  readonly title: string;
}

/**
 * What becomes of a layer where somebody speaks: it goes whatever the depth of the dips, or it is never taken away; where nothing is said it goes where the
 * voice needs that and the show thins out.
 */
export type Under = 'goes' | 'stays';

/** How one layer of a part is played; a layer of which nothing is said sounds as it is. */
export interface PartLayer {
  readonly media: string;
  readonly gain: Decibels;
  readonly mute?: true | undefined;
  /** While any layer of the part is soloed, the others are not heard. */
  readonly solo?: true | undefined;
  readonly under?: Under | undefined;
  /** Levels over time, as pins of a part: seconds from the part's start, dB on top of the layer's own. */
  readonly pins?: readonly { readonly at: Seconds; readonly gain: Decibels }[] | undefined;
}
