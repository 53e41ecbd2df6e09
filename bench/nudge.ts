import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { WavReader, WavWriter, memoryBytes } from '../core/files';
import { memorySource, stretchedSource, stretching, toHeard } from '../core/sound';
import { Fft } from '../core/sound/fft';
import { RATE, framesOf } from '../core/units';
import type { Figure } from './figure';

/**
 * A changed speed beside rubberband's, both against the source: at moments that are the same music, how far the magnitudes of the spectrum are
 * from the source's (spectral convergence: Sturmel and Daudet, DAFx 2011), and how much of an attack's sharpness is lost.
 */

const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);

/** Sound as two channels, written for another program. */
export function writeWav(path: string, sound: Float32Array): void {
  const writer = new WavWriter('int16', 2, RATE);
  writeFileSync(path, Buffer.concat([writer.header(sound.length / 2), writer.encode(sound, sound.length / 2)]));
}

function readMono(path: string): Float32Array {
  const reader = new WavReader(memoryBytes(new Uint8Array(readFileSync(path))));
  const planes = [new Float32Array(reader.header.frames), new Float32Array(reader.header.frames)];
  reader.read(0, reader.header.frames, planes);
  return planes[0]!.map((value, i) => (value + planes[1]![i]!) / 2);
}

const monoOf = (sound: Float32Array) => Float32Array.from({ length: sound.length / 2 }, (_, i) => (sound[i * 2]! + sound[i * 2 + 1]!) / 2);

const SIZE = 2048;
const fft = new Fft(SIZE);
const window = Float64Array.from({ length: SIZE }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / SIZE));

/** Magnitudes around a frame. */
function magnitudes(sound: Float32Array, at: number): Float64Array {
  const real = window.map((value, i) => value * (sound[at - SIZE / 2 + i] ?? 0));
  const imaginary = new Float64Array(SIZE);
  fft.forward(real, imaginary);
  return real.slice(0, SIZE / 2).map((value, k) => Math.hypot(value, imaginary[k]!));
}

/** Energy of 3 ms from a frame on, as a logarithm, dB. */
const SHORT = framesOf(0.003);
function energy(sound: Float32Array, at: number): number {
  let sum = 1e-7;
  for (let i = at; i < at + SHORT; i += 1) sum += (sound[i] ?? 0) ** 2;
  return 10 * Math.log10(sum);
}

/** The steepest rise within 30 ms of a frame, dB over 3 ms, and where it is. */
function rise(sound: Float32Array, at: number): { by: number; at: number } {
  let best = { by: 0, at };
  for (let i = at - framesOf(0.03); i <= at + framesOf(0.03); i += 24) {
    const by = energy(sound, i) - energy(sound, i - SHORT);
    if (by > best.by) best = { by, at: i };
  }
  return best;
}

/** The strongest attacks, a tenth of a second apart. */
function attacks(sound: Float32Array, count: number): number[] {
  const found: { at: number; by: number }[] = [];
  for (let at = RATE; at < sound.length - RATE; at += framesOf(0.1)) found.push(rise(sound, at));
  return found
    .sort((a, b) => b.by - a.by)
    .slice(0, count)
    .map((one) => one.at);
}

/** Where a frame of the source is heard. */
type Mapping = (frame: number) => number;

/** By how many frames a stretched sound comes late as a whole: where its spectra come nearest to the source's. */
function lateness(source: Float32Array, other: Float32Array, heardAt: Mapping, moments: readonly number[]): number {
  let [best, least] = [0, Infinity];
  for (let late = -framesOf(0.03); late <= framesOf(0.03); late += framesOf(0.0025)) {
    const off = convergence(source, other, heardAt, late, moments);
    if (off < least) [best, least] = [late, off];
  }
  return best;
}

function convergence(source: Float32Array, other: Float32Array, heardAt: Mapping, late: number, moments: readonly number[]): number {
  let [apart, all] = [0, 0];
  for (const at of moments) {
    const [a, b] = [magnitudes(source, at), magnitudes(other, heardAt(at) + late)];
    for (let k = 2; k < SIZE / 2; k += 1) {
      apart += (a[k]! - b[k]!) ** 2;
      all += a[k]! ** 2;
    }
  }
  return Math.sqrt(apart / all);
}

/** @param sound stereo. Figures for 3 % slower and faster, ours and rubberband's; none where rubberband is not there. */
export function nudgeFigures(sound: Float32Array, name: string): Figure[] {
  const folder = mkdtempSync(join(tmpdir(), 'bench-'));
  try {
    const [input, output] = [join(folder, 'in.wav'), join(folder, 'out.wav')];
    writeWav(input, sound);
    const source = monoOf(sound);
    const moments = Array.from({ length: 60 }, (_, i) => Math.round(RATE + ((source.length - 2 * RATE) * (i + 0.5)) / 60));
    const struck = attacks(source, 40);
    return [1.03, 0.97].flatMap((speed) => {
      const stretched = stretchedSource(memorySource(sound, 2), speed);
      const ours = new Float32Array(stretched.frames * 2);
      stretched.read(0, stretched.frames, ours);
      if (spawnSync('rubberband', ['-q', '--time', String(1 / speed), input, output]).error) return [];
      const both = [
        // Ours keeps its first and last two seconds as they are.
        ['ours', monoOf(ours), (frame: number) => Math.round(toHeard(stretching(source.length, speed), frame))],
        ['rubberband’s', readMono(output), (frame: number) => Math.round(frame / speed)],
      ] as const;
      return both.flatMap(([whose, other, heardAt]): Figure[] => {
        const late = lateness(source, other, heardAt, moments.slice(0, 12));
        const lost = struck.map((at) => rise(source, at).by - rise(other, heardAt(at) + late).by);
        const said = `Nudge ${speed > 1 ? '+' : '−'}3 % of ${name}, ${whose}`;
        return [
          { name: `${said}: spectral convergence, 0 is the source`, value: convergence(source, other, heardAt, late, moments), unit: '' },
          { name: `${said}: sharpness that attacks lose`, value: mean(lost), unit: 'dB' },
        ];
      });
    });
  } finally {
    rmSync(folder, { recursive: true });
  }
}
