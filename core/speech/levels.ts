import { clamp } from '../units';
import { BANDS, STEP_RATE, type Features } from './features';

/** Levels below this are no sound to speak of, whatever lies under them (dB in a band). */
const SILENCE = -104;
/** The floor of a band is its lowest level within so many blocks to either side; a block is half a second. */
const BLOCK = STEP_RATE / 2;
const AROUND = 6;
/** Steady noise wanders about so far above its lowest level (dB). */
const ABOVE_FLOOR = 4;
/** What one band can say at the most, dB above the floor: a loud vowel does not outvote the others. */
const MOST = 24;
/** It also goes on where a few bands side by side do by so much (dB): an s at the end of a word. */
const SIDE = 4;
/** Loud moments are looked for within so many steps. */
const LOUD_AROUND = STEP_RATE * 4;

/** How far a sound stands above its floor, dB: the mean of all bands, and the most that a few side by side do. */
export interface Score {
  readonly all: Float32Array;
  readonly side: Float32Array;
}

/** How far each step stands above the floors around it, dB: all bands together, and the few side by side that do most. */
export function scoreOf({ frames, bands }: Features): Score {
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

/** Level of each step, dB; `SILENCE` where there is none. */
export function levelsOf({ frames, power }: Features): Float32Array {
  const level = new Float32Array(frames);
  for (let i = 0; i < frames; i += 1) level[i] = 10 * Math.log10(power[i]! + 1e-12);
  return level;
}

/** How loud it gets around each step: the loudest of every tenth of a second, then the loudest of those around. */
export function loudAround(level: Float32Array): Float32Array {
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
