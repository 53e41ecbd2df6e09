import { clamp, type Seconds } from '../../units';
import { LIMITS } from '../limits';
import type { Media, Picture } from '../types';
import { defineEdit, find } from './edit';

/** A hold within bounds, on whole milliseconds: what people type and what the fields show. */
function asHold(seconds: Seconds): Seconds {
  return clamp(Math.round(seconds * 1000) / 1000, LIMITS.hold.least, LIMITS.hold.most);
}

export function newPicture(id: string, media: Media): Picture {
  return { id, kind: 'photo', media: media.id, hold: LIMITS.hold.start, dissolve: LIMITS.dissolve.start };
}

const counted = (count: number, verb: string) => (count === 1 ? `${verb} a picture` : `${verb} ${count} pictures`);

/** Puts pictures in, in the order given, before the picture at `index` (clamped; the list's length appends). */
export const addPictures = defineEdit<{ pictures: readonly Picture[]; media: readonly Media[]; index: number }>(
  ({ pictures }) => counted(pictures.length, 'add'),
  (show, { pictures, media, index }) => {
    for (const one of media) show.media[one.id] ??= { ...one };
    show.pictures.splice(clamp(index, 0, show.pictures.length), 0, ...pictures.map((one) => ({ ...one })));
  },
);

/** Takes pictures out. Their media stay named in the show, so that undo and a second use cost nothing. */
export const removePictures = defineEdit<{ ids: readonly string[] }>(
  ({ ids }) => counted(ids.length, 'remove'),
  (show, { ids }) => {
    const gone = new Set(ids);
    show.pictures = show.pictures.filter((one) => !gone.has(one.id));
  },
);

/** Moves one picture so that it stands at `index` of the new order (clamped). */
export const movePicture = defineEdit<{ id: string; index: number }>('move a picture', (show, { id, index }) => {
  const picture = find(show.pictures, id, 'picture');
  const from = show.pictures.indexOf(picture);
  const to = clamp(index, 0, show.pictures.length - 1);
  if (from === to) return;
  show.pictures.splice(from, 1);
  show.pictures.splice(to, 0, picture);
});

/** Gives pictures a time on screen, seconds; a dissolve longer than the new time shrinks to it. */
export const setHold = defineEdit<{ ids: readonly string[] | 'all'; seconds: Seconds }>(
  ({ ids }) => (ids === 'all' ? 'one time for all pictures' : 'change time on screen'),
  (show, { ids, seconds }) => {
    const hold = asHold(seconds);
    const chosen = ids === 'all' ? show.pictures : ids.map((id) => find(show.pictures, id, 'picture'));
    for (const picture of chosen) {
      picture.hold = hold;
      if (picture.dissolve > hold) picture.dissolve = hold;
    }
  },
);
