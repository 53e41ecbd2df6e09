import { bandPower, BANDS, CHROMA_RATE, highPower, TEXTURE_RATE, type Texture } from '../music';
import type { PcmSource } from '../sound';
import { framesOf, type Seconds } from '../units';
import { GAP, monoOf, SEAM_BANDS, SeamReader, spectralChange } from './seamReader';

/** Harmony and colour are those of a second on either side, level that of 0.4 s, the seam's spectra those of 85 ms. */
const WIDE: Seconds = 1;
const LEVEL: Seconds = 0.4;
export const COLOURS = 12;
/** What lies above the bands is as wide as four of them. */
const HIGHS = 4;
const ROWS = BANDS + HIGHS;
/** Nothing: what is left of silence in a 16-bit sound. */
const NOTHING = 1e-11;

/** What sounds just before and just after each of a list of moments: one row a moment. */
export interface Sides {
  readonly times: Float64Array;
  /** Unit vectors of 12, from C. */
  readonly chromaBefore: Float32Array;
  readonly chromaAfter: Float32Array;
  /** COLOURS each: the shape of the spectrum (cosine transform of log mel energies, Davis and Mermelstein, 1980). */
  readonly colourBefore: Float32Array;
  readonly colourAfter: Float32Array;
  /** dB of full scale. */
  readonly levelBefore: Float32Array;
  readonly levelAfter: Float32Array;
  /** SEAM_BANDS each, dB. */
  readonly seamBefore: Float32Array;
  readonly seamAfter: Float32Array;
  /** How much the spectrum changes across the moment by itself, dB. */
  readonly change: Float32Array;
}

export type Kind = 'harmony' | 'colour' | 'level';

/** The share of a list of values that are smaller than one, [0, 1]: asked for a million times, so boxes say where to begin to look. */
class Ranks {
  private readonly sorted: Float32Array;
  private readonly below = new Uint16Array(BOXES + 1);
  private readonly scale: number;

  constructor(values: Float32Array) {
    this.sorted = values.slice().sort();
    this.scale = BOXES / Math.max(1e-9, this.sorted.at(-1) ?? 1);
    for (let box = 0, i = 0; box <= BOXES; box += 1) {
      while (i < this.sorted.length && this.sorted[i]! * this.scale < box) i += 1;
      this.below[box] = i;
    }
  }

  of(value: number): number {
    const { sorted, below } = this;
    const count = sorted.length;
    if (count === 0) return 1;
    let i = below[Math.max(0, Math.min(BOXES, Math.floor(value * this.scale)))]!;
    while (i < count && sorted[i]! < value) i += 1;
    return i / count;
  }
}
const BOXES = 512;

/** Everything that is asked of a piece again and again when joins in it are weighed. */
export class Surroundings {
  /** Onset strength, one value a texture frame, what is usual there taken off. */
  readonly onsets: Float32Array;
  private readonly logs: Float32Array;
  private readonly chroma: Float32Array;
  private readonly power: Float64Array;
  private readonly cosines: Float32Array;
  private readonly ranks: Record<Kind, Ranks>;
  /** What the piece's spectrum changes by at three of four moments anyway, dB. */
  readonly usualChange: number;

  /** @param beats moments that stand for the piece's own steps: beats, or onsets where there are none. */
  constructor(
    readonly texture: Texture,
    readonly source: PcmSource,
    beats: readonly Seconds[],
  ) {
    this.onsets = onsetsOf(texture);
    this.logs = logSums(texture);
    this.chroma = chromaSums(texture);
    this.power = powerSums(texture);
    this.cosines = Float32Array.from({ length: COLOURS * ROWS }, (_, i) => {
      const [row, band] = [Math.floor(i / ROWS) + 1, i % ROWS];
      return Math.cos((Math.PI * row * (band + 0.5)) / ROWS) * Math.sqrt(2 / ROWS);
    });
    const seconds = texture.frames / TEXTURE_RATE;
    const inner = beats.filter((at) => at > 1.2 && at < seconds - 1.2);
    const looked = inner.length >= 12 ? inner : evenly(1.2, seconds - 1.2, 60);
    const some = Array.from(
      { length: Math.min(STEPS, looked.length) },
      (_, i) => looked[Math.floor((i * looked.length) / STEPS)] ?? looked[i]!,
    );
    const own = this.sidesAt(some, false);
    const all = (kind: Kind) => new Ranks(Float32Array.from(some, (_, i) => this.step(kind, own, i, own, i)));
    this.ranks = { harmony: all('harmony'), colour: all('colour'), level: all('level') };
    const { change } = this.sidesAt(evenly(0.5, seconds - 0.5, LOOKS));
    this.usualChange = Math.max(0.5, change.slice().sort()[Math.floor(change.length * 0.75)] ?? 1);
  }

