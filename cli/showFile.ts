import { closeSync, mkdtempSync, mkdirSync, openSync, rmSync, statSync, writeFileSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { unzipRaw, type ZipEntry } from 'unzipit';
import { Failure } from '../core/failure';
import { checkEntries, entryOf, looksLikeZip, orDamaged, parseBounded } from '../core/papers';
import { readShow } from '../core/show';
import { openFile } from './files';
import { ShowFolder } from './showFolder';

/** A show from a folder or from a show file; whoever opens it closes it. @throws Complaint or Failure. */
export async function openShow(path: string): Promise<ShowFolder> {
  const stat = statSync(path, { throwIfNoEntry: false });
  if (!stat?.isFile()) return new ShowFolder(path);
  const folder = mkdtempSync(join(tmpdir(), 'rain-bed-show-'));
  const gone = () => rmSync(folder, { recursive: true, force: true });
  try {
    await unpack(path, folder);
    return new ShowFolder(folder, gone);
  } catch (error) {
    gone();
    throw error;
  }
}

/** Unpacks what a show file holds under names of our own: no entry says where it goes. */
async function unpack(path: string, folder: string): Promise<void> {
  const file = openFile(path);
  try {
    const reader = {
      getLength: async () => file.size,
      read: async (offset: number, size: number) => Uint8Array.from(file.read(offset, size)),
    };
    if (!looksLikeZip(file.read(0, 4))) throw new Failure('file.foreign');
    const entries = await orDamaged(async () => (await unzipRaw(reader)).entries);
    checkEntries(entries, file.size);
    const text = await orDamaged(() => entries.find((one) => entryOf(one.name)?.kind === 'show')!.text());
    const show = readShow(parseBounded(text));
    writeFileSync(join(folder, 'show.json'), text);
    mkdirSync(join(folder, 'media'));
    for (const entry of entries) {
      const what = entryOf(entry.name);
      if (what?.kind === 'media' && show.media[what.id]) await orDamaged(() => write(entry, join(folder, 'media', what.id)));
    }
  } finally {
    file.close();
  }
}

async function write(entry: ZipEntry, path: string): Promise<void> {
  const out = openSync(path, 'w');
  try {
    const reader = (await entry.stream()).getReader();
    for (let piece = await reader.read(); !piece.done; piece = await reader.read()) writeSync(out, piece.value);
  } finally {
    closeSync(out);
  }
}
