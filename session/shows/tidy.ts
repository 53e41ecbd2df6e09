import Joi from 'joi';
import type { MediaId } from '../../core/show';
import { keptMedia, dropLeftovers, dropMeasured, dropMedia } from '../../engine/media/sweep';
import { dropRecording, recordings } from '../../engine/media/recordings';
import { readMediaIndex } from './mediaIndex';
import { allShowIds } from './records';
import { guarded, storage } from './storage';

/** A lock that every window of the application holds for as long as it is open. */
export const TABS = 'rainbed/tabs';
const MARKS = 'marks';
/** What nobody needs is freed this long after it was first seen to be so, ms. */
export const GRACE = 7 * 24 * 3600 * 1000;

/** Since when something is needed by nobody, ms since 1970, by name: a medium's, or `recording <id>`. */
type Marks = Readonly<Record<string, number>>;

const recordingMark = (id: string) => `recording ${id}`;
const schema = Joi.object().pattern(Joi.string(), Joi.number());

async function readMarks(): Promise<Marks> {
  try {
    const raw: unknown = JSON.parse((await guarded(() => storage.getItem(MARKS))) ?? '{}');
    return schema.validate(raw).error ? {} : (raw as Marks);
  } catch {
    // Marks that cannot be read are begun anew: everything stays for longer.
    return {};
  }
}

/** Marks of what is unneeded now: as old as they were, new ones from now on. A clock that was set back begins them anew. */
function marked(unneeded: readonly string[], before: Marks, now: number): Marks {
  return Object.fromEntries(unneeded.map((name) => [name, Math.min(now, before[name] ?? now)]));
}

/**
 * Frees what nobody has needed for seven days. What no show names is only marked at first, and a recording whose show is gone, or that was
 * offered, likewise. Where any record could not be read, or there is none, nothing is marked and nothing freed.
 * @param now ms since 1970.
 */
export async function tidy(now: number): Promise<void> {
  await dropLeftovers();
  const { named, readable, empty } = await readMediaIndex();
  if (!readable || empty) return;
  const before = await readMarks();
  const shows = new Set(await allShowIds());
  await dropMeasured(shows);
  const media = (await keptMedia()).filter((id) => !named.has(id));
  // A recording that was offered carries a mark already.
  const left = (await recordings())
    .map(({ about }) => about)
    .filter(({ id, show }) => !shows.has(show) || before[recordingMark(id)] !== undefined);
  const marks = marked([...media, ...left.map(({ id }) => recordingMark(id))], before, now);
  const due = (name: string) => now - marks[name]! >= GRACE;
  await dropMedia(new Set<MediaId>(media.filter(due)));
  for (const { id } of left) if (due(recordingMark(id))) await dropRecording(id);
  const kept = Object.fromEntries(Object.entries(marks).filter(([name]) => !due(name)));
  await guarded(() => storage.setItem(MARKS, JSON.stringify(kept)));
}

/** These recordings were offered to a person: from now on they are kept for seven days more at the least. */
export async function markOffered(ids: readonly string[], now: number): Promise<void> {
  const before = await readMarks();
  const fresh = ids.map(recordingMark).filter((name) => before[name] === undefined);
  if (fresh.length === 0) return;
  await guarded(() => storage.setItem(MARKS, JSON.stringify({ ...before, ...Object.fromEntries(fresh.map((name) => [name, now])) })));
}

/**
 * Once a visit, before anything else, and only if this is the only tab: while another one works, what it is bringing in is named by nobody
 * yet. Afterwards the tab counts as open until it closes.
 */
export async function tidyOnce(): Promise<void> {
  const { locks } = navigator;
  if (!locks) return;
  try {
    await locks.request(TABS, { ifAvailable: true }, async (lock) => {
      if (lock) await tidy(Date.now());
    });
  } catch {
    // Tidying is a service: storage that does not answer is told where it matters, when a show is opened or kept.
  }
  void locks.request(TABS, { mode: 'shared' }, () => new Promise(() => undefined));
}
