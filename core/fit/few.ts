import type { Seconds } from '../units';
import { missPrice, reachOf, type Length, type Taste } from './length';
import { pathOf, type Path, type Ways } from './ways';

/**
 * The way of least cost with two splices at most, and with none that are to meet anything; null where there is none. All pairs are looked
 * at whose changes of the length add up to what is wanted: they are found in the list of all links by that change. Exact.
 */
export function shortWay({ web, price, end, begin, start, last, lost }: Ways, length: Length, taste: Taste): Path | null {
  const { times, order, change, leave } = web;
  const { early, late } = reachOf(length);
  const whole = times[last]! - times[begin]!;
  const wanted = length.wanted - whole;
  const opens = (k: number) => leave[k]! >= start && lost[leave[k]!] === lost[begin];
  const closes = (k: number) => leave[k]! <= last && lost[last] === lost[end[k]!];
  let [best, one, two] = [Infinity, -1, -1];
  if (lost[last] === lost[begin] && -wanted >= -early - 1e-6 && -wanted <= late + 1e-6) best = missPrice(-wanted, length, taste);
  let found = best < Infinity;
  // Those after which the piece may be played to its end, from the one that shortens most.
  const seconds: number[] = [];
  const changes: number[] = [];
  for (const k of order) {
    if (price[k] === Infinity || !closes(k)) continue;
    seconds.push(k);
    changes.push(change[k]!);
    const off = change[k]! - wanted;
    if (off < -early - 1e-6 || off > late + 1e-6 || !opens(k)) continue;
    const cost = price[k]! + missPrice(off, length, taste);
    if (cost < best) [best, one, two, found] = [cost, k, -1, true];
  }
  let low = 0;
  // The first splice from the one that lengthens most: what the second has to do then only grows.
  for (let at = order.length - 1; at >= 0; at -= 1) {
    const k = order[at]!;
    const own = price[k]!;
    if (own >= best || !opens(k)) continue;
    const left: Seconds = wanted - change[k]!;
    while (low < changes.length && changes[low]! < left - early - 1e-6) low += 1;
    for (let i = low; i < changes.length && changes[i]! <= left + late + 1e-6; i += 1) {
      const then = seconds[i]!;
      const cost = own + price[then]!;
      if (cost >= best || leave[then]! < end[k]! || lost[leave[then]!]! > lost[end[k]!]!) continue;
      const all = cost + missPrice(changes[i]! - left, length, taste);
      if (all < best) [best, one, two, found] = [all, k, then, true];
    }
  }
  return found ? pathOf({ web, begin, last }, two < 0 ? (one < 0 ? [] : [one]) : [one, two], best) : null;
}
