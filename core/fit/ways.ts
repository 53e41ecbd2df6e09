import type { Stretch } from '../show/fitTypes';
import type { Seconds } from '../units';
import type { Web } from './links';
import { ENDS, shortestSeconds, type Wish } from './wish';

/** A way through a piece. */
export interface Path {
  /** Passages of the source in the order in which they are heard, seconds. */
  readonly spans: readonly Stretch[];
  readonly seconds: Seconds;
  /** Indexes of the web's times where each splice leaves and lands. */
  readonly jumps: readonly { readonly leave: number; readonly land: number; readonly link: number }[];
  readonly cost: number;
}

/** Where a way through a piece may go, as the searches walk it. Arrays by link are as long as the web's. */
export interface Ways {
  readonly web: Web;
  /** What each splice costs; Infinity where it may not be. */
  readonly price: Float32Array;
  /** The place where the shortest passage after each splice ends, and how long that passage is, seconds. */
  readonly end: Int32Array;
  readonly length: Float64Array;
  /** The place where the piece begins, the first at which it may be left, and the one where it ends. */
  readonly begin: number;
  readonly start: number;
  readonly last: number;
  /** For each passage between two places whether it is left out, and how many before it are. */
  readonly dropped: Uint8Array;
  readonly lost: Int32Array;
  /** What another splice costs at the least. */
  readonly least: number;
}

/** @param own what each splice costs; Infinity where it may not be. @param step no passage is shorter, seconds. */
export function waysOf(web: Web, own: Float32Array, wish: Wish, step: Seconds): Ways {
  const { times, first, to, shift } = web;
  const count = times.length;
  const shortest = Math.max(shortestSeconds(wish, web.bar), step);
  const dropped = droppedBetween(times, wish.out);
  const lost = new Int32Array(count + 1);
  for (let i = 0; i < count; i += 1) lost[i + 1] = lost[i]! + dropped[i]!;
  const last = endsAt(dropped);
  const price = new Float32Array(to.length).fill(Infinity);
  const end = new Int32Array(to.length);
  const length = new Float64Array(to.length);
  // The first place that lies the shortest passage after each: a shift moves it by a place or two.
  const after = new Int32Array(count);
  for (let i = 0, stop = 0; i < count; i += 1) {
    while (stop < last && times[stop]! < times[i]! + shortest - 0.1) stop += 1;
    after[i] = stop;
  }
  let least = Infinity;
  for (let k = 0; k < first[count]!; k += 1) {
    const land = to[k]!;
    const from = times[land]! + shift[k]!;
    let stop = Math.max(land + 1, after[land]!);
    while (stop < last && times[stop]! < from + shortest) stop += 1;
    end[k] = stop;
    length[k] = (times[stop] ?? 0) - from;
    if (stop > last || length[k]! < shortest - 1e-9 || lost[stop]! > lost[land]!) continue;
    price[k] = own[k]!;
    least = Math.min(least, own[k]!);
  }
  return { web, price, end, length, begin: beginsAt(dropped), start: firstAfter(times, dropped, shortest), last, dropped, lost, least };
}

/** The way that goes along links, in order. */
export function pathOf({ web, begin, last }: Pick<Ways, 'web' | 'begin' | 'last'>, links: readonly number[], cost: number): Path {
  const { times, leave, to, shift } = web;
  let from = times[begin]!;
  const spans = links.map((k) => {
    const span = { from, to: times[leave[k]!]! };
    from = times[to[k]!]! + shift[k]!;
    return span;
  });
  spans.push({ from, to: times[last]! });
  return {
    spans,
    seconds: spans.reduce((sum, span) => sum + span.to - span.from, 0),
    jumps: links.map((link) => ({ leave: leave[link]!, land: to[link]!, link })),
    cost,
  };
}

/** For each passage between two times whether it is left out. */
function droppedBetween(times: Float64Array, out: readonly Stretch[]): Uint8Array {
  const dropped = new Uint8Array(times.length);
  for (let i = 0; i + 1 < times.length; i += 1) {
    if (out.some(({ from, to }) => Math.min(to, times[i + 1]!) - Math.max(from, times[i]!) > 0.03)) dropped[i] = 1;
  }
  return dropped;
}

/** The opening is left after so long at the earliest, or after the shortest passage where that is less. */
const OPENING: Seconds = 4;

/** The first time that is heard, and the last: what is left out at the ends moves them. */
function beginsAt(dropped: Uint8Array): number {
  let i = 0;
  while (i < dropped.length - 2 && dropped[i]) i += 1;
  return i;
}

function endsAt(dropped: Uint8Array): number {
  let i = dropped.length - 1;
  while (i > 1 && dropped[i - 1]) i -= 1;
  return i;
}

/** The first time at which a splice may be: after the shortest passage and the piece's own beginning. */
function firstAfter(times: Float64Array, dropped: Uint8Array, shortest: Seconds): number {
  const from = beginsAt(dropped);
  let i = from + 1;
  while (i < times.length - 1 && times[i]! < times[from]! + Math.max(ENDS, Math.min(shortest, OPENING))) i += 1;
  // What is left out right after the beginning must be left before it.
  for (let k = from; k < i; k += 1) if (dropped[k]) return k;
  return i;
}
