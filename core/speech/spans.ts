import type { Stretch } from '../show';
import { clamp } from '../units';
import { BANDS, LONG_STEPS, STEP_RATE, type Features } from './features';

/** Levels below this are no sound to speak of, whatever lies under them (dB in a band). */
const SILENCE = -104;
/** The floor of a band is its lowest level within so many blocks to either side; a block is half a second. */
const BLOCK = STEP_RATE / 2;
const AROUND = 6;
/** Steady noise wanders about so far above its lowest level (dB). */
const ABOVE_FLOOR = 4;
/** What one band can say at the most, dB above the floor: a loud vowel does not outvote the others. */
const MOST = 24;
/** Mean over the bands at which something begins to be speech, and down to which it goes on (dB). */
const BEGINS = 3.2;
const GOES_ON = 0.8;
/** It also goes on where a few bands side by side do by so much (dB): an s at the end of a word. */
const SIDE = 4;
const SIDE_GOES_ON = 2.4;
/** Quieter than the loud moments around it by so much is breath, room or echo (dB). */
const BELOW_LOUD = 31;
/** Loud moments are looked for within so many steps. */
const LOUD_AROUND = STEP_RATE * 4;

/** A closed mouth within a word lasts no longer than this (steps), and nothing said is shorter than that. */
const CLOSURE = 18;
const SHORTEST = 10;
/** A bark or a knock is shorter than this (steps): what is as short has to sound like a mouth. */
const SHORT_WORD = 45;

/** Notes stand still more than voices do; the mean over two seconds to either side of what sounds. */
const STILL = 0.37;
const STILL_AROUND = (STEP_RATE * 2) / LONG_STEPS;
/** Share of a voice in what is said, and what counts as one. */
const VOICED_SHARE = 0.2;
const VOICED = 0.5;
const HIGHEST_VOICE = 420;

/** Where somebody speaks: stretches of a sound, seconds, phrase by phrase. */
export function spansOf(features: Features): Stretch[] {
  const score = scoreOf(features);
  const level = levelsOf(features);
  const loud = loudAround(level);
  const active = activeOf(score, level, loud);
  const runs = runsOf(active);
  const still = stillAround(features, active);
  return runs
    .flatMap((run) => cutOutMusic(run, still))
    .filter((run) => isMouth(features, active, run))
    .map(([from, to]) => ({ from: from / STEP_RATE, to: to / STEP_RATE }));
}

type Run = readonly [from: number, to: number];

/** How far a sound stands above its floor, dB: the mean of all bands, and the most that a few side by side do. */
interface Score {
  readonly all: Float32Array;
  readonly side: Float32Array;
}

function scoreOf({ frames, bands }: Features): Score {
  const all = new Float32Array(frames);
  const side = new Float32Array(frames);
  const last = Array.from({ length: SIDE }, () => new Float32Array(frames));
  const sum = new Float32Array(frames);
  const smooth = new Float32Array(frames);
  for (let band = 0; band < BANDS; band += 1) {
    const at = (i: number) => bands[clamp(i, 0, frames - 1) * BANDS + band]!;
    for (let i = 0; i < frames; i += 1) smooth[i] = (at(i - 2) + at(i - 1) + at(i) + at(i + 1) + at(i + 2)) / 5;
    const floors = floorsOf(smooth);
    for (let i = 0; i < frames; i += 1) {
      const place = clamp(i / BLOCK - 0.5, 0, floors.length - 1);
      const low = Math.floor(place);
      const floor = floors[low]! + (floors[Math.min(low + 1, floors.length - 1)]! - floors[low]!) * (place - low);
      const above = clamp(smooth[i]! - floor - ABOVE_FLOOR, 0, MOST);
      all[i]! += above / BANDS;
      const ring = last[band % SIDE]!;
      sum[i]! += above - ring[i]!;
      ring[i] = above;
      if (sum[i]! / SIDE > side[i]!) side[i] = sum[i]! / SIDE;
    }
  }
  return { all, side };
}

/** The lowest level around each block: what is always there. It adapts as the room changes. */
function floorsOf(levels: Float32Array): Float32Array {
  const lows = new Float32Array(Math.max(1, Math.ceil(levels.length / BLOCK))).fill(0);
  for (let block = 0; block < lows.length; block += 1) {
    let low = Infinity;
    for (let i = block * BLOCK; i < Math.min(levels.length, (block + 1) * BLOCK); i += 1) if (levels[i]! < low) low = levels[i]!;
    lows[block] = Math.max(SILENCE, low === Infinity ? SILENCE : low);
  }
  return lows.map((_, block) => {
    let low = 0;
    for (let k = Math.max(0, block - AROUND); k <= Math.min(lows.length - 1, block + AROUND); k += 1) if (lows[k]! < low) low = lows[k]!;
    return low;
  });
}

