import { downbeatsOf } from '../music';
import { clamp, type Seconds } from '../units';
import type { Fitting } from './fitting';

/** Where a piece may be stopped. */
export interface Stop {
  /** Seconds of the source. */
  readonly at: Seconds;
  /** How much it rests there, [0, 1]: a phrase ends, the harmony changes after it, it gets quieter or pauses. */
  readonly rest: number;
}

/** A second earlier or later than wanted is worth so much rest, beyond the first. */
const SECOND = 0.12;
/** Where nothing ends and nothing rests. */
const ANYWHERE = 0.3;

/**
 * Where to stop near `wanted` seconds: rather where a section ends, or a bar that is followed by a change of harmony, or where it gets
 * quiet, within the allowed miss. The piece fades out over what is before.
 */
export function stopNear({ heard, piece, web, prover }: Fitting, wanted: Seconds, miss: Seconds): Stop {
  const { around } = prover;
  const aim = Math.min(piece.from + wanted, piece.to);
  const bars = downbeatsOf(heard);
  const { times } = web({ keep: [] });
  const choices = [...bars, ...heard.sections.map(({ to }) => to), ...times].filter(
    (at) => Math.abs(at - aim) <= miss + 1e-9 && at <= piece.to && at >= piece.from + 1,
  );
  let best: Stop = { at: aim, rest: ANYWHERE };
  let most = ANYWHERE;
  if (choices.length === 0) return best;
  const sides = around.sidesAt(choices, false);
  choices.forEach((at, i) => {
    const bar = bars.some((one) => Math.abs(one - at) < 0.07) ? 0.15 : 0;
    const section = heard.sections.some(({ to }) => Math.abs(to - at) < 0.3) ? 0.2 : 0;
    const harmony = 0.15 * around.rank('harmony', around.step('harmony', sides, i, sides, i));
    const pause = clamp((around.levelOf(at - 1, at - 0.3) - around.levelOf(at - 0.2, at)) / 40, 0, 0.15);
    const rest = ANYWHERE + bar + section + harmony + pause;
    const worth = rest - SECOND * Math.max(0, Math.abs(at - aim) - 1);
    if (worth > most) [best, most] = [{ at, rest: Math.min(0.68, rest) }, worth];
  });
  return best;
}

/** A fade that suits what is left: long over long pieces, never more than a third. */
export const stopFade = (length: Seconds): Seconds => clamp(length / 12, 0.5, 5);