  /** The step of a kind that is heard where what sounds before moment i is followed by what sounds after moment j. */
  step(kind: Kind, a: Sides, i: number, b: Sides, j: number): number {
    if (kind === 'level') return Math.abs(b.levelAfter[j]! - a.levelBefore[i]!);
    return kind === 'harmony'
      ? unlike(a.chromaBefore, i * 12, b.chromaAfter, j * 12)
      : apart(a.colourBefore, i * COLOURS, b.colourAfter, j * COLOURS);
  }

  /** How much what leads up to two moments, or what follows them, differs: the smaller of the two, so that one side may be the same music. */
  context(kind: Kind, a: Sides, i: number, b: Sides, j: number): number {
    const [before, after] = this.contexts(kind, a, i, b, j);
    return Math.min(before, after);
  }

  contexts(kind: Kind, a: Sides, i: number, b: Sides, j: number): readonly [before: number, after: number] {
    if (kind === 'level') return [Math.abs(a.levelBefore[i]! - b.levelBefore[j]!), Math.abs(a.levelAfter[i]! - b.levelAfter[j]!)];
    if (kind === 'harmony')
      return [unlike(a.chromaBefore, i * 12, b.chromaBefore, j * 12), unlike(a.chromaAfter, i * 12, b.chromaAfter, j * 12)];
    return [apart(a.colourBefore, i * COLOURS, b.colourBefore, j * COLOURS), apart(a.colourAfter, i * COLOURS, b.colourAfter, j * COLOURS)];
  }

  /** The share of the piece's own steps that are smaller, [0, 1]. */
  rank(kind: Kind, step: number): number {
    return this.ranks[kind].of(step);
  }

  /** What sounds around moments. @param seams whether the spectra at the seam are read, too. */
  sidesAt(moments: ArrayLike<Seconds>, seams = true): Sides {
    const count = moments.length;
    const sides: Sides = {
      times: Float64Array.from(moments),
      chromaBefore: new Float32Array(count * 12),
      chromaAfter: new Float32Array(count * 12),
      colourBefore: new Float32Array(count * COLOURS),
      colourAfter: new Float32Array(count * COLOURS),
      levelBefore: new Float32Array(count),
      levelAfter: new Float32Array(count),
      seamBefore: new Float32Array(seams ? count * SEAM_BANDS : 0),
      seamAfter: new Float32Array(seams ? count * SEAM_BANDS : 0),
      change: new Float32Array(count),
    };
    const reader = new SeamReader();
    const mono = new Float32Array(SeamReader.reach * 2);
    for (let i = 0; i < count; i += 1) {
      const at = moments[i]!;
      this.chromaOf(at - GAP - WIDE, at - GAP, sides.chromaBefore, i * 12);
      this.chromaOf(at + GAP, at + GAP + WIDE, sides.chromaAfter, i * 12);
      this.colourOf(at - GAP - WIDE, at - GAP, sides.colourBefore, i * COLOURS);
      this.colourOf(at + GAP, at + GAP + WIDE, sides.colourAfter, i * COLOURS);
      sides.levelBefore[i] = this.levelOf(at - GAP - LEVEL, at - GAP);
      sides.levelAfter[i] = this.levelOf(at + GAP, at + GAP + LEVEL);
      if (!seams) continue;
      monoOf(this.source, framesOf(at) - SeamReader.reach, mono.length, mono);
      reader.take(mono, sides.seamBefore, i * SEAM_BANDS, sides.seamAfter, i * SEAM_BANDS);
      sides.change[i] = spectralChange(sides.seamBefore, i * SEAM_BANDS, sides.seamAfter, i * SEAM_BANDS);
    }
    return sides;
  }

  private bounds(from: Seconds, to: Seconds, rate: number, count: number): [number, number] {
    const low = Math.max(0, Math.min(count - 1, Math.round(from * rate)));
    return [low, Math.max(low + 1, Math.min(count, Math.round(to * rate)))];
  }

  private chromaOf(from: Seconds, to: Seconds, into: Float32Array, at: number): void {
    // Windows of the chroma are 0.34 s long: those that lie within.
    const [low, high] = this.bounds(from + 0.1, to - 0.1, CHROMA_RATE, this.texture.chromaFrames);
    let least = Infinity;
    for (let k = 0; k < 12; k += 1) {
      into[at + k] = (this.chroma[high * 12 + k]! - this.chroma[low * 12 + k]!) / (high - low);
      least = Math.min(least, into[at + k]!);
    }
    let length = 0;
    for (let k = 0; k < 12; k += 1) {
      into[at + k]! -= 0.8 * least;
      length += into[at + k]! ** 2;
    }
    const scale = 1 / Math.sqrt(length + 1e-12);
    for (let k = 0; k < 12; k += 1) into[at + k]! *= scale;
  }

