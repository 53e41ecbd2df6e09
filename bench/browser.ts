import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { chromium, type Browser, type Page } from '@playwright/test';
import { BROWSER, CHROMIUM } from '../playwright.config';
import { photo } from '../e2e/media';
import { serve, type Served } from '../tests/serve';
import { scrolled, soundAfterTap, under20 } from './page';
import { longShow, pinkNoise } from './shows';
import { median, type Figure, type Size } from './figure';

const PORT = 4878;

/** Sizes of what a first visit loads before the list can be used, and of what comes behind it. */
export function siteFigures(): Figure[] {
  const page = readFileSync('dist/index.html', 'utf8');
  const scripts = [...page.matchAll(/src="(\/[^"]+\.js)"/g)].map((match) => join('dist', match[1]!));
  const bytes = scripts.reduce((sum, path) => sum + gzipSync(readFileSync(path)).length, 0);
  const folder = 'dist/_expo/static/js/web';
  const workers = readdirSync(folder).filter((name) => /^(listen|play|stage|record|mp4|webm|flac|mp3|opus|work)-[0-9a-f]+\.js$/.test(name));
  return [
    { name: 'Scripts of the first visit, gzip', value: bytes / 1000, unit: 'kB', wanted: { most: 900 } },
    ...workers.map((name) => ({
      name: `Worker ${name.split('-')[0]}, gzip`,
      value: gzipSync(readFileSync(join(folder, name))).length / 1000,
      unit: 'kB',
    })),
  ];
}

let running: Promise<{ readonly served: Served; readonly browser: Browser }> | null = null;

/** Where no number counts, the browser without its window is quicker. */
async function start(size: Size) {
  const [served, browser] = [await serve(PORT), await chromium.launch(size === 'full' ? BROWSER : CHROMIUM)];
  return { served, browser };
}

/** Ends the browser and the server, where they were started. */
export async function endBrowser(): Promise<void> {
  const ended = await running;
  running = null;
  await ended?.browser.close();
  await ended?.served.end();
}

/** A visit of its own with an empty show, so that none measures what another left behind. */
export const visit =
  (step: (page: Page, size: Size) => Promise<readonly Figure[]>) =>
  async (size: Size): Promise<readonly Figure[]> => {
    const { browser } = await (running ??= start(size));
    const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
    try {
      const page = await context.newPage();
      // Functions sent into the page are compiled by tsx, which wraps named ones in a helper that the page lacks.
      await page.addInitScript('globalThis.__name = (named) => named');
      await page.route('**/demo/**', (route) => route.fulfill({ status: 404 }));
      await page.goto(`http://localhost:${PORT}/`);
      await page.getByRole('button', { name: 'New show' }).click();
      await page.getByTestId('files: Add photos and clips').waitFor({ state: 'attached' });
      return await step(page, size);
    } finally {
      await context.close();
    }
  };

/** Seconds from choosing an MP3 until it can be laid (hash, decode, convert, peaks, store), and from a tap to its first sound. */
export async function listening(page: Page, size: Size): Promise<Figure[]> {
  const seconds = size === 'full' ? 180 : 10;
  await page.getByTestId('files: Add photos and clips').setInputFiles([await photo('bench-0.jpg', '#b03030')]);
  await page.getByTestId('picture 1').waitFor();
  await page.getByRole('tab', { name: 'Bed' }).click();
  const start = Date.now();
  await page.getByTestId('files: Add music').setInputFiles(pinkNoise(seconds));
  await page.getByRole('button', { name: 'Lay it under the show' }).waitFor({ timeout: 120_000 });
  const took = (Date.now() - start) / 1000;
  await page.getByRole('button', { name: 'Lay it under the show' }).click();
  return [
    {
      name: `Listen to an MP3 of ${seconds} s (hash, decode, convert, peaks)`,
      value: seconds / took,
      unit: 'x real',
      wanted: { least: 40 },
    },
    await firstSound(page),
  ];
}

/** From the tap to the first block's time on the audio clock, warm. */
async function firstSound(page: Page): Promise<Figure> {
  const spans: number[] = [];
  for (let turn = 0; turn < 5; turn += 1) {
    await page.keyboard.press('Home');
    spans.push(await soundAfterTap(page));
  }
  return { name: 'First sound after the tap (scheduled), median of 5', value: median(spans), unit: 'ms', wanted: { most: 150 } };
}

