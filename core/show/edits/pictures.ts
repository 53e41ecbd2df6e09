import { phrase } from '../../phrase';
import type { Draft } from 'immer';
import { clamp, type Seconds } from '../../units';
import { LIMITS } from '../limits';
import { filmAt, mostHold } from '../placement';
import { roundHold } from '../times';
import type { Card, Clip, Framing, Media, OwnStart, Photo, Picture, Show } from '../types';
import { defineEdit, find, nameMedia } from './edit';

/** Pictures by name, or all of them. */
export type Which = readonly string[] | 'all';

/** The pictures that are meant. @throws RangeError for a name that leads nowhere. */
export function which(show: Draft<Show>, ids: Which): Draft<Picture>[] {
  return ids === 'all' ? show.pictures : ids.map((id) => find(show.pictures, id, 'picture'));
}

/** Gives a picture a time on screen within its bounds, on whole milliseconds; a dissolve longer than that shrinks to it. */
export function hold(show: Draft<Show>, picture: Draft<Picture>, seconds: Seconds): void {
  picture.hold = clamp(roundHold(seconds), LIMITS.hold.least, mostHold(show, picture));
  if (picture.dissolve > picture.hold) picture.dissolve = picture.hold;
}

/** A photo or clip as it comes in. A clip is shown whole, with its sound on. */
export function newPicture(id: string, media: Media, ownStart: OwnStart): Photo | Clip {
  const start = { id, media: media.id, framing: 'fit', dissolve: LIMITS.dissolve.start } as const;
  if (media.kind !== 'clip') return { ...start, kind: 'photo', hold: LIMITS.hold.start };
  const whole = Math.floor(media.seconds * 1000) / 1000;
  const own = { ...ownStart, on: true, lead: 0, tail: 0, quiet: [] };
  return { ...start, kind: 'clip', from: 0, hold: whole, dissolve: Math.min(whole, LIMITS.dissolve.start), own };
}

/** Time on screen and dissolve as most photos of a show have them; those that photos start with where there are none. */
export function usualTimes(pictures: Show['pictures']): Pick<Photo, 'hold' | 'dissolve'> {
  const times = new Map<string, number>();
  let usual = { hold: LIMITS.hold.start as number, dissolve: LIMITS.dissolve.start as number };
  let most = 0;
  for (const { kind, hold: seconds, dissolve } of pictures) {
    if (kind !== 'photo') continue;
    const name = `${seconds} ${dissolve}`;
    const count = (times.get(name) ?? 0) + 1;
    times.set(name, count);
    if (count <= most) continue;
    most = count;
    usual = { hold: seconds, dissolve };
  }
  return usual;
}

/** A card of one colour (`#RRGGBB`) with words. It stands and dissolves as the show's photos do. */
export function newCard(id: string, colour: string, words: string, times = usualTimes([])): Card {
  return { id, kind: 'card', colour, words, ...times };
}

/** A card that shows the credits of the show, whatever they are when it is seen. */
export function newCreditsCard(id: string, colour: string): Card {
  return { ...newCard(id, colour, ''), credits: true, hold: LIMITS.card.credits, dissolve: 0 };
}

/** Puts pictures in, in the order given, before the picture at `index` (clamped; the list's length appends). */
export const addPictures = defineEdit<{ pictures: readonly Picture[]; media: readonly Media[]; index: number }>(
  ({ pictures }) => phrase('edit.addPictures', { count: pictures.length }),
  (show, { pictures, media, index }) => {
    for (const one of media) nameMedia(show, one);
    const room = Math.max(0, LIMITS.pictures - show.pictures.length);
    show.pictures.splice(clamp(index, 0, show.pictures.length), 0, ...(structuredCopy(pictures.slice(0, room)) as Draft<Picture>[]));
  },
);

/** Documents are plain JSON, and so are copies of their pieces. */
const structuredCopy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

/** Takes pictures out. Their media stay named in the show, so that undo and a second use cost nothing. */
export const removePictures = defineEdit<{ ids: readonly string[] }>(
  ({ ids }) => phrase('edit.removePictures', { count: ids.length }),
  (show, { ids }) => {
    const gone = new Set(ids);
    show.pictures = show.pictures.filter((one) => !gone.has(one.id));
    // Sound that belonged to a clip stays where it is, on its own from now on.
    for (const part of show.parts) if (part.clip !== undefined && gone.has(part.clip)) part.clip = undefined;
  },
);

