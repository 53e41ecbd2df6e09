import type { Jump, Stretch } from '../show/types';
import type { Seconds } from '../units';
import type { Web } from './likeness';
import { ENDS, MET, type Wish } from './wish';

/** A way through a piece. */
export interface Path {
  /** Passages of the source in the order in which they are heard, seconds. */
  readonly spans: readonly Stretch[];
  readonly seconds: Seconds;
  /** Indexes of the web's times where each splice leaves and lands. */
  readonly jumps: readonly { readonly leave: number; readonly land: number; readonly cost: number }[];
  readonly cost: number;
}

/** What a splice costs for being one. */
const EACH: Readonly<Record<Wish['splices'], number>> = { few: 1.1, some: 0.16, many: 0.03 };
/** Finest step of the time that has passed, seconds, and most cells of the table: its memory is bounded. */
const FINEST: Seconds = 0.12;
const STEPS = 700;
const CELLS = 3e6;
/** A second of missing the wanted length, and a second by which a moment is missed. */
const MISS_PRICE = 0.25;
const MEET_PRICE = 0.6;
/** A short way back is heard again at once: whatever comes round within this is a refrain too many, seconds. */
const SOON: Seconds = 14;
const SOON_PRICE = 0.5;
/** The same splice taken again costs more each time, up to this often. */
const AGAIN_PRICE = 0.5;
const ROUNDS = 4;
/** A splice that was taken away takes its surroundings with it, seconds. */
const AROUND: Seconds = 1.6;
const PLACE: Seconds = 3;

/** The table of the search, kept for the next one: it is solved anew while a finger moves. */
let kept = { cost: new Float32Array(0), real: new Float64Array(0), from: new Int32Array(0) };

/**
 * The way of least cost through the piece from its first to its last moment that lasts `wanted` seconds, give or take the allowed
 * miss: dynamic programming over every place of the piece and every time that may have passed there, so nothing that is better is
 * overlooked. Where the same splice is taken again and again, it is solved again with those made dearer. Null where no way is that long.
 * @param prices added to single splices (by their index in the web); for finding other ways.
 */
export function weave(web: Web, wanted: Seconds, wish: Wish, prices: Float32Array | null = null): Path | null {
  const own = new Float32Array(web.to.length);
  prepare(web, wish, own, prices);
  let best = solve(web, wanted, wish, own);
  for (let round = 1; round < ROUNDS && best; round += 1) {
    const taken = new Map<string, number>();
    for (const { leave, land } of best.jumps) taken.set(`${leave} ${land}`, (taken.get(`${leave} ${land}`) ?? 0) + 1);
    if (![...taken.values()].some((count) => count > 2)) break;
    for (let i = 0; i < web.times.length; i += 1) {
      for (let k = web.first[i]!; k < web.first[i + 1]!; k += 1) {
        const count = taken.get(`${i} ${web.to[k]!}`) ?? 0;
        if (count > 2) own[k]! += AGAIN_PRICE * Math.min(4, count - 1);
      }
    }
    best = solve(web, wanted, wish, own) ?? best;
  }
  return best;
}

/** Whether a splice is one that was taken away. Where both of its moments are the same, no splice may leave or land there at all. */
function avoided(one: Jump, from: Seconds, to: Seconds): boolean {
  if (Math.abs(one.from - one.to) < 1e-9) return Math.abs(one.from - from) < PLACE || Math.abs(one.to - to) < PLACE;
  return Math.abs(one.from - from) < AROUND && Math.abs(one.to - to) < AROUND;
}

/** The price of every splice under a wish; Infinity where it may not be. */
function prepare(web: Web, wish: Wish, own: Float32Array, prices: Float32Array | null): void {
  const { times } = web;
  for (let i = 0; i < times.length; i += 1) {
    for (let k = web.first[i]!; k < web.first[i + 1]!; k += 1) {
      const land = web.to[k]!;
      const [from, to] = [times[i]!, times[land]!];
      let price = web.cost[k]! + EACH[wish.splices] + (prices?.[k] ?? 0);
      const back = from - to;
      if (back > 0 && back < SOON) price += SOON_PRICE * (1 - back / SOON);
      if (wish.avoid.some((one) => avoided(one, from, to))) price = Infinity;
      if (wish.hold.some((one) => Math.abs(one.from - from) < 0.2 && Math.abs(one.to - to) < 0.2)) price *= 0.15;
      own[k] = price;
    }
  }
}

/** Splices that may be, as the search walks them: those of time i are [first[i], first[i + 1]). */
interface Steps {
  readonly first: Int32Array;
  /** Where the shortest passage after the splice ends, how long it lasts, and what the splice costs. */
  readonly end: Int32Array;
  readonly length: Float64Array;
  readonly price: Float32Array;
}

