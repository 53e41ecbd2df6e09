import { wordsOfCard } from '../show/credits';
import { filmAt, pictureAt, placePictures, showSeconds, type PlacedPicture } from '../show/placement';
import type { FrameShape, Media, Picture, Show } from '../show/types';
import type { Say } from '../phrase';
import { clamp, type Seconds } from '../units';

/** Sound that ends no later than this behind the pictures leaves the last one standing, seconds. */
const DARK: Seconds = 0.05;

/** A show's pictures as whoever paints them needs them: plain data, computed from the document. */
export interface Scene {
  readonly placed: readonly PlacedPicture[];
  readonly seconds: Seconds;
  readonly shape: FrameShape;
  readonly black: Show['black'];
  /** Size and length of what the pictures show. */
  readonly media: Readonly<Record<string, Pick<Media, 'width' | 'height' | 'seconds'>>>;
}

/** What of a show is seen: its pictures, and what credits on a card are taken from. */
export type Seen = Pick<Show, 'pictures' | 'media' | 'shape' | 'black' | 'parts' | 'alone' | 'title' | 'artist'>;

/** What the stage needs of a show: placed pictures with their words, media, frame, black ends; `say` says who made it on a card with credits. */
export function sceneOf(show: Seen, say: Say): Scene {
  const media: Record<string, Pick<Media, 'width' | 'height' | 'seconds'>> = {};
  for (const picture of show.pictures) {
    if (picture.kind === 'card') continue;
    const { width, height, seconds } = show.media[picture.media]!;
    media[picture.media] = { width, height, seconds };
  }
  const placed = placePictures(show).map((one): PlacedPicture => {
    const { picture } = one;
    return picture.kind === 'card' && picture.credits ? { ...one, picture: { ...picture, words: wordsOfCard(show, picture, say) } } : one;
  });
  return { placed, seconds: showSeconds(show), shape: show.shape, black: show.black, media };
}

/** One picture as it is seen at a moment. Layers lie one on the other in their order. */
export interface Layer {
  readonly picture: Picture;
  readonly index: number;
  /** (0, 1]. */
  readonly opacity: number;
  /** How far through the time it is seen, [0, 1]: what a slow move follows. */
  readonly progress: number;
  /** Second of the video that a clip shows; null for everything else. */
  readonly source: Seconds | null;
}

/**
 * What the stage shows at a moment: one picture, or two where they dissolve. Moments outside the show give its ends, a show
 * without pictures nothing. A clip runs already while it dissolves in, so that its picture and its sound never part.
 */
export function layersAt(scene: Scene, moment: Seconds): Layer[] {
  const shown = pictureAt(scene.placed, moment);
  if (!shown) return [];
  // Sound that goes on behind the last picture goes on in the dark.
  if (moment >= shown.end && scene.seconds > shown.end + DARK) return [];
  const time = clamp(moment, 0, scene.seconds);
  const layers = [layerOf(scene, shown, time, 1)];
  const next = scene.placed[shown.index + 1];
  const { dissolve } = shown.picture;
  const begins = shown.end - dissolve;
  if (next && dissolve > 0 && time > begins) layers.push(layerOf(scene, next, time, Math.min(1, (time - begins) / dissolve)));
  return layers;
}

function layerOf(scene: Scene, { picture, index, start, end }: PlacedPicture, moment: Seconds, opacity: number): Layer {
  const before = scene.placed[index - 1]?.picture.dissolve ?? 0;
  const seen = start - before;
  const progress = clamp((moment - seen) / (end - seen), 0, 1);
  const source = picture.kind === 'clip' ? clamp(filmAt(picture, moment - start), 0, scene.media[picture.media]!.seconds) : null;
  return { picture, index, opacity, progress, source };
}

/** How black the frame is at a moment, [0, 1]: the fades at the show's ends. Both may meet in a short show; the darker one counts. */
export function blackAt({ black, seconds }: Scene, moment: Seconds): number {
  const up = black.up > 0 ? 1 - moment / black.up : 0;
  const out = black.out > 0 ? 1 - (seconds - moment) / black.out : 0;
  return clamp(Math.max(up, out), 0, 1);
}

/** The pictures whose time begins within `ahead` seconds after a moment: what is made ready so that nothing flashes. */
export function comingUp(scene: Scene, moment: Seconds, ahead: Seconds): PlacedPicture[] {
  const shown = pictureAt(scene.placed, moment);
  if (!shown) return [];
  const coming: PlacedPicture[] = [];
  for (let index = shown.index + 1; index < scene.placed.length; index += 1) {
    const placed = scene.placed[index]!;
    const before = scene.placed[index - 1]!.picture.dissolve;
    // The very next one always: a scrubbing finger may be there at once.
    if (index > shown.index + 1 && placed.start - before > moment + ahead) break;
    coming.push(placed);
  }
  return coming;
}
