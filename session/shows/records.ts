import { createAsyncStorage } from '@react-native-async-storage/async-storage';
import Joi from 'joi';
import { Failure, failureOf } from '../../core/failure';
import { readHistory, readShow, showSeconds, startHistory, type History, type Media, type MediaId, type Show } from '../../core/show';
import { FACES, type Face } from '../faces';
import { clearLifeboat, fillLifeboat, lifeboatTexts, readLifeboat } from './lifeboat';

/**
 * What the browser keeps of a show: `show/<id>` with the document and its undo steps, `place/<id>` with where the person
 * was, `bin/<id>` for a deleted show. Each show is read by itself, so that a damaged one hides no other.
 */
const storage = createAsyncStorage('rainbed');

const SHOW = 'show/';
const PLACE = 'place/';
const BIN = 'bin/';

export interface Place {
  readonly now: number;
  readonly face: Face;
  /** Seconds of the show that fill the sheet's height. */
  readonly zoom: number;
  /** Whether the clips' own sound is shown on a lane of its own. */
  readonly own: boolean;
  /** Whether what is dragged is drawn to what lies near. */
  readonly snap: boolean;
}

export const START_PLACE: Place = { now: 0, face: 'bed', zoom: 45, own: true, snap: true };

const placeSchema = Joi.object({
  now: Joi.number().min(0).required(),
  face: Joi.valid(...FACES).required(),
  zoom: Joi.number().min(0.001).max(36_000).required(),
  own: Joi.boolean().default(START_PLACE.own),
  snap: Joi.boolean().default(START_PLACE.snap),
});

export type Entry =
  | {
      readonly kind: 'sound';
      readonly id: string;
      readonly title: string;
      readonly seconds: number;
      readonly pictures: number;
      readonly cover: MediaId | null;
      readonly savedAt: number;
    }
  | { readonly kind: 'broken'; readonly id: string; readonly failure: Failure; readonly savedAt: number };

export interface Opened {
  readonly history: History;
  readonly place: Place;
  readonly savedAt: number;
}

/** Storage errors as ours: full, denied (a private window), or failed. */
async function guarded<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof Failure) throw error;
    const text = `${error instanceof Error ? `${error.name} ${error.message}` : String(error)}`;
    if (/quota/i.test(text)) throw new Failure('storage.full', {}, error);
    if (/security|denied|not allowed|InvalidState|indexedDB/i.test(text)) throw new Failure('storage.denied', {}, error);
    throw new Failure('storage.failed', { message: text }, error);
  }
}

interface Raw {
  savedAt?: unknown;
  place?: unknown;
  show?: unknown;
  past?: unknown;
  future?: unknown;
}

function parse(text: string): Raw {
  try {
    const raw: unknown = JSON.parse(text);
    if (typeof raw === 'object' && raw !== null) return raw as Raw;
  } catch {
    // Falls through: what is not JSON is as damaged as what is not an object.
  }
  throw new Failure('show.damaged', { why: 'not readable' });
}

const savedAtOf = (raw: Raw) => (typeof raw.savedAt === 'number' ? raw.savedAt : 0);

function entryOf(id: string, text: string): Entry {
  let savedAt = 0;
  try {
    const raw = parse(text);
    savedAt = savedAtOf(raw);
    const show = readShow(raw.show);
    return {
      kind: 'sound',
      id,
      title: show.title,
      seconds: showSeconds(show),
      pictures: show.pictures.length,
      cover: show.pictures.map((one) => (one.kind === 'card' ? null : one.media)).find((media) => media !== null) ?? null,
      savedAt,
    };
  } catch (error) {
    return { kind: 'broken', id, failure: failureOf(error), savedAt };
  }
}

async function entriesUnder(prefix: string): Promise<Entry[]> {
  return guarded(async () => {
    const keys = (await storage.getAllKeys()).filter((key) => key.startsWith(prefix));
    const values = await storage.getMany(keys);
    return keys
      .map((key) => entryOf(key.slice(prefix.length), values[key] ?? ''))
      .sort((a, b) => b.savedAt - a.savedAt || a.id.localeCompare(b.id));
  });
}

/** All shows, newest first, the damaged ones among them. */
export function listShows(): Promise<Entry[]> {
  return entriesUnder(SHOW);
}

/** Deleted shows that can be brought back. */
export function listBin(): Promise<Entry[]> {
  return entriesUnder(BIN);
}

/**
 * Opens a show; what a hidden page could not write any more is taken from the lifeboat and written now.
 * @throws Failure `show.missing`, `show.damaged`, `show.newer`, `storage.*`.
 */
export async function openRecord(id: string): Promise<Opened> {
  const values = await guarded(() => storage.getMany([SHOW + id, PLACE + id]));
  const text = values[SHOW + id];
  if (text === null || text === undefined) throw new Failure('show.missing');
  const raw = parse(text);
  const stored: Opened = { history: readHistory(raw), place: placeOf(values[PLACE + id]), savedAt: savedAtOf(raw) };
  const rescued = rescue(id, stored);
  // Where it still does not fit it stays in the lifeboat; the show is opened all the same.
  if (rescued !== stored) await saveRecord(rescued.history, rescued.place, rescued.savedAt).catch(() => undefined);
  return rescued;
}

