import { LIMITS, evenIn, type Played } from '../show';
import { HOW_PLAYED } from '../show/edits';
import type { Seconds } from '../units';
import { kindOf, listOf, oursOf, rawOf, spanOf, type Raw } from './otioRaw';

export type HowPlayed = Omit<Played, 'media'>;

/** How a sound is played: as we wrote it where its speed is still the same, else as the clip says, from end to end. */
export function howPlayed(raw: Raw): HowPlayed {
  const speed = speedOf(raw);
  const said = rawOf(oursOf(raw).part) as HowPlayed;
  if (said.speed === speed) return Object.fromEntries(HOW_PLAYED.flatMap((field) => (said[field] ? [[field, said[field]]] : [])));
  const even = evenIn({ speed });
  return { ...(speed === undefined ? {} : { speed }), ...(even ? { even } : {}) };
}

/** The speed of a clip, where it has one that we can play. */
export function speedOf(raw: Raw): number | undefined {
  const scalar = listOf(raw.effects).find((one) => kindOf(one) === 'LinearTimeWarp')?.time_scalar;
  return typeof scalar === 'number' && scalar !== 1 && scalar >= LIMITS.speed.least && scalar <= LIMITS.speed.most ? scalar : undefined;
}

/** A clip's markers lie in its own time: the moment of the show that such a one is, where the clip begins at `begins`. */
export function within(raw: Raw, begins: Seconds): (at: Seconds) => Seconds {
  const speed = speedOf(raw) ?? 1;
  return (at) => begins + (at - spanOf(raw).from) / speed;
}
