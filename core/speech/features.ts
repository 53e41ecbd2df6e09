import { halve } from '../sound/halve';
import { PairedSpectra } from '../sound/spectra';
import type { PcmSource } from '../sound/pcm';
import { POWER_HOP, PowerMeter } from '../sound/weighting';
import { RATE, type Frames, type Hertz } from '../units';

/** Steps of all that is measured here: 10 ms. */
export const STEP_RATE: Hertz = RATE / POWER_HOP;

/** Speech is looked for at this rate: up to 8 kHz it has all that tells it apart. */
const LOW_RATE: Hertz = 16_000;
const DOWN = RATE / LOW_RATE;
const HOP = LOW_RATE / STEP_RATE;
/** Window of the bands at half that rate, 32 ms: as short as a consonant. */
const SHORT = 256;
/** The fine structure is looked at at half that rate, in windows of 64 ms: long enough to tell the harmonics of a voice apart. */
const HALF_RATE: Hertz = LOW_RATE / 2;
const LONG = 512;
/** Silence on either side of the sound, low-rate frames. */
const MARGIN = 1024;
/** The fine structure is looked at every eighth step. */
export const LONG_STEPS = 8;

/** Bands in mel from 100 Hz to 3.9 kHz, and above them the hiss of consonants, which counts as four. */
const LOW_BANDS = 14;
export const BANDS = LOW_BANDS + 4;
const [LOWEST, HIGHEST] = [100, 3900];
/** The fine structure lies here: below it hardly moves when a voice glides, above there is little of it. */
const FINE = { low: Math.round((400 * LONG) / HALF_RATE), high: Math.round((2800 * LONG) / HALF_RATE) };
/** It is compared with what was 80 ms before. */
const APART = 1;

/** What is known of each 10 ms of a sound. */
export interface Features {
  readonly frames: number;
  /** `frames × BANDS` levels, dB relative to full scale. */
  readonly bands: Float32Array;
  /** K-weighted mean square, channels added. */
  readonly power: Float32Array;
  /**
   * For every eighth step how alike the fine structure is to that 80 ms before, [−1, 1]: notes stand still, a voice glides
   * and its consonants have none.
   */
  readonly still: Float32Array;
  /** For every eighth step how periodic it is, [0, 1], and with how many Hz; 0 where it is not. */
  readonly voiced: Float32Array;
  readonly pitch: Float32Array;
}

const melOf = (hertz: number) => 2595 * Math.log10(1 + hertz / 700);

/** Bands of the short spectrum's bins; −1 for bins that belong to none. */
function bandOfBins(): Int8Array {
  const [from, to] = [melOf(LOWEST), melOf(HIGHEST)];
  return Int8Array.from({ length: SHORT / 2 }, (_, k) => {
    const hertz = (k * HALF_RATE) / SHORT;
    if (hertz < LOWEST || hertz >= HIGHEST) return -1;
    return Math.floor(((melOf(hertz) - from) / (to - from)) * LOW_BANDS);
  });
}

/** Low-pass before two of three frames are dropped: half of a windowed sinc of 8 taps, cut off at 7 kHz, from its middle outward. */
const TAPS = Float64Array.from({ length: 4 }, (_, i) => {
  const x = i + 0.5;
  const cut = (2 * 7000) / RATE;
  return cut * (Math.sin(Math.PI * cut * x) / (Math.PI * cut * x)) * (0.54 + 0.46 * Math.cos((2 * Math.PI * x) / 8));
});

/**
 * Every third frame, low-passed: `count` frames of `into` from `at`, out of `from` from `start`, which has three frames more before and
 * four after. The taps lie on both sides of a point between two frames: half a frame off, which nobody can tell here.
 */
function thirds(from: Float32Array, start: number, into: Float32Array, at: number, count: number): void {
  const [t0, t1, t2, t3] = TAPS as unknown as [number, number, number, number];
  for (let i = 0, k = start; i < count; i += 1, k += DOWN) {
    into[at + i] =
      t0 * (from[k]! + from[k + 1]!) +
      t1 * (from[k - 1]! + from[k + 2]!) +
      t2 * (from[k - 2]! + from[k + 3]!) +
      t3 * (from[k - 3]! + from[k + 4]!);
  }
}

const PAGE: Frames = POWER_HOP * 1000;

