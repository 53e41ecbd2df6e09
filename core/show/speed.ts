import { stretching, toHeard, toSource, type Stretching } from '../sound/stretch';
import { RATE, framesOf, type Seconds } from '../units';
import type { MediaId, Part, Show } from './types';

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

/** What the mixer knows a part's sound by: the source, and its speed where that is not its own. */
export function soundKey(part: Played): string {
  return part.speed === undefined ? part.media : `${part.media}@${part.speed}`;
}

/** The source and the speed of a sound that the mixer asks for. */
export function soundOfKey(key: string): { media: MediaId; speed: number } {
  const [media = '', speed] = key.split('@');
  return { media, speed: speed === undefined ? 1 : Number(speed) };
}

/** A moment of a part's sound as a moment of its source, and the other way round. */
export function sourceMoment(show: Pick<Show, 'media'>, part: Played, moment: Seconds): Seconds {
  return part.speed === undefined ? moment : toSource(shapeOf(show, part), moment * RATE) / RATE;
}

export function heardMoment(show: Pick<Show, 'media'>, part: Played, moment: Seconds): Seconds {
  return part.speed === undefined ? moment : toHeard(shapeOf(show, part), moment * RATE) / RATE;
}
