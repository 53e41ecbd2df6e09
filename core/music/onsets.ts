import { BANDS, type Texture } from './texture';

/** Onset strength, one value a texture frame: how much more there is than a moment ago (spectral flux, Bello et al., 2005). */
export interface Onsets {
  /** All bands and the highs. */
  readonly all: Float32Array;
  /** What sets in below about 200 Hz. */
  readonly low: Float32Array;
  /** What sets in from 200 Hz to 2 kHz or so. */
  readonly middle: Float32Array;
  /** What sets in above that: snares, cymbals, consonants. */
  readonly high: Float32Array;
}

/** Bands up to about 200 Hz, and up to about 2 kHz. */
const LOW_BANDS = 2;
const MIDDLE_BANDS = 12;

/** How much sets in at each frame of a texture: over all, low and middle bands (spectral flux; Bello et al., 2005, from memory). 0 in silence. */
export function onsetsOf(texture: Texture): Onsets {
  const { frames, bands, highs } = texture;
  const all = new Float32Array(frames);
  const low = new Float32Array(frames);
  const middle = new Float32Array(frames);
  const upper = new Float32Array(frames);
  for (let frame = 0; frame < frames; frame += 1) {
    const now = frame * BANDS;
    const before = Math.max(0, frame - 2) * BANDS;
    let [sumLow, sumMiddle, sumHigh] = [0, 0, 0];
    for (let band = 0; band < BANDS; band += 1) {
      const rise = bands[now + band]! - bands[before + band]!;
      if (rise <= 0) continue;
      if (band < LOW_BANDS) sumLow += rise;
      else if (band < MIDDLE_BANDS) sumMiddle += rise;
      else sumHigh += rise;
    }
    const air = Math.max(0, highs[frame]! - highs[Math.max(0, frame - 2)]!) * 4;
    low[frame] = sumLow;
    middle[frame] = sumMiddle;
    upper[frame] = sumHigh + air;
    all[frame] = sumLow * 1.5 + sumMiddle + sumHigh * 0.8 + air;
  }
  return { all: levelled(all), low: levelled(low), middle: levelled(middle), high: levelled(upper) };
}

/** Frames around each that say what is usual there: 2 s to either side. */
const AROUND = 200;

/** The mean of the surroundings taken off, what is left scaled by how much the surroundings vary, [0, 4] or so. */
function levelled(raw: Float32Array): Float32Array {
  const size = raw.length;
  const sums = new Float64Array(size + 1);
  const squares = new Float64Array(size + 1);
  for (let i = 0; i < size; i += 1) {
    sums[i + 1] = sums[i]! + raw[i]!;
    squares[i + 1] = squares[i]! + raw[i]! * raw[i]!;
  }
  // Music far below the piece's own liveliness is not blown up into beats.
  const overall = Math.sqrt(Math.max(0, squares[size]! / Math.max(1, size) - (sums[size]! / Math.max(1, size)) ** 2));
  const out = new Float32Array(size);
  for (let i = 0; i < size; i += 1) {
    const from = Math.max(0, i - AROUND);
    const to = Math.min(size, i + AROUND + 1);
    const mean = (sums[to]! - sums[from]!) / (to - from);
    const spread = Math.sqrt(Math.max(0, (squares[to]! - squares[from]!) / (to - from) - mean * mean));
    out[i] = Math.max(0, raw[i]! - mean) / (Math.max(spread, overall * 0.25) + 1e-6);
  }
  return out;
}
