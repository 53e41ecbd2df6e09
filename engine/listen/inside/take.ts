import { Failure } from '../../../core/failure';
import type { Media } from '../../../core/show';
import { fileAt, places } from '../../media/folders';
import { PlaceWriter, writeAt } from '../../media/write';
import type { Desk } from '../../workers/serve';
import type { SoundFacts, Taken, TakeDetails } from '../listen.protocol';
import { hashOf } from './hash';
import { takePhoto } from './photo';
import { takeSound } from './sound';

const TITLE_LENGTH = 120;

/** A file's name as a title: without its ending and folders. */
function titleOf(name: string): string {
  const base = name.split(/[\\/]/).at(-1)!;
  return (base.replace(/\.[A-Za-z0-9]{1,5}$/, '') || base).slice(0, TITLE_LENGTH);
}

/** Keeps the original bytes; a file that is there already costs nothing. */
async function keep(file: Blob, id: string, signal: AbortSignal): Promise<void> {
  const place = places.original(id);
  if (await fileAt(place)) return;
  const writer = await PlaceWriter.open(place);
  try {
    const reader = file.stream().getReader();
    for (;;) {
      const { done, value } = await reader.read();
      if (done) break;
      if (signal.aborted) throw new Failure('cancelled');
      writer.write(value);
    }
    await writer.finish();
  } finally {
    await writer.close();
  }
}

/**
 * Takes a file in: hash, check and convert, then keep the bytes. A file that turns out bad leaves nothing behind.
 * @throws Failure with a `media.*`, `photo.*` or `storage.*` code; `cancelled`.
 */
export async function take({ file, name, want }: TakeDetails, desk: Desk): Promise<Taken> {
  if (file.size === 0) throw new Failure('media.empty', { name });
  try {
    const id = await hashOf(file, desk.signal, (share) => desk.progress(share * 0.1));
    const base = { id, title: titleOf(name), bytes: file.size };
    if (want === 'photo') {
      const { width, height, known } = await takePhoto(file, id);
      await keep(file, id, desk.signal);
      return { media: { ...base, kind: 'photo', seconds: 0, rate: 0, channels: 0, width, height }, facts: null, known };
    }
    const stored = await readFacts(id);
    const facts = stored ?? (await takeSound(file, id, desk.signal, (share) => desk.progress(0.1 + share * 0.85)));
    await keep(file, id, desk.signal);
    if (!stored) await writeAt(places.facts(id), new TextEncoder().encode(JSON.stringify(facts)));
    const media: Media = {
      ...base,
      kind: 'sound',
      seconds: facts.seconds,
      rate: facts.rate,
      channels: facts.channels,
      width: 0,
      height: 0,
    };
    return { media, facts, known: stored !== null };
  } catch (error) {
    if (error instanceof Failure) throw new Failure(error.code, { name, ...error.details }, error);
    throw error;
  }
}

/** The facts are written last: where they are, samples and peaks are whole. */
async function readFacts(id: string): Promise<SoundFacts | null> {
  const file = await fileAt(places.facts(id));
  if (!file) return null;
  try {
    return JSON.parse(await file.text()) as SoundFacts;
  } catch {
    return null;
  }
}