/** The sound at the low rate, one channel, with `MARGIN` frames of silence on either side, and its power. Yields the share done. */
function* lowered(source: PcmSource): Generator<number, { low: Float32Array; power: Float32Array }> {
  const { channels, frames } = source;
  const steps = Math.ceil(frames / POWER_HOP);
  const low = new Float32Array(steps * HOP + 2 * MARGIN);
  const meter = new PowerMeter(channels, frames);
  const side = TAPS.length;
  const raw = new Float32Array((PAGE + 2 * side + 1) * channels);
  const mono = new Float32Array(PAGE + 2 * side + 1);
  const page = raw.subarray(side * channels, (side + PAGE) * channels);
  for (let first = 0; first < frames; first += PAGE) {
    source.read(first - side, PAGE + 2 * side + 1, raw);
    meter.push(page, PAGE);
    if (channels === 1) mono.set(raw);
    else for (let i = 0; i < mono.length; i += 1) mono[i] = (raw[i * 2]! + raw[i * 2 + 1]!) * 0.5;
    const at = MARGIN + Math.floor(first / DOWN);
    thirds(mono, side, low, at, Math.min(PAGE / DOWN, low.length - at));
    yield first / frames;
  }
  return { low, power: meter.finish() };
}

/** Listens to a sound once for what speech is made of. Yields the share done, so that a worker can yield. */
export function* featuresOf(source: PcmSource): Generator<number, Features> {
  const lowering = lowered(source);
  let step = lowering.next();
  while (!step.done) {
    yield step.value * 0.4;
    step = lowering.next();
  }
  const { low, power } = step.value;
  const frames = power.length;
  const bands = new Float32Array(frames * BANDS);
  const short = new PairedSpectra(SHORT);
  const bandOf = bandOfBins();
  const half = halved(low);
  const hiss = hissOf(low, half, frames);
  const middle = (frame: number) => MARGIN + Math.round((frame + 0.5) * HOP);
  for (let frame = 0; frame < frames; frame += 2) {
    short.take(half, (middle(frame) >> 1) - SHORT / 2, (middle(frame + 1) >> 1) - SHORT / 2);
    fillBands(short.one, bandOf, hiss, bands, frame);
    if (frame + 1 < frames) fillBands(short.two, bandOf, hiss, bands, frame + 1);
    if (frame % 4000 === 0) yield 0.4 + (frame / frames) * 0.25;
  }
  const looks = Math.ceil(frames / LONG_STEPS);
  const still = new Float32Array(looks);
  const voiced = new Float32Array(looks);
  const pitch = new Float32Array(looks);
  const long = new PairedSpectra(LONG);
  const fine = new FineStructure();
  const tone = new Tone(half);
  const place = (i: number) => middle(Math.min(i * LONG_STEPS, frames - 1)) >> 1;
  for (let i = 0; i < looks; i += 2) {
    long.take(half, place(i) - LONG / 2, place(i + 1) - LONG / 2);
    still[i] = fine.push(long.one);
    tone.at(place(i), i, voiced, pitch);
    if (i + 1 < looks) {
      still[i + 1] = fine.push(long.two);
      tone.at(place(i + 1), i + 1, voiced, pitch);
    }
    if (i % 2000 === 0) yield 0.65 + (i / looks) * 0.35;
  }
  return { frames, bands, power, still, voiced, pitch };
}

/** Power above 4 kHz in every 10 ms: what the half-band low-pass took away. */
function hissOf(low: Float32Array, half: Float32Array, frames: number): Float32Array {
  const hop = HOP / 2;
  return Float32Array.from({ length: frames }, (_, frame) => {
    let sum = 0;
    const first = MARGIN / 2 + frame * hop;
    for (let i = first; i < first + hop; i += 1) {
      const value = low[i * 2]! - half[i]!;
      sum += value * value;
    }
    return sum / hop;
  });
}

function fillBands(spectrum: Float32Array, bandOf: Int8Array, hiss: Float32Array, bands: Float32Array, frame: number): void {
  const at = frame * BANDS;
  for (let k = 1; k < spectrum.length; k += 1) if (bandOf[k]! >= 0) bands[at + bandOf[k]!]! += spectrum[k]!;
  for (let i = at; i < at + LOW_BANDS; i += 1) bands[i] = 10 * Math.log10(bands[i]! + 1e-12);
  // As long a moment as the bands are of: the step and half of its neighbours.
  const around = hiss[frame]! * 0.5 + ((hiss[frame - 1] ?? 0) + (hiss[frame + 1] ?? 0)) * 0.25;
  bands.fill(10 * Math.log10(around + 1e-12), at + LOW_BANDS, at + BANDS);
}

