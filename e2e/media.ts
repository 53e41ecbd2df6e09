import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import sharp from 'sharp';
import { WavReader, WavWriter, memoryBytes } from '../core/files';
import { made, madeLater } from '../tests/made';
import { composePiece, type PieceSpec } from '../tests/pieces';
import { noise } from '../tests/tones';

export function ffmpeg(...args: string[]): string {
  const result = spawnSync('ffmpeg', ['-hide_banner', '-nostdin', '-y', ...args], { encoding: 'utf8', maxBuffer: 1 << 28 });
  if (result.status !== 0) throw new Error(`ffmpeg ${args.join(' ')}\n${result.stderr}`);
  return result.stderr;
}

export interface Probe {
  readonly codec: string;
  readonly rate: number;
  readonly channels: number;
  readonly frames: number;
}

export function probe(path: string): Probe {
  const { stdout } = spawnSync('ffprobe', [
    '-v',
    'error',
    '-show_entries',
    'stream=codec_name,sample_rate,channels,duration_ts',
    '-of',
    'json',
    path,
  ]);
  const [stream] = (JSON.parse(stdout.toString()) as { streams: Record<string, string | number>[] }).streams;
  return {
    codec: String(stream!.codec_name),
    rate: Number(stream!.sample_rate),
    channels: Number(stream!.channels),
    frames: Number(stream!.duration_ts),
  };
}

/** A flat photo of one colour with a number of pixels on each side. */
export function photo(name: string, colour: string, width = 640, height = 480): Promise<string> {
  const flat = { create: { width, height, channels: 3, background: colour }, limitInputPixels: false } as const;
  return madeLater(name, (path) => sharp(flat).toFile(path), flat);
}

/** Seconds at which the song below clicks. */
export const CLICK_AT = 2.5;

/** A quiet hum of so many seconds with one click, in a rate of its own, as WAV. */
export function clickSong(seconds: number, rate = 44_100): string {
  return made(`click-${seconds}-${rate}.wav`, (path) => {
    const frames = Math.round(seconds * rate);
    const samples = new Float32Array(frames * 2);
    for (let i = 0; i < frames; i += 1) samples[i * 2] = samples[i * 2 + 1] = 0.02 * Math.sin((2 * Math.PI * 220 * i) / rate);
    // A raised cosine of 1 ms: lossy codecs keep its middle where it was.
    const half = Math.round(rate * 0.001);
    const middle = Math.round(CLICK_AT * rate);
    for (let i = -half; i <= half; i += 1) {
      const value = 0.4 * (1 + Math.cos((Math.PI * i) / half));
      samples[(middle + i) * 2]! += value;
      samples[(middle + i) * 2 + 1]! += value;
    }
    const writer = new WavWriter('int16', 2, rate);
    writeFileSync(path, Buffer.concat([writer.header(frames), writer.encode(samples, frames)]));
  });
}

/** Ticks on every beat of 90 BPM, the first downbeat at 0.25 s, as WAV at 48 kHz: a beat is 32,000 frames. */
export function ticks(seconds: number): string {
  return made(`ticks-${seconds}.wav`, (path) => {
    const frames = seconds * 48_000;
    const samples = new Float32Array(frames * 2);
    for (let at = 12_000; at < frames; at += 32_000) {
      for (let i = 0; i < 1200 && at + i < frames; i += 1) {
        const value = i === 0 ? 0.9 : 0.3 * Math.exp(-i / 150) * Math.sin(i / 2);
        samples[(at + i) * 2] = samples[(at + i) * 2 + 1] = value;
      }
    }
    const writer = new WavWriter('float32', 2, 48_000);
    writeFileSync(path, Buffer.concat([writer.header(frames), writer.encode(samples, frames)]));
  });
}

/** Frames of everything as loud as a tick or a click: the loudest one of each 50 ms that begin above 0.6. */
export function clicksOf(samples: Float32Array): number[] {
  const found: number[] = [];
  for (let i = 0; i < samples.length; i += 1) {
    if (Math.abs(samples[i]!) <= 0.6) continue;
    found.push(i + loudestFrame(samples.subarray(i, i + 2400)));
    i += 2400;
  }
  return found;
}

/** The song in another coding. */
export function coded(ending: string, ...options: string[]): string {
  return made(`click.${ending}`, (path) => void ffmpeg('-i', clickSong(6), ...options, path), options);
}

/** A song with silence at both ends: 1.5 s, 5 s of noise, 2 s. */
export function silentEnds(): string {
  return made('silent-ends.wav', (path) => {
    const rate = 48_000;
    const frames = rate * 8.5;
    const samples = new Float32Array(frames * 2);
    for (let i = rate * 1.5; i < rate * 6.5; i += 1) samples[i * 2] = samples[i * 2 + 1] = 0.3 * Math.sin(i * 0.03);
    const writer = new WavWriter('int24');
    writeFileSync(path, Buffer.concat([writer.header(frames), writer.encode(samples, frames)]));
  });
}

/** Second of its film at which a clip clicks. */
export const FILM_CLICK = 1;

/**
 * A film whose brightness rises by `STEP_A_SECOND` each second, so that every frame tells its own time, with a sound that
 * clicks once. The sound is not compressed in a MOV: it lies where it was put, to the frame.
 */
export const STEP_A_SECOND = 40;

