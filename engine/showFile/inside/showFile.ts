import { unzipRaw, type ZipEntry } from 'unzipit';
import { Failure } from '../../../core/failure';
import { checkEntries, entryOf, looksLikeZip, orDamaged, parseBounded, readTimeline, type TimelineRead } from '../../../core/papers';
import { readShow, type Media, type MediaId } from '../../../core/show';
import { fileAt, places } from '../../media/folders';
import { PlaceWriter } from '../../media/write';
import type { Desk } from '../../workers/serve';
import type { Looked, WorkCalls } from '../work.protocol';

const STORED = 0;

/** A show file that is read entry by entry; nothing of it is believed before it was looked at. */
export class ShowFile {
  private media = new Map<MediaId, ZipEntry>();

  readonly look = async ({ file }: Parameters<WorkCalls['look']>[0]): Promise<Looked> => {
    this.media = new Map();
    const entries = await directoryOf(file);
    checkEntries(entries, file.size);
    const document = entries.find((one) => entryOf(one.name)?.kind === 'show')!;
    const text = await orDamaged(() => document.text());
    const show = sensible(() => readShow(parseBounded(text)));
    const found = new Map<MediaId, ZipEntry>();
    for (const entry of entries) {
      const what = entryOf(entry.name);
      if (what?.kind !== 'media' || entry.isDirectory || !show.media[what.id]) continue;
      if (entry.size !== show.media[what.id]!.bytes) throw new Failure('file.damaged', { why: 'lengths' });
      found.set(what.id, entry);
    }
    this.media = found;
    return { show, inside: [...found.keys()] };
  };

  readonly fetch = async ({ media, unpacked }: Parameters<WorkCalls['fetch']>[0], desk: Desk): Promise<Blob> => {
    const entry = this.media.get(media);
    if (!entry) throw new RangeError(`the file holds no medium ${media}`);
    // What lies in the file as it is need not be copied.
    if (entry.compressionMethod === STORED) return orDamaged(() => entry.blob());
    const writer = await PlaceWriter.open(places.written(unpacked));
    try {
      const reader = (await orDamaged(() => entry.stream())).getReader();
      for (;;) {
        const { done, value } = await orDamaged(() => reader.read());
        if (done) break;
        if (desk.signal.aborted) throw new Failure('cancelled');
        writer.write(value);
        await writer.behind;
      }
      await writer.finish();
    } finally {
      await writer.close();
    }
    return (await fileAt(places.written(unpacked)))!;
  };
}

/** A timeline as a show. @throws Failure `timeline.foreign`, `file.*`, `show.newer`. */
export function readTimelineFile(text: string, known: readonly Media[]): TimelineRead {
  return sensible(() => readTimeline(parseBounded(text.replace(/^\uFEFF/, '')), known, () => crypto.randomUUID()));
}

/** A document that breaks a rule is a damaged file here: no show of ours is damaged. */
function sensible<T>(read: () => T): T {
  try {
    return read();
  } catch (error) {
    if (!(error instanceof Failure) || error.code !== 'show.damaged') throw error;
    throw new Failure('file.damaged', { why: 'senseless' }, error);
  }
}

async function directoryOf(file: Blob): Promise<ZipEntry[]> {
  if (!looksLikeZip(new Uint8Array(await file.slice(0, 4).arrayBuffer()))) throw new Failure('file.foreign');
  const { entries } = await orDamaged(() => unzipRaw(file));
  return entries;
}
