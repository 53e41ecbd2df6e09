import { execFileSync, spawnSync } from 'node:child_process';
import { createHash, randomUUID } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { newShow, type Media, type Show } from '../core/show';
import { expect, openList } from './app';
import { ffmpeg } from './media';

type Facts = Pick<Media, 'kind' | 'seconds' | 'rate' | 'channels' | 'width' | 'height'>;

export interface Brought {
  readonly path: string;
  readonly media: Media;
}

/** A file with what a show says of it. */
export function bring(path: string, facts: Partial<Facts>, title = ''): Brought {
  const bytes = readFileSync(path);
  const id = createHash('sha256').update(bytes).digest('hex');
  const none: Facts = { kind: 'sound', seconds: 0, rate: 0, channels: 0, width: 0, height: 0 };
  return { path, media: { id, title, bytes: bytes.length, ...none, ...facts } };
}

/** A show of a test's own making, with its files under their hashes; each is another to a browser that knows some already. */
export function showWith(change: Partial<Show>, brought: readonly Brought[]): Show {
  return { ...newShow(randomUUID(), 'From a file'), ...change, media: Object.fromEntries(brought.map(({ media }) => [media.id, media])) };
}

/** Packs entries as a ZIP by another program (Python's zipfile): what it makes is not what we make. */
export function zipOf(entries: Readonly<Record<string, string | Buffer>>, path: string, packed = false): string {
  const folder = mkdtempSync(join(tmpdir(), 'rain-bed-zip-'));
  const names = Object.entries(entries).map(([name, content], index) => {
    writeFileSync(join(folder, String(index)), content);
    return name;
  });
  const script =
    'import sys,json,zipfile\nz=zipfile.ZipFile(sys.argv[1],"w",int(sys.argv[4]))\n[z.write(sys.argv[2]+"/"+str(i),n) for i,n in enumerate(json.loads(sys.argv[3]))]\nz.close()';
  execFileSync('python3', ['-c', script, path, folder, JSON.stringify(names), packed ? '8' : '0']);
  rmSync(folder, { recursive: true });
  return path;
}

export function showFile(show: Show, brought: readonly Brought[], path: string): string {
  return zipOf(
    { 'show.json': JSON.stringify(show), ...Object.fromEntries(brought.map((one) => [`media/${one.media.id}`, readFileSync(one.path)])) },
    path,
  );
}

/** Opens a file from the list of shows, and then its show. */
export async function openShowFile(page: Page, path: string): Promise<void> {
  await openList(page);
  await page.getByTestId('files: Open a file').setInputFiles(path);
  await page.getByRole('button', { name: 'Show it' }).click();
  await expect(page.getByRole('tab', { name: 'Finish' })).toBeVisible();
}

interface Streams {
  readonly streams: readonly Record<string, string>[];
  readonly format: { readonly duration: string; readonly tags?: Record<string, string> };
}

/** What ffprobe says of a file: its streams, its length, its words. */
export function probeAll(path: string): Streams {
  return JSON.parse(
    execFileSync('ffprobe', ['-v', 'error', '-show_streams', '-show_format', '-of', 'json', path], { encoding: 'utf8' }),
  ) as Streams;
}

/** Loudness of a file by ffmpeg's ebur128, LUFS. */
export function loudnessOf(path: string): number {
  return Number(/I:\s+(-?[\d.]+) LUFS\s+Threshold/.exec(ffmpeg('-i', path, '-af', 'ebur128', '-f', 'null', '-'))![1]);
}

/** Decoded sound of any file, one channel at 48 kHz. */
export function decoded(path: string): Float32Array {
  const { stdout } = spawnSync('ffmpeg', ['-v', 'error', '-i', path, '-vn', '-f', 'f32le', '-ac', '1', '-ar', '48000', '-'], {
    maxBuffer: 1 << 28,
  });
  return new Float32Array(Uint8Array.from(stdout).buffer);
}

/** A film's picture at a frame of 30 a second, 32 × 18 pixels of r, g, b. */
export function filmPicture(path: string, frame: number): number[] {
  const filter = `fps=30,select=eq(n\\,${frame}),scale=32:18:flags=area`;
  const { stdout } = spawnSync('ffmpeg', [
    '-v',
    'error',
    '-i',
    path,
    '-vf',
    filter,
    '-frames:v',
    '1',
    '-f',
    'rawvideo',
    '-pix_fmt',
    'rgb24',
    '-',
  ]);
  return [...stdout];
}

/** The second at which a film is first as bright as this, by ffmpeg's signalstats. */
export function brightFrom(path: string, level: number): number {
  const { stdout } = spawnSync('ffmpeg', ['-v', 'error', '-i', path, '-vf', 'signalstats,metadata=print:file=-', '-f', 'null', '-'], {
    encoding: 'utf8',
    maxBuffer: 1 << 28,
  });
  for (const frame of stdout.split('frame:').slice(1)) {
    if (Number(/YAVG=([\d.]+)/.exec(frame)![1]) >= level) return Number(/pts_time:([\d.]+)/.exec(frame)![1]);
  }
  throw new Error('the film is never so bright');
}

/** The stage as it is, 32 × 18 pixels of r, g, b. */
export function stagePicture(page: Page): Promise<number[]> {
  return page.evaluate(() => {
    const stage = document.querySelector<HTMLCanvasElement>('canvas[data-testid=stage]')!;
    const copy = document.createElement('canvas');
    [copy.width, copy.height] = [32, 18];
    const pen = copy.getContext('2d')!;
    pen.imageSmoothingQuality = 'high';
    pen.drawImage(stage, 0, 0, 32, 18);
    return [...pen.getImageData(0, 0, 32, 18).data].filter((_, index) => index % 4 !== 3);
  });
}

/** Names in a folder of the browser's private file system. */
export function keptNames(page: Page, folder: string): Promise<string[]> {
  return page.evaluate(async (name) => {
    const handle = await (await navigator.storage.getDirectory()).getDirectoryHandle(name, { create: true });
    const names: string[] = [];
    for await (const one of (handle as unknown as { keys(): AsyncIterable<string> }).keys()) names.push(one);
    return names;
  }, folder);
}
