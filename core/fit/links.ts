import type { Hearing } from '../music';
import type { Stretch } from '../show/fitTypes';
import { clamp, type Seconds } from '../units';
import { barPlaces, barSeconds, offBar } from './barPlaces';
import { CLEAR, MEET, type Steps } from './inStep';
import type { Places } from './places';
import { PRICES } from './prices';
import { SEAM_BANDS, spectralChange } from './seamReader';
import { apart, COLOURS, unlike, type Surroundings } from './sides';
import { ENDS, type Wish } from './wish';

/**
 * Everything about a piece that a weave needs and that does not depend on the wanted length: where it may be cut, and for each such
 * place the best places to go on from, with what the splice would cost.
 */
export interface Web {
  readonly piece: Stretch;
  /** Seconds of the source: the piece's start, the places within it, its end. */
  readonly times: Float64Array;
  /** For time i the links are [first[i], first[i + 1]). */
  readonly first: Int32Array;
  /** Where each link goes on, how much later than that place it does so to be in step (seconds), and what it costs: 0 unheard, 1 and more it will be noticed. */
  readonly to: Int32Array;
  readonly shift: Float32Array;
  readonly cost: Float32Array;
  /** The place that each link leaves, and by how much it makes the piece longer, seconds; all links, from the one that shortens it most. */
  readonly leave: Int32Array;
  readonly change: Float64Array;
  readonly order: Int32Array;
  /** What was found out when a link was made into a splice and listened to: what it costs more (or less) than it seemed to. */
  readonly proved: Float32Array;
  /** A bar or what stands for one, seconds. */
  readonly bar: Seconds;
}

/** The bounds: shares of the piece's own steps for harmony, colour and level, a ratio to its own changes for the seam, seconds for the beat. */
export const HIDES = { harmony: 0.9, colour: 0.85, level: 0.95, seam: 1.25, beat: 0.03 } as const;
/** Where one side of a join is the same music as what would have been heard there, that excuses a step: an excuse has to be clearer than a pass. */
export const EXCUSE = 1.2;

/** What a share of the bound costs: little up to it, much beyond. */
export function dearness(share: number): number {
  if (share <= 0.6) return 0;
  if (share <= 1) return 0.35 * ((share - 0.6) / 0.4) ** 2;
  return 0.9 + Math.min(1.6, 1.8 * (share - 1));
}

/** Links that are looked at closely for each place, and kept, each way. */
const LOOKED = 10;
const KEPT = 7;
/** Links of the same shift whose places are nearer than this are the same splice: the best of them stands for all. */
const SAME: Seconds = 1.1;
const SAME_SHIFT: Seconds = 0.06;
/** Nothing shorter than this is left out. */
const LEAST: Seconds = 1;
/** The end is led up to by what led up to it: so long, seconds. */
const LEAD_UP: Seconds = 8;

/** For every place of a piece the few best ones to go on from, each with its price: what a web for `weave` is made of. */
export function prepareLinks(
  around: Surroundings,
  steps: Steps,
  places: Places,
  heard: Hearing,
  piece: Stretch,
  wish: Pick<Wish, 'keep'>,
): Web {
  const { times } = places;
  const count = times.length;
  const prices = pricesOf(around, places, heard, piece, wish);
  const first = new Int32Array(count + 1);
  const leave: number[] = [];
  const to: number[] = [];
  const shift: number[] = [];
  const cost: number[] = [];
  for (let i = 0; i < count; i += 1) {
    first[i] = to.length;
    if (i === 0 || i === count - 1) continue;
    for (const way of [1, -1] as const) {
      const found: { land: number; price: number; by: number }[] = [];
      for (const land of cheapest(prices, times, count, i, way)) {
        const least = prices[i * count + land]!;
        // The beat only adds to it.
        if (found.length >= KEPT && least >= found[KEPT - 1]!.price) continue;
        const { price, by } = inTime(steps, places, i, land);
        found.push({ land, by, price: least + price });
        found.sort((a, b) => a.price - b.price);
      }
      for (const one of found.slice(0, KEPT)) {
        leave.push(i);
        to.push(one.land);
        shift.push(one.by);
        cost.push(one.price);
      }
    }
  }
  first[count] = to.length;
  const change = Float64Array.from(to, (land, k) => times[leave[k]!]! - times[land]! - shift[k]!);
  return {
    piece,
    times,
    first,
    to: Int32Array.from(to),
    shift: Float32Array.from(shift),
    leave: Int32Array.from(leave),
    change,
    order: Int32Array.from(change.keys()).sort((a, b) => change[a]! - change[b]!),
    cost: Float32Array.from(cost),
    proved: new Float32Array(cost.length),
    bar: barSeconds(heard),
  };
}

