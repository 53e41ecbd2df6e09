import type { PcmSource } from '../sound';
import { halve } from '../sound/halve';
import { PairedSpectra } from '../sound/spectra';
import { framesOf, RATE, type Seconds } from '../units';

/** Half of the stretch around a join that belongs to its crossfade and counts for neither side, seconds. */
export const GAP: Seconds = 0.03;

/** The seam is looked at in bands of a seventh of an octave, at half the mix rate. */
const SEAM_SIZE = 2048;
const SEAM_RATE = RATE / 2;
export const SEAM_BANDS = 48;
const [LOWEST, HIGHEST] = [80, 9000];
/** What lies so far under the loudest band is not heard beside it, dB. */
const RANGE = 50;

/** First bins of the seam's bands, and one past the last. */
const EDGES = Int32Array.from({ length: SEAM_BANDS + 1 }, (_, i) => {
  const hertz = LOWEST * (HIGHEST / LOWEST) ** (i / SEAM_BANDS);
  return Math.max(1, Math.round((hertz * SEAM_SIZE) / SEAM_RATE));
});

/** Mean absolute difference of two spectra over the bands that matter beside their loudest one, dB. */
export function spectralChange(a: Float32Array, i: number, b: Float32Array, j: number): number {
  let top = -200;
  for (let k = 0; k < SEAM_BANDS; k += 1) {
    if (a[i + k]! > top) top = a[i + k]!;
    if (b[j + k]! > top) top = b[j + k]!;
  }
  const floor = top - RANGE;
  let sum = 0;
  for (let k = 0; k < SEAM_BANDS; k += 1) {
    const [x, y] = [a[i + k]!, b[j + k]!];
    sum += Math.abs((x > floor ? x : floor) - (y > floor ? y : floor));
  }
  return sum / SEAM_BANDS;
}

/** Spectra of 85 ms that end `GAP` before a place and begin `GAP` after it, in dB. The place is the middle of what `read` gives. */
export class SeamReader {
  private readonly spectra = new PairedSpectra(SEAM_SIZE);
  /** Frames read on either side of a place, at the mix rate. */
  static readonly reach = framesOf(GAP) + SEAM_SIZE * 2 + 8;
  private readonly half = new Float32Array(SeamReader.reach + 8);

  /** @param mono `2 × reach` frames at the mix rate. */
  take(mono: Float32Array, before: Float32Array, i: number, after: Float32Array, j: number): void {
    const { spectra, half } = this;
    halve(mono, 4, half, 2, SeamReader.reach - 4);
    const [middle, gap] = [SeamReader.reach / 2, framesOf(GAP) / 2];
    spectra.take(half, middle - gap - SEAM_SIZE, middle + gap);
    this.write(spectra.one, before, i);
    this.write(spectra.two, after, j);
  }

  private write(spectrum: Float32Array, into: Float32Array, at: number): void {
    for (let k = 0; k < SEAM_BANDS; k += 1) {
      const [low, high] = [EDGES[k]!, Math.max(EDGES[k]! + 1, EDGES[k + 1]!)];
      let sum = 0;
      for (let bin = low; bin < high; bin += 1) sum += spectrum[bin]!;
      into[at + k] = 10 * Math.log10(sum / (high - low) + 1e-11);
    }
  }
}

/** Frames [first, first + count) of a sound, both channels together at half their sum. */
export function monoOf(source: PcmSource, first: number, count: number, into: Float32Array): void {
  const { channels } = source;
  if (channels === 1) {
    source.read(first, count, into);
    return;
  }
  const page = new Float32Array(count * 2);
  source.read(first, count, page);
  for (let i = 0; i < count; i += 1) into[i] = (page[i * 2]! + page[i * 2 + 1]!) * 0.5;
}
