import { Fft, fftSize } from '../sound/fft';
import { TRACE_STEP, traceOf, type PcmSource, type SoundPlace } from '../sound';
import { RATE, clamp, framesOf, type Frames, type Seconds } from '../units';

/** How far what follows a cut has to be shifted so that its beat goes on from what is before. */
export interface Shift {
  /** Seconds by which the right side begins later in its source; negative: earlier. */
  readonly by: Seconds;
  /** How alike the two sides are when shifted so, [−1, 1]. */
  readonly alike: number;
  /** By the sound itself, sample for sample, or by where notes and beats set in. */
  readonly through: 'sound' | 'beats';
}

/** Compared on either side of the cut, and how far a shift may go, seconds. */
const AROUND: Seconds = 0.6;
export const REACH: Seconds = 0.08;
/** Frames of the trace on either side of the cut. */
const WIDE = Math.round((AROUND * RATE) / TRACE_STEP);
/** Below these nothing stands out: sounds that are less alike are not the same music, beats that are less alike do not meet. */
const SAME_SOUND = 0.5;
const SAME_BEAT = 0.3;
/** Onset strength: energy in steps of 8 trace frames (1 ms), smoothed over 5 steps to either side. */
const STEP = 8;
const SMOOTH = 5;

/**
 * The shift within ±80 ms (or another reach) with which the right side goes on from the left: where the two sounds around the cut are most
 * alike; where they are different music, where their onsets are (spectral-flux-like rise of the energy, after Bello et al., IEEE
 * Transactions on Speech and Audio Processing 13(5), 2005). Null where nothing stands out.
 */
export function bestShift(left: SoundPlace, right: SoundPlace, reach: Seconds = REACH): Shift | null {
  // Whole steps of the onsets' curve.
  const far = Math.round((reach * RATE) / TRACE_STEP / STEP) * STEP;
  const a = traceAround(left, WIDE);
  const b = traceAround(right, WIDE + far);
  const coarse = peaksOf(a, b, far, weights(a.length));
  if (coarse.length > 0 && coarse[0]!.alike >= SAME_SOUND) {
    const fine = refine(left, right, coarse);
    return { by: fine.lag / RATE, alike: fine.alike, through: 'sound' };
  }
  const [onsets] = peaksOf(onsetsOf(a), onsetsOf(b), far / STEP, weights(Math.floor(a.length / STEP)));
  if (!onsets || onsets.alike < SAME_BEAT) return null;
  return { by: (onsets.lag * STEP * TRACE_STEP) / RATE, alike: onsets.alike, through: 'beats' };
}

/** A sound's trace from `wide` of its frames before a place to as many after it. */
function traceAround({ source, at }: SoundPlace, wide: number): Float32Array {
  const first = at - wide * TRACE_STEP;
  const window: PcmSource = {
    channels: source.channels,
    frames: wide * 2 * TRACE_STEP,
    read: (from, count, into) => source.read(first + from, count, into),
  };
  const trace = traceOf(window);
  const out = new Float32Array(trace.frames);
  trace.read(0, trace.frames, out);
  return out;
}

/** What is near the cut counts more: a raised cosine. */
function weights(length: number): Float32Array {
  return Float32Array.from({ length }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / length));
}

interface Peak {
  readonly lag: number;
  readonly alike: number;
}

/** Places that are at least this much as alike as the best one are looked at close up, and how many of them. */
const ALSO = 0.4;
const MANY = 24;

/** Σ a[i] b[i + lag] for lags [0, lags); two real signals in one complex transform. */
function correlate(a: Float32Array, b: Float32Array, lags: number): Float64Array {
  const size = fftSize(Math.max(a.length, b.length) + lags);
  const fft = transforms.get(size) ?? new Fft(size);
  transforms.set(size, fft);
  const real = new Float64Array(size);
  const imaginary = new Float64Array(size);
  real.set(a);
  imaginary.set(b.subarray(0, Math.min(b.length, a.length + lags)));
  fft.forward(real, imaginary);
  // With X = A + iB: A = (X(k) + X*(−k)) / 2, B = (X(k) − X*(−k)) / 2i; the product A* B, half of it written at a time.
  const [re, im] = [new Float64Array(size), new Float64Array(size)];
  for (let k = 0; k < size; k += 1) {
    const m = k === 0 ? 0 : size - k;
    const [ar, ai] = [(real[k]! + real[m]!) / 2, (imaginary[k]! - imaginary[m]!) / 2];
    const [br, bi] = [(imaginary[k]! + imaginary[m]!) / 2, (real[m]! - real[k]!) / 2];
    re[k] = ar * br + ai * bi;
    im[k] = ar * bi - ai * br;
  }
  fft.inverse(re, im);
  return re.subarray(0, lags);
}

/** Below so many lags the sums are quicker one by one. */
const FEW = 64;

function correlateFew(a: Float32Array, b: Float32Array, lags: number): Float64Array {
  const out = new Float64Array(lags);
  for (let lag = 0; lag < lags; lag += 1) {
    let sum = 0;
    for (let i = 0; i < a.length; i += 1) sum += a[i]! * b[i + lag]!;
    out[lag] = sum;
  }
  return out;
}

