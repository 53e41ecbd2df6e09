import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { WavReader, memoryBytes } from '../core/files';
import { Converter } from '../core/sound';
import { RATE, framesOf } from '../core/units';
import { noise } from './tones';

/** A speech synthesiser with one of its voices: `espeak-ng` by name and words a minute, `flite` by name and length of its sounds. */
export type Speaker = readonly ['espeak-ng', voice: string, speed: number] | readonly ['flite', voice: string, stretch: number];

export const SPEAKERS: readonly Speaker[] = [
  ['espeak-ng', 'en-gb', 150],
  ['espeak-ng', 'en-us+f3', 190],
  ['espeak-ng', 'en-gb+m4', 120],
  ['espeak-ng', 'de+f2', 165],
  ['flite', 'slt', 1],
  ['flite', 'awb', 1.2],
  ['flite', 'kal16', 0.9],
  ['flite', 'rms', 1],
];

export const SENTENCES = [
  'Every spring the yard floods, right here by the bike shed.',
  'So we measured it.',
  'Yes.',
  'First the gravel, then the sand, and on top the plants that like wet feet.',
  'Nobody believed us at first.',
  'Three weeks later it rained for two days.',
] as const;

const ran = (program: string, args: string[]): void => {
  const { status, error, stderr } = spawnSync(program, args, { encoding: 'utf8' });
  if (error) throw new Error(`${program} is not installed: apt-get install ${program}`);
  if (status !== 0) throw new Error(`${program} ${args.join(' ')}\n${stderr}`);
};

/** One sentence as a synthesiser says it: mono at the mix rate, as loud as −1 dBFS, with whatever silence it puts around it. */
export function said([program, voice, speed]: Speaker, text: string): Float32Array {
  const folder = mkdtempSync(join(tmpdir(), 'rain-bed-said-'));
  try {
    const path = join(folder, 'said.wav');
    if (program === 'espeak-ng') ran(program, ['-v', voice, '-s', String(speed), '-w', path, text]);
    else ran(program, ['-voice', voice, '--setf', `duration_stretch=${speed}`, '-t', text, '-o', path]);
    const reader = new WavReader(memoryBytes(new Uint8Array(readFileSync(path))));
    const { frames, rate } = reader.header;
    const planes = [new Float32Array(frames)];
    const count = reader.read(0, frames, planes);
    const converter = new Converter(rate, 1);
    const [body, rest] = [converter.push(planes, count), converter.finish()];
    const sound = new Float32Array(body.length + rest.length);
    sound.set(body);
    sound.set(rest, body.length);
    const peak = sound.reduce((most, one) => Math.max(most, Math.abs(one)), 1e-9);
    return sound.map((one) => (one / peak) * 0.89);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Where it sounds: from the first to the last 10 ms within 30 dB of the loudest 10 ms, frames. */
function soundingFrames(sound: Float32Array): [number, number] {
  const hop = RATE / 100;
  const powers: number[] = [];
  for (let at = 0; at + hop <= sound.length; at += hop) {
    let power = 0;
    for (let i = at; i < at + hop; i += 1) power += sound[i]! ** 2;
    powers.push(power);
  }
  const least = Math.max(...powers) / 1000;
  return [powers.findIndex((one) => one >= least) * hop, (powers.findLastIndex((one) => one >= least) + 1) * hop];
}

export interface Spoken {
  /** Mono at the mix rate. */
  readonly sound: Float32Array;
  /** Where something is said, seconds: what was put together here, so known. */
  readonly truth: readonly { readonly from: number; readonly to: number }[];
}

/** Sentences one after the other with known pauses between them, seconds; the first pause lies before the first sentence. */
export function spoken(speaker: Speaker, pauses: readonly number[], gain = 1): Spoken {
  const pieces: Float32Array[] = [];
  const truth: { from: number; to: number }[] = [];
  let at = 0;
  for (const [index, pause] of pauses.entries()) {
    const sound = said(speaker, SENTENCES[index % SENTENCES.length]!);
    const [from, to] = soundingFrames(sound);
    const silence = new Float32Array(framesOf(pause));
    pieces.push(silence, sound.subarray(from, to));
    at += silence.length;
    truth.push({ from: at / RATE, to: (at + to - from) / RATE });
    at += to - from;
  }
  const sound = new Float32Array(at + RATE);
  let place = 0;
  for (const piece of pieces) {
    sound.set(piece, place);
    place += piece.length;
  }
  return { sound: sound.map((one) => one * gain), truth };
}

/** Pink noise: white noise through Kellet's filter (P. Kellet, "economy" pink filter, musicdsp.org, from memory), at an RMS of 1. */
export function pink(frames: number, seed = 9): Float32Array {
  const white = noise(frames, seed);
  let [a, b, c] = [0, 0, 0];
  const out = white.map((one) => {
    a = 0.99765 * a + one * 0.099046;
    b = 0.963 * b + one * 0.2965164;
    c = 0.57 * c + one * 1.0526913;
    return a + b + c + one * 0.1848;
  });
  const rms = Math.sqrt(out.reduce((sum, one) => sum + one * one, 0) / frames);
  return out.map((one) => one / rms);
}

/** Adds a sound `decibels` below the RMS of where somebody speaks. */
export function under(one: Spoken, sound: Float32Array, decibels: number): Spoken {
  let [power, count] = [0, 0];
  for (const { from, to } of one.truth) {
    for (let i = framesOf(from); i < framesOf(to); i += 1) power += one.sound[i]! ** 2;
    count += framesOf(to) - framesOf(from);
  }
  const rms = Math.sqrt(sound.reduce((sum, x) => sum + x * x, 0) / sound.length);
  const gain = (Math.sqrt(power / count) / rms) * 10 ** (-decibels / 20);
  return { ...one, sound: one.sound.map((x, i) => x + gain * sound[i % sound.length]!) };
}

/** Mains hum: 50 Hz with its harmonics. */
export function hum(frames: number): Float32Array {
  return Float32Array.from({ length: frames }, (_, i) =>
    [1, 0.5, 0.4, 0.2, 0.15, 0.1].reduce((sum, force, k) => sum + force * Math.sin((2 * Math.PI * 50 * (k + 1) * i) / RATE + k), 0),
  );
}

/** A dog: `times` barks, half a second apart, harsh and high; at most 1. */
export function barks(times: number): Float32Array {
  const out = new Float32Array(RATE * 0.5 * times);
  const hiss = noise(out.length, 5);
  for (let bark = 0; bark < times; bark += 1) {
    let phase = 0;
    for (let i = 0; i < RATE * 0.18; i += 1) {
      const x = i / (RATE * 0.18);
      phase += (520 + 260 * Math.sin(Math.PI * x) - 150 * x) / RATE;
      const force = Math.sin(Math.PI * Math.min(1, x * 4) * 0.5) * (1 - x) ** 0.7;
      let value = 0;
      for (let k = 1; k < 9; k += 1) value += Math.sin(2 * Math.PI * k * phase) * (k === 2 ? 1 : 0.6 / k);
      out[bark * RATE * 0.5 + i] = force * (0.45 * value + 0.2 * hiss[i]!);
    }
  }
  return out;
}

/** A breath: noise that swells and fades over half a second. */
export function breath(): Float32Array {
  const hiss = noise(RATE / 2, 3);
  let held = 0;
  return hiss.map((one, i) => {
    held += 0.35 * (one - held);
    return held * Math.sin((Math.PI * i) / hiss.length) ** 2;
  });
}