/** The cheapest places to go on from, those of the same splice once. */
function cheapest(prices: Float32Array, times: Float64Array, count: number, leave: number, way: 1 | -1): number[] {
  const row = leave * count;
  const found: number[] = [];
  const kept: number[] = [];
  for (let land = way > 0 ? leave + 1 : leave - 1; land > 0 && land < count - 1; land += way) {
    if (prices[row + land]! < Infinity && leads(prices, times, count, leave, land)) found.push(land);
  }
  found.sort((a, b) => prices[row + a]! - prices[row + b]!);
  for (const land of found) {
    if (kept.length >= LOOKED) break;
    kept.push(land);
  }
  return kept;
}

/** Whether no link of the same shift that lies just before or after is cheaper. */
function leads(prices: Float32Array, times: Float64Array, count: number, leave: number, land: number): boolean {
  const own = prices[leave * count + land]!;
  const by = times[land]! - times[leave]!;
  for (const way of [-1, 1] as const) {
    let other = land;
    for (let i = leave + way; i > 0 && i < count - 1 && Math.abs(times[i]! - times[leave]!) < SAME; i += way) {
      const at = times[i]! + by;
      while (other > 0 && other < count - 1 && (way > 0 ? times[other]! < at - SAME_SHIFT : times[other]! > at + SAME_SHIFT)) other += way;
      if (Math.abs(times[other]! - at) > SAME_SHIFT) continue;
      const price = prices[i * count + other]!;
      if (way > 0 ? price < own : price <= own) return false;
    }
  }
  return true;
}

/** The price of every pair of places by what sounds around them; Infinity where no splice may be. */
function pricesOf(
  around: Surroundings,
  { times, sides }: Places,
  heard: Hearing,
  piece: Stretch,
  { keep }: Pick<Wish, 'keep'>,
): Float32Array {
  const count = times.length;
  const prices = new Float32Array(count * count).fill(Infinity);
  const banned = Uint8Array.from(times, (at, i) => Number(i === 0 || i === count - 1 || keep.some((one) => within(at, one))));
  const words = voiceCosts(heard, times);
  const bars = barPlaces(heard, times);
  const earliest = piece.from + ENDS;
  // The last chord is always led up to, where there is one: in noise the last onset may be the first.
  const { lastChord } = heard.ending;
  const chord = lastChord > (piece.from + piece.to) / 2 ? Math.min(lastChord, piece.to) : piece.to;
  const latest = Math.min(piece.to - ENDS, chord - 0.02);
  const { chromaBefore, chromaAfter, colourBefore, colourAfter, levelBefore, levelAfter, seamBefore, seamAfter, change } = sides;
  const opening = piece.from + Math.min(12, (piece.to - piece.from) / 8);
  /** The price of leaving at i and going on at j; what is alike around both excuses a step. */
  const price = (i: number, j: number, alike: Alike): number => {
    const harmony = around.rank('harmony', unlike(chromaBefore, i * 12, chromaAfter, j * 12));
    const colour = around.rank('colour', apart(colourBefore, i * COLOURS, colourAfter, j * COLOURS));
    const level = around.rank('level', Math.abs(levelAfter[j]! - levelBefore[i]!));
    let sum =
      dearness(Math.min(harmony, alike.harmony) / HIDES.harmony) +
      dearness(Math.min(colour, alike.colour) / HIDES.colour) +
      dearness(Math.min(level, alike.level) / HIDES.level);
    if (sum > 4) return Infinity;
    // The same music on both sides is better than what only hides.
    sum +=
      PRICES.unlike * alike.far * alike.far + Math.max(words[i]!, words[j]!) + offBar(bars, i, j) + skipped(times[i]!, times[j]!, keep);
    const back = times[i]! - times[j]!;
    if (back > 0) sum += PRICES.tires / Math.max(2, back);
    // A way back to the opening is a beginning, not a going on.
    if (back > 0 && times[j]! < opening) sum += 0.3;
    if (times[j]! > chord - LEAD_UP) sum += PRICES.leadUp * (1 - (chord - times[j]!) / LEAD_UP);
    return sum;
  };
  const alike = { harmony: 0, colour: 0, level: 0, far: 0 };
  for (let i = 1; i < count - 1; i += 1) {
    if (banned[i] || times[i]! > latest) continue;
    for (let j = i + 1; j < count - 1; j += 1) {
      if (banned[j] || times[j]! > latest || times[j]! < earliest || times[j]! - times[i]! < LEAST) continue;
      const [hb, ha] = [unlike(chromaBefore, i * 12, chromaBefore, j * 12), unlike(chromaAfter, i * 12, chromaAfter, j * 12)];
      const cb = apart(colourBefore, i * COLOURS, colourBefore, j * COLOURS);
      const ca = apart(colourAfter, i * COLOURS, colourAfter, j * COLOURS);
      const lc = Math.min(Math.abs(levelBefore[i]! - levelBefore[j]!), Math.abs(levelAfter[i]! - levelAfter[j]!));
      alike.harmony = EXCUSE * around.rank('harmony', Math.min(hb, ha));
      alike.colour = EXCUSE * around.rank('colour', Math.min(cb, ca));
      alike.level = EXCUSE * around.rank('level', lc);
      alike.far = (around.rank('harmony', Math.max(hb, ha)) + around.rank('colour', Math.max(cb, ca))) / 2;
      if (times[i]! >= earliest) prices[i * count + j] = price(i, j, alike);
      prices[j * count + i] = price(j, i, alike);
    }
  }
  const boxes = new Int32Array(BOXES + 1);
  for (let i = 1; i < count - 1; i += 1) {
    const row = prices.subarray(i * count, (i + 1) * count);
    const worth = [seenBelow(row.subarray(0, i), boxes), seenBelow(row.subarray(i), boxes)];
    for (let j = 1; j < count - 1; j += 1) {
      if (row[j] === Infinity) continue;
      if (row[j]! > worth[Number(j > i)]!) row[j]! += PRICES.unseen;
      else {
        const seam = spectralChange(seamBefore, i * SEAM_BANDS, seamAfter, j * SEAM_BANDS);
        row[j]! += dearness(seam / Math.max(change[i]!, change[j]!, around.usualChange) / HIDES.seam);
      }
    }
  }
  return prices;
}

