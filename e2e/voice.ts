import { readFileSync, writeFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { WavReader, WavWriter, memoryBytes } from '../core/files';
import { said } from '../tests/speakers';
import { expect, exportWav, face } from './app';
import { made } from '../tests/made';

/** A narration as a file: half a second of silence, then words, as a synthesiser says them. */
export function narrationFile(name: string, text: string, voice = 'en-gb'): string {
  return made(
    `${name}.wav`,
    (path) => {
      const words = said(['espeak-ng', voice, 150], text);
      const sound = new Float32Array(24_000 + words.length);
      sound.set(words, 24_000);
      const writer = new WavWriter('int16', 1, 48_000);
      writeFileSync(path, Buffer.concat([writer.header(sound.length), writer.encode(sound, sound.length)]));
    },
    text,
    voice,
  );
}

/** Brings narrations in and lays the first at the now line, or all one after the other. */
export async function bringNarrations(page: Page, paths: string[]): Promise<void> {
  await face(page, 'Voice');
  const before = await page.getByTestId(/^part /).count();
  await page.getByTestId('files: Bring in').setInputFiles(paths);
  const name = paths.length > 1 ? `Lay all ${paths.length}, one after the other` : /^Lay it at/;
  await page.getByRole('button', { name }).click();
  await expect(page.getByTestId(/^part /)).toHaveCount(before + paths.length);
}

/** The left channel of the show's export. */
export async function exported(page: Page, path: string): Promise<Float32Array> {
  await exportWav(page, path, 'Float');
  const reader = new WavReader(memoryBytes(new Uint8Array(readFileSync(path))));
  const left = new Float32Array(reader.header.frames);
  reader.read(0, left.length, [left, new Float32Array(left.length)]);
  return left;
}

/** The first second at which a sound is louder than a share of its loudest sample. */
export function onset(sound: Float32Array, share = 0.1): number {
  const most = sound.reduce((peak, one) => Math.max(peak, Math.abs(one)), 0);
  return sound.findIndex((one) => Math.abs(one) > most * share) / 48_000;
}

/** Where the first dip's band begins on the sheet and how long it is, seconds. */
export async function band(page: Page): Promise<{ from: number; seconds: number }> {
  const one = page.getByTestId('dip band').first();
  const [from, to] = [Number(await one.getAttribute('data-from')), Number(await one.getAttribute('data-to'))];
  return { from, seconds: to - from };
}

/** The recording's own part of the screen. */
export function recordBar(page: Page) {
  return page.getByLabel('Recording', { exact: true });
}

/** The lengths and places of narrations, as the sheet says them: `from 0:02.0 to 0:05.1`. */
export function laid(page: Page) {
  return page.getByRole('button', { name: /from \d+:\d\d\.\d to \d+:\d\d\.\d/ });
}
