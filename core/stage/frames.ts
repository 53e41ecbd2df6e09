import { clamp, type Seconds } from '../units';
import { blackAt, layersAt, type Scene } from './layers';

/** Pictures a second of a film. */
export const FILM_RATE = 30;
/** A picture that stands still is written once in so many: players want something now and then. */
const STILL = FILM_RATE;
/** A picture is painted for this long after it begins, so that a change on its very border is not missed by rounding, seconds. */
const INSIDE: Seconds = 1e-5;

/** One picture of a film, and how long it stands, seconds. */
export interface FilmStep {
  readonly at: Seconds;
  readonly seconds: Seconds;
  /** The moment of the show that it shows. */
  readonly moment: Seconds;
}

/** How many pictures of 1/30 s a film takes; the last one ends with the show. */
export function filmFrames(seconds: Seconds): number {
  return Math.max(1, Math.ceil(seconds * FILM_RATE - 1e-6));
}

/** The pictures of a film in order: every one while something moves, few where nothing does. */
export function* filmSteps(scene: Scene): Generator<FilmStep> {
  const frames = filmFrames(scene.seconds);
  const momentOf = (frame: number) => clamp(frame / FILM_RATE + INSIDE, 0, scene.seconds);
  let first = 0;
  let shown = lookAt(scene, momentOf(0));
  for (let frame = 1; frame <= frames; frame += 1) {
    const look = frame < frames ? lookAt(scene, momentOf(frame)) : null;
    if (look === shown && frame - first < STILL) continue;
    const end = frame === frames ? scene.seconds : frame / FILM_RATE;
    yield { at: first / FILM_RATE, seconds: end - first / FILM_RATE, moment: momentOf(first) };
    first = frame;
    shown = look ?? '';
  }
}

/** What is seen at a moment, as a word: two moments with the same word look the same. */
function lookAt(scene: Scene, moment: Seconds): string {
  const layers = layersAt(scene, moment).map(({ picture, opacity, progress, source }) => {
    const moves = picture.kind === 'photo' && (picture.framing === 'across' || picture.framing === 'back');
    return `${picture.id} ${opacity} ${moves || source !== null ? progress : ''}`;
  });
  return `${layers.join('|')} ${blackAt(scene, moment)}`;
}
