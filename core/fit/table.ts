import type { Seconds } from '../units';
import { missPrice, reachOf, type Length, type Taste } from './length';
import { pathOf, type Path, type Ways } from './ways';
import { MET, type Meet } from './wish';

/** Finest step of the time that has passed, seconds, and most cells of the table: its memory is bounded. */
const FINEST: Seconds = 0.12;
const STEPS = 600;
const CELLS = 1e6;
/** A second by which a moment is missed. */
const MEET_PRICE = 0.6;
/** Links of a place are told apart by a number below this. */
const MOST_LINKS = 32;

/** The table of the search, kept for the next one: it is solved anew while a finger moves. */
let kept = { cost: new Float32Array(0), real: new Float64Array(0), from: new Int32Array(0) };

/** The step of time in the table for a length, seconds. @param count places of the piece. */
export function stepOf(length: Length, count: number): Seconds {
  const limit = limitOf(length);
  return Math.max(FINEST, limit / STEPS, (limit * count) / CELLS);
}

const limitOf = (length: Length) => length.wanted + reachOf(length).late + 1e-6;

/**
 * The way of least cost, with as many splices as it takes: dynamic programming over every place of the piece and every time that may have
 * passed there. Null where none costs less than `bound`, the cost of a way that is known already: nothing is followed that cannot be cheaper.
 */
export function longWay(ways: Ways, length: Length, taste: Taste, meets: readonly Meet[], bound = Infinity): Path | null {
  const { web, price: prices, end: ends, length: lengths, begin, start, last, dropped, lost, least } = ways;
  const { times, first } = web;
  const count = times.length;
  const limit = limitOf(length);
  const step = stepOf(length, count);
  const bins = Math.ceil(limit / step) + 1;
  if (kept.cost.length < bins * count) {
    kept = { cost: new Float32Array(bins * count), real: new Float64Array(bins * count), from: new Int32Array(bins * count) };
  }
  const { cost, real, from } = kept;
  cost.fill(Infinity, 0, bins * count);
  /** What it costs to play `seconds` of the source from `at` when `passed` seconds have gone by; Infinity where a moment is missed. */
  const metBy = (passed: Seconds, at: Seconds, seconds: Seconds) => {
    let sum = 0;
    for (const meet of meets) {
      if (meet.at < passed - 1e-9 || meet.at >= passed + seconds - 1e-9) continue;
      const off = Math.abs(at + meet.at - passed - meet.source);
      if (off > MET) return Infinity;
      sum += off * MEET_PRICE;
    }
    return sum;
  };
  const opening = times[start]! - times[begin]!;
  if (opening > limit) return null;
  const { early, late } = reachOf(length);
  const [low, high] = [length.wanted - early - 1e-6, length.wanted + late + 1e-6];
  /** What the rest of the way costs at the least: another splice, where playing on to the end lasts too long or not long enough. */
  const rest = (passed: Seconds, place: number) => {
    const then = passed + times[last]! - times[place]!;
    return then >= low && then <= high && lost[place] === lost[last] ? 0 : least;
  };
  const scale = 1 / step;
  const origin = Math.floor(opening * scale) * count + start;
  cost[origin] = metBy(0, times[begin]!, opening);
  real[origin] = opening;
  from[origin] = -1;
  /** A splice k into a cell is written down as −2 − (where it came from × links + which of them it is). */
  for (let bin = 0; bin < bins; bin += 1) {
    const row = bin * count;
    for (let i = start < last ? 1 : 0; i <= last; i += 1) {
      const here = cost[row + i]!;
      if (here >= bound) continue;
      const passed = real[row + i]!;
      if (here + rest(passed, i) >= bound) continue;
      if (i < last && dropped[i] === 0) {
        const seconds = times[i + 1]! - times[i]!;
        const then = passed + seconds;
        const price = meets.length === 0 ? here : here + metBy(passed, times[i]!, seconds);
        const cell = Math.floor(then * scale) * count + i + 1;
        if (then <= limit && price < cost[cell]!) {
          cost[cell] = price;
          real[cell] = then;
          from[cell] = row + i;
        }
      }
      for (let k = first[i]!; k < first[i + 1]!; k += 1) {
        let price = here + prices[k]!;
        const then = passed + lengths[k]!;
        if (price >= bound || then > limit) continue;
        const end = ends[k]!;
        if (price + rest(then, end) >= bound) continue;
        const cell = Math.floor(then * scale) * count + end;
        if (price >= cost[cell]!) continue;
        if (meets.length > 0) price += metBy(passed, times[end]! - lengths[k]!, lengths[k]!);
        if (price >= cost[cell]!) continue;
        cost[cell] = price;
        real[cell] = then;
        from[cell] = -2 - ((row + i) * MOST_LINKS + k - first[i]!);
      }
    }
  }
  return follow(ways, length, taste, { bins, step, bound });
}

/** Reads the best way that ends in time out of the table. */
function follow(
  ways: Ways,
  length: Length,
  taste: Taste,
  { bins, step, bound }: { readonly bins: number; readonly step: Seconds; readonly bound: number },
): Path | null {
  const { web, last } = ways;
  const count = web.times.length;
  const { wanted } = length;
  const { early, late } = reachOf(length);
  const { cost, real, from } = kept;
  let [cell, best] = [-1, bound];
  for (let bin = Math.max(0, Math.floor((wanted - early) / step) - 1); bin < bins; bin += 1) {
    const at = bin * count + last;
    const off = real[at]! - wanted;
    if (cost[at] === Infinity || off < -early - 1e-6 || off > late + 1e-6) continue;
    const price = cost[at]! + missPrice(off, length, taste);
    if (price < best) [cell, best] = [at, price];
  }
  if (cell < 0) return null;
  const links: number[] = [];
  while (from[cell]! !== -1) {
    const by = from[cell]!;
    if (by >= 0) cell = by;
    else {
      cell = Math.floor((-2 - by) / MOST_LINKS);
      links.unshift(web.first[cell % count]! + ((-2 - by) % MOST_LINKS));
    }
  }
  return pathOf(ways, links, best);
}
