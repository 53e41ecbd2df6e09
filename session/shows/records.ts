import { Failure, failureOf } from '../../core/failure';
import {
  historyOf,
  nothingWritten,
  readHistory,
  readShow,
  rowNames,
  rowsFor,
  startHistory,
  stepsOf,
  type History,
  type Show,
  type Written,
} from '../../core/show';
import { newId } from '../ids';
import { CARD, cardOf, entryFrom, readCard, type Entry } from './card';
import { clearLifeboat, fillLifeboat, lifeboatShows, readLifeboat } from './lifeboat';
import { COMING } from './coming';
import { placeOf, START_PLACE, type SheetPlace } from './place';
import { guarded, rowsUnder, storage } from './storage';

export { START_PLACE, type Entry, type SheetPlace };

/*
 * What the browser keeps of a show, in rows: `show/<id>` with the document and the numbers of its undo steps, `step/<id>/<number>` with one
 * step each, `names/<id>` with the media that it names, `place/<id>` with where the person was, `card/<id>` with what the list tells; `bin/<id>` in place of `show/<id>` for a
 * deleted one. Each show is read by itself, so that a damaged one hides no other.
 */
export const SHOW = rowNames.show('');
export const BIN = 'bin/';
const PLACE = 'place/';

export interface Opened {
  readonly history: History;
  readonly place: SheetPlace;
  readonly savedAt: number;
  /** What of it lies on the disk: given back to `saveRecord`, so that it writes what changed. */
  readonly written: Written;
}

interface Raw {
  savedAt?: unknown;
  place?: unknown;
  show?: unknown;
  past?: unknown;
  future?: unknown;
}

/** A row as an object. @throws Failure `show.damaged`. */
export function parseRow(text: string): Raw {
  try {
    const raw: unknown = JSON.parse(text);
    if (typeof raw === 'object' && raw !== null) return raw as Raw;
  } catch {
    // Falls through: what is not JSON is as damaged as what is not an object.
  }
  throw new Failure('show.damaged', { why: 'not readable' });
}

const savedAtOf = (raw: Raw) => (typeof raw.savedAt === 'number' ? raw.savedAt : 0);

/** A show from its row alone, where no card tells of it. */
function entryOf(id: string, text: string): Entry {
  let raw: Raw = {};
  try {
    raw = parseRow(text);
  } catch (error) {
    return { kind: 'broken', id, failure: failureOf(error), savedAt: 0 };
  }
  return entryFrom(id, savedAtOf(raw), () => readShow(raw.show));
}

