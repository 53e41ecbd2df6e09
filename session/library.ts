import { perSession, sessionNow, sessionStore, type OpenSession } from './open/session';
import { Failure, failureOf } from '../core/failure';
import { partEnd, partsOn, type Media, type Picture } from '../core/show';
import { addPictures, layParts, newPart, newPicture, replaceMedia } from '../core/show/edits';
import type { FetchDetails, Taken } from '../engine/listen/listen.protocol';
import type { SoundFacts } from '../engine/media/facts';
import { newId } from './ids';
import { currentShow, useOpenShow } from './open/store';
import { laneFor } from './open/lanes';
import { keepComing } from './shows/coming';
import { listener } from './workers';

/** A sound that was taken in and waits to be listened to and laid. */
export interface Arrival {
  readonly media: Media;
  readonly facts: SoundFacts;
  readonly lane: 'bed' | 'spot' | 'voice';
  /** Its layers, where it is a piece in layers. */
  readonly layers?: readonly Media[];
  /** Its silent ends are left away when it is laid. */
  readonly trim?: boolean;
}

interface Library {
  /** Files on their way in; null while none is. */
  readonly taking: { readonly name: string; readonly index: number; readonly count: number; readonly share: number } | null;
  /** In the order they came; the first is the one that is asked about. */
  readonly arrivals: readonly Arrival[];
  /** Files of the last batch that could not be taken, each with its reason. */
  readonly refused: readonly Failure[];
}

export const useLibrary = sessionStore<Library>(() => ({ taking: null, arrivals: [], refused: [] }));

/** Seconds that a file may stand still on its way in; one that comes from a shelf waits for the network, too. */
const PATIENCE = { file: 10, shelf: 60 };

/** A batch that is not in yet: the names of what is still to come of it. */
interface Waiting {
  left: readonly string[];
}

/** Batches come in one after the other, so that a later one never cuts an earlier one off; leaving the show stops them. */
const intake = perSession((session) => {
  const own = { queue: Promise.resolve() as Promise<unknown>, batches: [] as Waiting[], stop: null as AbortController | null };
  session.onEnd(() => own.stop?.abort());
  return own;
});

/** Stops what is coming in. What is already in stays; the file under way leaves nothing behind. */
export function cancelTaking(): void {
  intake().stop?.abort();
}

type Want = 'picture' | 'sound';

/** What comes in: a file, or a sound of the shelf. */
type Coming = File | FetchDetails;

interface Batch {
  readonly taken: Taken[];
  readonly refused: Failure[];
}

/** @param arrived told of each one as soon as it is in. */
async function takeAll(files: readonly Coming[], want: Want, arrived: (one: Taken) => void = () => undefined): Promise<Batch['taken']> {
  const own = intake();
  // What was refused stays on the screen until something new is brought in.
  if (own.batches.length === 0) dismissRefused();
  const session = sessionNow();
  const id = currentShow()?.id;
  const mine: Waiting = { left: files.map(({ name }) => name) };
  own.batches.push(mine);
  // What is still to come, also of batches that have not begun, is known to the next visit, whatever ends this one.
  const remember = () => {
    const names = own.batches.flatMap(({ left }) => left);
    return id ? keepComing(id, names).catch(() => undefined) : undefined;
  };
  void remember();
  const next = own.queue.then(async () => {
    const taken = await takeBatch(session, files, want, arrived, (index) => {
      mine.left = files.slice(index).map(({ name }) => name);
      void remember();
    });
    own.batches = own.batches.filter((one) => one !== mine);
    // Stopped by whoever brought them, they are not missed; left alone, they are.
    if (!session.over) await remember();
    return taken;
  });
  own.queue = next;
  return next;
}

/** The browser asks whether the page is to go while files come in. */
const askToStay = (event: BeforeUnloadEvent) => event.preventDefault();

/** Takes files in one after the other. Bad ones are named in `refused`; the others arrive all the same. */
async function takeBatch(
  session: OpenSession,
  files: readonly Coming[],
  want: Want,
  arrived: (one: Taken) => void,
  reached: (index: number) => void,
): Promise<Batch['taken']> {
  if (session.over) return [];
  const { signal } = (intake().stop = new AbortController());
  const asks = typeof window === 'undefined' ? null : window;
  asks?.addEventListener('beforeunload', askToStay);
  const { taken, refused }: Batch = { taken: [], refused: [] };
  for (const [index, file] of files.entries()) {
    if (signal.aborted) break;
    const say = (share: number) => session.over || useLibrary.setState({ taking: { name: file.name, index, count: files.length, share } });
    say(0);
    reached(index);
    try {
      const how = { signal, onProgress: say, patience: 'url' in file ? PATIENCE.shelf : PATIENCE.file };
      const one =
        'url' in file
          ? await listener().call('fetchSound', file, how)
          : await listener().call('take', { file, name: file.name, want }, how);
      taken.push(one);
      if (!session.over) arrived(one);
      if (one.facts?.unsound) refused.push(new Failure('media.unsound', { name: file.name, count: one.facts.unsound }));
      if (one.note) refused.push(new Failure(one.note, { name: file.name }));
    } catch (error) {
      const failure = failureOf(error);
      if (failure.code === 'worker.stuck') refused.push(new Failure('media.stuck', { name: file.name }));
      else if (failure.code !== 'cancelled') refused.push(failure);
    }
  }
  asks?.removeEventListener('beforeunload', askToStay);
  if (!session.over) useLibrary.setState((state) => ({ taking: null, refused: [...state.refused, ...refused] }));
  return taken;
}

