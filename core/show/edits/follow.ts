import type { Draft } from 'immer';
import { clamp, type Seconds } from '../../units';
import { LIMITS } from '../limits';
import { partSeconds } from '../placement';
import type { Show } from '../types';
import { keepStretch } from './keep';

/** Less than this is rounding, seconds. */
const EXACT = 1e-9;

/**
 * What belongs to clips moves by as much as their videos did: `before` and `after` say where each video's zero lies in the show. What would begin
 * before the show loses what lies there.
 */
export function followClips(show: Draft<Show>, before: ReadonlyMap<string, Seconds>, after: ReadonlyMap<string, Seconds>): void {
  for (const part of show.parts) {
    const was = part.clip === undefined ? undefined : before.get(part.clip);
    const is = part.clip === undefined ? undefined : after.get(part.clip);
    if (was === undefined || is === undefined || (Math.abs(is - was) < EXACT && part.at >= 0)) continue;
    const at = part.at + (is - was);
    const length = partSeconds(part);
    if (at < -EXACT && length + at >= LIMITS.span.least) keepStretch(part, -at, length);
    part.at = clamp(at, 0, LIMITS.showSeconds);
  }
}
