import { mkdirSync, readFileSync, readdirSync } from 'node:fs';
import { join, resolve } from 'node:path';
import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { readShow, showSeconds, type Show } from '../core/show';
import { newCard, newPart, newPicture } from '../core/show/edits';
import { firstOwnStart } from '../core/show/newShow';
import { FIRST_LANES } from '../core/show';
import { ffmpeg } from '../e2e/media';
import { bring, showFile, showWith, type Brought } from '../e2e/work';
import { madeLater } from '../tests/made';
import type { Figure, Size } from './figure';
import { memory } from './page';
import { pinkNoise } from './shows';

const FOLDER = resolve('.cache/bench');
const DEMO = resolve('.cache/demo');

const seconds = (since: number) => (performance.now() - since) / 1000;

/** Opens a show file from the list; gives how long that took. */
async function open(page: Page, path: string): Promise<number> {
  await page.goto(new URL('/', page.url()).href);
  await page.getByRole('button', { name: 'New show' }).waitFor();
  const since = performance.now();
  await page.getByTestId('files: Open a file').setInputFiles(path);
  await page.getByRole('button', { name: 'Show it' }).waitFor({ timeout: 300_000 });
  const took = seconds(since);
  await page.getByRole('button', { name: 'Show it' }).click();
  await page.getByRole('tab', { name: 'Finish' }).click();
  return took;
}

/** Saves through a panel of the Finish face; gives how long it took until the file was written. */
async function save(page: Page, panel: string, chosen: readonly string[], press: string): Promise<number> {
  await page.getByRole('button', { name: panel, exact: true }).click();
  const dialog = page.getByRole('dialog');
  for (const name of chosen) await dialog.getByRole('radio', { name }).click();
  const since = performance.now();
  await dialog.getByRole('button', { name: press, exact: true }).click();
  await page.getByText(/is written/).waitFor({ timeout: 600_000 });
  const took = seconds(since);
  await page.getByRole('button', { name: 'Close this message' }).last().click();
  return took;
}

/** The first 39 seconds of the demo show with its media as one file, or half a second each of its first two pictures alone. */
function demoFile(size: Size): { show: Show; path: string } {
  const whole = readShow(JSON.parse(readFileSync(join(DEMO, 'show.json'), 'utf8')));
  const show =
    size === 'full'
      ? { ...whole, pictures: whole.pictures.slice(0, 7), parts: whole.parts.filter(({ at }) => at < 30) }
      : { ...whole, pictures: whole.pictures.slice(0, 2).map((one) => ({ ...one, hold: 0.5, dissolve: 0 })), parts: [] };
  const names = readdirSync(join(DEMO, 'media'));
  const brought = Object.values(show.media).map((media): Brought => ({
    media,
    path: join(
      DEMO,
      'media',
      names.find((name) => name.startsWith(media.id))!,
    ),
  }));
  mkdirSync(FOLDER, { recursive: true });
  return { show, path: showFile({ ...show, id: 'bench-demo' }, brought, join(FOLDER, 'demo.zip')) };
}

/** ffmpeg building the same film from the same stills and clips, to noise (or silence) that lies there: size, bits a second and key frames as ours. */
function ffmpegFilm(show: Show, ending: 'mp4' | 'webm', size: Size): number {
  const names = readdirSync(join(DEMO, 'media'));
  const fileOf = (id: string) =>
    join(
      DEMO,
      'media',
      names.find((name) => name.startsWith(id))!,
    );
  const wav = join(FOLDER, 'demo.wav');
  const noise = size === 'full' ? 'anoisesrc=c=pink:r=48000:a=0.1' : 'anullsrc=r=48000';
  ffmpeg('-f', 'lavfi', '-i', noise, '-ac', '2', '-t', String(showSeconds(show)), wav);
  const inputs: string[] = [];
  const chains: string[] = [];
  let last = '';
  let at = 0;
  for (const [index, picture] of show.pictures.entries()) {
    const before = show.pictures[index - 1]?.dissolve ?? 0;
    const length = String(picture.hold + before);
    if (picture.kind === 'card') inputs.push('-f', 'lavfi', '-t', length, '-i', `color=c=0x${picture.colour.slice(1)}:s=1280x720:r=30`);
    else if (picture.kind === 'clip')
      inputs.push('-ss', String(Math.max(0, picture.from - before)), '-t', length, '-i', fileOf(picture.media));
    else inputs.push('-loop', '1', '-framerate', '30', '-t', length, '-i', fileOf(picture.media));
    chains.push(
      `[${index}:v]scale=1280:720:force_original_aspect_ratio=decrease,pad=1280:720:(ow-iw)/2:(oh-ih)/2,setsar=1,fps=30,format=yuv420p,settb=1/30[p${index}]`,
    );
    if (index > 0)
      chains.push(
        `[${last}][p${index}]xfade=transition=fade:duration=${Math.max(1 / 30, before)}:offset=${at - Math.max(1 / 30, before)}[x${index}]`,
      );
    last = index === 0 ? 'p0' : `x${index}`;
    at += picture.hold;
  }
  const bits = String(Math.round(1280 * 720 * 5.5));
  const video =
    ending === 'mp4'
      ? ['-c:v', 'libx264', '-preset', 'veryfast']
      : ['-c:v', 'libvpx-vp9', '-deadline', 'realtime', '-cpu-used', '8', '-row-mt', '1'];
  const audio = ending === 'mp4' ? 'aac' : 'libopus';
  const since = performance.now();
  ffmpeg(
    ...inputs,
    '-i',
    wav,
    '-filter_complex',
    chains.join(';'),
    '-map',
    `[${last}]`,
    '-map',
    `${show.pictures.length}:a`,
    ...video,
    '-b:v',
    bits,
    '-g',
    '120',
    '-c:a',
    audio,
    '-b:a',
    '192k',
    '-t',
    String(showSeconds(show)),
    join(FOLDER, `demo.${ending}`),
  );
  return seconds(since);
}

