import type { Jump, Stretch } from '../show/types';
import type { Seconds } from '../units';
import type { Web } from './links';
import { ENDS, MET, shortestSeconds, type Wish } from './wish';

/** A way through a piece. */
export interface Path {
  /** Passages of the source in the order in which they are heard, seconds. */
  readonly spans: readonly Stretch[];
  readonly seconds: Seconds;
  /** Indexes of the web's times where each splice leaves and lands. */
  readonly jumps: readonly { readonly leave: number; readonly land: number; readonly link: number }[];
  readonly cost: number;
}

/** What a way through a piece is to be best at; each is worth something to all of them, and one of them most. */
export interface Taste {
  /** What a splice costs for being one. */
  readonly each: number;
  /** What a second costs that is heard again, and one that is left out, beyond what the length asks for. */
  readonly again: number;
  readonly lost: number;
  /** How much more a miss costs. */
  readonly miss: number;
}
export const HIDDEN: Taste = { each: 0.3, again: 0, lost: 0, miss: 1 };

/** What is asked of a length. */
export interface Length {
  readonly wanted: Seconds;
  /** A way that is so much shorter or longer is as near as was wished for. */
  readonly near: Seconds;
  /** … so much shorter or longer: something takes it up that nobody hears. */
  readonly short: Seconds;
  readonly long: Seconds;
  /** Beyond that the speed has to change: by `unit` unheard, up to `most` at a price. */
  readonly unit: Seconds;
  readonly most: Seconds;
}

/** What it costs to miss within what was wished for, what is taken up unheard, what the speed takes up, and how that grows. */
const MISS_PRICE = { near: 0.06, unheard: 0.12, speed: 0.5, unit: 0.5 } as const;
/** Finest step of the time that has passed, seconds, and most cells of the table: its memory is bounded. */
const FINEST: Seconds = 0.12;
const STEPS = 600;
const CELLS = 1e6;
/** A second by which a moment is missed. */
const MEET_PRICE = 0.6;
/** A passage that is heard more often than this costs more each round, so that another is found. */
const OFTEN = 3;
const AGAIN_PRICE = 0.7;
const ROUNDS = 6;
/** A splice that was taken away takes its surroundings with it, seconds. */
const AROUND: Seconds = 1.6;
const PLACE: Seconds = 3;

/** The table of the search, kept for the next one: it is solved anew while a finger moves. */
let kept = { cost: new Float32Array(0), real: new Float64Array(0), from: new Int32Array(0) };

/** What a miss costs; positive is too long. */
export function missPrice(off: Seconds, { near, short, long, unit }: Length, { miss }: Taste): number {
  const by = Math.abs(off);
  if (by <= near) return near > 0 ? (miss * MISS_PRICE.near * by) / near : 0;
  const unheard = off < 0 ? short : long;
  if (by <= near + unheard) return miss * (MISS_PRICE.near + (MISS_PRICE.unheard * (by - near)) / unheard);
  return miss * (MISS_PRICE.speed + (MISS_PRICE.unit * (by - near)) / unit);
}

/**
 * The way of least cost through the piece from its first to its last moment that lasts `wanted` seconds, give or take the allowed
 * miss: dynamic programming over every place of the piece and every time that may have passed there, so nothing that is better is
 * overlooked. Where a passage is heard too often, it is solved again with the ways back over it made dearer. Null where no way is that long.
 * @param prices added to single splices (by their index in the web); for finding other ways.
 */
export function weave(web: Web, length: Length, wish: Wish, taste: Taste = HIDDEN, prices: Float32Array | null = null): Path | null {
  const own = new Float32Array(web.to.length);
  prepare(web, length, wish, taste, own, prices);
  const piece = web.piece.to - web.piece.from;
  const often = oftenEnough(length.wanted, piece);
  let [best, least]: [Path | null, number] = [null, Infinity];
  for (let round = 0; round < ROUNDS; round += 1) {
    const path = solve(web, length, wish, taste, own);
    if (!path) break;
    const worn = wornBy(path.spans, web.piece, often);
    if (worn.times < least) [best, least] = [path, worn.times];
    if (worn.times === 0) break;
    // Every way back over what is heard too often becomes dearer.
    for (let i = 0; i < web.times.length; i += 1) {
      if (web.times[i]! < worn.at) continue;
      for (let k = web.first[i]!; k < web.first[i + 1]!; k += 1) if (web.times[web.to[k]!]! < worn.at) own[k]! += AGAIN_PRICE;
    }
  }
  return best;
}

/** How often a passage may be heard: three times, or as often as the length asks for. */
export const oftenEnough = (wanted: Seconds, piece: Seconds): number => Math.max(OFTEN, Math.ceil(wanted / piece));

