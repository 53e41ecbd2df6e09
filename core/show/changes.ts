import { produce, type Draft } from 'immer';

/** Names and places on the way from a document to one of its pieces. */
type Path = readonly (string | number)[];

/**
 * One difference between two documents, plain JSON: a value set (`v`), a field taken away (`gone`), the order of
 * fields (`order`: documents come back byte for byte), or a piece of a list replaced (`at`,
 * `cut` entries taken out, `put` in their place).
 */
export type Change =
  | { readonly p: Path; readonly v: unknown }
  | { readonly p: Path; readonly gone: 1 }
  | { readonly p: Path; readonly order: readonly string[] }
  | { readonly p: Path; readonly at: number; readonly cut: number; readonly put: readonly unknown[] };

type Fields = Readonly<Record<string, unknown>>;

const isFields = (value: unknown): value is Fields => typeof value === 'object' && value !== null && !Array.isArray(value);

/**
 * What leads from one document to another, in the order in which it is to be applied. Pieces that both share are not looked into, so
 * that it costs what changed; lists are spliced, entries with an `id` are found again wherever they went. A field that is `undefined` is none.
 */
export function changesBetween(before: object, after: object): Change[] {
  const changes: Change[] = [];
  compare(before, after, [], changes);
  return changes;
}

function compare(before: unknown, after: unknown, path: Path, into: Change[]): void {
  if (Object.is(before, after)) return;
  if (Array.isArray(before) && Array.isArray(after)) compareLists(before, after, path, into);
  else if (isFields(before) && isFields(after)) compareFields(before, after, path, into);
  else into.push({ p: path, v: after });
}

const namesOf = (fields: Fields) => Object.keys(fields).filter((name) => fields[name] !== undefined);

function compareFields(before: Fields, after: Fields, path: Path, into: Change[]): void {
  const [had, has] = [namesOf(before), namesOf(after)];
  const kept = had.filter((name) => after[name] !== undefined);
  const order = [...kept, ...has.filter((name) => before[name] === undefined)];
  for (const name of had) if (after[name] === undefined) into.push({ p: [...path, name], gone: 1 });
  for (const name of has) {
    if (before[name] === undefined) into.push({ p: [...path, name], v: after[name] });
    else compare(before[name], after[name], [...path, name], into);
  }
  if (order.some((name, index) => name !== has[index])) into.push({ p: path, order: has });
}

const idOf = (entry: unknown): unknown => (isFields(entry) ? entry.id : undefined);

function compareLists(before: readonly unknown[], after: readonly unknown[], path: Path, into: Change[]): void {
  const named = [...before, ...after].every((entry) => typeof idOf(entry) === 'string');
  if (named) compareNamed(before, after, path, into);
  else compareBare(before, after, path, into);
}

/** A list whose entries have no names: what both ends share stays, what is between is replaced. */
function compareBare(before: readonly unknown[], after: readonly unknown[], path: Path, into: Change[]): void {
  const most = Math.min(before.length, after.length);
  let first = 0;
  while (first < most && same(before[first], after[first])) first += 1;
  let last = 0;
  while (last < most - first && same(before.at(-1 - last), after.at(-1 - last))) last += 1;
  const cut = before.length - first - last;
  const put = after.slice(first, after.length - last);
  if (cut > 0 || put.length > 0) into.push({ p: path, at: first, cut, put });
}

function same(a: unknown, b: unknown): boolean {
  return Object.is(a, b) || (typeof a === 'object' && typeof b === 'object' && JSON.stringify(a) === JSON.stringify(b));
}

/** A list of named entries: those that left or moved are taken out, those that came or moved are put in, those that stayed are compared. */
function compareNamed(before: readonly unknown[], after: readonly unknown[], path: Path, into: Change[]): void {
  if (before.length === after.length && before.every((entry, index) => idOf(entry) === idOf(after[index]))) {
    for (const [index, entry] of after.entries()) if (entry !== before[index]) compare(before[index], entry, [...path, index], into);
    return;
  }
  const stays = staying(before.map(idOf), after.map(idOf));
  for (let end = before.length; end > 0;) {
    let start = end;
    while (start > 0 && !stays.has(idOf(before[start - 1]))) start -= 1;
    if (start < end) into.push({ p: path, at: start, cut: end - start, put: [] });
    end = Math.max(0, start - 1);
  }
  for (let start = 0; start < after.length;) {
    let end = start;
    while (end < after.length && !stays.has(idOf(after[end]))) end += 1;
    if (end > start) into.push({ p: path, at: start, cut: 0, put: after.slice(start, end) });
    start = end + 1;
  }
  const were = new Map(before.map((entry) => [idOf(entry), entry]));
  for (const [index, entry] of after.entries()) {
    if (stays.has(idOf(entry))) compare(were.get(idOf(entry)), entry, [...path, index], into);
  }
}

/** Names that keep their order among one another: the longest such row (patience sorting; from memory). */
function staying(before: readonly unknown[], after: readonly unknown[]): Set<unknown> {
  const places = new Map(before.map((id, index) => [id, index]));
  const row = after.filter((id) => places.has(id));
  /** For each length, the name that the best row of that length ends with; and for each name, the one before it in its row. */
  const ends: unknown[] = [];
  const previous = new Map<unknown, unknown>();
  for (const id of row) {
    const place = places.get(id)!;
    let [low, high] = [0, ends.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (places.get(ends[middle])! < place) low = middle + 1;
      else high = middle;
    }
    previous.set(id, low > 0 ? ends[low - 1] : undefined);
    ends[low] = id;
  }
  const kept = new Set<unknown>();
  for (let id = ends.at(-1); id !== undefined; id = previous.get(id)) kept.add(id);
  return kept;
}

/** A document after changes. What they do not touch is shared. @throws TypeError, RangeError where they lead nowhere. */
export function applyChanges<T extends object>(document: T, changes: readonly Change[]): T {
  return produce(document, (draft: Draft<T>) => {
    for (const change of changes) applyOne(draft as Record<string, unknown>, change);
  });
}

const copied = (value: unknown): unknown => (value === undefined ? undefined : (JSON.parse(JSON.stringify(value)) as unknown));

/** The piece that a path leads to. @throws TypeError where it leads nowhere. */
function at(document: unknown, path: Path): unknown {
  return path.reduce((within, name) => (within as Record<string | number, unknown>)[name], document);
}

function applyOne(draft: Record<string, unknown>, change: Change): void {
  if ('at' in change) {
    const list = at(draft, change.p);
    if (!Array.isArray(list) || change.at + change.cut > list.length) throw new RangeError(`no such list: ${change.p.join('/')}`);
    list.splice(change.at, change.cut, ...(copied(change.put) as unknown[]));
    return;
  }
  if ('order' in change) {
    const fields = at(draft, change.p) as Record<string, unknown>;
    for (const name of change.order) {
      const value = fields[name];
      Reflect.deleteProperty(fields, name);
      fields[name] = value;
    }
    return;
  }
  const owner = at(draft, change.p.slice(0, -1));
  const name = change.p.at(-1)!;
  if (typeof owner !== 'object' || owner === null) throw new RangeError(`no such place: ${change.p.join('/')}`);
  const fields = owner as Record<string | number, unknown>;
  // A field that is `undefined` is none: one that comes is the last, wherever such a place was left.
  if ('gone' in change || fields[name] === undefined) Reflect.deleteProperty(fields, name);
  if (!('gone' in change)) fields[name] = copied(change.v);
}
