import type { Plan } from '../../core/mix';

export interface Block {
  readonly first: number;
  readonly frames: number;
  /** Handed over, one array a channel. */
  readonly left: Float32Array<ArrayBuffer>;
  readonly right: Float32Array<ArrayBuffer>;
}

/** What the playing worker does: one plan at a time, block by block. */
export type PlayCalls = {
  /**
   * Opens the sounds of a plan and makes it the one that `render` renders; one that was asked for before it and comes ready later is let
   * go of. @throws Failure `media.missing`.
   */
  prepare(details: { plan: Plan }): Promise<{ opened: number }>;
  /** A block of the prepared plan. @throws RangeError where none is prepared. */
  render(details: { first: number; frames: number }): Block;
};
