import { readShow, rowNames, type Media, type MediaId } from '../../core/show';
import { CARD, readCard } from './card';
import { lifeboatTexts } from './lifeboat';
import { BIN, SHOW, parseRow } from './records';
import { guarded, rowsUnder, storage } from './storage';

/** Which media the stored shows name, the deleted ones and their undo steps among them. */
export interface MediaIndex {
  readonly named: ReadonlySet<MediaId>;
  /** Whether every record could be read; where not, others may be named. */
  readonly readable: boolean;
  /** Whether there is no record at all. */
  readonly empty: boolean;
}

const HASHES = /\b[0-9a-f]{64}\b/g;

/** Reads the index: a row beside each show. What an older version wrote has none; its record is looked through instead. */
export async function readMediaIndex(): Promise<MediaIndex> {
  return guarded(async () => {
    const keys = await rowsUnder(SHOW, BIN);
    const idOf = (key: string) => key.slice(key.indexOf('/') + 1);
    const rows = await storage.getMany(keys.flatMap((key) => [rowNames.names(idOf(key)), CARD + idOf(key)]));
    // What has a card was readable when it was written, and its names were written with it.
    const told = (key: string) => readCard(rows[CARD + idOf(key)]) !== null && typeof rows[rowNames.names(idOf(key))] === 'string';
    const records = await storage.getMany(keys.filter((key) => !told(key)));
    const named = new Set<MediaId>();
    let readable = true;
    for (const key of keys) {
      const text = records[key] ?? '';
      const row = rows[rowNames.names(idOf(key))];
      for (const id of (row ?? text).match(HASHES) ?? []) named.add(id);
      if (!told(key) && !isReadable(text)) readable = false;
    }
    // What a hiding page could not write any more counts as well.
    for (const text of lifeboatTexts()) for (const id of text.match(HASHES) ?? []) named.add(id);
    return { named, readable, empty: keys.length === 0 };
  });
}

function isReadable(text: string): boolean {
  try {
    readShow(parseRow(text).show);
    return true;
  } catch {
    return false;
  }
}

/** Media that any stored show describes; damaged shows describe none. */
export async function allMedia(): Promise<Media[]> {
  return guarded(async () => {
    const media = new Map<MediaId, Media>();
    for (const text of [...Object.values(await storage.getMany(await rowsUnder(SHOW, BIN))), ...lifeboatTexts()]) {
      try {
        for (const one of Object.values(readShow(parseRow(text ?? '').show).media)) media.set(one.id, one);
      } catch {
        // What cannot be read has nothing to offer.
      }
    }
    return [...media.values()];
  });
}
