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

/** Whether an entry is wanted. Every word that was typed has to be in it somewhere. */
export function matches(entry: ShelfEntry, query: ShelfQuery): boolean {
  const { kind, shortest = 0, longest = Infinity, slowest, fastest, word, licence, collection, layers } = query;
  if (kind && entry.kind !== kind) return false;
  if (entry.seconds < shortest || entry.seconds > longest) return false;
  if (slowest !== undefined && (entry.tempo === null || entry.tempo < slowest)) return false;
  if (fastest !== undefined && (entry.tempo === null || entry.tempo > fastest)) return false;
  if (word && !entry.words.includes(word)) return false;
  if (licence !== undefined && entry.licence !== licence) return false;
  if (collection !== undefined && entry.collection !== collection) return false;
  if (layers && entry.files.length < 2) return false;
  const sought = plain(query.q ?? '')
    .split(/\s+/)
    .filter(Boolean);
  if (sought.length === 0) return true;
  const text = textOf(entry);
  return sought.every((one) => text.includes(one));
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
  const found = entries.filter((entry) => matches(entry, query));
  const pages = Math.max(1, Math.ceil(found.length / PAGE));
  const page = Math.min(pages - 1, query.page ?? 0);
  return { entries: found.slice(page * PAGE, (page + 1) * PAGE), total: found.length, page, pages };
}