  private colourOf(from: Seconds, to: Seconds, into: Float32Array, at: number): void {
    const [low, high] = this.bounds(from, to, TEXTURE_RATE, this.texture.frames);
    const { logs, cosines } = this;
    for (let row = 0; row < COLOURS; row += 1) {
      let sum = 0;
      for (let k = 0; k < ROWS; k += 1) sum += cosines[row * ROWS + k]! * (logs[high * ROWS + k]! - logs[low * ROWS + k]!);
      into[at + row] = sum / (high - low);
    }
  }

  /** Level of a stretch, dB of full scale, −80 and above. */
  levelOf(from: Seconds, to: Seconds): number {
    const [low, high] = this.bounds(from, to, TEXTURE_RATE, this.texture.frames);
    return Math.max(-80, 10 * Math.log10((this.power[high]! - this.power[low]!) / (high - low) + 1e-12));
  }
}

/** The piece's own steps are looked at on so many beats, its changes at so many moments. */
const STEPS = 250;
const LOOKS = 240;

const evenly = (from: number, to: number, count: number) =>
  Array.from({ length: count }, (_, i) => from + ((to - from) * (i + 0.5)) / count);

/** One less the likeness of two harmonies, rows of unit length. */
export function unlike(a: Float32Array, i: number, b: Float32Array, j: number): number {
  let sum = 0;
  for (let k = 0; k < 12; k += 1) sum += a[i + k]! * b[j + k]!;
  return 1 - sum;
}

/** Distance of two colours. */
export function apart(a: Float32Array, i: number, b: Float32Array, j: number): number {
  let sum = 0;
  for (let k = 0; k < COLOURS; k += 1) {
    const step = a[i + k]! - b[j + k]!;
    sum += step * step;
  }
  return Math.sqrt(sum);
}

function logSums({ frames, bands, highs }: Texture): Float32Array {
  const sums = new Float32Array((frames + 1) * ROWS);
  for (let i = 0; i < frames; i += 1) {
    const [now, next] = [i * ROWS, (i + 1) * ROWS];
    for (let k = 0; k < BANDS; k += 1) sums[next + k] = sums[now + k]! + Math.log(bandPower(bands[i * BANDS + k]!) + NOTHING);
    const high = Math.log(highPower(highs[i]!) + NOTHING);
    for (let k = BANDS; k < ROWS; k += 1) sums[next + k] = sums[now + k]! + high;
  }
  return sums;
}

function chromaSums({ chroma, chromaFrames }: Texture): Float32Array {
  const sums = new Float32Array((chromaFrames + 1) * 12);
  for (let i = 0; i < chromaFrames; i += 1)
    for (let k = 0; k < 12; k += 1) sums[(i + 1) * 12 + k] = sums[i * 12 + k]! + Math.sqrt(chroma[i * 12 + k]!);
  return sums;
}

function powerSums({ power, frames }: Texture): Float64Array {
  const sums = new Float64Array(frames + 1);
  for (let i = 0; i < frames; i += 1) sums[i + 1] = sums[i]! + power[i]!;
  return sums;
}

/** How many frames apart the rise of what sounds is looked at. */
const RISE = 3;

/**
 * Onset strength: the rise of the logarithms of all bands over 30 ms, smoothed as a window of 50 ms would, the mean of the second around taken
 * off (spectral flux, Bello et al., IEEE Transactions on Speech and Audio Processing 13(5), 2005).
 */
function onsetsOf({ frames, bands, highs }: Texture): Float32Array {
  const rise = new Float32Array(frames);
  const line = new Float32Array(frames);
  const soft = new Float32Array(frames);
  for (let k = 0; k <= BANDS; k += 1) {
    const high = k === BANDS;
    for (let i = 0; i < frames; i += 1) {
      line[i] = high ? Math.log(highPower(highs[i]!) + QUIET) : Math.log(bandPower(bands[i * BANDS + k]!) + QUIET);
    }
    for (let i = 0; i < frames; i += 1) {
      const [a, b] = [Math.max(0, i - 1), Math.min(frames - 1, i + 1)];
      const [c, d] = [Math.max(0, i - 2), Math.min(frames - 1, i + 2)];
      soft[i] = (line[c]! + line[d]! + 2 * (line[a]! + line[b]!) + 3 * line[i]!) / 9;
    }
    const weight = (high ? HIGHS / 2 : 1) / (BANDS + HIGHS / 2);
    for (let i = RISE; i < frames; i += 1) {
      const by = soft[i]! - soft[i - RISE]!;
      if (by > 0) rise[i - 1]! += by * weight;
    }
  }
  const sums = new Float64Array(frames + 1);
  for (let i = 0; i < frames; i += 1) sums[i + 1] = sums[i]! + rise[i]!;
  const half = TEXTURE_RATE / 2;
  return Float32Array.from(rise, (value, i) => {
    const [low, high] = [Math.max(0, i - half), Math.min(frames, i + half + 1)];
    return Math.max(0, value - (sums[high]! - sums[low]!) / (high - low));
  });
}

/** Below this nothing sets in, power of a band. */
const QUIET = 1e-9;