export function clip(ending: 'mov' | 'mp4' | 'webm', seconds = 5): string {
  return made(`film-${seconds}.${ending}`, (path) => {
    const sound = join(dirname(path), 'sound.wav');
    const frames = seconds * 48_000;
    const samples = new Float32Array(frames * 2);
    for (let i = 0; i < frames; i += 1) samples[i * 2] = samples[i * 2 + 1] = 0.01 * Math.sin((2 * Math.PI * 300 * i) / 48_000);
    for (let i = -48; i <= 48; i += 1) {
      const value = 0.4 * (1 + Math.cos((Math.PI * i) / 48));
      samples[(FILM_CLICK * 48_000 + i) * 2]! += value;
      samples[(FILM_CLICK * 48_000 + i) * 2 + 1]! += value;
    }
    const writer = new WavWriter('int16');
    writeFileSync(sound, Buffer.concat([writer.header(frames), writer.encode(samples, frames)]));
    const codings = {
      mov: ['-c:v', 'libx264', '-pix_fmt', 'yuv420p', '-c:a', 'pcm_s16le'],
      mp4: ['-c:v', 'libx264', '-pix_fmt', 'yuv420p', '-c:a', 'aac'],
      webm: ['-c:v', 'libvpx', '-b:v', '1M', '-c:a', 'libopus'],
    };
    const light = `nullsrc=s=320x180:r=25:d=${seconds},geq=lum='20+${STEP_A_SECOND}*T':cb=128:cr=128`;
    ffmpeg('-f', 'lavfi', '-i', light, '-i', sound, ...codings[ending], '-t', String(seconds), path);
  });
}

/** A film in a coding that browsers do not decode. */
export function oldFilm(): string {
  return made('old.mov', (path) => void ffmpeg('-f', 'lavfi', '-i', 'testsrc=s=160x90:d=1', '-c:v', 'prores_ks', path));
}

/** Two recordings of one noisy minute-and-a-bit: `film` is a clip, `table` begins `TABLE_EARLY` seconds before it, duller and quieter. */
export const TABLE_EARLY = 2.345;

export function recordings(): { film: string; table: string; other: string } {
  const world = made(
    'world.wav',
    (path) => void ffmpeg('-f', 'lavfi', '-i', 'anoisesrc=c=pink:r=48000:d=20:seed=5:a=0.3', '-ac', '1', path),
  );
  const film = made('noisy.mov', (path) => {
    ffmpeg(
      '-f',
      'lavfi',
      '-i',
      'color=c=0x4060a0:s=160x90:r=25:d=8',
      '-ss',
      String(TABLE_EARLY),
      '-t',
      '8',
      '-i',
      world,
      '-c:v',
      'libx264',
      '-pix_fmt',
      'yuv420p',
      '-c:a',
      'pcm_s16le',
      '-shortest',
      path,
    );
  });
  const table = made('table.wav', (path) => void ffmpeg('-i', world, '-af', 'lowpass=f=1800,volume=-8dB', path));
  const other = made(
    'other.wav',
    (path) => void ffmpeg('-f', 'lavfi', '-i', 'anoisesrc=c=pink:r=48000:d=15:seed=77:a=0.3', '-ac', '1', path),
  );
  return { film, table, other };
}

export function bytesFile(name: string, bytes: Uint8Array | string): string {
  return made(name, (path) => writeFileSync(path, bytes), createHash('sha256').update(bytes).digest('hex'));
}

export function threeHours(): string {
  return made('three-hours.flac', (path) => void ffmpeg('-f', 'lavfi', '-i', 'anullsrc=r=8000:cl=mono', '-t', '10800', path));
}

/** Interleaved samples of an exported WAV. */
export function samplesOf(path: string): { left: Float32Array; right: Float32Array; frames: number } {
  const reader = new WavReader(memoryBytes(new Uint8Array(readFileSync(path))));
  const { frames } = reader.header;
  const left = new Float32Array(frames);
  const right = new Float32Array(frames);
  reader.read(0, frames, [left, right]);
  return { left, right, frames };
}

/** Frame of the highest sample. */
export function loudestFrame(samples: Float32Array): number {
  let best = 0;
  for (let i = 1; i < samples.length; i += 1) if (Math.abs(samples[i]!) > Math.abs(samples[best]!)) best = i;
  return best;
}

/** Seconds of the song's source at which a spark stands out that occurs nowhere else. */
export const SPARK_AT = 40.3;

/** A composed song of known beats, with one bright spark in it. */
export function song(name: string, spec: PieceSpec, spark = false): string {
  return made(
    `${name}.wav`,
    (path) => {
      const { sound } = composePiece(spec);
      if (spark) {
        for (let i = 0; i < 600; i += 1) {
          const at = (Math.round(SPARK_AT * 48_000) + i) * 2;
          sound[at] = sound[at + 1] = 0.99 * (i % 2 === 0 ? 1 : -1) * (1 - i / 600);
        }
      }
      writeFileSync(path, wavOf(sound));
    },
    spec,
    spark,
  );
}

/** Nothing but noise. */
export function hiss(seconds: number): string {
  return made(`hiss-${seconds}.wav`, (path) => writeFileSync(path, wavOf(noise(seconds * 96_000, 5).map((value) => value * 0.2))));
}

/** Interleaved stereo at 48 kHz as a file. */
function wavOf(sound: Float32Array): Uint8Array {
  const writer = new WavWriter('int16', 2, 48_000);
  const frames = sound.length / 2;
  return Buffer.concat([writer.header(frames), writer.encode(sound, frames)]);
}
