import { halve } from '../sound/halve';
import { PairedSpectra } from '../sound/spectra';
import type { PcmSource } from '../sound';
import { RATE, type Seconds } from '../units';

/** A piece is listened to at a quarter of the mix rate: what carries beat, harmony and colour lies below 6 kHz. */
const STEP = 4;
const LOW_RATE = RATE / STEP;
/** Frames of the texture a second, and how far apart they lie. */
export const TEXTURE_RATE = 100;
const HOP = LOW_RATE / TEXTURE_RATE;
/** Short windows for when, 21 ms; long ones for which notes, 0.34 s, every 85 ms, at half of this rate: notes lie below 2 kHz. */
const SHORT = 256;
const LONG = 2048;
const LONG_HOP = 512;
const NOTE_RATE = LOW_RATE / 2;
const MARGIN = LONG;
export const BANDS = 20;
export const CHROMA_RATE = NOTE_RATE / LONG_HOP;

/** What a sound is like over time: frames of 10 ms, and chroma frames of 85 ms. */
export interface Texture {
  readonly frames: number;
  /** Log energies in mel bands from 40 Hz to 6 kHz, BANDS a frame. */
  readonly bands: Float32Array;
  /** Mean power of a frame, full scale = 1. */
  readonly power: Float32Array;
  /** Log energy of what lies above 6 kHz or so. */
  readonly highs: Float32Array;
  readonly chromaFrames: number;
  /** 12 a chroma frame, from C; not scaled. */
  readonly chroma: Float32Array;
}

/** Logarithms are taken of one more than the power times this. */
const BAND_SCALE = 1e6;
const HIGH_SCALE = 2e4;
/** The power behind a logarithm of a band, and of the highs. */
export const bandPower = (log: number): number => Math.expm1(log) / BAND_SCALE;
/** Power of a high band from how it is kept: the inverse of its logarithm. */
export const highPower = (log: number): number => Math.expm1(log) / HIGH_SCALE;

const melOf = (hertz: number) => 2595 * Math.log10(1 + hertz / 700);

/** Pages of the sound, frames: whole steps and hops; and what is read beyond their ends for the filters. */
const PAGE = 48_000;
const SIDE = 16;

/** One channel at the quarter rate, with the power and the highs of each texture frame found on the way. */
function* lower(source: PcmSource): Generator<number, { low: Float32Array; power: Float32Array; highs: Float32Array }> {
  const frames = Math.ceil(source.frames / (RATE / TEXTURE_RATE));
  // A long window of silence on either side, so that every window lies within.
  const low = new Float32Array(frames * HOP + 2 * MARGIN);
  const power = new Float32Array(frames);
  const highs = new Float32Array(frames);
  const { channels } = source;
  const raw = new Float32Array((PAGE + 2 * SIDE) * channels);
  const mono = channels === 1 ? raw : new Float32Array(PAGE + 2 * SIDE);
  const half = new Float32Array(mono.length / 2);
  const hop = RATE / TEXTURE_RATE;
  for (let first = 0; first < source.frames; first += PAGE) {
    source.read(first - SIDE, PAGE + 2 * SIDE, raw);
    if (channels === 2) toMono(raw, mono);
    halve(mono, 4, half, 2, half.length - 4);
    const most = Math.min(PAGE / STEP, frames * HOP - first / STEP);
    halve(half, SIDE / 2, low, MARGIN + first / STEP, most);
    const frame = first / hop;
    measure(mono, frame, Math.min(frames, frame + PAGE / hop), power, highs);
    yield first / source.frames;
  }
  return { low, power, highs };
}

function toMono(raw: Float32Array, mono: Float32Array): void {
  for (let i = 0; i < mono.length; i += 1) mono[i] = (raw[i * 2]! + raw[i * 2 + 1]!) * 0.5;
}

/** Power and highs of texture frames [first, end) of the page that begins with `first`. */
function measure(mono: Float32Array, first: number, end: number, power: Float32Array, highs: Float32Array): void {
  const hop = RATE / TEXTURE_RATE;
  for (let frame = first; frame < end; frame += 1) {
    const at = SIDE + (frame - first) * hop;
    let all = 0;
    let high = 0;
    for (let i = at; i < at + hop; i += 2) {
      const value = mono[i]!;
      all += value * value;
      const bend = mono[i - 1]! - 2 * value + mono[i + 1]!;
      high += bend * bend;
    }
    power[frame] = (all * 2) / hop;
    highs[frame] = Math.log(1 + (high * HIGH_SCALE) / hop);
  }
}

/**
 * Listens to a sound once, from end to end. Yields the share done, so that a worker can yield.
 * Mel scale after Davis and Mermelstein (1980), chroma after Fujishima (ICMC 1999).
 */
