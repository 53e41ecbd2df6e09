import type { Seconds } from '../units';
import { weaveAnswer } from './answers';
import { loopAnswer } from './otherAnswers';
import { NUDGE, type Way } from './answer';
import type { Fitting } from './fitting';
import { MET, type Wish } from './wish';

const REASON: Readonly<Record<Way, string>> = {
  weave: 'No weave',
  loop: 'No loop',
  stop: 'No place to stop',
  nudge: 'No change of speed of up to 20 %',
};

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

/** Why a wish cannot be met, and how near the piece gets to it, in one sentence. */
export function howNear(fitting: Fitting, wanted: Seconds, wish: Wish, way: Way | null): string {
  const { piece } = fitting;
  const whole = piece.to - piece.from;
  const said = (seconds: Seconds) => `${seconds.toFixed(1)} s`;
  if (way === 'nudge') {
    const nearest = Math.min(Math.max(wanted, whole / (1 + NUDGE.most)), whole / (1 - NUDGE.most));
    return `${REASON.nudge} makes ${said(whole)} last ${said(wanted)}; it gets to ${said(nearest)}.`;
  }
  if (way === 'stop') return `${REASON.stop}: the piece lasts ${said(whole)}, which is not longer than ${said(wanted)}.`;
  if (wish.meets.length > 0) {
    const near = nearestMeeting(fitting, wanted, wish);
    return near === null
      ? 'The moments cannot meet: none of them can be brought nearer under these wishes.'
      : `The moments cannot meet within ${MET} s under these wishes; the nearest comes within ${near.toFixed(1)} s.`;
  }
  const solve = way === 'loop' ? loopAnswer : weaveAnswer;
  for (const miss of [1, 2, 5, 10, 20, 60, wanted, whole * 2]) {
    const answer = solve(fitting, wanted, { ...wish, near: miss });
    if (answer) return `${REASON[way ?? 'weave']} under these wishes lasts ${said(wanted)}; the nearest lasts ${said(answer.seconds)}.`;
  }
  return `${REASON[way ?? 'weave']} is possible under these wishes; the piece itself lasts ${said(whole)}.`;
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
