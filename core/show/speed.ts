import { stretching, toHeard, toSource, type Stretching } from '../sound/stretch';
import { RATE, framesOf, type Seconds } from '../units';
import type { MediaId, Part, Show, Treatment } from './types';

/** A part's sound at the speed it is played with: its spans are seconds of that. */
type Played = Pick<Part, 'media' | 'speed'>;

/** Speed of a part: source seconds a heard second, 1 unless it was nudged. */
export const speedOf = (part: Pick<Part, 'speed'>): number => part.speed ?? 1;

function shapeOf(show: Pick<Show, 'media'>, part: Played): Stretching {
  return stretching(framesOf(show.media[part.media]!.seconds), speedOf(part));
}

/** Length of the sound that a part plays from: its source, longer or shorter where the part is nudged. */
export function soundSeconds(show: Pick<Show, 'media'>, part: Played): Seconds {
  return part.speed === undefined ? show.media[part.media]!.seconds : shapeOf(show, part).heard / RATE;
}

/** What is done with a stored sound before a part plays it. */
export interface Recipe {
  /** Source seconds a heard second. */
  readonly speed: number;
  /** Those that are switched on, in their order. */
  readonly treatments: readonly Treatment[];
}

/**
 * What the mixer knows a part's sound by: the source, and behind an `@` the recipe where there is one. Parts with the same recipe share
 * what was worked out.
 */
export function soundKey(part: Played & Pick<Part, 'treatments'>): string {
  const treatments = part.treatments?.filter(({ on }) => on) ?? [];
  if (part.speed === undefined && treatments.length === 0) return part.media;
  return `${part.media}@${JSON.stringify({ speed: speedOf(part), treatments } satisfies Recipe)}`;
}

/** The source of a sound that the mixer asks for, and what is done with it. */
export function soundOfKey(key: string): { readonly media: MediaId; readonly recipe: Recipe | null } {
  const at = key.indexOf('@');
  return at < 0 ? { media: key, recipe: null } : { media: key.slice(0, at), recipe: JSON.parse(key.slice(at + 1)) as Recipe };
}

/** A moment of a part's sound as a moment of its source, and the other way round. */
export function sourceMoment(show: Pick<Show, 'media'>, part: Played, moment: Seconds): Seconds {
  return part.speed === undefined ? moment : toSource(shapeOf(show, part), moment * RATE) / RATE;
}

/** A moment of a part’s source as a moment of its sound at its speed, seconds. */
export function heardMoment(show: Pick<Show, 'media'>, part: Played, moment: Seconds): Seconds {
  return part.speed === undefined ? moment : toHeard(shapeOf(show, part), moment * RATE) / RATE;
}
