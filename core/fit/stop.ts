import { downbeatsOf, type Hearing } from '../music';
import type { Stretch } from '../show/types';
import { clamp, type Seconds } from '../units';

/** Where a piece may be stopped. */
export interface Stop {
  /** Seconds of the source. */
  readonly at: Seconds;
  /** Whether a phrase ends there: a section, four bars, or a bar. */
  readonly phrase: 'section' | 'phrase' | 'bar' | 'anywhere';
}

/** How much later or earlier than wanted each kind of end is worth, seconds. */
const WORTH = { section: 3.2, phrase: 1.6, bar: 0.5, anywhere: 0 } as const;

/**
 * Where to stop near `wanted` seconds: rather where a section ends, or a phrase of four bars, or a bar, within the allowed miss. The
 * piece fades out over what is before.
 */
export function stopNear(heard: Hearing, piece: Stretch, wanted: Seconds, miss: Seconds): Stop {
  const aim = Math.min(piece.from + wanted, piece.to);
  const choices: Stop[] = [{ at: aim, phrase: 'anywhere' }];
  const bars = downbeatsOf(heard);
  bars.forEach((at, bar) => choices.push({ at, phrase: bar % 4 === 0 ? 'phrase' : 'bar' }));
  for (const { to } of heard.sections) choices.push({ at: to, phrase: 'section' });
  let best = choices[0]!;
  let least = Infinity;
  for (const one of choices) {
    const off = Math.abs(one.at - aim);
    if (off > miss + 1e-9 || one.at > piece.to || one.at < piece.from + 1) continue;
    const price = off - WORTH[one.phrase];
    if (price < least) [best, least] = [one, price];
  }
  return best;
}

/** A fade that suits what is left: long over long pieces, never more than a third. */
export const stopFade = (length: Seconds): Seconds => clamp(length / 12, 0.5, 5);
