import type { Span } from '../show/types';
import { speedFor, stretching, toHeard } from '../sound';
import { RATE, framesOf, type Frames, type Seconds } from '../units';
import type { Answer } from './answer';

/** An answer as it is played. */
export interface Shaped {
  /** Seconds of the sound at its speed. */
  readonly spans: readonly Span[];
  /** Source seconds a heard second. */
  readonly speed: number;
  readonly seconds: Seconds;
}

/**
 * An answer at its own speed (`wanted` null), or at the speed that makes it exactly as long as is wanted, to the frame.
 * @param frames of the source.
 */
export function shaped(answer: Answer, frames: Frames, wanted: Seconds | null): Shaped {
  const length = (spans: readonly Span[]) => spans.reduce((sum, { from, to }) => sum + to - from, 0);
  if (wanted === null || Math.abs(answer.seconds - wanted) < 0.5 / RATE) {
    return { spans: wanted === null ? answer.spans : closed(answer.spans, wanted), speed: 1, seconds: wanted ?? answer.seconds };
  }
  // The ends keep their speed: a few rounds find the speed of the rest that gives the length.
  let speed = answer.seconds / wanted;
  let spans: Span[] = [];
  for (let round = 0; round < 6; round += 1) {
    const shape = stretching(frames, speed);
    const heard = (at: Seconds) => framesOf(toHeard(shape, at * RATE) / RATE) / RATE;
    spans = answer.spans.map(({ from, to, join }) => ({ from: heard(from), to: heard(to), join }));
    const off = length(spans) - wanted;
    if (Math.abs(off) < 2 / RATE) break;
    speed *= 1 + off / Math.max(1, wanted - 4);
    if (answer.spans.length === 1 && answer.spans[0]!.from === 0)
      speed = speedFor(frames, framesOf(wanted + frames / RATE - answer.spans[0]!.to));
  }
  return { spans: closed(spans, wanted), speed, seconds: wanted };
}

/** What rounding leaves over, less than a few frames, is taken from the inside of the longest span: its ends stay what they are. */
function closed(spans: readonly Span[], wanted: Seconds): Span[] {
  const off = spans.reduce((sum, { from, to }) => sum + to - from, 0) - wanted;
  const out = spans.map((span) => ({ ...span }));
  // The first span's end is a splice or, where there is only one, the end itself.
  out[0]!.to -= off;
  return out;
}
