import type { Seconds } from '../units';

/**
 * What a way through a piece costs, in one currency: below 1 nothing of a splice should be heard, from 1 on something is. Only the bounds
 * (`HIDES` in links.ts) say what is heard; the prices choose among ways that hide. That is measured (`npm run bench -- --prices`, six
 * recorded pieces at 0.4, 0.7 and 1.6 times their length, our own measure of a splice): with each price halved and doubled all 18 weaves stay such
 * that nothing is heard of them; with the prices as they are they have 1.67 splices each, and what a price changes in that stands beside it.
 */
export const PRICES = {
  /** What a seam that is not looked at counts for. Halved and doubled: no change. */
  unseen: 0.6,
  /** How unlike what surrounds the two places is, though the splice may hide: its square times this. Halved 1.61, doubled 1.72. */
  unlike: 0.5,
  /** A passage that is heard again soon tires: seconds that cost 1. No change. */
  tires: 7 as Seconds,
  /** The end is led up to by what led up to it: what it costs to go on right before it instead. Halved 1.61, doubled no change. */
  leadUp: 0.5,
  /** What a beat costs whose two sides are not alike. No change. */
  unlikeBeat: 0.3,
  /** What it costs to miss by all that was wished for. No change. */
  near: 0.06,
  /** What it costs that something has to take up a rest that nobody hears. No change. */
  unheard: 0.12,
  /** What it costs that the speed has to change, what each unit of it costs, and each beyond what goes unnoticed. No change. */
  speed: 1.2,
  unit: 0.6,
  more: 3,
};