/** How many times more than `often` a moment of the piece is heard at the most, and the middle of where that is; 0 times where none is. */
function wornBy(spans: readonly Stretch[], piece: Stretch, often: number): { times: number; at: Seconds } {
  const counts = new Int16Array(Math.ceil((piece.to - piece.from) * 2) + 2);
  for (const { from, to } of spans) {
    counts[Math.round((from - piece.from) * 2)]! += 1;
    counts[Math.round((to - piece.from) * 2)]! -= 1;
  }
  let [now, most, first, last] = [0, 0, 0, 0];
  counts.forEach((by, i) => {
    now += by;
    if (now > most) [most, first, last] = [now, i, i + 1];
    else if (now === most && last === i) last = i + 1;
  });
  return { times: Math.max(0, most - often), at: piece.from + (first + last) / 4 };
}

/** Whether a splice is one that was taken away. Where both of its moments are the same, no splice may leave or land there at all. */
function avoided(one: Jump, from: Seconds, to: Seconds): boolean {
  if (Math.abs(one.from - one.to) < 1e-9) return Math.abs(one.from - from) < PLACE || Math.abs(one.to - to) < PLACE;
  return Math.abs(one.from - from) < AROUND && Math.abs(one.to - to) < AROUND;
}

/** The price of every splice under a wish; Infinity where it may not be. */
function prepare(
  { times, first, to, shift, cost, proved }: Web,
  { wanted }: Length,
  wish: Wish,
  taste: Taste,
  own: Float32Array,
  prices: Float32Array | null,
): void {
  for (let i = 0; i < times.length; i += 1) {
    for (let k = first[i]!; k < first[i + 1]!; k += 1) {
      const [from, at] = [times[i]!, times[to[k]!]! + shift[k]!];
      const by = at - from;
      let price = Math.max(0, cost[k]! + proved[k]!) + taste.each + (prices?.[k] ?? 0);
      price += ((by < 0 ? -by * taste.again : by * taste.lost) / Math.max(10, wanted)) * 3;
      if (wish.avoid.some((one) => avoided(one, from, at))) price = Infinity;
      if (wish.hold.some((one) => Math.abs(one.from - from) < 0.2 && Math.abs(one.to - at) < 0.2)) price *= 0.15;
      own[k] = price;
    }
  }
}

/** Splices that may be, as the search walks them: those of time i are [first[i], first[i + 1]). */
interface Ways {
  readonly first: Int32Array;
  readonly link: Int32Array;
  /** Where the shortest passage after the splice ends, how long it lasts, and what the splice costs. */
  readonly end: Int32Array;
  readonly length: Float64Array;
  readonly price: Float32Array;
}

function waysOf({ times, first: links, to, shift }: Web, own: Float32Array, dropped: Uint8Array, shortest: Seconds, last: number): Ways {
  const first = new Int32Array(times.length + 1);
  const link = new Int32Array(to.length);
  const end = new Int32Array(to.length);
  const length = new Float64Array(to.length);
  const price = new Float32Array(to.length);
  const lost = new Int32Array(times.length + 1);
  for (let i = 0; i < times.length; i += 1) lost[i + 1] = lost[i]! + dropped[i]!;
  let done = 0;
  for (let i = 0; i < times.length; i += 1) {
    first[i] = done;
    for (let k = links[i]!; k < links[i + 1]!; k += 1) {
      const land = to[k]!;
      const from = times[land]! + shift[k]!;
      let stop = land + 1;
      while (stop < last && times[stop]! < from + shortest) stop += 1;
      if (own[k] === Infinity || stop > last || times[stop]! < from + shortest - 1e-9 || lost[stop]! > lost[land]!) continue;
      link[done] = k;
      end[done] = stop;
      length[done] = times[stop]! - from;
      price[done] = own[k]!;
      done += 1;
    }
  }
  first[times.length] = done;
  return { first, link, end, length, price };
}

