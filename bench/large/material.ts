import { execFileSync, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync } from 'node:fs';
import { join, resolve } from 'node:path';
import sharp from 'sharp';
import { FIRST_LANES, type Show } from '../../core/show';
import { newPart, newPicture } from '../../core/show/edits';
import { firstOwnStart } from '../../core/show/newShow';
import { ffmpeg } from '../../e2e/media';
import { bring, showFile, showWith, type Brought } from '../../e2e/work';

const FOLDER = resolve('.cache/bench/large');
const WIDTH = 2000;
const HEIGHT = 1500;
/** What a photo and a clip stay on the screen, s. */
const HOLD = 6;
const CLIP = 10;
const PIECE = 180;

/** How much of everything there is. */
export interface Size {
  readonly photos: number;
  readonly clips: number;
  readonly pieces: number;
  readonly narrations: number;
}

/** An hour of everything, and a minute. */
export const HOUR: Size = { photos: 500, clips: 60, pieces: 20, narrations: 200 };
export const MINUTE: Size = { photos: 8, clips: 1, pieces: 1, narrations: 3 };

export const secondsOf = ({ photos, clips }: Size): number => photos * HOLD + clips * CLIP;

async function kept(name: string, make: (path: string) => unknown): Promise<string> {
  mkdirSync(FOLDER, { recursive: true });
  const path = join(FOLDER, name);
  if (!existsSync(path)) await make(path);
  return path;
}

/** Clouds of colour, another for every number: about 200 kB as a photo of three megapixels. */
async function photo(i: number): Promise<Brought> {
  const path = await kept(`photo-${i}.jpg`, async (to) => {
    const noise = { type: 'gaussian' as const, mean: 90 + (i % 80), sigma: 40 };
    const background = { r: (i * 37) % 200, g: (i * 71) % 200, b: (i * 113) % 200 };
    const clouds = await sharp({ create: { width: 160, height: 120, channels: 3, background, noise } })
      .png()
      .toBuffer();
    await sharp(clouds).resize(WIDTH, HEIGHT, { kernel: 'cubic' }).jpeg({ quality: 85 }).toFile(to);
  });
  return bring(path, { kind: 'photo', width: WIDTH, height: HEIGHT }, `Photo ${i + 1}`);
}

/** Ten seconds of a moving pattern with a tone of its own. */
async function clip(i: number): Promise<Brought> {
  const path = await kept(`clip-${i}.mp4`, (to) => {
    const picture = `testsrc2=s=1280x720:r=30:d=${CLIP},hue=h=${i * 6}`;
    const tone = `sine=f=${200 + i * 10}:r=48000:d=${CLIP},volume=0.2`;
    const codings = ['-c:v', 'libx264', '-preset', 'ultrafast', '-crf', '28', '-g', '30', '-pix_fmt', 'yuv420p', '-c:a', 'aac', '-ac', '2'];
    ffmpeg('-f', 'lavfi', '-i', picture, '-f', 'lavfi', '-i', tone, ...codings, '-shortest', to);
  });
  return bring(path, { kind: 'clip', seconds: CLIP, rate: 48_000, channels: 2, width: 1280, height: 720 }, `Clip ${i + 1}`);
}

/** Three minutes of noise that swells with a pulse. */
async function piece(i: number): Promise<Brought> {
  const path = await kept(`piece-${i}.mp3`, (to) => {
    const noise = `anoisesrc=c=pink:r=44100:d=${PIECE}:seed=${i + 1}:a=0.3,tremolo=f=${(1.5 + i / 10).toFixed(1)}:d=0.8`;
    ffmpeg('-f', 'lavfi', '-i', noise, '-ac', '2', '-b:a', '192k', to);
  });
  return bring(path, { seconds: PIECE, rate: 44_100, channels: 2 }, `Piece ${i + 1}`);
}

/** A sentence, said by a machine. */
async function narration(i: number): Promise<Brought & { words: string }> {
  const words = `Picture number ${i + 1}. The rain began again, and everybody stood under the old roof to wait.`;
  const path = await kept(`said-${i}.wav`, (to) => void execFileSync('espeak-ng', ['-s', String(150 + (i % 20)), '-w', to, words]));
  const { stdout } = spawnSync('ffprobe', ['-v', 'error', '-show_entries', 'format=duration', '-of', 'csv=p=0', path], {
    encoding: 'utf8',
  });
  return { ...bring(path, { seconds: Number(stdout), rate: 22_050, channels: 1 }, `Said ${i + 1}`), words };
}

async function all<T>(count: number, make: (i: number) => Promise<T>): Promise<T[]> {
  const made: T[] = [];
  for (let i = 0; i < count; i += 1) made.push(await make(i));
  return made;
}

/** A show of a size, and the work file that holds it; both are made once. */
export async function largeShow(name: string, size: Size): Promise<{ show: Show; path: string }> {
  const photos = await all(size.photos, photo);
  const clips = await all(size.clips, clip);
  const pieces = await all(size.pieces, piece);
  const narrations = await all(size.narrations, narration);
  // A clip after every eighth photo or so: everywhere in the show there is some of everything.
  const every = Math.max(1, Math.floor(photos.length / Math.max(1, clips.length)));
  const order = photos.flatMap((one, i) => [one, ...((i + 1) % every === 0 ? clips.slice((i + 1) / every - 1, (i + 1) / every) : [])]);
  const pictures = order.map(({ media }, i) => newPicture(`picture-${i}`, media, firstOwnStart()));
  const long = secondsOf(size);
  const music = pieces.map(({ media }, i) => ({ ...newPart(`piece-${i}`, FIRST_LANES.bed, media), at: i * (long / pieces.length) }));
  const said = narrations.map(({ media, words }, i) => ({
    ...newPart(`said-${i}`, FIRST_LANES.voice, media),
    at: 2 + i * ((long - 10) / narrations.length),
    words,
  }));
  const brought = [...photos, ...clips, ...pieces, ...narrations];
  const show = {
    ...showWith(
      { pictures: pictures.map((one) => (one.kind === 'photo' ? { ...one, hold: HOLD } : one)), parts: [...music, ...said] },
      brought,
    ),
    id: name,
    title: name,
  };
  return { show, path: await kept(`${name}.zip`, (to) => void showFile(show, brought, to)) };
}
