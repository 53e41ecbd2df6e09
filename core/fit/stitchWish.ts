import type { Jump } from '../show';
import type { Seconds } from '../units';
import type { Wish } from './wish';

/** What is asked of one stitch: its next-best place, away with it, or so many seconds later in the music. */
export type StitchChange = 'next' | 'away' | { readonly by: Seconds };

/** Places this far apart are offered to a stitch that is moved, and so far to either side, seconds: a place counts as held within 0.2 s. */
const STEP: Seconds = 0.35;
const REACH: Seconds = 1.05;

/**
 * A wish under which one of the `jumps` of a fit is changed and the others stay if they can. A stitch that is moved keeps what it adds or takes
 * away: it leaves and lands later or earlier by the same.
 */
export function changeStitch(wish: Wish, jumps: readonly Jump[], index: number, change: StitchChange): Wish {
  const jump = jumps[index];
  if (!jump) return wish;
  const others = jumps.filter((_, i) => i !== index);
  if (change === 'next') return { ...wish, avoid: [...wish.avoid, jump], hold: others };
  if (change === 'away') {
    const { from, to } = jump;
    return { ...wish, avoid: [...wish.avoid, { from, to: from }, { from: to, to }], hold: others };
  }
  // Never as far back as the place that it is moved away from.
  const reach = Math.min(REACH, Math.max(0, Math.abs(change.by) - STEP));
  const near: Jump[] = [];
  for (let off = -reach; off <= reach + 1e-9; off += STEP) {
    near.push({ from: jump.from + change.by + off, to: jump.to + change.by + off });
  }
  return { ...wish, hold: [...others, ...near] };
}