/** From moving the bed's gate to the moment at which what it did sounds, by the clocks of page and sound. */
async function gating(page: Page, size: Size): Promise<Figure> {
  const turns = size === 'full' ? 9 : 2;
  const spans = await page.evaluate(async (count) => {
    const slider = document.querySelector<HTMLElement>('[role=slider][aria-label="Level of Bed"]')!;
    const box = slider.getBoundingClientRect();
    Object.assign(slider, { setPointerCapture: () => undefined });
    const fire = (kind: string, share: number) =>
      slider.dispatchEvent(
        new PointerEvent(kind, { pointerId: 1, button: 0, bubbles: true, clientX: box.x + box.width * share, clientY: box.y + 22 }),
      );
    const start = AudioBufferSourceNode.prototype.start;
    fire('pointerdown', 0.74);
    fire('pointermove', 0.7);
    const found: number[] = [];
    for (let i = 0; i < count; i += 1) {
      await new Promise((resolve) => setTimeout(resolve, 400));
      const sounded = new Promise<number>((done) => {
        AudioBufferSourceNode.prototype.start = function (when = 0, offset = 0) {
          AudioBufferSourceNode.prototype.start = start;
          done(performance.now() + (when - this.context.currentTime) * 1000);
          start.call(this, when, offset);
        };
      });
      const at = performance.now();
      fire('pointermove', 0.6 - i * 0.02);
      found.push((await sounded) - at);
    }
    fire('pointerup', 0.42);
    return found;
  }, turns);
  return { name: `From a level control to its sound, median of ${turns}`, value: median(spans), unit: 'ms', wanted: { most: 50 } };
}

/** How smoothly the sheet scrolls by while nothing plays, and while the show plays and every meter of the desk moves. */
export async function metering(page: Page, size: Size): Promise<Figure[]> {
  const seconds = size === 'full' ? 180 : 20;
  await page.setViewportSize({ width: 1280, height: 800 });
  await longShow(page, size === 'full' ? 600 : 20);
  await page.getByRole('tab', { name: 'Bed' }).click();
  await page.getByTestId('files: Add music').setInputFiles(pinkNoise(seconds));
  await page.getByRole('button', { name: 'Lay it under the show' }).click({ timeout: 120_000 });
  const figures: Figure[] = [];
  for (const face of ['Bed', 'Balance'] as const) {
    await page.getByRole('tab', { name: face }).click();
    await page.keyboard.press('Home');
    const plain = under20(await scrolled(page, size));
    await page.keyboard.press('Home');
    await page.getByRole('button', { name: 'Play', exact: true }).click();
    await page.getByText(/^0:01/).first().waitFor();
    // What plays scrolls the sheet by itself.
    const spans = await scrolled(page, size, 0);
    if (face === 'Balance') figures.push(await gating(page, size));
    await page.getByRole('button', { name: 'Pause' }).click();
    figures.push({ name: `${face} on a wide screen, scrolled: frames under 20 ms`, value: plain, unit: '%' });
    figures.push({
      name: `${face} on a wide screen, playing (the sheet scrolls): frames under 20 ms`,
      value: under20(spans),
      unit: '%',
      ...(face === 'Balance' ? { wanted: { least: 95 } } : {}),
    });
  }
  return figures;
}

/** How smoothly a ten-minute show scrolls by. */
export async function scrolling(page: Page, size: Size): Promise<Figure[]> {
  await longShow(page, size === 'full' ? 600 : 60);
  await page.getByRole('tab', { name: 'Bed' }).click();
  await page.getByTestId('files: Add music').setInputFiles(pinkNoise(size === 'full' ? 180 : 20));
  await page.getByRole('button', { name: 'Lay it under the show' }).click({ timeout: 120_000 });
  await page.getByRole('button', { name: /^Length:/ }).click();
  await page.getByRole('button', { name: 'Other ways to agree: show' }).click();
  await page.getByRole('button', { name: 'Use repeat' }).click();
  await page.keyboard.press('Home');
  const spans = await scrolled(page, size);
  return [
    { name: 'Scrolling a 10-minute show: frames under 20 ms', value: under20(spans), unit: '%', wanted: { least: 95 } },
    { name: 'Scrolling a 10-minute show: frames measured', value: spans.length, unit: 'frames' },
  ];
}