/** Moves pictures, in the order they have, so that they stand before the picture at `index` of those that stay (clamped). */
export const movePictures = defineEdit<{ ids: readonly string[]; index: number }>(
  ({ ids }) => phrase('edit.movePictures', { count: ids.length }),
  (show, { ids, index }) => {
    for (const id of ids) find(show.pictures, id, 'picture');
    const moving = new Set(ids);
    const moved = show.pictures.filter((one) => moving.has(one.id));
    const rest = show.pictures.filter((one) => !moving.has(one.id));
    const next = [...rest];
    next.splice(clamp(index, 0, rest.length), 0, ...moved);
    if (next.some((one, place) => one.id !== show.pictures[place]!.id)) show.pictures = next;
  },
);

/** Puts a copy of each picture behind it; `copies` names the copies, in the order of `ids`. */
export const duplicatePictures = defineEdit<{ ids: readonly string[]; copies: readonly string[] }>(
  ({ ids }) => phrase('edit.duplicatePictures', { count: ids.length }),
  (show, { ids, copies }) => {
    for (const [place, id] of ids.entries()) {
      const picture = find(show.pictures, id, 'picture');
      if (show.pictures.length >= LIMITS.pictures) return;
      show.pictures.splice(show.pictures.indexOf(picture) + 1, 0, { ...structuredCopy(picture), id: copies[place]! });
    }
  },
);

/**
 * Gives pictures a time on screen, seconds. A clip's time is a cut at its end: it changes only where the clip is named, and
 * only as far as it was filmed.
 */
export const setHold = defineEdit<{ ids: Which; seconds: Seconds }>(
  ({ ids }) => (ids === 'all' ? 'edit.oneTimeForAllPhotos' : 'edit.changeTimeOnScreen'),
  (show, { ids, seconds }) => {
    for (const picture of which(show, ids)) if (ids !== 'all' || picture.kind !== 'clip') hold(show, picture, seconds);
  },
);

/** How long pictures take to blend into the next one, seconds; never longer than they are shown. */
export const setDissolve = defineEdit<{ ids: Which; seconds: Seconds }>(
  ({ ids }) => (ids === 'all' ? 'edit.oneDissolveForAll' : 'edit.changeTheDissolve'),
  (show, { ids, seconds }) => {
    for (const picture of which(show, ids)) picture.dissolve = clamp(roundHold(seconds), 0, picture.hold);
  },
);

/** How photos and clips stand in the frame; cards always fill it. */
export const setFraming = defineEdit<{ ids: Which; framing: Framing }>('edit.changeTheFraming', (show, { ids, framing }) => {
  for (const picture of which(show, ids)) if (picture.kind !== 'card') picture.framing = framing;
});

/** Colour (`#RRGGBB`) and words of a card. */
export const setCard = defineEdit<{ id: string; colour?: string; words?: string }>('edit.changeACard', (show, { id, colour, words }) => {
  const card = find(show.pictures, id, 'picture');
  if (card.kind !== 'card') throw new RangeError(`picture ${id} is no card`);
  if (colour !== undefined) card.colour = colour;
  if (words !== undefined) card.words = words.slice(0, LIMITS.card.words);
});

/**
 * Puts another file behind a picture. Time on screen, dissolve and framing stay; a clip shows the same passage, as far as
 * the new one reaches, and keeps its sound's settings.
 */
export const replaceMedia = defineEdit<{ id: string; media: Media }>('edit.replaceAPicture', (show, { id, media }) => {
  const old = find(show.pictures, id, 'picture');
  if (old.kind === 'card') throw new RangeError(`picture ${id} is a card`);
  nameMedia(show, media);
  const fresh = newPicture(id, media, show.ownStart);
  const kept = { framing: old.framing, dissolve: old.dissolve };
  let next: Picture = { ...fresh, ...kept, hold: Math.min(old.hold, LIMITS.hold.most) };
  if (fresh.kind === 'clip') {
    const { speed, loose } = old.kind === 'clip' ? old : fresh;
    const from = old.kind === 'clip' && filmAt(old, LIMITS.hold.least) < media.seconds ? old.from : 0;
    const fits = speed !== undefined && filmAt({ from, speed }, LIMITS.hold.least) <= media.seconds;
    const played = fits ? { speed, ...(loose ? { loose } : {}) } : {};
    next = { ...fresh, ...kept, from, ...played, hold: old.hold, own: old.kind === 'clip' ? { ...old.own, quiet: [] } : fresh.own };
  }
  const place = show.pictures.indexOf(old);
  show.pictures[place] = structuredCopy(next) as Draft<Picture>;
  hold(show, show.pictures[place]!, next.hold);
});
