import { Failure } from '../../../core/failure';
import { fileAt, places, removeAt } from '../../media/folders';
import { PlaceWriter } from '../../media/write';
import type { Desk } from '../../workers/serve';
import type { FetchDetails, Taken } from '../listen.protocol';
import { take } from './take';

/** A network that says nothing for so long has gone, ms. */
const PATIENCE = 20_000;

/**
 * Fetches a sound of the shelf onto the disk, piece by piece, and takes it in like any file. What breaks off leaves nothing behind.
 * @throws Failure `shelf.away`, `shelf.gone`, and all that `take` does.
 */
export async function fetchSound({ url, name, bytes }: FetchDetails, desk: Desk): Promise<Taken> {
  const place = places.written(`shelf-${crypto.randomUUID()}`);
  try {
    await download(url, name, bytes, place, desk);
    const file = await fileAt(place);
    if (!file) throw new Failure('shelf.away', { name });
    const rest: Desk = { ...desk, progress: (share) => desk.progress(0.4 + share * 0.6) };
    return await take({ file, name, want: 'sound' }, rest);
  } finally {
    await removeAt(place);
  }
}

async function download(url: string, name: string, bytes: number, place: readonly [string, string], desk: Desk): Promise<void> {
  const stop = new AbortController();
  const leave = () => stop.abort();
  desk.signal.addEventListener('abort', leave);
  let timer = setTimeout(leave, PATIENCE);
  const writer = await PlaceWriter.open(place);
  try {
    const response = await fetch(url, { signal: stop.signal });
    if (response.status === 404) throw new Failure('shelf.gone', { name });
    if (!response.ok || !response.body) throw new Failure('shelf.away', { name });
    const reader = response.body.getReader();
    let done = 0;
    for (;;) {
      const piece = await reader.read();
      clearTimeout(timer);
      if (piece.done) break;
      timer = setTimeout(leave, PATIENCE);
      writer.write(piece.value);
      await writer.behind;
      done += piece.value.length;
      desk.progress(0.4 * Math.min(1, done / Math.max(1, bytes)));
    }
    // What is shorter or longer than it was listed as was cut off, or is another file by now.
    if (done !== bytes) throw new Failure(done < bytes ? 'shelf.away' : 'shelf.gone', { name });
    await writer.finish();
  } catch (error) {
    if (desk.signal.aborted) throw new Failure('cancelled');
    if (error instanceof Failure) throw error;
    throw new Failure('shelf.away', { name }, error);
  } finally {
    clearTimeout(timer);
    desk.signal.removeEventListener('abort', leave);
    await writer.close();
  }
}