function solve(web: Web, wanting: Length, wish: Wish, taste: Taste, own: Float32Array): Path | null {
  const { times } = web;
  const { meets } = wish;
  const { wanted, most } = wanting;
  const count = times.length;
  const limit = wanted + Math.max(most, wanting.near + wanting.long) + 1e-6;
  const step = Math.max(FINEST, limit / STEPS, (limit * count) / CELLS);
  const bins = Math.ceil(limit / step) + 1;
  if (kept.cost.length < bins * count) {
    kept = { cost: new Float32Array(bins * count), real: new Float64Array(bins * count), from: new Int32Array(bins * count) };
  }
  const { cost, real, from } = kept;
  cost.fill(Infinity, 0, bins * count);
  const dropped = droppedBetween(times, wish.out);
  // A way back within one step of the time that passes would not be seen.
  const shortest = Math.max(shortestSeconds(wish, web.bar), step);
  const last = ends(times, dropped);
  const ways = waysOf(web, own, dropped, shortest, last);
  /** What it costs to play `length` seconds of the source from `at` when `passed` seconds have gone by; Infinity where a moment is missed. */
  const metBy = (passed: Seconds, at: Seconds, length: Seconds) => {
    let sum = 0;
    for (const meet of meets) {
      if (meet.at < passed - 1e-9 || meet.at >= passed + length - 1e-9) continue;
      const off = Math.abs(at + meet.at - passed - meet.source);
      if (off > MET) return Infinity;
      sum += off * MEET_PRICE;
    }
    return sum;
  };
  const start = firstAfter(times, dropped, shortest);
  const begin = begins(times, dropped);
  const opening = times[start]! - times[begin]!;
  if (opening > limit) return null;
  const scale = 1 / step;
  const origin = Math.floor(opening * scale) * count + start;
  cost[origin] = metBy(0, times[begin]!, opening);
  real[origin] = opening;
  from[origin] = -1;
  /** A splice k into a cell is written down as −2 − (where it came from × links + which of them it is). */
  const links = MOST_LINKS;
  for (let bin = 0; bin < bins; bin += 1) {
    const row = bin * count;
    for (let i = start < last ? 1 : 0; i <= last; i += 1) {
      const here = cost[row + i]!;
      if (here === Infinity) continue;
      const passed = real[row + i]!;
      if (i < last && dropped[i] === 0) {
        const length = times[i + 1]! - times[i]!;
        const then = passed + length;
        const price = meets.length === 0 ? here : here + metBy(passed, times[i]!, length);
        const cell = Math.floor(then * scale) * count + i + 1;
        if (then <= limit && price < cost[cell]!) {
          cost[cell] = price;
          real[cell] = then;
          from[cell] = row + i;
        }
      }
      for (let k = ways.first[i]!; k < ways.first[i + 1]!; k += 1) {
        const then = passed + ways.length[k]!;
        if (then > limit) continue;
        const end = ways.end[k]!;
        const cell = Math.floor(then * scale) * count + end;
        let price = here + ways.price[k]!;
        if (price >= cost[cell]!) continue;
        if (meets.length > 0) price += metBy(passed, times[end]! - ways.length[k]!, ways.length[k]!);
        if (price >= cost[cell]!) continue;
        cost[cell] = price;
        real[cell] = then;
        from[cell] = -2 - ((row + i) * links + k - ways.first[i]!);
      }
    }
  }
  return follow(web, wanting, taste, ways, { bins, step, begin, last });
}

/** Links of a place are told apart by a number below this. */
const MOST_LINKS = 32;

/** The table that was filled: its steps of time, the first and the last place that are heard. */
interface Searched {
  readonly bins: number;
  readonly step: Seconds;
  readonly begin: number;
  readonly last: number;
}

function follow(web: Web, wanting: Length, taste: Taste, ways: Ways, { bins, step, begin, last }: Searched): Path | null {
  const { times } = web;
  const count = times.length;
  const { wanted } = wanting;
  const [early, late] = [Math.max(wanting.most, wanting.near + wanting.short), Math.max(wanting.most, wanting.near + wanting.long)];
  const { cost, real, from } = kept;
  let [cell, best] = [-1, Infinity];
  for (let bin = Math.max(0, Math.floor((wanted - early) / step) - 1); bin < bins; bin += 1) {
    const at = bin * count + last;
    const off = real[at]! - wanted;
    if (cost[at] === Infinity || off < -early - 1e-6 || off > late + 1e-6) continue;
    const price = cost[at]! + missPrice(off, wanting, taste);
    if (price < best) [cell, best] = [at, price];
  }
  if (cell < 0) return null;
  const seconds = real[cell]!;
  const jumps: { leave: number; land: number; link: number }[] = [];
  const total = best;
  let spansEnd = last;
  const spans: Stretch[] = [];
  while (cell >= 0) {
    const by = from[cell]!;
    if (by >= 0) {
      cell = by;
      continue;
    }
    if (by === -1) {
      spans.unshift({ from: times[begin]!, to: times[spansEnd]! });
      break;
    }
    const before = Math.floor((-2 - by) / MOST_LINKS);
    const leave = before % count;
    const link = ways.link[ways.first[leave]! + ((-2 - by) % MOST_LINKS)]!;
    const land = web.to[link]!;
    spans.unshift({ from: times[land]! + web.shift[link]!, to: times[spansEnd]! });
    jumps.unshift({ leave, land, link });
    spansEnd = leave;
    cell = before;
  }
  return { spans, seconds, jumps, cost: total };
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
function begins(times: Float64Array, dropped: Uint8Array): number {
  let i = 0;
  while (i < times.length - 2 && dropped[i]) i += 1;
  return i;
}

function ends(times: Float64Array, dropped: Uint8Array): number {
  let i = times.length - 1;
  while (i > 1 && dropped[i - 1]) i -= 1;
  return i;
}

/** The first time at which a splice may be: after the shortest passage and the piece's own beginning. */
function firstAfter(times: Float64Array, dropped: Uint8Array, shortest: Seconds): number {
  const from = begins(times, dropped);
  let i = from + 1;
  while (i < times.length - 1 && times[i]! < times[from]! + Math.max(ENDS, Math.min(shortest, OPENING))) i += 1;
  // What is left out right after the beginning must be left before it.
  for (let k = from; k < i; k += 1) if (dropped[k]) return k;
  return i;
}
