import { clamp, type Seconds } from '../units';
import { LIMITS } from './limits';
import type { Fold, Part, Span } from './types';

/** A passage that is repeated, seconds of the source, and what is folded over its seam. */
export interface Loop {
  readonly from: Seconds;
  readonly to: Seconds;
  readonly fold: Fold;
}

const boundFold = ({ lead, tail }: Fold): Fold => ({
  lead: clamp(lead, 0, LIMITS.fold.most),
  tail: clamp(tail, 0, LIMITS.fold.most),
});

/**
 * A loop as spans: from `from` into the first pass, `passes` passes, from the last one on to `to`. Null where that makes no
 * sense: no pass, a passage that is too short, a beginning behind it or an ending before it.
 */
export function loopSpans(loop: Loop, passes: number, from: Seconds, to: Seconds): Span[] | null {
  const sound = loop.to - loop.from >= LIMITS.span.least && from <= loop.from && to >= loop.to;
  if (!sound || passes < 1 || passes > LIMITS.spans) return null;
  return Array.from({ length: passes }, (_, pass): Span => {
    const [first, last] = [pass === 0, pass === passes - 1];
    const span = { from: first ? from : loop.from, to: last ? to : loop.to, join: LIMITS.join.start };
    return last ? { ...span, join: 0 } : { ...span, fold: boundFold(loop.fold) };
  });
}

/** How long intro, passes and ending last together. */
export function loopSeconds(loop: Loop, passes: number, from: Seconds, to: Seconds): Seconds {
  return loop.from - from + passes * (loop.to - loop.from) + (to - loop.to);
}

/** The number of passes, at least one, that comes nearest to a wanted length. */
export function passesFor(loop: Loop, wanted: Seconds, from: Seconds, to: Seconds): number {
  const pass = loop.to - loop.from;
  const most = Math.floor(Math.min(LIMITS.spans, LIMITS.showSeconds / pass));
  return clamp(Math.round((wanted - loopSeconds(loop, 0, from, to)) / pass), 1, Math.max(1, most));
}

/** The loop that a part was laid with, as `layLoop` lays it; null where it is none. */
export function loopOf(part: Pick<Part, 'spans'>): { loop: Loop; passes: number } | null {
  const [first, second] = part.spans;
  if (!first?.fold || !second || part.spans.slice(1).some((span) => span.from !== second.from)) return null;
  return { loop: { from: second.from, to: first.to, fold: first.fold }, passes: part.spans.length };
}
