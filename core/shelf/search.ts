import type { ShelfEntry, ShelfPage, ShelfQuery } from './entry';

/** Entries of one page. */
export const PAGE = 20;
/** Choices that are offered of words and licences. */
const OFFERED = 24;

/** Letters without their marks and cases: what is typed without an accent finds what is written with one. */
export const plain = (text: string): string => text.normalize('NFKD').replace(/\p{M}/gu, '').toLocaleLowerCase();

/** The text that a search looks through, once for each entry. */
const texts = new WeakMap<ShelfEntry, string>();

function textOf(entry: ShelfEntry): string {
  const known = texts.get(entry);
  if (known !== undefined) return known;
  const layers = entry.files.length > 1 ? entry.files.map(({ title }) => title) : [];
  const text = plain([entry.title, entry.artist, entry.collection, entry.licence, ...entry.words, ...layers].join('\n'));
  texts.set(entry, text);
  return text;
}

/** Whether an entry is wanted, for each of a whole shelf. Every word that was typed has to be in it somewhere. */
export function wanted(query: ShelfQuery): (entry: ShelfEntry) => boolean {
  const { kind, shortest = 0, longest = Infinity, slowest = 0, fastest = Infinity, word, licence, collection, layers } = query;
  const byTempo = query.slowest !== undefined || query.fastest !== undefined;
  const sought = plain(query.q ?? '')
    .split(/\s+/)
    .filter(Boolean);
  return (entry) =>
    (!kind || entry.kind === kind) &&
    entry.seconds >= shortest &&
    entry.seconds <= longest &&
    (!byTempo || (entry.tempo !== null && entry.tempo >= slowest && entry.tempo <= fastest)) &&
    (!word || entry.words.includes(word)) &&
    (licence === undefined || entry.licence === licence) &&
    (collection === undefined || entry.collection === collection) &&
    (!layers || entry.files.length > 1) &&
    sought.every((one) => textOf(entry).includes(one));
}

/** Values by how often they occur. */
function frequent(values: readonly string[]): string[] {
  const counts = new Map<string, number>();
  for (const value of values) if (value) counts.set(value, (counts.get(value) ?? 0) + 1);
  return [...counts]
    .sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1))
    .slice(0, OFFERED)
    .map(([value]) => value);
}

/** What a whole shelf offers to choose among. */
export function offersOf(entries: readonly ShelfEntry[]): Pick<ShelfPage, 'words' | 'licences' | 'collections'> {
  return {
    words: frequent(entries.flatMap(({ words }) => words)),
    licences: frequent(entries.map(({ licence }) => licence)),
    collections: frequent(entries.map(({ collection }) => collection)).sort(),
  };
}

/** The page of a shelf that was asked for, its entries in the shelf's order. A page beyond the last is the last. */
export function pageOf(entries: readonly ShelfEntry[], query: ShelfQuery): Pick<ShelfPage, 'entries' | 'total' | 'page' | 'pages'> {
  const found = entries.filter(wanted(query));
  const pages = Math.max(1, Math.ceil(found.length / PAGE));
  const page = Math.min(pages - 1, query.page ?? 0);
  return { entries: found.slice(page * PAGE, (page + 1) * PAGE), total: found.length, page, pages };
}