function stepsOf(web: Web, own: Float32Array, dropped: Uint8Array, shortest: number, last: number): Steps {
  const { times } = web;
  const first = new Int32Array(times.length + 1);
  const end = new Int32Array(web.to.length);
  const length = new Float64Array(web.to.length);
  const price = new Float32Array(web.to.length);
  const lost = new Int32Array(times.length + 1);
  for (let i = 0; i < times.length; i += 1) lost[i + 1] = lost[i]! + dropped[i]!;
  let done = 0;
  for (let i = 0; i < times.length; i += 1) {
    first[i] = done;
    for (let k = web.first[i]!; k < web.first[i + 1]!; k += 1) {
      const land = web.to[k]!;
      const to = land + shortest;
      if (own[k] === Infinity || to > last || lost[to]! > lost[land]!) continue;
      end[done] = to;
      length[done] = times[to]! - times[land]!;
      price[done] = own[k]!;
      done += 1;
    }
  }
  first[times.length] = done;
  return { first, end, length, price };
}

function solve(web: Web, wanted: Seconds, wish: Wish, own: Float32Array): Path | null {
  const { times } = web;
  const { meets } = wish;
  const count = times.length;
  const limit = wanted + wish.miss + 1e-6;
  const step = Math.max(FINEST, limit / STEPS, (limit * count) / CELLS);
  const bins = Math.ceil(limit / step) + 1;
  if (kept.cost.length < bins * count) {
    kept = { cost: new Float32Array(bins * count), real: new Float64Array(bins * count), from: new Int32Array(bins * count) };
  }
  const { cost, real, from } = kept;
  cost.fill(Infinity, 0, bins * count);
  const dropped = droppedBetween(times, wish.out);
  const shortest = Math.max(1, Math.round(wish.shortest));
  const last = ends(times, dropped);
  const steps = stepsOf(web, own, dropped, shortest, last);
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
      for (let k = steps.first[i]!; k < steps.first[i + 1]!; k += 1) {
        const then = passed + steps.length[k]!;
        if (then > limit) continue;
        const end = steps.end[k]!;
        const cell = Math.floor(then * scale) * count + end;
        let price = here + steps.price[k]!;
        if (price >= cost[cell]!) continue;
        if (meets.length > 0) price += metBy(passed, times[end - shortest]!, steps.length[k]!);
        if (price >= cost[cell]!) continue;
        cost[cell] = price;
        real[cell] = then;
        // The mark −2 − state says that a splice led here.
        from[cell] = -2 - row - i;
      }
    }
  }
  return follow(web, wanted, wish, { bins, step, begin, last, shortest });
}

/** The table that was filled: its steps of time, the first and the last place that are heard, the shortest passage in beats. */
interface Searched {
  readonly bins: number;
  readonly step: Seconds;
  readonly begin: number;
  readonly last: number;
  readonly shortest: number;
}

function follow(web: Web, wanted: Seconds, wish: Wish, { bins, step, begin, last, shortest }: Searched): Path | null {
  const { times } = web;
  const count = times.length;
  const { cost, real, from } = kept;
  let [cell, best] = [-1, Infinity];
  for (let bin = Math.max(0, Math.floor((wanted - wish.miss) / step) - 1); bin < bins; bin += 1) {
    const at = bin * count + last;
    const off = Math.abs(real[at]! - wanted);
    if (cost[at] === Infinity || off > wish.miss + 1e-6) continue;
    const price = cost[at]! + MISS_PRICE * off;
    if (price < best) [cell, best] = [at, price];
  }
  if (cell < 0) return null;
  const seconds = real[cell]!;
  const jumps: { leave: number; land: number; cost: number }[] = [];
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
    const before = -2 - by;
    const land = (cell % count) - shortest;
    const leave = before % count;
    spans.unshift({ from: times[land]!, to: times[spansEnd]! });
    const index = web.to.subarray(web.first[leave]!, web.first[leave + 1]!).indexOf(land);
    jumps.unshift({ leave, land, cost: web.cost[web.first[leave]! + index]! });
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
function firstAfter(times: Float64Array, dropped: Uint8Array, shortest: number): number {
  const from = begins(times, dropped);
  let i = Math.min(times.length - 1, from + shortest);
  while (i < times.length - 1 && times[i]! < times[from]! + ENDS) i += 1;
  // What is left out right after the beginning must be left before it.
  for (let k = from; k < i; k += 1) if (dropped[k]) return k;
  return i;
}

/** How often, one after the other without anything else between, the same passage of less than `short` seconds is heard at most. */
export function mostInARow(spans: readonly Stretch[], short: Seconds): number {
  let [most, run] = [1, 1];
  for (let i = 1; i < spans.length - 1; i += 1) {
    const same =
      spans[i]!.to - spans[i]!.from < short &&
      Math.abs(spans[i]!.from - spans[i - 1]!.from) < 0.5 &&
      Math.abs(spans[i]!.to - spans[i - 1]!.to) < 0.5;
    run = same ? run + 1 : 1;
    most = Math.max(most, run);
  }
  return most;
}
