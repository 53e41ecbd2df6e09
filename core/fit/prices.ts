import type { Seconds } from '../units';

/**
 * What a way through a piece costs, in one currency: below 1 nothing of a splice should be heard, from 1 on something is. Only the bounds
 * (`HIDES` in links.ts) say what is heard; the prices choose among ways that hide, and so decide little by themselves. That is measured: each
 * was halved and doubled on recorded music (`npm run bench -- --prices`; the figures stand beside each price as *halved, doubled*:
 * weaves of which nothing is heard of 18, and splices a weave; as they are 14 of 18, 2.1).
 */
export const PRICES = {
  /** What a seam that is not looked at counts for. */
  unseen: 0.6,
  /** How unlike what surrounds the two places is, though the splice may hide: its square times this. */
  unlike: 0.5,
  /** A passage that is heard again soon tires: seconds that cost 1. */
  tires: 7 as Seconds,
  /** The end is led up to by what led up to it: what it costs to go on right before it instead. */
  leadUp: 0.5,
  /** What a beat costs whose two sides are not alike. */
  unlikeBeat: 0.3,
  /** What it costs to miss by all that was wished for. */
  near: 0.06,
  /** What it costs that something has to take up a rest that nobody hears. */
  unheard: 0.12,
  /** What it costs that the speed has to change, what each unit of it costs, and each beyond what goes unnoticed. */
  speed: 1.2,
  unit: 0.6,
  more: 3,
};
