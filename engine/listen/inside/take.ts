import { Failure } from '../../../core/failure';
import type { Media } from '../../../core/show';
import { fileAt, places, removeAt } from '../../media/folders';
import { PlaceWriter, writeAt } from '../../media/write';
import type { Desk } from '../../workers/serve';
import type { SoundFacts } from '../../media/facts';
import type { Taken, TakeDetails } from '../listen.protocol';
import { hashOf } from '../../media/inside/hash';
import { takeClip } from './clip';
import { sizeOf, takePhoto } from './photo';
import { takeSound } from './sound';

const TITLE_LENGTH = 120;

/** A file's name as a title: without its ending and folders. */
function titleOf(name: string): string {
  const base = name.split(/[\\/]/).at(-1)!;
  return (base.replace(/\.[A-Za-z0-9]{1,5}$/, '') || base).slice(0, TITLE_LENGTH);
}

/** Keeps the original bytes; a file that is there already costs nothing. */
async function keep(file: Blob, id: string, { signal, progress }: Desk): Promise<void> {
  const place = places.original(id);
  if (await fileAt(place)) return;
  const writer = await PlaceWriter.open(place);
  try {
    const reader = file.stream().getReader();
    for (let kept = 0; ;) {
      const { done, value } = await reader.read();
      if (done) break;
      if (signal.aborted) throw new Failure('cancelled');
      writer.write(value);
      await writer.behind;
      kept += value.length;
      progress(0.95 + (0.05 * kept) / file.size);
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
  let id: string | null = null;
  try {
    id = await hashOf(file, desk.signal, (share) => desk.progress(share * 0.1));
    return await takeKnown({ file, name, want }, id, desk);
  } catch (error) {
    if (id) await forget(id);
    if (error instanceof Failure) throw new Failure(error.code, { name, ...error.details }, error);
    throw error;
  }
}

/** The original's bytes are kept last: without them, what was made of a file that failed goes. */
async function forget(id: string): Promise<void> {
  if (await fileAt(places.original(id))) return;
  const made = [
    places.facts(id),
    places.pcm(id),
    places.peaks(id),
    places.trace(id),
    places.picture(id, 'stage'),
    places.picture(id, 'thumb'),
  ];
  for (const place of made) await removeAt(place);
}

async function takeKnown({ file, name, want }: TakeDetails, id: string, desk: Desk): Promise<Taken> {
  const base = { id, title: titleOf(name), bytes: file.size };
  const hear = () => hearSound(file, id, desk);
  if (want === 'sound') {
    const { facts, known } = await hear();
    await keep(file, id, desk);
    return { media: { ...base, ...soundOf(facts), kind: 'sound', width: 0, height: 0 }, facts, note: null, known };
  }
  const photo = await sizeOf(file).catch((error: unknown) => {
    if (error instanceof Failure && error.code === 'photo.unreadable') return null;
    throw error;
  });
  if (photo) {
    const { width, height, known } = await takePhoto(file, id, photo);
    await keep(file, id, desk);
    return { media: { ...base, ...soundOf(null), kind: 'photo', width, height }, facts: null, note: null, known };
  }
  const { width, height, seconds, facts, note, known } = await takeClip(file, id, async () => (await hear()).facts);
  await keep(file, id, desk);
  return { media: { ...base, ...soundOf(facts), kind: 'clip', seconds, width, height }, facts, note, known };
}

const soundOf = (facts: SoundFacts | null): Pick<Media, 'seconds' | 'rate' | 'channels'> => ({
  seconds: facts?.seconds ?? 0,
  rate: facts?.rate ?? 0,
  channels: facts?.channels ?? 0,
});

/** The sound of a file, converted and measured, or what is known of it from before. */
async function hearSound(file: Blob, id: string, desk: Desk): Promise<{ facts: SoundFacts; known: boolean }> {
  const stored = await readFacts(id);
  if (stored) return { facts: stored, known: true };
  const facts = await takeSound(file, id, desk.signal, (share) => desk.progress(0.1 + share * 0.85));
  await writeAt(places.facts(id), new TextEncoder().encode(JSON.stringify(facts)));
  return { facts, known: false };
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
