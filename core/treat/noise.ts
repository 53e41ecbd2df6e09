import type { PcmSource } from '../sound';
import { Fft } from '../sound/fft';
import { clamp, framesOf, type Frames } from '../units';
import type { Stretch } from '../show';

/** Frames of one spectrum: 43 ms, bins of 23 Hz. */
export const SPECTRUM: Frames = 2048;
export const BINS = SPECTRUM / 2 + 1;

/** A Hann window. */
export const HANN = Float64Array.from({ length: SPECTRUM }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / SPECTRUM));

/** Spectra that are looked at where the noise has to be found: evenly over the sound. */
const LOOKED: number = 1600;
/** The quietest of them are taken for the noise, as far as they agree. */
const QUIETEST = 0.1;
const FEWEST = 8;
/** Below this mean square there is no noise: digital silence. */
const EMPTY = 1e-11;
/** Bands in which the quietest moments are compared, a third of an octave or so. */
const BANDS = 24;
/** Noise that is there all along is as loud in one quiet moment as in the next, within this (dB); music is not. */
const STEADY = { sure: 2.2, never: 4.2 };
/** How many more moments lie at the noise than above it, in twice as wide a range. */
const PILE = { sure: 1.5, never: 0.8 };
/** From this bin on (700 Hz) noise is told from tones by how even its spectrum is: the geometric by the arithmetic mean. */
const TONES_FROM = 30;
const EVEN = { sure: 0.6, never: 0.3 };

/** How loud the noise is in each bin: power of one channel under a Hann window. Plain numbers, so that it can be kept. */
export type NoisePower = readonly number[];

/**
 * Learns the noise of a sound: from a stretch that is shown (seconds), or by itself from its quietest moments, where they agree. What is
 * as quiet as that only now and then is no noise.
 */
export function learnNoise(source: PcmSource, shown?: Stretch): NoisePower {
  const spectra = shown ? spectraIn(source, framesOf(shown.from), framesOf(shown.to)) : spectraOver(source);
  if (spectra.length === 0) return new Array<number>(BINS).fill(0);
  if (shown) return rounded(meanOf(spectra));
  const loud = spectra.map((power) => loudnessOf(power));
  const order = loud.map((_, i) => i).filter((i) => loud[i]! > EMPTY);
  order.sort((a, b) => loud[a]! - loud[b]!);
  const quiet = order.slice(0, Math.max(FEWEST, Math.round(order.length * QUIETEST))).map((i) => spectra[i]!);
  if (quiet.length < FEWEST) return new Array<number>(BINS).fill(0);
  return rounded(
    trusted(
      meanOf(quiet),
      quiet,
      order.map((i) => spectra[i]!),
    ),
  );
}

/** What counts for how quiet a moment is: not the rumble below 100 Hz. */
function loudnessOf(power: Float64Array): number {
  let sum = 0;
  for (let k = 4; k < BINS; k += 1) sum += power[k]!;
  return sum / (SPECTRUM * SPECTRUM);
}

function spectraOver(source: PcmSource): Float64Array[] {
  const places = Math.floor(source.frames / SPECTRUM);
  const step = Math.max(1, places / LOOKED) * SPECTRUM;
  return spectraAt(
    source,
    Array.from({ length: Math.min(LOOKED, places) }, (_, i) => Math.floor(i * step)),
  );
}

function spectraIn(source: PcmSource, from: Frames, to: Frames): Float64Array[] {
  const last = Math.max(from, Math.min(to, source.frames) - SPECTRUM);
  const count = clamp(Math.floor((2 * (last - from)) / SPECTRUM) + 1, 1, LOOKED);
  return spectraAt(
    source,
    Array.from({ length: count }, (_, i) => Math.round(from + (count > 1 ? ((last - from) * i) / (count - 1) : 0))),
  );
}

