import { create } from 'zustand';
import { Failure, failureOf } from '../core/failure';
import { BED_LANE, partsOn, type Media } from '../core/show';
import { addPictures, layPart, newPart, newPicture, replaceMedia } from '../core/show/edits';
import type { SoundFacts, Taken } from '../engine/listen/listen.protocol';
import { newId } from './ids';
import { currentShow, useOpenShow } from './open/store';
import { listener } from './workers';

/** A sound that was taken in and waits to be listened to and laid. */
export interface Arrival {
  readonly media: Media;
  readonly facts: SoundFacts;
}

interface Library {
  /** Files on their way in; null while none is. */
  readonly taking: { readonly name: string; readonly index: number; readonly count: number; readonly share: number } | null;
  readonly arrival: Arrival | null;
  /** Files of the last batch that could not be taken, each with its reason. */
  readonly refused: readonly Failure[];
}

export const useLibrary = create<Library>()(() => ({ taking: null, arrival: null, refused: [] }));

let stop: AbortController | null = null;

/** Stops what is coming in. What is already in stays; the file under way leaves nothing behind. */
export function cancelTaking(): void {
  stop?.abort();
}

type Want = 'picture' | 'sound';

interface Batch {
  readonly taken: Taken[];
  readonly refused: Failure[];
}

/** Batches come in one after the other, so that a later one never cuts an earlier one off. */
let queue: Promise<unknown> = Promise.resolve();
let waiting = 0;

async function takeAll(files: readonly File[], want: Want): Promise<Batch['taken']> {
  // What was refused stays on the screen until something new is brought in.
  if (waiting === 0) dismissRefused();
  waiting += 1;
  const next = queue.then(() => takeBatch(files, want));
  queue = next;
  return next.finally(() => {
    waiting -= 1;
  });
}

/** Takes files in one after the other. Bad ones are named in `refused`; the others arrive all the same. */
async function takeBatch(files: readonly File[], want: Want): Promise<Batch['taken']> {
  const { signal } = (stop = new AbortController());
  const { taken, refused }: Batch = { taken: [], refused: [] };
  for (const [index, file] of files.entries()) {
    if (signal.aborted) break;
    const say = (share: number) => useLibrary.setState({ taking: { name: file.name, index, count: files.length, share } });
    say(0);
    try {
      const one = await listener().call('take', { file, name: file.name, want }, { signal, onProgress: say });
      taken.push(one);
      if (one.note) refused.push(new Failure(one.note, { name: file.name }));
    } catch (error) {
      const failure = failureOf(error);
      if (failure.code !== 'cancelled') refused.push(failure);
    }
  }
  useLibrary.setState((state) => ({ taking: null, refused: [...state.refused, ...refused] }));
  return taken;
}

/** Photos and clips go into the show behind the last picture, in the order they came, as one undo step. */
export async function addPhotosAndClips(files: readonly File[]): Promise<void> {
  const id = currentShow()?.id;
  const taken = await takeAll(files, 'picture');
  const show = currentShow();
  // The person may have left the show meanwhile: another show gets nothing.
  if (taken.length === 0 || !show || show.id !== id) return;
  const media = taken.map((one) => one.media);
  const pictures = media.map((one) => newPicture(newId(), one, show.ownStart));
  useOpenShow.getState().edit(addPictures, { pictures, media, index: show.pictures.length });
}

/** Puts another file behind a picture. */
export async function replaceFile(picture: string, file: File): Promise<void> {
  const [one] = await takeAll([file], 'picture');
  if (!one || !currentShow()?.pictures.some(({ id }) => id === picture)) return;
  useOpenShow.getState().edit(replaceMedia, { id: picture, media: one.media });
}

/** Takes one sound in without laying it anywhere; null where it could not come in. */
export async function takeSoundFile(file: File): Promise<Media | null> {
  const [one] = await takeAll([file], 'sound');
  return one?.media ?? null;
}

/** One piece of music comes in and waits to be heard and laid. */
export async function bringMusic(files: readonly File[]): Promise<void> {
  const id = currentShow()?.id;
  const [first] = await takeAll(files.slice(0, 1), 'sound');
  if (first?.facts && currentShow()?.id === id) useLibrary.setState({ arrival: { media: first.media, facts: first.facts } });
}

/** Lays what arrived on the bed, in place of what lies there. */
export function layArrival(): void {
  const { arrival } = useLibrary.getState();
  const show = currentShow();
  if (!arrival || !show) return;
  const part = newPart(newId(), BED_LANE, arrival.media);
  const instead = partsOn(show, 'bed').map((one) => one.id);
  const { edit, choose } = useOpenShow.getState();
  edit(layPart, { part, media: arrival.media, instead });
  useLibrary.setState({ arrival: null });
  choose({ kind: 'part', id: part.id });
}

export function dismissArrival(): void {
  useLibrary.setState({ arrival: null });
}

export function dismissRefused(): void {
  useLibrary.setState({ refused: [] });
}
