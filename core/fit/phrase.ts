import { heardMoment, type Part, type Show } from '../show';
import type { Section } from '../music/sections';
import { clamp, type Seconds } from '../units';

/** A phrase shorter than this is no length for a fade, seconds. */
const LEAST: Seconds = 1;

/** What a fade at the end of a piece begins with: a sixth of what plays, 1 to 6 s. Its handle makes it any length. */
export const firstFade = (plays: Seconds): Seconds => clamp(plays / 6, 1, 6);

/** How long the last phrase of a part lasts that was heard in it, seconds of the show; null where none begins in its last passage. */
export function lastPhrase(show: Show, part: Part, sections: readonly Section[]): Seconds | null {
  const { from, to } = part.spans.at(-1)!;
  const begins = sections.map((one) => heardMoment(show, part, one.from)).filter((at) => at >= from && to - at >= LEAST);
  return begins.length === 0 ? null : to - Math.max(...begins);
}