/** Transforms that were planned before; two sizes are ever asked for. */
const transforms = new Map<number, Fft>();

/**
 * The lags within ±far at which `b`, which is longer by `far` at either end, correlates with `a` better than at the lags beside
 * them: the best one first, then those that come near to it. None where one of the two is silent.
 */
function peaksOf(a: Float32Array, b: Float32Array, far: number, weight: Float32Array): Peak[] {
  const size = Math.min(a.length, weight.length);
  let aa = 0;
  for (let i = 0; i < size; i += 1) aa += weight[i]! * a[i]! * a[i]!;
  if (aa < 1e-9) return [];
  const lags = 2 * far + 1;
  const weighted = Float32Array.from({ length: size }, (_, i) => weight[i]! * a[i]!);
  const sums = lags < FEW ? correlateFew : correlate;
  const ab = sums(weighted, b, lags);
  const bb = sums(
    weight.subarray(0, size),
    b.map((value) => value * value),
    lags,
  );
  const alike = Float64Array.from({ length: lags }, (_, shift) => (bb[shift]! < 1e-9 ? 0 : ab[shift]! / Math.sqrt(aa * bb[shift]!)));
  const tops: Peak[] = [];
  for (const [shift, value] of alike.entries()) {
    if (value >= (alike[shift - 1] ?? -1) && value >= (alike[shift + 1] ?? -1)) tops.push({ lag: shift - far, alike: value });
  }
  tops.sort((one, other) => other.alike - one.alike);
  return tops.filter((one) => one.alike >= tops[0]!.alike * ALSO).slice(0, MANY);
}

/** Where energy sets in: rises of its logarithm, smoothed, one value a step, their mean taken off. */
function onsetsOf(trace: Float32Array): Float32Array {
  const steps = Math.floor(trace.length / STEP);
  const level = new Float32Array(steps);
  for (let i = 0; i < steps; i += 1) {
    let energy = 0;
    for (let k = i * STEP; k < (i + 1) * STEP; k += 1) energy += trace[k]! * trace[k]!;
    level[i] = Math.log(energy / STEP + 1e-8);
  }
  const rises = new Float32Array(steps);
  for (let i = SMOOTH; i < steps; i += 1) rises[i] = Math.max(0, level[i]! - level[i - SMOOTH]!);
  const smooth = new Float32Array(steps);
  let mean = 0;
  for (let i = 0; i < steps; i += 1) {
    for (let k = -SMOOTH; k <= SMOOTH; k += 1) smooth[i]! += rises[clamp(i + k, 0, steps - 1)]! * (SMOOTH + 1 - Math.abs(k));
    mean += smooth[i]! / steps;
  }
  for (let i = 0; i < steps; i += 1) smooth[i]! -= mean;
  return smooth;
}

/** Frames around a coarse answer that are tried. */
const NEAR: Frames = TRACE_STEP + 2;

/** The loudest stretch of this many frames is compared to the frame: it holds what tells neighbouring places apart. */
const LOUDEST: Frames = 14_400;

/** The best lag to the frame: the trace leaves out the high tones that tell neighbouring places apart. */
function refine(left: SoundPlace, right: SoundPlace, coarse: readonly Peak[]): Peak {
  const wide = framesOf(AROUND);
  const whole = monoAround(left, -wide, wide * 2);
  const weight = weights(whole.length);
  const first = loudestFrom(whole, weight);
  const a = whole.subarray(first, first + LOUDEST);
  const part = weight.subarray(first, first + LOUDEST);
  let best: Peak | null = null;
  for (const { lag } of coarse) {
    const middle = lag * TRACE_STEP;
    const b = monoAround(right, middle - wide + first - NEAR, LOUDEST + 2 * NEAR);
    const [top] = peaksOf(a, b, NEAR, part);
    if (top && (!best || top.alike > best.alike)) best = { lag: top.lag + middle, alike: top.alike };
  }
  return best ?? { lag: coarse[0]!.lag * TRACE_STEP, alike: coarse[0]!.alike };
}

/** Where the stretch of `LOUDEST` frames with the most energy begins. */
function loudestFrom(sound: Float32Array, weight: Float32Array): number {
  const hop = LOUDEST / 6;
  const energies: number[] = [];
  for (let from = 0; from + hop <= sound.length; from += hop) {
    let sum = 0;
    for (let i = from; i < from + hop; i += 1) sum += weight[i]! * sound[i]! * sound[i]!;
    energies.push(sum);
  }
  let [best, most] = [0, -1];
  for (let i = 0; i + 6 <= energies.length; i += 1) {
    const sum = energies.slice(i, i + 6).reduce((all, one) => all + one, 0);
    if (sum > most) [best, most] = [i, sum];
  }
  return best * hop;
}

/** `count` frames from `from` frames beside a place, both channels together. */
function monoAround({ source, at }: SoundPlace, from: Frames, count: Frames): Float32Array {
  const { channels } = source;
  const page = new Float32Array(count * channels);
  source.read(at + from, count, page);
  const out = new Float32Array(count);
  for (let i = 0; i < count; i += 1) out[i] = page[i * channels]! + page[i * channels + channels - 1]!;
  return out;
}