/** Remembers the fine structure of the last frames and compares each new one with an older one. */
class FineStructure {
  private readonly size = FINE.high - FINE.low;
  private readonly kept = Array.from({ length: APART + 1 }, () => new Float32Array(this.size));
  private readonly logs = new Float32Array(this.size + 24);
  private count = 0;

  /** Takes a spectrum; gives its correlation with the one `APART` before, 0 at the beginning. */
  push(spectrum: Float32Array): number {
    const { size, logs, kept } = this;
    const mine = kept[this.count % kept.length]!;
    for (let i = 0; i < logs.length; i += 1) logs[i] = Math.log(spectrum[FINE.low - 12 + i]! + 1e-11);
    // What is left without the envelope, and at length 1.
    let sum = 0;
    for (let i = 0; i < 24; i += 1) sum += logs[i]!;
    let power = 1e-9;
    for (let i = 0; i < size; i += 1) {
      sum += i > 0 ? logs[i + 23]! - logs[i - 1]! : 0;
      mine[i] = logs[i + 12]! - sum / 24;
      power += mine[i]! * mine[i]!;
    }
    const scale = 1 / Math.sqrt(power);
    for (let i = 0; i < size; i += 1) mine[i]! *= scale;
    this.count += 1;
    if (this.count <= APART) return 0;
    const old = kept[this.count % kept.length]!;
    let alike = 0;
    for (let i = 0; i < size; i += 1) alike += mine[i]! * old[i]!;
    return alike;
  }
}

/** The sound at half its rate; its first and last frames are silence. */
function halved(sound: Float32Array): Float32Array {
  const out = new Float32Array(sound.length >> 1);
  halve(sound, 4, out, 2, out.length - 4);
  return out;
}

const TONE_RATE = HALF_RATE / 2;
const [SHORTEST_LAG, LONGEST_LAG] = [4, Math.round(TONE_RATE / 60)];
const TONE_WINDOW = 96;

/** How periodic a sound is, by the normalised cross-correlation of it with itself a little later (Talkin, 1995), at 4 kHz. */
class Tone {
  private readonly slow: Float32Array;
  private readonly alike = new Float32Array(LONGEST_LAG + 1);
  /** Energy of a window below which there is nothing to speak of: 50 dB under the loudest. */
  private readonly least: number;

  constructor(half: Float32Array) {
    this.slow = halved(half);
    // Rumble and the lows of noise look periodic where they are loudest: they are taken down first.
    for (let i = this.slow.length - 1; i > 0; i -= 1) this.slow[i]! -= 0.85 * this.slow[i - 1]!;
    const most = this.slow.reduce((peak, one) => Math.max(peak, Math.abs(one)), 0);
    this.least = Math.max(1e-7, (most * most * TONE_WINDOW) / 8 / 1e5);
  }

  /** Writes what it is around frame `at` of the sound to place `i`. */
  at(at: number, i: number, voiced: Float32Array, pitch: Float32Array): void {
    const { slow, alike } = this;
    const first = (at >> 1) - TONE_WINDOW / 2 - (LONGEST_LAG >> 1);
    if (first < 0 || first + TONE_WINDOW + LONGEST_LAG > slow.length) return;
    let here = 0;
    for (let k = first; k < first + TONE_WINDOW; k += 1) here += slow[k]! * slow[k]!;
    if (here < this.least) return;
    let there = 0;
    for (let k = first + SHORTEST_LAG; k < first + SHORTEST_LAG + TONE_WINDOW; k += 1) there += slow[k]! * slow[k]!;
    let best = 0;
    for (let lag = SHORTEST_LAG; lag <= LONGEST_LAG; lag += 1) {
      let sum = 0;
      for (let k = first; k < first + TONE_WINDOW; k += 1) sum += slow[k]! * slow[k + lag]!;
      alike[lag] = sum / Math.sqrt(here * there + 1e-12);
      if (alike[lag]! > best) best = alike[lag]!;
      there += slow[first + lag + TONE_WINDOW]! ** 2 - slow[first + lag]! ** 2;
    }
    voiced[i] = best;
    if (best < 0.4) return;
    // The shortest lag that does nearly as well: its multiples do, too.
    let lag = SHORTEST_LAG;
    while (lag < LONGEST_LAG && !(alike[lag]! >= best * 0.85 && alike[lag]! >= alike[lag - 1]! && alike[lag]! >= alike[lag + 1]!)) lag += 1;
    pitch[i] = TONE_RATE / lag;
  }
}
