import { Failure } from '../failure';
import type { MediaId } from '../show';

/** The work as one file: a ZIP (PKWARE's APPNOTE) whose entries are these. docs/FORMAT.md describes it. */
export const WORK = {
  ending: 'rainbed.zip',
  show: 'show.json',
  media: 'media/',
  /** A show has at most 2,000 pictures and 2,000 parts, each with takes; more than this is no show. */
  entries: 8000,
  /** The document alone, bytes. */
  showBytes: 64e6,
  nameLength: 255,
} as const;

/** Reads of a show file; what the reader of ZIPs stumbles over is a damaged file. @throws Failure `file.damaged`, or that of `read`. */
export async function orDamaged<T>(read: () => Promise<T>): Promise<T> {
  try {
    return await read();
  } catch (error) {
    if (error instanceof Failure) throw error;
    throw new Failure('file.damaged', {}, error);
  }
}

/** What a ZIP's directory says of an entry. */
export interface Entry {
  readonly name: string;
  /** Bytes when unpacked, and as they lie in the file. */
  readonly size: number;
  readonly compressedSize: number;
  readonly encrypted: boolean;
  readonly isDirectory: boolean;
}

/** The name of a medium within a show file. */
export const mediaEntry = (id: MediaId): string => `${WORK.media}${id}`;

const MEDIA = /^media\/([0-9a-f]{64})(?:\.[A-Za-z0-9]{1,5})?$/;

/** Whether a file begins as a ZIP does. @param head its first four bytes. */
export const looksLikeZip = (head: Uint8Array): boolean =>
  head[0] === 0x50 && head[1] === 0x4b && ((head[2] === 3 && head[3] === 4) || (head[2] === 5 && head[3] === 6));

/** What an entry is by its name: the document, a medium, or nothing that is needed. */
export function entryOf(name: string): { readonly kind: 'show' } | { readonly kind: 'media'; readonly id: MediaId } | null {
  if (name === WORK.show) return { kind: 'show' };
  const id = MEDIA.exec(name)?.[1];
  return id === undefined ? null : { kind: 'media', id };
}

/** What entries that are packed small may unpack to: as much again as the file, ten times over, and a little. */
const SWELL = 10;
const SMALL = 50e6;

const isTrick = (name: string) =>
  name === '' ||
  name.length > WORK.nameLength ||
  /[\u0000-\u001f\\:]/.test(name) ||
  name.startsWith('/') ||
  name.split('/').some((piece) => piece === '..' || piece === '.');

/**
 * Looks a ZIP's directory over before anything is unpacked. Entries that are nobody's (what a system puts beside files) are passed over.
 * @throws Failure `file.refused` for tricks, `file.damaged` for a directory that cannot be, `file.foreign` where no show is in it.
 */
export function checkEntries(entries: readonly Entry[], fileBytes: number): void {
  if (entries.length > WORK.entries) throw new Failure('file.refused', { why: 'entries', what: WORK.entries });
  const names = new Set<string>();
  let packed = 0;
  let swelling = 0;
  for (const one of entries) {
    if (isTrick(one.name)) throw new Failure('file.refused', { why: 'outside' });
    if (one.isDirectory) continue;
    if (names.has(one.name)) throw new Failure('file.refused', { why: 'twice' });
    names.add(one.name);
    if (one.encrypted) throw new Failure('file.refused', { why: 'locked' });
    packed += one.compressedSize;
    if (one.size > one.compressedSize) swelling += one.size;
  }
  const document = entries.find((one) => one.name === WORK.show);
  if (!document) throw new Failure('file.foreign');
  if (packed > fileBytes) throw new Failure('file.damaged', { why: 'overlap' });
  if (document.size > WORK.showBytes || swelling > fileBytes * SWELL + SMALL) throw new Failure('file.refused', { why: 'unpacks' });
}
