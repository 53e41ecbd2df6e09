import { produce, type Draft } from 'immer';
import { phrase, type Phrase } from '../../phrase';
import { changesBetween, type Change } from '../changes';
import { clipOrigins } from '../own';
import { LIMITS } from '../limits';
import { faultOf } from '../schema';
import { followClips } from './follow';
import type { Media, Part, Show } from '../types';

/** A changed document with what leads there and back. */
export interface Edited {
  readonly show: Show;
  readonly forth: readonly Change[];
  readonly back: readonly Change[];
}

/** A pure function `(show, details) => show` that keeps the show valid, with the name undo gives it. */
export interface Edit<Details> {
  (show: Show, details: Details): Show;
  /** What undo calls it: a phrase, so that it can be said in any language, also later. */
  readonly nameOf: (details: Details) => Phrase;
  /** The same change with the ways forth and back. One that changes nothing has none, and leaves the very same show. */
  readonly traced: (show: Show, details: Details) => Edited;
}

/**
 * Makes an edit from a recipe on a draft; its name is the key of a sentence in words/, or a phrase with values. What belongs to a clip moves along with it. The recipe clamps what it is given to the document's limits; what is still
 * wrong after it (a name that leads nowhere) is a developer's error and throws, leaving the old show as it was.
 */
export function defineEdit<Details>(
  name: string | Phrase | ((details: Details) => string | Phrase),
  recipe: (draft: Draft<Show>, details: Details) => void,
): Edit<Details> {
  const check = (show: Show) => {
    const fault = faultOf(show);
    if (fault !== null) throw new RangeError(`edit leaves an invalid show: ${fault}`);
  };
  const run = (show: Show, draft: Draft<Show>, details: Details) => {
    const tied = show.parts.some((part) => part.clip !== undefined);
    recipe(draft, details);
    if (tied) followClips(draft, clipOrigins(show), clipOrigins(draft as Show));
  };
  const edit = (show: Show, details: Details): Show => {
    const next = produce(show, (draft) => run(show, draft, details));
    if (next !== show) check(next);
    return next;
  };
  const traced = (show: Show, details: Details): Edited => {
    const next = produce(show, (draft) => run(show, draft, details));
    const forth = changesBetween(show, next);
    if (forth.length === 0) return { show, forth, back: [] };
    check(next);
    return { show: next, forth, back: changesBetween(next, show) };
  };
  const nameOf = (details: Details): Phrase => {
    const said = typeof name === 'function' ? name(details) : name;
    return typeof said === 'string' ? phrase(said) : said;
  };
  return Object.assign(edit, { nameOf, traced });
}

/** Looks a named thing up in a list of the draft; a wrong name is a developer's error. */
export function find<T extends { id: string }>(list: readonly T[], id: string, what: string): T {
  const found = list.find((one) => one.id === id);
  if (!found) throw new RangeError(`${what} ${id} is not in this show`);
  return found;
}

/** Whether a show has room for another part. */
export function hasRoom(show: { readonly parts: readonly unknown[] }): boolean {
  return show.parts.length < LIMITS.parts;
}

/** Adds a part where the show has room for one more; who would add more adds as many as there is room for. */
export function addPart(show: Draft<Show>, part: Draft<Part>): void {
  if (hasRoom(show)) show.parts.push(part);
}

/**
 * Names a file's media in the show. The same file may serve as music and as a clip: it is then a clip, as long as the longer
 * of its picture and its sound.
 */
export function nameMedia(show: Draft<Show>, media: Media): void {
  const known = show.media[media.id];
  if (!known) show.media[media.id] = { ...media } as Draft<Media>;
  // A sound that is known already may turn out to be a piece in layers.
  else if (media.layers && !known.layers) known.layers = media.layers.map((one) => ({ ...one }));
  else if (known.kind !== media.kind) {
    const clip = known.kind === 'clip' ? known : media;
    show.media[media.id] = { ...clip, seconds: Math.max(known.seconds, media.seconds) } as Draft<Media>;
  }
}