/** Power spectra at some places, the mean of both channels. */
function spectraAt({ channels, read }: PcmSource, places: readonly Frames[]): Float64Array[] {
  const fft = new Fft(SPECTRUM);
  const page = new Float32Array(SPECTRUM * channels);
  const re = new Float64Array(SPECTRUM);
  const im = new Float64Array(SPECTRUM);
  return places.map((at) => {
    read(at, SPECTRUM, page);
    for (let i = 0; i < SPECTRUM; i += 1) {
      re[i] = page[i * channels]! * HANN[i]!;
      im[i] = channels === 2 ? page[i * 2 + 1]! * HANN[i]! : 0;
    }
    fft.forward(re, im);
    const power = new Float64Array(BINS);
    for (let k = 0; k < BINS; k += 1) {
      const m = (SPECTRUM - k) % SPECTRUM;
      // Two real sounds in one transform: the sum of their powers is that of the two mirror images.
      power[k] = (re[k]! ** 2 + im[k]! ** 2 + re[m]! ** 2 + im[m]! ** 2) / 2 / channels;
    }
    return power;
  });
}

function meanOf(spectra: readonly Float64Array[]): Float64Array {
  const mean = new Float64Array(BINS);
  for (const power of spectra) for (let k = 0; k < BINS; k += 1) mean[k]! += power[k]! / spectra.length;
  return mean;
}

/** Edges of the bands: narrow below, wide above, at least six bins each. */
const EDGES: number[] = [1];
for (let band = 1; band <= BANDS; band += 1) {
  EDGES.push(Math.min(BINS, Math.max(EDGES[band - 1]! + 6, Math.round(2 ** (2 + (8.01 * band) / BANDS)))));
}
EDGES[BANDS] = BINS;

/** Level of a band in some spectra, dB. */
function levelsIn(spectra: readonly Float64Array[], low: number, high: number): number[] {
  return spectra.map((power) => {
    let sum = 0;
    for (let k = low; k < high; k += 1) sum += power[k]!;
    return 10 * Math.log10(sum + 1e-20);
  });
}

/**
 * Whether a band rests on its noise: where it has a floor, its levels pile up there; what dies away goes by it as quickly as by any other level.
 * 0 where it does not, 1 where it does.
 */
function restsOn(floor: number, width: number, levels: readonly number[]): number {
  let [there, above] = [0, 0];
  for (const level of levels) {
    if (Math.abs(level - floor) <= width) there += 1;
    else if (level > floor && level <= floor + 3 * width) above += 1;
  }
  return clamp(there / (above + 1) - PILE.never, 0, PILE.sure - PILE.never) / (PILE.sure - PILE.never);
}

/** Noise is much the same from bin to bin, 1; tones stand out, 0. Hum does too, so that nothing is said of the lows. */
function evenness(mean: Float64Array, low: number, high: number): number {
  if (low < TONES_FROM) return 1;
  let [logs, sum] = [0, 0];
  for (let k = low; k < high; k += 1) {
    logs += Math.log(mean[k]! + 1e-30);
    sum += mean[k]!;
  }
  const flat = Math.exp(logs / (high - low)) / (sum / (high - low) + 1e-30);
  return clamp((flat - EVEN.never) / (EVEN.sure - EVEN.never), 0, 1);
}

/** The noise as far as the quiet moments agree on it, band by band. */
function trusted(mean: Float64Array, quiet: readonly Float64Array[], all: readonly Float64Array[]): Float64Array {
  const noise = new Float64Array(BINS);
  for (let band = 0; band < BANDS; band += 1) {
    const [low, high] = [EDGES[band]!, EDGES[band + 1]!];
    const levels = levelsIn(quiet, low, high);
    const middle = levels.reduce((sum, one) => sum + one, 0) / levels.length;
    const spread = Math.sqrt(levels.reduce((sum, one) => sum + (one - middle) ** 2, 0) / levels.length);
    // Of noise itself, a band of n bins goes up and down by so much from one spectrum to the next.
    const own = 5.57 / Math.sqrt((high - low) / 1.5);
    const more = Math.sqrt(Math.max(0, spread ** 2 - own ** 2));
    const agreed = clamp((STEADY.never - more) / (STEADY.never - STEADY.sure), 0, 1);
    const share = agreed * restsOn(middle, 1 + own, levelsIn(all, low, high)) * evenness(mean, low, high);
    for (let k = low; k < high; k += 1) noise[k] = mean[k]! * share;
  }
  return noise;
}

/** Four digits say it well enough. */
function rounded(power: Float64Array): NoisePower {
  return Array.from(power, (one) => Number(one.toPrecision(4)));
}