async function entriesUnder(prefix: string): Promise<Entry[]> {
  return guarded(async () => {
    const ids = (await rowsUnder(prefix)).map((key) => key.slice(prefix.length));
    const rows = await storage.getMany(ids.map((id) => CARD + id));
    const cards = new Map(ids.map((id) => [id, readCard(rows[CARD + id])]));
    const untold = await storage.getMany(ids.filter((id) => !cards.get(id)).map((id) => prefix + id));
    return ids
      .map((id): Entry => {
        const card = cards.get(id);
        return card ? { kind: 'valid', id, ...card } : entryOf(id, untold[prefix + id] ?? '');
      })
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
  const values = await guarded(() => storage.getMany([SHOW + id, PLACE + id, rowNames.names(id)]));
  const text = values[SHOW + id];
  if (text === null || text === undefined) throw new Failure('show.missing');
  const { raw, history } = await readable(id, text);
  const written: Written = nothingWritten();
  for (const step of [...history.past, ...history.future]) written.steps.set(step.number, step);
  written.names = values[rowNames.names(id)] ?? '';
  const stored: Opened = { history, place: placeOf(values[PLACE + id]), savedAt: savedAtOf(raw), written };
  const rescued = rescue(id, stored);
  // Where it still does not fit it stays in the lifeboat; the show is opened all the same.
  if (rescued !== stored) await saveRecord(rescued.history, rescued.place, rescued.savedAt, written).catch(() => undefined);
  return rescued;
}

/** A show's row and what it says. Of a damaged one the list is to know. */
async function readable(id: string, text: string): Promise<{ raw: Raw; history: History }> {
  try {
    const raw = parseRow(text);
    return { raw, history: historyOf(raw, await guarded(() => stepRows(id, raw))) };
  } catch (error) {
    await storage.removeItem(CARD + id).catch(() => undefined);
    throw error;
  }
}

/** The texts of the steps that a show's row speaks of, by number. Others of the show, which a save that was cut off has left, are taken away. */
async function stepRows(id: string, row: Raw): Promise<Map<number, string>> {
  const { past, future } = stepsOf(row);
  const numbers = new Map([...past, ...future].map((number) => [rowNames.step(id, number), number]));
  const there = await rowsUnder(rowNames.steps(id));
  const astray = there.filter((key) => !numbers.has(key));
  if (astray.length > 0) await storage.removeMany(astray);
  const texts = await storage.getMany([...numbers.keys()]);
  return new Map([...numbers].flatMap(([key, number]) => (typeof texts[key] === 'string' ? [[number, texts[key]]] : [])));
}

/** The stored show, or the newer one from the lifeboat. What is damaged there is worth less than what is stored. */
function rescue(id: string, stored: Opened): Opened {
  const boat = inLifeboat(id);
  if (!boat) return stored;
  const { history, place, savedAt } = boat;
  return history && savedAt > stored.savedAt ? { ...stored, history, place, savedAt } : { ...stored, place };
}

/** What lies in the lifeboat of a show: its place, and its history where that was not written yet. Null where nothing can be read. */
function inLifeboat(id: string): { history: History | null; place: SheetPlace; savedAt: number } | null {
  try {
    const raw = parseRow(readLifeboat(id) ?? '');
    const place = placeOf(typeof raw.place === 'string' ? raw.place : null);
    const listed = (list: unknown): readonly unknown[] => (Array.isArray(list) ? list : []);
    const history = raw.show === undefined ? null : readHistory({ show: raw.show, past: listed(raw.past), future: listed(raw.future) });
    return { history, place, savedAt: savedAtOf(raw) };
  } catch {
    return null;
  }
}

/** Shows that lie in the lifeboat alone: they had not been written once when their page ended. They are written now. */
export async function landLifeboats(): Promise<void> {
  for (const id of lifeboatShows()) {
    if ((await whereIs(id)) !== null) continue;
    const boat = inLifeboat(id);
    if (boat?.history) await saveRecord(boat.history, boat.place, boat.savedAt);
  }
}

/**
 * Keeps what is not yet written, synchronously: only for a page that hides. Without a history, the place alone. What is too large for the
 * lifeboat goes without its undo steps.
 */
export function keepUnsaved(id: string, history: History | null, place: SheetPlace, savedAt: number): void {
  const kept = (what: Partial<History> | null) => JSON.stringify({ savedAt, place: JSON.stringify(place), ...what });
  if (!fillLifeboat(id, kept(history)) && history) fillLifeboat(id, kept({ show: history.show }));
}

/**
 * One transaction: the show, the steps that came since, its media's names, its card and the place change together or not at all. Steps that are no
 * longer kept go afterwards. @param written what lies on the disk already; brought up to date once it does.
 */
export async function saveRecord(history: History, place: SheetPlace, savedAt: number, written: Written = nothingWritten()): Promise<void> {
  const { id } = history.show;
  const after: Written = { steps: new Map(written.steps), names: written.names };
  const { put, drop } = rowsFor(history, savedAt, after);
  const card = JSON.stringify(cardOf(history.show, savedAt));
  await relieved(id, () => storage.setMany({ ...Object.fromEntries(put), [CARD + id]: card, [PLACE + id]: JSON.stringify(place) }));
  written.steps = after.steps;
  written.names = after.names;
  // What stays behind is taken away when the show is opened next.
  if (drop.length > 0) await storage.removeMany([...drop]).catch(() => undefined);
}

/** Writes where the person is in a show. @throws Failure `storage.*`. */
export async function savePlace(id: string, place: SheetPlace): Promise<void> {
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
  const { history, place, written } = await openRecord(id);
  await saveRecord(change(history), place, savedAt, written);
}

/** Stores a copy under another name, without undo steps. */
export async function duplicateRecord(id: string, copyId: string, title: string, savedAt: number): Promise<void> {
  const { history } = await openRecord(id);
  const copy: Show = { ...history.show, id: copyId, title };
  await saveRecord(startHistory(copy), START_PLACE, savedAt);
}

/** Moves a show into the bin, as it is: damaged ones too. */
export async function binRecord(id: string): Promise<void> {
  await moveRecord(SHOW + id, BIN + id);
}

/** Brings a deleted show back into the list. */
export async function restoreRecord(id: string): Promise<void> {
  await moveRecord(BIN + id, SHOW + id);
}

/** Moves a show's row; where another one of its name lies there, it gets a name of its own. Its undo steps stay with the name. */
async function moveRecord(from: string, to: string): Promise<void> {
  await guarded(async () => {
    const text = await storage.getItem(from);
    if (text === null) return;
    if ((await storage.getItem(to)) === null) await storage.setItem(to, text);
    else {
      const raw = parseRow(text);
      const show = { ...readShow(raw.show), id: newId() };
      const { put } = rowsFor(startHistory(show), savedAtOf(raw), nothingWritten());
      const moved = to.slice(0, to.indexOf('/') + 1) + show.id;
      const rows = [...put].map(([key, row]) => [key === SHOW + show.id ? moved : key, row]);
      rows.push([CARD + show.id, JSON.stringify(cardOf(show, savedAtOf(raw)))]);
      await storage.setMany(Object.fromEntries(rows));
    }
    await storage.removeItem(from);
  });
}

/** Deletes a binned show for good. Its media are marked at the next visit, where no other show names them, and freed later. */
export async function discardRecord(id: string): Promise<void> {
  clearLifeboat(id);
  await guarded(async () =>
    storage.removeMany([BIN + id, PLACE + id, CARD + id, COMING + id, rowNames.names(id), ...(await rowsUnder(rowNames.steps(id)))]),
  );
}

/** Names of all shows there are, the deleted ones among them. */
export async function allShowIds(): Promise<string[]> {
  return guarded(async () => (await rowsUnder(SHOW, BIN)).map((key) => key.slice(key.indexOf('/') + 1)));
}

/** Where a show of this name is stored: in the list, among the deleted ones, or nowhere. */
export async function whereIs(id: string): Promise<'list' | 'bin' | null> {
  return guarded(async () => {
    if ((await storage.getItem(SHOW + id)) !== null) return 'list';
    return (await storage.getItem(BIN + id)) !== null ? 'bin' : null;
  });
}

/** What is stored of a show, to the letter: for saving a damaged one as a file. */
export async function rawRecord(id: string): Promise<string> {
  return guarded(async () => (await storage.getItem(SHOW + id)) ?? '');
}

const SEEDED = 'demo';

/** Whether the demo show was laid out once. */
export async function isSeeded(): Promise<boolean> {
  return guarded(async () => (await storage.getItem(SEEDED)) !== null);
}

/** Remembers that the demo show was laid out. */
export async function markSeeded(): Promise<void> {
  await guarded(() => storage.setItem(SEEDED, 'yes'));
}
