import { t } from '../../words';
import { create } from 'zustand';
import { Failure, failureOf } from '../../core/failure';
import type { LeftOut } from '../../core/papers';
import { perform, readShow, startHistory, type Media, type MediaId, type Show } from '../../core/show';
import { replaceShow } from '../../core/show/edits';
import { places, removeAt } from '../../engine/media/folders';
import { dropMedia } from '../../engine/media/sweep';
import { missingOf, takeAgain, usedMedia } from '../missing';
import { newId } from '../ids';
import { withShow } from '../lock';
import { packer } from '../workers';
import { allMedia, readMediaIndex } from '../shows/mediaIndex';
import { START_PLACE, changeStored, saveRecord, whereIs } from '../shows/records';
import { refreshShows } from '../shows/useShows';

/** A show that comes in from a file. */
export type FileIn =
  | { readonly status: 'idle' }
  | { readonly status: 'reading'; readonly name: string; readonly share: number }
  /** A show of the same name is here already: nothing is touched before the person says what they want. */
  | { readonly status: 'asking'; readonly name: string; readonly title: string }
  | { readonly status: 'failed'; readonly failure: Failure }
  | {
      readonly status: 'done';
      readonly id: string;
      readonly title: string;
      readonly missing: number;
      readonly leftOut: readonly LeftOut[];
    };

export const useFileIn = create<{ fileIn: FileIn }>()(() => ({ fileIn: { status: 'idle' } }));

const say = (fileIn: FileIn) => useFileIn.setState({ fileIn });

/** A show that was read and waits to be laid down. */
interface Arrived {
  readonly name: string;
  readonly show: Show;
  readonly inside: readonly MediaId[];
  readonly leftOut: readonly LeftOut[];
}

let arrived: Arrived | null = null;
let stop: AbortController | null = null;

/** Longer texts are no timeline, bytes. */
const LONGEST_TIMELINE = 64e6;

/** Takes a show file or a timeline in. What is wrong with it is said in words, and nothing has changed then. */
export async function openFile(file: File): Promise<void> {
  stop?.abort();
  stop = new AbortController();
  say({ status: 'reading', name: file.name, share: 0 });
  try {
    arrived = { name: file.name, ...(await read(file)) };
    const there = await whereIs(arrived.show.id);
    if (there === 'list') say({ status: 'asking', name: file.name, title: arrived.show.title });
    // Under a name of its own beside a deleted one: that one can still be brought back.
    else await layDown(there === 'bin' ? 'anew' : 'asItIs');
  } catch (error) {
    fail(error, file.name);
  }
}

function fail(error: unknown, name: string): void {
  const failure = failureOf(error);
  arrived = null;
  if (failure.code === 'cancelled') say({ status: 'idle' });
  else say({ status: 'failed', failure: new Failure(failure.code, { name, ...failure.details }, error) });
}

async function read(file: File): Promise<Omit<Arrived, 'name'>> {
  if (file.size === 0) throw new Failure('file.foreign');
  const head = await file.slice(0, 64).text();
  const { signal } = stop!;
  if (!/^\uFEFF?\s*\{/.test(head)) return { ...(await packer().call('look', { file }, { signal })), leftOut: [] };
  if (file.size > LONGEST_TIMELINE) throw new Failure('timeline.foreign');
  return { ...(await packer().call('timeline', { file, known: await allMedia() }, { signal })), inside: [] };
}

/** Goes on with what was asked about: beside the show that is here, or in its place (undo brings that one back). */
export async function layDown(how: 'asItIs' | 'anew' | 'copy' | 'replace'): Promise<void> {
  const one = arrived;
  if (!one) return;
  const fresh = new Set<MediaId>();
  try {
    const show = await withMedia(one, fresh);
    const id = how === 'copy' || how === 'anew' ? newId() : show.id;
    if (how === 'replace') await withShow(id, () => changeStored(id, (history) => perform(history, replaceShow, { by: show }), Date.now()));
    else
      await saveRecord(
        startHistory({ ...show, id, title: how === 'copy' ? t('common.copy', { title: show.title }).slice(-120) : show.title }),
        START_PLACE,
        Date.now(),
      );
    arrived = null;
    const missing = await missingOf(usedMedia(show).map((each) => show.media[each]!));
    say({ status: 'done', id, title: show.title, missing: missing.length, leftOut: one.leftOut });
    await refreshShows();
  } catch (error) {
    await forget(fresh).catch(() => undefined);
    fail(error, one.name);
  }
}

/** What came in for a show that could not be laid down goes, unless another show has it. */
async function forget(media: Set<MediaId>): Promise<void> {
  if (media.size === 0) return;
  const { named, readable } = await readMediaIndex();
  // Where it is not sure that nobody else names them they stay, and are marked at the next visit.
  if (readable) await dropMedia(new Set([...media].filter((id) => !named.has(id))));
}

/** Takes in the media that the file brings and that are not here; the show is then checked against what they really are. */
async function withMedia({ name, show, inside }: Arrived, fresh: Set<MediaId>): Promise<Show> {
  const missing = new Set(await missingOf(Object.values(show.media)));
  const coming = inside.filter((id) => missing.has(id)).map((id) => show.media[id]!);
  const whole = coming.reduce((sum, media) => sum + media.bytes, 1);
  const real: Record<MediaId, Media> = { ...show.media };
  let done = 0;
  for (const media of coming) {
    const onProgress = (share: number) => say({ status: 'reading', name, share: (done + share * media.bytes) / whole });
    const unpacked = `unpacked ${media.id}`;
    try {
      const { signal } = stop!;
      const file = await packer().call('fetch', { media: media.id, unpacked }, { signal });
      const taken = await takeAgain(file, media, signal, onProgress).catch(async (error: unknown) => {
        // Another browser may read what this one cannot: it is whole, so the show opens without it.
        const { code } = failureOf(error);
        const unreadable = code.startsWith('clip.') || code === 'media.unknown' || code === 'photo.unreadable' || code === 'photo.heic';
        if (unreadable && (await packer().call('hash', { file }, { signal })) === media.id) return null;
        if (code === 'cancelled' || code.startsWith('storage.')) throw error;
        throw new Failure('file.damaged', { why: 'unreadable', what: media.title }, error);
      });
      if (!taken) continue;
      fresh.add(taken.media.id);
      if (taken.media.id !== media.id || taken.media.kind !== media.kind)
        throw new Failure('file.damaged', { why: 'mistaken', what: media.title });
      real[media.id] = asItIs(media, taken.media, taken.facts?.seconds ?? 0);
    } finally {
      await removeAt(places.written(unpacked));
    }
    done += media.bytes;
  }
  try {
    return readShow({ ...show, media: real });
  } catch (error) {
    throw new Failure('file.damaged', { why: 'lengths' }, error);
  }
}

/** What is said of a medium, as far as it is true: length, size and sound are those that were found. */
function asItIs(said: Media, found: Media, sounds: number): Media {
  const most = Math.max(found.seconds, sounds);
  const seconds = said.seconds <= most + 1e-3 && said.seconds >= found.seconds - 1e-3 ? said.seconds : most;
  const { width, height, bytes } = found;
  // A clip whose sound this browser cannot decode still has one.
  const { rate, channels } = found.channels > 0 ? found : said;
  return { ...said, rate, channels, width, height, bytes, seconds };
}

/** Stops what comes in; what came of it goes. */
export function cancelFileIn(): void {
  stop?.abort();
}

/** Takes the message away, and lets go of a show that waits to be laid down. */
export function forgetFileIn(): void {
  arrived = null;
  say({ status: 'idle' });
}