/** The stored show, or the newer one from the lifeboat. What is damaged there is worth less than what is stored. */
function rescue(id: string, stored: Opened): Opened {
  const text = readLifeboat(id);
  if (text === null) return stored;
  try {
    const raw = parse(text);
    const place = placeOf(typeof raw.place === 'string' ? raw.place : null);
    const newer = savedAtOf(raw) > stored.savedAt && raw.show !== undefined;
    return newer ? { history: readHistory(raw), place, savedAt: savedAtOf(raw) } : { ...stored, place };
  } catch {
    return stored;
  }
}

/** Keeps what is not yet written, synchronously: only for a page that hides. Without a history, the place alone. */
export function keepUnsaved(id: string, history: History | null, place: Place, savedAt: number): void {
  fillLifeboat(id, JSON.stringify({ savedAt, place: JSON.stringify(place), ...history }));
}

function placeOf(text: string | null | undefined): Place {
  if (!text) return START_PLACE;
  try {
    const checked = placeSchema.validate(JSON.parse(text), { convert: false });
    return checked.error ? START_PLACE : (checked.value as Place);
  } catch {
    return START_PLACE;
  }
}

/** One transaction: the show, its steps and the place change together or not at all. */
export async function saveRecord(history: History, place: Place, savedAt: number): Promise<void> {
  const { id } = history.show;
  const record = JSON.stringify({ savedAt, ...history });
  await relieved(id, () => storage.setMany({ [SHOW + id]: record, [PLACE + id]: JSON.stringify(place) }));
}

export async function savePlace(id: string, place: Place): Promise<void> {
  await relieved(id, () => storage.setItem(PLACE + id, JSON.stringify(place)));
}

/** A write that makes what lay in the lifeboat superfluous: not what a hiding page puts there meanwhile, that is newer. */
async function relieved(id: string, write: () => Promise<void>): Promise<void> {
  const before = readLifeboat(id);
  await guarded(write);
  if (readLifeboat(id) === before) clearLifeboat(id);
}

/** Renames or otherwise replaces a stored show, its undo steps untouched. */
export async function changeStored(id: string, change: (history: History) => History, savedAt: number): Promise<void> {
  const { history, place } = await openRecord(id);
  await saveRecord(change(history), place, savedAt);
}

export async function duplicateRecord(id: string, copyId: string, title: string, savedAt: number): Promise<void> {
  const { history } = await openRecord(id);
  const copy: Show = { ...history.show, id: copyId, title };
  await saveRecord(startHistory(copy), START_PLACE, savedAt);
}

/** Moves a show into the bin, as it is: damaged ones too. */
export async function binRecord(id: string): Promise<void> {
  await moveRecord(SHOW + id, BIN + id);
}

export async function restoreRecord(id: string): Promise<void> {
  await moveRecord(BIN + id, SHOW + id);
}

async function moveRecord(from: string, to: string): Promise<void> {
  await guarded(async () => {
    const text = await storage.getItem(from);
    if (text === null) return;
    await storage.setItem(to, text);
    await storage.removeItem(from);
  });
}

/** Deletes a binned show for good. Its media are freed at the next visit, where no other show names them. */
export async function discardRecord(id: string): Promise<void> {
  await guarded(() => storage.removeMany([BIN + id, PLACE + id]));
}

/** The text of every show, the deleted, damaged and not yet written ones among them. */
export async function allRecords(): Promise<string[]> {
  return guarded(async () => {
    const keys = (await storage.getAllKeys()).filter((key) => key.startsWith(SHOW) || key.startsWith(BIN));
    const stored = Object.values(await storage.getMany(keys)).filter((text) => text !== null);
    return [...stored, ...lifeboatTexts()];
  });
}

/** Where a show of this name is stored: in the list, among the deleted ones, or nowhere. */
export async function whereIs(id: string): Promise<'list' | 'bin' | null> {
  return guarded(async () => {
    if ((await storage.getItem(SHOW + id)) !== null) return 'list';
    return (await storage.getItem(BIN + id)) !== null ? 'bin' : null;
  });
}

/** Media that any stored show names; damaged shows name none. */
export async function allMedia(): Promise<Media[]> {
  const media = new Map<MediaId, Media>();
  for (const text of await allRecords()) {
    try {
      for (const one of Object.values(readShow(parse(text).show).media)) media.set(one.id, one);
    } catch {
      // What cannot be read has nothing to offer.
    }
  }
  return [...media.values()];
}

/** What is stored of a show, to the letter: for saving a damaged one as a file. */
export async function rawRecord(id: string): Promise<string> {
  return guarded(async () => (await storage.getItem(SHOW + id)) ?? '');
}

const SEEDED = 'demo';

export async function isSeeded(): Promise<boolean> {
  return guarded(async () => (await storage.getItem(SEEDED)) !== null);
}

export async function markSeeded(): Promise<void> {
  await guarded(() => storage.setItem(SEEDED, 'yes'));
}