export function* textureOf(source: PcmSource): Generator<number, Texture> {
  const lowering = lower(source);
  let step = lowering.next();
  while (!step.done) {
    yield step.value * 0.35;
    step = lowering.next();
  }
  const { low, power, highs } = step.value;
  const frames = power.length;
  const bands = new Float32Array(frames * BANDS);
  const spectra = new PairedSpectra(SHORT);
  const filters = melFilters();
  const place = (frame: number) => MARGIN + Math.round((frame + 0.5) * HOP - SHORT / 2);
  for (let frame = 0; frame < frames; frame += 2) {
    spectra.take(low, place(frame), place(frame + 1));
    fillBands(spectra.one, filters, bands, frame);
    if (frame + 1 < frames) fillBands(spectra.two, filters, bands, frame + 1);
    if (frame % 2000 === 0) yield 0.35 + (frame / frames) * 0.35;
  }
  const notes = new Float32Array(low.length >> 1);
  halve(low, 4, notes, 2, notes.length - 4);
  const chromaFrames = Math.max(1, Math.ceil((frames * HOP) / 2 / LONG_HOP));
  const chroma = new Float32Array(chromaFrames * 12);
  const long = new PairedSpectra(LONG);
  const pitches = pitchBins();
  const start = (frame: number) => MARGIN / 2 + Math.round((frame + 0.5) * LONG_HOP - LONG / 2);
  for (let frame = 0; frame < chromaFrames; frame += 2) {
    long.take(notes, start(frame), start(frame + 1));
    fillChroma(long.one, pitches, chroma, frame);
    if (frame + 1 < chromaFrames) fillChroma(long.two, pitches, chroma, frame + 1);
    if (frame % 400 === 0) yield 0.7 + (frame / chromaFrames) * 0.3;
  }
  return { frames, bands, power, highs, chromaFrames, chroma };
}

/** For each bin of the short spectra its band and its share in it; the rest goes to the band below. */
function melFilters(): { band: Int32Array; share: Float32Array } {
  const [from, to] = [melOf(30), melOf(6000)];
  const band = new Int32Array(SHORT / 2).fill(-1);
  const share = new Float32Array(SHORT / 2);
  for (let k = 1; k < SHORT / 2; k += 1) {
    const place = ((melOf((k * LOW_RATE) / SHORT) - from) / (to - from)) * (BANDS + 1) - 1;
    const low = Math.floor(place);
    band[k] = low;
    share[k] = 1 - (place - low);
  }
  return { band, share };
}

function fillBands(spectrum: Float32Array, { band, share }: ReturnType<typeof melFilters>, bands: Float32Array, frame: number): void {
  const at = frame * BANDS;
  for (let k = 1; k < spectrum.length; k += 1) {
    const low = band[k]!;
    const value = spectrum[k]!;
    if (low >= 0 && low < BANDS) bands[at + low]! += value * share[k]!;
    if (low + 1 >= 0 && low + 1 < BANDS) bands[at + low + 1]! += value * (1 - share[k]!);
  }
  // As the ear does: steps in the quiet count, and −70 dB is nothing.
  for (let i = at; i < at + BANDS; i += 1) bands[i] = Math.log(1 + bands[i]! * BAND_SCALE);
}

/** The bins from A1 to B6 with their pitch classes; each counts by how near it lies to a semitone. */
function pitchBins(): { bin: Int32Array; pitch: Int32Array; weight: Float32Array } {
  const bins: [number, number, number][] = [];
  for (let k = 2; k < LONG / 2; k += 1) {
    const hertz = (k * NOTE_RATE) / LONG;
    if (hertz < 53 || hertz > 2000) continue;
    const pitch = 69 + 12 * Math.log2(hertz / 440);
    const off = pitch - Math.round(pitch);
    bins.push([k, ((Math.round(pitch) % 12) + 12) % 12, Math.exp(-((off / 0.28) ** 2)) * (hertz > 1000 ? 0.5 : 1)]);
  }
  return {
    bin: Int32Array.from(bins, (one) => one[0]),
    pitch: Int32Array.from(bins, (one) => one[1]),
    weight: Float32Array.from(bins, (one) => one[2]),
  };
}

function fillChroma(
  spectrum: Float32Array,
  { bin, pitch, weight }: ReturnType<typeof pitchBins>,
  chroma: Float32Array,
  frame: number,
): void {
  const at = frame * 12;
  for (let i = 0; i < bin.length; i += 1) {
    const k = bin[i]!;
    const value = spectrum[k]!;
    // Peaks only: the skirts of a loud bass are no notes.
    if (value > spectrum[k - 1]! * 0.9 && value > spectrum[k + 1]! * 0.9) chroma[at + pitch[i]!]! += Math.sqrt(value) * weight[i]!;
  }
}

/** Middle of a texture frame, seconds. */
export const frameSeconds = (frame: number): Seconds => (frame + 0.5) / TEXTURE_RATE;

/** Listens in one go. */
export function texture(source: PcmSource): Texture {
  const work = textureOf(source);
  let step = work.next();
  while (!step.done) step = work.next();
  return step.value;
}
