import type { Hertz, Seconds } from '../units';
import { Fft, fftSize } from './fft';
import type { PcmSource } from './pcm';
import { TRACE_RATE } from './trace';

/** Where one recording lies against another. */
export interface Alignment {
  /** The second of the first recording at which the second one begins; negative where it began earlier. */
  readonly offset: Seconds;
  /** How many times higher this place stands than the next best one elsewhere; 1 means that nothing stands out. */
  readonly clearness: number;
  /** How many times higher than the average of all places. */
  readonly prominence: number;
  readonly verdict: 'sure' | 'likely' | 'unsure';
}

/** The two traces are thinned by the first of these that keeps the transform within `MOST` numbers. */
const FACTORS = [1, 2, 3, 4, 5, 8, 16, 32] as const;
const MOST = 1 << 21;
/** Below this there is rumble and hum, Hz; above this share of the rate the decimating filter has taken the sound away. */
const LOWEST: Hertz = 60;
const HIGHEST = 0.42;
/** Echoes of the right place lie closer than this to it, seconds: they are no other place. */
const SAME_PLACE: Seconds = 0.06;
/**
 * Chance alone lets the highest of a million places stand some five times above the average and hardly above the next one;
 * twice that is no chance any more. Found by trying: unrelated recordings stay below 1.25 and 6.5.
 */
const SURE = { clearness: 2, prominence: 12 };
const LIKELY = { clearness: 1.4, prominence: 8 };

/**
 * Finds where `second` lies against `first`, both given as traces (core/sound/trace.ts), by comparing them from end to end: generalised cross-correlation with phase
 * transform (Knapp and Carter, IEEE Transactions on Acoustics, Speech and Signal Processing 24(4), 1976). The phases alone
 * count, so that level, tone and a microphone's colour do not. Null where one of them is empty or silent.
 * `tick` is told the share done, [0, 1], and may throw to stop.
 */
export function align(first: PcmSource, second: PcmSource, tick: (share: number) => void = () => undefined): Alignment | null {
  const frames = first.frames + second.frames;
  const factor = FACTORS.find((one) => frames / one <= MOST) ?? FACTORS.at(-1)!;
  const a = decimate(first, factor, (share) => tick(share * 0.25));
  const b = decimate(second, factor, (share) => tick(0.25 + share * 0.25));
  if (isSilent(a) || isSilent(b)) return null;
  const rate = TRACE_RATE / factor;
  const size = fftSize(a.length + b.length);
  const fft = new Fft(size);
  // Both are real: one transform of a + ib gives the two spectra.
  const real = new Float64Array(size);
  const imaginary = new Float64Array(size);
  real.set(a);
  imaginary.set(b);
  fft.forward(real, imaginary);
  tick(0.7);
  crossPhases(real, imaginary, rate);
  tick(0.75);
  fft.inverse(real, imaginary);
  tick(0.95);
  return readPeak(real, a.length, b.length, rate);
}

function isSilent(samples: Float32Array): boolean {
  for (let i = 0; i < samples.length; i += 1) if (Math.abs(samples[i]!) > 1e-6) return false;
  return true;
}

/** Replaces the spectrum of a + ib by the phases of A·conj(B) within the band that is compared. In place. */
function crossPhases(real: Float64Array, imaginary: Float64Array, rate: Hertz): void {
  const size = real.length;
  const low = Math.ceil((LOWEST / rate) * size);
  const high = Math.floor(HIGHEST * size);
  for (let k = 0; k <= size / 2; k += 1) {
    const mirror = (size - k) % size;
    let re = 0;
    let im = 0;
    if (k >= low && k <= high) {
      const aRe = real[k]! + real[mirror]!;
      const aIm = imaginary[k]! - imaginary[mirror]!;
      const bRe = imaginary[k]! + imaginary[mirror]!;
      const bIm = real[mirror]! - real[k]!;
      re = aRe * bRe + aIm * bIm;
      im = aIm * bRe - aRe * bIm;
      const length = Math.hypot(re, im);
      re = length > 0 ? re / length : 0;
      im = length > 0 ? im / length : 0;
    }
    real[k] = re;
    imaginary[k] = im;
    real[mirror] = re;
    imaginary[mirror] = -im;
  }
}

/** The highest place of a circular correlation whose lags run from −(behind − 1) to ahead − 1, to a fraction of a sample. */
function readPeak(correlation: Float64Array, ahead: number, behind: number, rate: Hertz): Alignment {
  const size = correlation.length;
  const at = (lag: number) => Math.abs(correlation[lag < 0 ? lag + size : lag]!);
  let best = 0;
  let power = 0;
  for (let lag = 1 - behind; lag < ahead; lag += 1) {
    const value = at(lag);
    power += value * value;
    if (value > at(best)) best = lag;
  }
  const apart = Math.round(SAME_PLACE * rate);
  let other = 0;
  for (let lag = 1 - behind; lag < ahead; lag += 1) {
    if (Math.abs(lag - best) > apart && at(lag) > other) other = at(lag);
  }
  const clearness = at(best) / Math.max(other, 1e-30);
  const prominence = at(best) / Math.sqrt(power / (ahead + behind - 1));
  const [before, peak, after] = [at(best - 1), at(best), at(best + 1)];
  const bow = before - 2 * peak + after;
  // The top of the parabola through three neighbours.
  const shift = bow < 0 ? (before - after) / (2 * bow) : 0;
  const passes = (bound: typeof SURE) => clearness >= bound.clearness && prominence >= bound.prominence;
  const verdict = passes(SURE) ? 'sure' : passes(LIKELY) ? 'likely' : 'unsure';
  return { offset: (best + shift) / rate, clearness, prominence, verdict };
}

/** Frames of a trace read in one go: a call to the file system costs more than the bytes do. */
const PAGE = 1 << 19;
/** Length of the thinning filter in frames of what comes out: four are enough where phases alone are compared. */
const REACH = 4;

/** A trace thinned to a `factor`-th of its rate, band-limited by a windowed sinc (Hann). */
function decimate(trace: PcmSource, factor: number, tick: (share: number) => void): Float32Array {
  const out = new Float32Array(Math.max(1, Math.floor(trace.frames / factor)));
  if (factor === 1) {
    trace.read(0, out.length, out);
    return out;
  }
  const taps = lowPass(factor * REACH, factor);
  const length = taps.length;
  const half = length / 2;
  // What of the last page the filter still needs lies before what is read next.
  const window = new Float32Array(length + PAGE);
  let done = 0;
  for (let first = 0; done < out.length; first += PAGE) {
    window.copyWithin(0, PAGE);
    trace.read(first, PAGE, window.subarray(length));
    // window[j] is frame first − length + j; what comes out at n is centred on frame n × factor.
    const begin = first - length;
    const reach = Math.min(out.length, Math.floor((first + PAGE - half) / factor) + 1);
    for (; done < reach; done += 1) {
      const start = done * factor - half - begin;
      let sum = 0;
      for (let i = 0; i < length; i += 1) sum += window[start + i]! * taps[i]!;
      out[done] = sum;
    }
    tick(Math.min(1, first / trace.frames));
  }
  return out;
}

function lowPass(length: number, factor: number): Float32Array {
  const taps = new Float32Array(length);
  const centre = length / 2;
  for (let i = 0; i < length; i += 1) {
    const x = (i - centre) / factor;
    const sinc = x === 0 ? 1 : Math.sin(Math.PI * x * 0.9) / (Math.PI * x * 0.9);
    taps[i] = (sinc * (0.5 + 0.5 * Math.cos((2 * Math.PI * (i - centre)) / length))) / factor;
  }
  return taps;
}
