import { stretching, toHeard, toSource, type Stretching } from '../sound/stretch';
import { RATE, framesOf, secondsOf, type Frames, type Seconds } from '../units';
import { LIMITS } from './limits';
import type { Stretch } from './fitTypes';
import type { Treatment } from './treatTypes';
import type { MediaId, Part, Show } from './types';

/** How a part plays its sound: its spans are seconds of what comes of it. */
export type Played = Pick<Part, 'media' | 'speed' | 'pitch' | 'loose' | 'even' | 'backwards'>;

/** Speed of a part: source seconds a heard second, 1 unless it was changed. */
export const speedOf = (part: Pick<Part, 'speed'>): number => part.speed ?? 1;

/** What the length of a sound at another speed hangs on. */
type Sped = Pick<Part, 'speed' | 'loose' | 'even'>;

/** Whether a speed is one that nobody notices: the pitch stays, and unless it says otherwise the ends of the sound are left as they are. */
export function isNudge({ speed = 1, loose }: Pick<Part, 'speed' | 'loose'>): boolean {
  return !loose && speed >= LIMITS.nudge.least && speed <= LIMITS.nudge.most;
}

/** What says that a speed is the same from end to end, where that is not so by itself. */
export const evenIn = (part: Pick<Part, 'speed' | 'loose'>): true | undefined =>
  part.speed !== undefined && part.speed !== 1 && isNudge(part) ? true : undefined;

/** How frames of a sound and of what is heard of it at another speed belong together. */
export function shapeOf(part: Sped, frames: Frames): Stretching {
  return stretching(frames, speedOf(part), part.even ?? !isNudge(part));
}

const shapeIn = (show: Pick<Show, 'media'>, part: Played) => shapeOf(part, framesOf(show.media[part.media]!.seconds));

/** Length of the sound that a part plays from: its source, longer or shorter at another speed. */
export function soundSeconds(show: Pick<Show, 'media'>, part: Played): Seconds {
  return part.speed === undefined ? show.media[part.media]!.seconds : shapeIn(show, part).heard / RATE;
}

/** What is done with a stored sound before a part plays it, in this order. */
export interface Recipe {
  /** Source seconds a heard second. */
  readonly speed: number;
  readonly loose?: true | undefined;
  readonly even?: true | undefined;
  /** Semitones. */
  readonly pitch?: number | undefined;
  readonly backwards?: true | undefined;
  /** Those that are switched on, in their order. */
  readonly treatments: readonly Treatment[];
  /** Where another speed or pitch joins the sound is found in this one, the piece that it is a layer of: all layers are cut at the same frames. */
  readonly of?: MediaId | undefined;
  /** Only the band in which speech lies is left of what comes of it, or only the rest. */
  readonly split?: 'band' | 'rest' | undefined;
}

/**
 * What the mixer knows a part's sound by: the source, and behind an `@` the recipe where there is one. Parts with the same recipe share
 * what was worked out. @param more treatments behind the part's own.
 */
export function soundKey(part: Played & Pick<Part, 'treatments'>, more: readonly Treatment[] = []): string {
  const treatments = [...(part.treatments ?? []), ...more].filter(({ on }) => on);
  const { speed, pitch, loose, even, backwards } = part;
  if (speed === undefined && !pitch && !backwards && treatments.length === 0) return part.media;
  const recipe: Recipe = {
    speed: speed ?? 1,
    ...(loose && speed !== undefined ? { loose } : {}),
    ...(even && speed !== undefined ? { even } : {}),
    ...(pitch ? { pitch } : {}),
    ...(backwards ? { backwards } : {}),
    treatments,
  };
  return `${part.media}@${JSON.stringify(recipe)}`;
}

/** What the mixer knows a layer of a part's piece by: played as the piece is. */
export function layerKey(part: Played & Pick<Part, 'treatments'>, layer: MediaId, more: readonly Treatment[] = []): string {
  const { media, recipe } = soundOfKey(soundKey({ ...part, media: layer }, more));
  if (!recipe) return media;
  const joins = (recipe.speed !== 1 && !recipe.loose) || recipe.pitch;
  return `${media}@${JSON.stringify(joins ? { ...recipe, of: part.media } : recipe)}`;
}

/** The source of a sound that the mixer asks for, and what is done with it. */
export function soundOfKey(key: string): { readonly media: MediaId; readonly recipe: Recipe | null } {
  const at = key.indexOf('@');
  return at < 0 ? { media: key, recipe: null } : { media: key.slice(0, at), recipe: JSON.parse(key.slice(at + 1)) as Recipe };
}

/** The key of a sound of which only the band of speech, or only the rest, is played. */
export function splitKey(key: string, split: 'band' | 'rest'): string {
  const { media, recipe } = soundOfKey(key);
  return `${media}@${JSON.stringify({ ...(recipe ?? { speed: 1, treatments: [] }), split })}`;
}

/** A moment of a part's sound as a moment of its source. */
export function sourceMoment(show: Pick<Show, 'media'>, part: Played, moment: Seconds): Seconds {
  const at = part.backwards ? soundSeconds(show, part) - moment : moment;
  return part.speed === undefined ? at : toSource(shapeIn(show, part), at * RATE) / RATE;
}

/** A moment of a part’s source as a moment of its sound as it is played, seconds. */
export function heardMoment(show: Pick<Show, 'media'>, part: Played, moment: Seconds): Seconds {
  const at = part.speed === undefined ? moment : toHeard(shapeIn(show, part), moment * RATE) / RATE;
  return part.backwards ? soundSeconds(show, part) - at : at;
}

/** A stretch of a part's source as it is played; from its earlier to its later end, backwards too. */
export function heardStretch(show: Pick<Show, 'media'>, part: Played, { from, to }: Stretch): Stretch {
  const ends = [heardMoment(show, part, from), heardMoment(show, part, to)] as const;
  return { from: Math.min(...ends), to: Math.max(...ends) };
}

/** The same where the length of what is played is known, and not that of the source. @param heard seconds. */
export function heardOf(part: Sped & Pick<Part, 'backwards'>, heard: Seconds): (source: Seconds) => Seconds {
  const { backwards, speed } = part;
  const ahead = speed === undefined ? (source: Seconds) => source : inverse(part, heard);
  return backwards ? (source) => heard - ahead(source) : ahead;
}

function inverse(part: Sped, heard: Seconds): (source: Seconds) => Seconds {
  const speed = speedOf(part);
  const { edge } = shapeOf(part, framesOf(heard));
  const frames = 2 * edge + Math.round((framesOf(heard) - 2 * edge) * speed);
  const shape = { frames, heard: framesOf(heard), edge };
  return (source) => secondsOf(toHeard(shape, source * RATE));
}

/** Where in its source what a part plays lies, near enough for drawing and for power readings. @param heard length of what it plays from, seconds. */
export function roughSource(part: Pick<Part, 'speed' | 'backwards'>, heard: Seconds): (moment: Seconds) => Seconds {
  const speed = speedOf(part);
  return part.backwards ? (moment) => (heard - moment) * speed : (moment) => moment * speed;
}
