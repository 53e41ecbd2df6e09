import type { Click, Plan } from '../../core/mix';

/** A plan as it is listened to: with clicks on its beats, which are in no file. */
export type ListenedPlan = Plan & { readonly clicks?: readonly Click[] };

export interface Block {
  readonly first: number;
  readonly frames: number;
  /** Handed over, one array a channel. */
  readonly left: Float32Array<ArrayBuffer>;
  readonly right: Float32Array<ArrayBuffer>;
  /** What was measured of it: the first step of the meters that ended in it, and a row of numbers for each that did (core/mix/meters.ts). */
  readonly meters: { readonly step: number; readonly rows: Float32Array<ArrayBuffer>; readonly lanes: readonly string[] };
}

/** What the playing worker does: one plan at a time, block by block. */
export type PlayCalls = {
  /**
   * Opens the sounds of a plan and makes it the one that `render` renders; one that was asked for before it and comes ready later is let
   * go of. @param at the frame that is rendered first: it settles once what sounds from there on is open, the rest is opened meanwhile.
   * @throws Failure `media.missing`.
   */
  prepare(details: { plan: ListenedPlan; at?: number }): Promise<{ opened: number }>;
  /** Other levels of the lanes and of the whole, for the prepared plan: heard with the next block. @throws RangeError where none is prepared. */
  relevel(details: Pick<Plan, 'lanes' | 'master'>): void;
  /** A block of the prepared plan; `begin` where playing begins with it. @throws RangeError where none is prepared. */
  render(details: { first: number; frames: number; begin?: boolean }): Block | Promise<Block>;
};
