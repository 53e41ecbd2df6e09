import type { Seconds } from '../units';
import { LANES } from './lanes';
import { LIMITS } from './limits';
import { partEnd } from './placement';
import type { Cross, Part, Show } from './types';

/** Two parts whose ends lie no further apart than this touch: half a frame (seconds). */
const TOUCH: Seconds = 0.5 / 48_000;

/** What a part takes over with where nothing else is set. */
export const FIRST_CROSS: Cross = { law: 'matched', bendOut: 0, bendIn: 0, seconds: LIMITS.join.start };

/** One part of a lane taking over from another: while both sound, or at the moment where they touch. */
export interface Crossing {
  readonly from: Part;
  readonly to: Part;
  /** Where the second part begins, seconds of the show. */
  readonly start: Seconds;
  /** How long both sound; 0 where they touch. */
  readonly overlap: Seconds;
  readonly cross: Cross;
}

/** Where the parts of every lane cross, in order of their start. */
export function crossingsOf(show: Pick<Show, 'parts'>): Crossing[] {
  const ordered = [...show.parts].sort((a, b) => a.at - b.at || partEnd(a) - partEnd(b));
  const front = new Map<string, Part>();
  const ending = new Map<string, Part[]>();
  const crossings: Crossing[] = [];
  for (const part of ordered) {
    const add = (from: Part, overlap: Seconds) =>
      crossings.push({ from, to: part, start: part.at, overlap, cross: part.cross ?? FIRST_CROSS });
    if (LANES[part.kind].takesOver) {
      // On the bed one piece takes over from another. A piece that lies wholly within another one just sounds with it.
      const leading = front.get(part.lane);
      const overlap = leading ? partEnd(leading) - part.at : -1;
      if (leading && overlap >= -TOUCH && partEnd(part) > partEnd(leading)) add(leading, overlap > TOUCH ? overlap : 0);
      if (!leading || partEnd(part) > partEnd(leading)) front.set(part.lane, part);
    } else {
      // Elsewhere sounds lie over one another as they are; where one ends as the next begins they were cut from one piece.
      const open = (ending.get(part.lane) ?? []).filter((one) => partEnd(one) >= part.at - TOUCH);
      const before = open.find((one) => partEnd(one) <= part.at + TOUCH);
      if (before) add(before, 0);
      ending.set(part.lane, [...open.filter((one) => one !== before), part]);
    }
  }
  return crossings;
}

/**
 * Whether a part is taking over from another, or handing over to it, at a moment of the show while both sound. It cannot be
 * split there without being heard: its half would lie within the other piece, and nothing would cross any more.
 */
export function isCrossing(show: Pick<Show, 'parts'>, id: string, moment: Seconds): boolean {
  return crossingsOf(show).some(
    ({ from, to, start, overlap }) =>
      (from.id === id || to.id === id) && moment > start - TOUCH && moment < start + overlap + TOUCH && overlap > 0,
  );
}
