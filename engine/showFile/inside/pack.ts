import { makeZip } from 'client-zip';
import { Failure } from '../../../core/failure';
import { WORK, mediaEntry } from '../../../core/papers';
import { fileAt, places, type Place } from '../../media/folders';
import { openOut } from '../../media/inside/out';
import type { Desk } from '../../workers/serve';
import type { Destination } from '../../write/write.protocol';
import type { WorkCalls } from '../work.protocol';

/** A file of the ZIP: text, or bytes from the disk. */
interface Piece {
  readonly name: string;
  readonly content: string | Place;
}

/** Dates of entries tell nobody anything: the same show gives the same file. */
const DATE = new Date(2026, 0, 1);

/** Writes a show and media into one file, streamed. */
export function pack({ show, media, ...to }: Parameters<WorkCalls['pack']>[0], desk: Desk): Promise<{ bytes: number }> {
  const pieces = media.map((id): Piece => ({ name: mediaEntry(id), content: places.original(id) }));
  return writeZip(to, [{ name: WORK.show, content: JSON.stringify(show) }, ...pieces], desk);
}

/** Puts written files into one ZIP, streamed. */
export function bundle({ files, ...to }: Parameters<WorkCalls['bundle']>[0], desk: Desk): Promise<{ bytes: number }> {
  return writeZip(
    to,
    files.map((name): Piece => ({ name, content: places.written(name) })),
    desk,
  );
}

/** Streams entries into a ZIP, stored as they are: media are packed already. */
async function writeZip({ name, target }: Destination, pieces: readonly Piece[], desk: Desk): Promise<{ bytes: number }> {
  const out = await openOut(name, target);
  try {
    const files: (File | string)[] = [];
    for (const { content } of pieces) files.push(typeof content === 'string' ? content : await present(content));
    const all = files.reduce((sum, file) => sum + (typeof file === 'string' ? file.length : file.size), 1);
    const entries = pieces.map((piece, index) => ({ name: piece.name, input: files[index]!, lastModified: DATE }));
    const reader = makeZip(entries, { buffersAreUTF8: true }).getReader();
    let bytes = 0;
    for (;;) {
      const { done, value } = await reader.read();
      if (done) break;
      if (desk.signal.aborted) {
        await reader.cancel();
        throw new Failure('cancelled');
      }
      await out.write(value as Uint8Array<ArrayBuffer>);
      bytes += value.length;
      desk.progress(Math.min(1, bytes / all));
    }
    await out.finish();
    return { bytes };
  } finally {
    await out.close();
  }
}

async function present(place: Place): Promise<File> {
  const file = await fileAt(place);
  if (!file) throw new Failure('media.missing', { id: place[1] });
  return file;
}