/**
 * Photos and clips go into the show behind the last picture, in the order they came: each as soon as it is in, so that leaving, a reload or a crash in
 * the middle loses none that was there; all of them are one undo step in the end. Gives their names.
 */
export async function addPhotosAndClips(files: readonly File[]): Promise<string[]> {
  const id = currentShow()?.id;
  const pictures: Picture[] = [];
  let step: number | null = null;
  await takeAll(files, 'picture', ({ media }) => {
    const show = currentShow();
    // Another show that was opened meanwhile gets nothing.
    if (!show || show.id !== id) return;
    const picture = newPicture(newId(), media, show.ownStart);
    pictures.push(picture);
    const name = addPictures.nameOf({ pictures, media: [media], index: 0 });
    const details = { pictures: [picture], media: [media], index: show.pictures.length };
    step = useOpenShow.getState().editOnto(addPictures, details, step, name);
  });
  return pictures.map((one) => one.id);
}

/** Puts another file behind a picture. */
export async function replaceFile(picture: string, file: File): Promise<void> {
  const [one] = await takeAll([file], 'picture');
  if (!one || !currentShow()?.pictures.some(({ id }) => id === picture)) return;
  useOpenShow.getState().edit(replaceMedia, { id: picture, media: one.media });
}

/** Puts another song in the place of a piece: at the same moment, as loud, faded in the same way. Gives its part; null where it could not come in. */
export async function replacePiece(id: string, file: File): Promise<string | null> {
  const [one] = await takeAll([file], 'sound');
  const show = currentShow();
  const part = show?.parts.find((each) => each.id === id);
  const lane = show?.lanes.find((each) => each.id === part?.lane);
  if (!one || !part || !lane) return null;
  const { at, gain, fadeUp, fadeOut } = part;
  const next = { ...newPart(newId(), lane, one.media), at, gain, fadeUp, fadeOut };
  const { edit, choose } = useOpenShow.getState();
  edit(layParts, { parts: [next], media: [one.media], instead: [id] });
  choose({ kind: 'parts', ids: [next.id] });
  return next.id;
}

/** Takes one sound in without laying it anywhere; null where it could not come in. */
export async function takeSoundFile(file: File): Promise<Media | null> {
  const [one] = await takeAll([file], 'sound');
  return one?.media ?? null;
}

/** Fetches sounds of the shelf, all of them or none: what is missing is said like any file that could not come in. */
export async function fetchSounds(files: readonly FetchDetails[]): Promise<Taken[] | null> {
  const taken = await takeAll(files, 'sound');
  return taken.length === files.length ? taken : null;
}

/** Something waits to be laid, before all else that does. */
export function arrive(arrival: Arrival): void {
  useLibrary.setState(({ arrivals }) => ({ arrivals: [arrival, ...arrivals] }));
}

/** Sounds come in and wait to be heard and laid: music for the bed, or spot sounds. */
export async function bringSounds(files: readonly File[], lane: Arrival['lane']): Promise<void> {
  const id = currentShow()?.id;
  const taken = await takeAll(files, 'sound');
  if (currentShow()?.id !== id) return;
  const more = taken.flatMap(({ media, facts }) => (facts ? [{ media, facts, lane }] : []));
  useLibrary.setState(({ arrivals }) => ({ arrivals: [...arrivals, ...more] }));
}

/** Between narrations that are laid one after the other, seconds. */
const BREATH = 0.5;

/** Where an arrival is laid: behind what is there, at the now line, or in place of all that lies on its lane. */
export type Where = 'after' | 'now' | 'instead';

/** How much of an arrival is laid, seconds of the source: with its silent ends or without. */
const spanOf = ({ media, facts, trim }: Arrival) => (trim && facts.sounding ? facts.sounding : { from: 0, to: media.seconds });

/** Leaves the silence at the ends of the first arrival away when it is laid, or not. */
export function trimArrival(trim: boolean): void {
  useLibrary.setState(({ arrivals }) => ({ arrivals: arrivals.map((one, i) => (i === 0 ? { ...one, trim } : one)) }));
}

/** Lays the first arrival, or with `all` every one that waits for the same lane, one after the other. */
export function layArrival(where: Where, now: number, all = false): void {
  const { arrivals } = useLibrary.getState();
  const show = currentShow();
  const [first] = arrivals;
  if (!first || !show) return;
  const laid = all ? arrivals.filter((one) => one.lane === first.lane) : [first];
  const lane = laneFor(show, first.lane);
  const there = partsOn(show, first.lane).filter((part) => part.lane === lane.id);
  let at = where === 'now' ? now : where === 'after' ? Math.max(0, ...there.map(partEnd)) : 0;
  const parts = laid.map((one) => {
    const { from, to } = spanOf(one);
    const part = { ...newPart(newId(), lane, one.media), at, spans: [{ from, to, join: 0 }] };
    at += to - from + (first.lane === 'voice' ? BREATH : 0);
    return part;
  });
  const { edit, choose } = useOpenShow.getState();
  edit(layParts, {
    parts,
    media: laid.flatMap(({ media, layers = [] }) => [...layers, media]),
    instead: where === 'instead' ? there.map((one) => one.id) : [],
  });
  useLibrary.setState({ arrivals: arrivals.filter((one) => !laid.includes(one)) });
  choose({ kind: 'parts', ids: [parts[0]!.id] });
}

/** Lets go of the first arrival, or of all. */
export function dismissArrival(all = false): void {
  useLibrary.setState(({ arrivals }) => ({ arrivals: all ? [] : arrivals.slice(1) }));
}

/** Takes the messages of refused files away. */
export function dismissRefused(): void {
  useLibrary.setState({ refused: [] });
}