function levelsOf({ frames, power }: Features): Float32Array {
  const level = new Float32Array(frames);
  for (let i = 0; i < frames; i += 1) level[i] = 10 * Math.log10(power[i]! + 1e-12);
  return level;
}

/** How loud it gets around each step: the loudest of every tenth of a second, then the loudest of those around. */
function loudAround(level: Float32Array): Float32Array {
  const size = STEP_RATE / 10;
  const tops = new Float32Array(Math.ceil(level.length / size)).fill(-120);
  for (let i = 0; i < level.length; i += 1) {
    const k = Math.floor(i / size);
    if (level[i]! > tops[k]!) tops[k] = level[i]!;
  }
  const reach = LOUD_AROUND / size;
  // The second loudest: one knock does not make everything else quiet.
  return tops.map((_, k) => {
    let [first, second] = [-120, -120];
    for (let n = Math.max(0, k - reach); n <= Math.min(tops.length - 1, k + reach); n += 1) {
      const top = tops[n]!;
      if (top > first) [first, second] = [top, first];
      else if (top > second) second = top;
    }
    return second;
  });
}

function activeOf({ all: score, side }: Score, level: Float32Array, loud: Float32Array): Uint8Array {
  const active = new Uint8Array(score.length);
  const size = STEP_RATE / 10;
  const may = (i: number) => (score[i]! >= GOES_ON || side[i]! >= SIDE_GOES_ON) && level[i]! >= loud[Math.floor(i / size)]! - BELOW_LOUD;
  for (let i = 0; i < score.length; i += 1) {
    if (score[i]! < BEGINS || active[i] || !may(i)) continue;
    let [from, to] = [i, i];
    while (from > 0 && !active[from - 1] && may(from - 1)) from -= 1;
    while (to + 1 < score.length && may(to + 1)) to += 1;
    active.fill(1, from, to + 1);
  }
  return active;
}

/** Runs of what is active, closures within words bridged, blips dropped. */
function runsOf(active: Uint8Array): Run[] {
  const runs: [number, number][] = [];
  for (let i = 0; i < active.length; i += 1) {
    if (!active[i]) continue;
    let end = i;
    while (end < active.length && active[end]) end += 1;
    const last = runs.at(-1);
    if (last && i - last[1] < CLOSURE) last[1] = end;
    else runs.push([i, end]);
    i = end;
  }
  return runs.filter(([from, to]) => to - from >= SHORTEST);
}

/** Mean stillness around each look at the fine structure, of what sounds. */
function stillAround({ still }: Features, active: Uint8Array): Float32Array {
  const sums = new Float64Array(still.length + 1);
  const counts = new Float64Array(still.length + 1);
  for (let k = 0; k < still.length; k += 1) {
    const on = active[k * LONG_STEPS] ?? 0;
    sums[k + 1] = sums[k]! + still[k]! * on;
    counts[k + 1] = counts[k]! + on;
  }
  return still.map((_, k) => {
    const [low, high] = [Math.max(0, k - STILL_AROUND), Math.min(still.length, k + STILL_AROUND + 1)];
    return (sums[high]! - sums[low]!) / Math.max(1, counts[high]! - counts[low]!);
  });
}

/** What is left of a run where it does not stand still as notes do. */
function cutOutMusic([from, to]: Run, still: Float32Array): Run[] {
  const left: [number, number][] = [];
  let begin = -1;
  for (let i = from; i < to; i += 1) {
    const glides = still[Math.floor(i / LONG_STEPS)]! < STILL;
    if (glides && begin < 0) begin = i;
    if (begin >= 0 && (!glides || i === to - 1)) {
      left.push([begin, glides ? to : i]);
      begin = -1;
    }
  }
  const [only] = left;
  if (left.length === 1 && only![0] === from && only![1] === to) return left;
  // Between notes a moment may pass for speech: only what goes on for a while is.
  return left.filter((one) => one[1] - one[0] >= STEP_RATE);
}

/** Whether a run has a voice in it; a short one also has to be as low as a voice is. */
function isMouth({ voiced, pitch }: Features, active: Uint8Array, [from, to]: Run): boolean {
  let [all, with_, low] = [0, 0, 0];
  for (let k = Math.ceil(from / LONG_STEPS); k < to / LONG_STEPS; k += 1) {
    if (!active[k * LONG_STEPS]) continue;
    all += 1;
    if (voiced[k]! < VOICED) continue;
    with_ += 1;
    if (pitch[k]! <= HIGHEST_VOICE) low += 1;
  }
  if (all === 0 || with_ / all < VOICED_SHARE) return false;
  return to - from >= SHORT_WORD || low >= with_ / 2;
}