/** The demo show as a film, beside ffmpeg in the same run. */
export async function filming(page: Page, size: Size): Promise<Figure[]> {
  const { show, path } = demoFile(size);
  await open(page, path);
  const figures: Figure[] = [];
  const kinds = [
    ['MP4', 'mp4'],
    ['WebM', 'webm'],
  ] as const;
  for (const [kind, ending] of kinds.slice(0, size === 'full' ? 2 : 1)) {
    const ours = await save(page, 'Save as a film', [`Kind of film: ${kind}`, 'Size: 720p'], 'Save the film');
    const theirs = ffmpegFilm(show, ending, size);
    figures.push(
      { name: `The demo show as a 720p ${kind}`, value: showSeconds(show) / ours, unit: 'x real' },
      { name: `The same beside ffmpeg (our time to its time)`, value: ours / theirs, unit: 'x' },
    );
  }
  return figures;
}

/** A long show as an MP3: how fast, and what it takes of memory beyond what the page had. */
export async function longSound(page: Page, size: Size): Promise<Figure[]> {
  const count = size === 'full' ? 3 : 2;
  const long = size === 'full' ? 600 : 10;
  const music = bring(pinkNoise(long), { seconds: long, rate: 44_100, channels: 2 }, 'Noise');
  const pictures = Array.from({ length: count }, (_, i) => ({ ...newCard(`c${i}`, '#2A6582', `${i}`), hold: long, dissolve: 0 }));
  const parts = Array.from({ length: count }, (_, i) => ({
    ...newPart(`m${i}`, FIRST_LANES.bed, music.media),
    at: i * long,
    spans: [{ from: 0, to: long - 1, join: 0 }],
  }));
  mkdirSync(FOLDER, { recursive: true });
  await open(page, showFile(showWith({ pictures, parts }, [music]), [music], join(FOLDER, 'long.zip')));
  await page
    .getByTestId('check loudness')
    .or(page.getByRole('button', { name: /fine: show/ }))
    .first()
    .waitFor({ timeout: 300_000 });
  const before = memory();
  let most = before;
  const watch = setInterval(() => (most = Math.max(most, memory())), 500);
  const took = await save(page, 'Save the sound alone', ['Kind of sound: MP3'], 'Save the sound');
  clearInterval(watch);
  const said = `${(count * long) / 60} minutes as an MP3`;
  return [
    { name: said, value: (count * long) / took, unit: 'x real' },
    { name: `${said}: memory beyond the open page, at most`, value: (most - before) / 1e6, unit: 'MB' },
  ];
}

/** Opening a show file of many photos, 2000 × 1500 each. */
export async function openingFile(page: Page, size: Size): Promise<Figure[]> {
  const count = size === 'full' ? 100 : 4;
  const brought: Brought[] = [];
  for (let i = 0; i < count; i += 1) {
    const noise = { type: 'gaussian' as const, mean: 90 + (i % 80), sigma: 12 };
    const grey = { create: { width: 2000, height: 1500, channels: 3, background: '#808080', noise } } as const;
    const path = await madeLater(`grain-${i}.jpg`, (to) => sharp(grey).jpeg({ quality: 80 }).toFile(to), grey);
    brought.push(bring(path, { kind: 'photo', width: 2000, height: 1500 }, `Photo ${i}`));
  }
  const pictures = brought.map(({ media }, i) => newPicture(`p${i}`, media, firstOwnStart()));
  mkdirSync(FOLDER, { recursive: true });
  const took = await open(page, showFile(showWith({ pictures }, brought), brought, join(FOLDER, 'pictures.zip')));
  return [{ name: `Opening a show file of ${count} photos`, value: took, unit: 's' }];
}
