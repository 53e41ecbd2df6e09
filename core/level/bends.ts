import type { Decibels, Seconds } from '../units';

/** A level at a moment of the show, dB; straight in dB between two, that of the nearest one outside. */
export interface Bend {
  readonly at: Seconds;
  readonly gain: Decibels;
}

/** Down from 0 dB between `begin` and `low`, at `gain` until `rise`, back at 0 dB from `end` on. */
export interface Dent {
  readonly begin: Seconds;
  readonly low: Seconds;
  readonly rise: Seconds;
  readonly end: Seconds;
  readonly gain: Decibels;
}

/** Moments nearer to each other than this are one (seconds): a fifth of a frame. */
const SAME = 4e-6;
const FLAT: Decibels = 1e-7;

function dentAt({ begin, low, rise, end, gain }: Dent, at: Seconds): Decibels {
  if (at <= begin || at >= end) return 0;
  if (at < low) return (gain * (at - begin)) / (low - begin);
  return at <= rise ? gain : (gain * (end - at)) / (end - rise);
}

/** The deepest of several dents at every moment. */
export function deepest(dents: readonly Dent[]): Bend[] {
  if (dents.length === 0) return [];
  const byBegin = [...dents].sort((a, b) => a.begin - b.begin);
  const moments = [...new Set(byBegin.flatMap(({ begin, low, rise, end }) => [begin, low, rise, end]))].sort((a, b) => a - b);
  const bends: Bend[] = [];
  let active: Dent[] = [];
  let next = 0;
  const depth = (at: Seconds) => active.reduce((least, dent) => Math.min(least, dentAt(dent, at)), 0);
  for (const [index, from] of moments.entries()) {
    active = active.filter((dent) => dent.end >= from);
    while (next < byBegin.length && byBegin[next]!.begin <= from) active.push(byBegin[next++]!);
    bends.push({ at: from, gain: depth(from) });
    const to = moments[index + 1];
    if (to === undefined || to - from < SAME) continue;
    for (const at of crossings(active, from, to)) bends.push({ at, gain: depth(at) });
  }
  return tidied(bends);
}

/** Where dents that are straight on [from, to] meet within it, in order. */
function crossings(dents: readonly Dent[], from: Seconds, to: Seconds): Seconds[] {
  const found: Seconds[] = [];
  for (const [index, one] of dents.entries()) {
    for (const other of dents.slice(index + 1)) {
      const first = dentAt(one, from) - dentAt(other, from);
      const last = dentAt(one, to) - dentAt(other, to);
      if (first * last >= 0) continue;
      const at = from + ((to - from) * first) / (first - last);
      if (at - from > SAME && to - at > SAME) found.push(at);
    }
  }
  return found.sort((a, b) => a - b);
}

/** Without bends that say nothing. */
export function tidied(bends: readonly Bend[]): Bend[] {
  const kept: Bend[] = [];
  for (const [index, bend] of bends.entries()) {
    const left = kept.at(-1);
    const right = bends[index + 1];
    if (left && bend.at - left.at < SAME) continue;
    if (left && right && right.at - left.at > SAME) {
      const line = left.gain + ((right.gain - left.gain) * (bend.at - left.at)) / (right.at - left.at);
      if (Math.abs(line - bend.gain) < FLAT) continue;
    }
    kept.push(bend);
  }
  return kept;
}
