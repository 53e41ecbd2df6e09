import type { Page } from '@playwright/test';
import { ffmpeg, photo } from '../e2e/media';
import { made } from '../tests/made';

/** Fills an empty show with photos of ten seconds each, so many seconds of them. */
export async function longShow(page: Page, seconds: number): Promise<void> {
  const photos = await Promise.all(['#b03030', '#30a050', '#3050b0', '#a0a030'].map((colour, i) => photo(`bench-${i}.jpg`, colour)));
  const count = seconds / 10;
  await page.getByTestId('files: Add photos and clips').setInputFiles(Array.from({ length: count }, (_, i) => photos[i % 4]!));
  await page.getByText(`${count} pictures`).first().waitFor({ timeout: 120_000 });
  await page.getByTestId('picture 1').click();
  await page.getByRole('textbox', { name: 'Time on screen' }).fill('10');
  await page.getByRole('textbox', { name: 'Time on screen' }).press('Enter');
  await page.getByRole('button', { name: 'This time for all' }).click();
}

/** Pink noise as an MP3. */
export function pinkNoise(seconds: number): string {
  const noise = `anoisesrc=c=pink:r=44100:d=${seconds}:seed=3:a=0.3`;
  return made(`pink-${seconds}.mp3`, (path) => void ffmpeg('-f', 'lavfi', '-i', noise, '-ac', '2', '-b:a', '192k', path), noise);
}

/** Repeats what is chosen so many times more, every so many seconds. */
export async function repeated(page: Page, every: number, times: number): Promise<void> {
  const fold = async () => {
    await page.getByRole('button', { name: 'More', exact: true }).click();
    await page.getByRole('button', { name: 'Repeat', exact: true }).click();
  };
  await fold();
  for (const [name, value] of [
    ['Again every', every],
    ['Times more', times],
  ] as const) {
    await page.getByRole('textbox', { name }).fill(String(value));
    await page.getByRole('textbox', { name }).press('Enter');
  }
  await page.getByRole('button', { name: `Repeat ${times} times` }).click();
  await page.getByRole('button', { name: `Undo: repeat ${times} times` }).waitFor();
  await fold();
}