/** The seam of so many links is looked at for each place and way, of those that cost least without it. */
const SEEN = 80;
const BOXES = 80;

/** The price below which about SEEN links of a row lie. */
function seenBelow(row: Float32Array, boxes: Int32Array): number {
  boxes.fill(0);
  for (const price of row) boxes[price < 4 ? Math.floor((price * BOXES) / 4) : BOXES]! += 1;
  let sum = 0;
  for (let box = 0; box < BOXES; box += 1) {
    sum += boxes[box]!;
    if (sum >= SEEN) return ((box + 1) * 4) / BOXES;
  }
  return Infinity;
}

/** How much what leads up to two places, or what follows them, is the same: shares that a step counts for at the most. */
interface Alike {
  readonly harmony: number;
  readonly colour: number;
  readonly level: number;
  /** How unlike both sides are, share of the piece's own steps. */
  readonly far: number;
}

/** What it costs that the beat is not carried on, and the shift with which it is. */
function inTime(steps: Steps, { times, clearBefore, clearAfter }: Places, leave: number, land: number): { price: number; by: Seconds } {
  const step = steps.between(times[leave]!, times[land]!);
  const clear = Math.min(clearBefore[leave]!, clearAfter[land]!);
  const counts = clamp((clear - CLEAR / 2) / (CLEAR / 2), 0, 1);
  // Far from the place the beat lies somewhere else: then it is out of step, and no shift helps.
  const by = Math.abs(step.by) <= MOST_SHIFT && step.alike > MEET ? step.by : 0;
  const off = [step.before, step.after].filter((one): one is number => one !== null).map((one) => Math.abs(one - by));
  const worst = off.length === 0 ? 0 : Math.max(...off);
  const missed = step.alike < MEET ? 0.4 : 0;
  // Where another shift suits better, this one may be half a beat off.
  const better = BETTER * Math.max(0, 1 - step.alike / Math.max(MEET, step.most));
  return { price: counts * (dearness(worst / HIDES.beat) + PRICES.unlikeBeat * (1 - Math.max(0, step.alike)) + missed + better), by };
}

/** What it costs that the onsets would meet twice as well with another shift. */
const BETTER = 3;
/** Beats are put in step by so much at most, seconds. */
const MOST_SHIFT: Seconds = 0.05;

/** A splice lies a hair before its place: at the end of a passage it would fall within. */
const HAIR: Seconds = 0.025;
const within = (at: Seconds, { from, to }: Stretch) => at > from + 1e-6 && at < to + HAIR;

/** Cutting into a line that is probably sung. */
const WORD_PRICE = 0.7;
function voiceCosts({ voices }: Hearing, times: Float64Array): Float32Array {
  return Float32Array.from(times, (at) => {
    const voice = voices.find(({ from, to }) => at > from && at < to);
    return voice ? WORD_PRICE * voice.sure : 0;
  });
}

/** What is kept whole is wanted: leaving it out costs. */
const SKIP_PRICE = 0.4;
const skipped = (from: Seconds, to: Seconds, keep: readonly Stretch[]) =>
  keep.reduce((sum, one) => sum + (one.from >= from - 0.03 && one.to <= to + 0.03 ? SKIP_PRICE : 0), 0);
