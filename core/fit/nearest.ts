import { phrase, type Phrase } from '../phrase';
import type { Seconds } from '../units';
import { weaveAnswer } from './answers';
import { loopAnswer } from './otherAnswers';
import { NUDGE, type Way } from './answer';
import type { Fitting } from './fitting';
import { MET, type Wish } from './wish';

/** Lengths near the wanted one that are tried for an answer, shares of it. */
const NEARBY = [0.02, 0.04, 0.07, 0.12, 0.2, 0.35];

/** The nearest length that a piece can be made without anything to be heard, seconds; null where none is near. Yields the share done: it takes a while. */
export function* nearestHidden(fitting: Fitting, wanted: Seconds, wish: Wish): Generator<number, Seconds | null> {
  for (const [i, by] of NEARBY.entries()) {
    for (const way of [-1, 1]) {
      const answer = weaveAnswer(fitting, wanted * (1 + way * by), wish, 2);
      if (answer?.hiding === 'hidden') return answer.seconds;
      yield i / NEARBY.length;
    }
  }
  return null;
}

/** Why a wish cannot be met, and how near the piece gets to it: one sentence, its lengths in seconds. */
export function howNear(fitting: Fitting, wanted: Seconds, wish: Wish, way: Way | null): Phrase {
  const { piece } = fitting;
  const whole = piece.to - piece.from;
  const tenths = (seconds: Seconds) => Math.round(seconds * 10) / 10;
  if (way === 'nudge') {
    const nearest = Math.min(Math.max(wanted, whole / (1 + NUDGE.most)), whole / (1 - NUDGE.most));
    return phrase('fit.noNudge', { whole: tenths(whole), wanted: tenths(wanted), nearest: tenths(nearest) });
  }
  if (way === 'stop') return phrase('fit.noStop', { whole: tenths(whole), wanted: tenths(wanted) });
  if (wish.meets.length > 0) {
    const near = nearestMeeting(fitting, wanted, wish);
    return near === null ? phrase('fit.cannotMeet') : phrase('fit.cannotMeetWithin', { within: MET, nearest: tenths(near) });
  }
  const solve = way === 'loop' ? loopAnswer : weaveAnswer;
  for (const miss of [1, 2, 5, 10, 20, 60, wanted, whole * 2]) {
    const answer = solve(fitting, wanted, { ...wish, near: miss });
    if (answer) return phrase(way === 'loop' ? 'fit.noLoop' : 'fit.noWeave', { wanted: tenths(wanted), nearest: tenths(answer.seconds) });
  }
  return phrase(way === 'loop' ? 'fit.noLoopAtAll' : 'fit.noWeaveAtAll', { whole: tenths(whole) });
}

/** By how little the moments can miss each other, seconds, in steps of half a second; null where they cannot come near at all. */
function nearestMeeting(fitting: Fitting, wanted: Seconds, wish: Wish): Seconds | null {
  for (let by = 0.5; by <= 12; by += 0.5) {
    for (const way of [-1, 1]) {
      const meets = wish.meets.map((one) => ({ source: one.source, at: one.at + way * by }));
      if (meets.some(({ at }) => at < 0 || at > wanted)) continue;
      if (weaveAnswer(fitting, wanted, { ...wish, meets })) return by + MET;
    }
  }
  return null;
}
