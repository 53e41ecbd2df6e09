import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, readdirSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { gzipSync } from 'node:zlib';
import { chromium, type Browser, type Page } from '@playwright/test';
import { CHROMIUM } from '../playwright.config';
import { ffmpeg, photo } from '../e2e/media';
import { editing } from './bed';
import { scrolled, soundAfterTap, under20 } from './page';
import { tenMinutes } from './shows';
import { median, type Figure } from './figure';
import { filming, longSound, openingFile } from './finish';
import { narrating } from './voice';
import { aligning, dissolving, importing, keepingStep, scrubbing } from './pictures';

const PORT = 4878;

/** Scripts that a first visit loads before the list can be used. */
function firstVisit(): Figure {
  const page = readFileSync('dist/index.html', 'utf8');
  const scripts = [...page.matchAll(/src="(\/[^"]+\.js)"/g)].map((match) => join('dist', match[1]!));
  const bytes = scripts.reduce((sum, path) => sum + gzipSync(readFileSync(path)).length, 0);
  return { name: 'Scripts of the first visit, gzip', value: bytes / 1000, unit: 'kB', wanted: { most: 900 } };
}

function workers(): Figure[] {
  const folder = 'dist/_expo/static/js/web';
  return readdirSync(folder)
    .filter((name) => /^(listen|mix|stage|record|mp4|webm|flac|mp3|opus|work)-/.test(name))
    .map((name) => ({
      name: `Worker ${name.split('-')[0]}, gzip`,
      value: gzipSync(readFileSync(join(folder, name))).length / 1000,
      unit: 'kB',
    }));
}

async function emptyShow(page: Page): Promise<void> {
  await page.route('**/demo/**', (route) => route.fulfill({ status: 404 }));
  await page.goto(`http://localhost:${PORT}/`);
  await page.getByRole('button', { name: 'New show' }).click();
  await page.getByTestId('files: Add photos and clips').waitFor({ state: 'attached' });
}

/** Seconds from choosing a three-minute MP3 until it can be laid: hash, decode, convert, peaks, store. */
async function listening(page: Page): Promise<Figure> {
  const path = resolve('.cache/bench/three-minutes.mp3');
  mkdirSync(resolve('.cache/bench'), { recursive: true });
  if (!existsSync(path)) ffmpeg('-f', 'lavfi', '-i', 'anoisesrc=c=pink:r=44100:d=180:seed=3:a=0.3', '-ac', '2', '-b:a', '192k', path);
  await page.getByRole('tab', { name: 'Bed' }).click();
  const start = Date.now();
  await page.getByTestId('files: Add music').setInputFiles(path);
  await page.getByRole('button', { name: 'Lay it under the show' }).waitFor({ timeout: 120_000 });
  const seconds = (Date.now() - start) / 1000;
  await page.getByRole('button', { name: 'Lay it under the show' }).click();
  return { name: 'Listen to a 3-minute MP3 (hash, decode, convert, peaks)', value: 180 / seconds, unit: 'x real', wanted: { least: 40 } };
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
async function gating(page: Page): Promise<Figure> {
  const spans = await page.evaluate(async () => {
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
    for (let i = 0; i < 9; i += 1) {
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
  });
  return { name: 'From a gate to its sound, median of 9', value: median(spans), unit: 'ms', wanted: { most: 50 } };
}

/** The same while the show plays and every meter of the desk moves, and without the desk. */
async function metering(page: Page): Promise<Figure[]> {
  await page.setViewportSize({ width: 1280, height: 800 });
  await tenMinutes(page);
  await page.getByRole('tab', { name: 'Bed' }).click();
  await page.getByTestId('files: Add music').setInputFiles(resolve('.cache/bench/three-minutes.mp3'));
  await page.getByRole('button', { name: 'Lay it under the show' }).click({ timeout: 120_000 });
  const figures: Figure[] = [];
  for (const face of ['Bed', 'Balance'] as const) {
    await page.getByRole('tab', { name: face }).click();
    await page.keyboard.press('Home');
    const plain = under20(await scrolled(page));
    await page.keyboard.press('Home');
    await page.getByRole('button', { name: 'Play', exact: true }).click();
    await page.getByText(/^0:01/).first().waitFor();
    // What plays scrolls the sheet by itself.
    const spans = await scrolled(page, 0);
    if (face === 'Balance') figures.push(await gating(page));
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
async function scrolling(page: Page): Promise<Figure[]> {
  await page.getByRole('tab', { name: 'Pictures' }).click();
  await tenMinutes(page);
  await page.getByRole('tab', { name: 'Bed' }).click();
  await page.getByRole('button', { name: /^Length:/ }).click();
  await page.getByRole('button', { name: 'Other ways to agree: show' }).click();
  await page.getByRole('button', { name: 'Use repeat' }).click();
  await page.keyboard.press('Home');
  const spans = await scrolled(page);
  return [
    { name: 'Scrolling a 10-minute show: frames under 20 ms', value: under20(spans), unit: '%', wanted: { least: 95 } },
    { name: 'Scrolling a 10-minute show: frames measured', value: spans.length, unit: 'frames' },
  ];
}

/** Each in a visit of its own, so that none measures what another left behind. */
async function figuresOfVisits(browser: Browser): Promise<Figure[]> {
  const figures: Figure[] = [];
  for (const steps of [
    [metering],
    [importing, dissolving],
    [scrubbing],
    [keepingStep],
    [aligning],
    [editing],
    [narrating],
    [filming],
    [longSound],
    [openingFile],
  ]) {
    const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
    const page = await context.newPage();
    await page.addInitScript('globalThis.__name = (named) => named');
    await emptyShow(page);
    for (const step of steps) figures.push(...(await step(page)));
    await context.close();
  }
  return figures;
}

export async function browserFigures(): Promise<Figure[]> {
  const server = spawn(process.execPath, ['node_modules/tsx/dist/cli.mjs', 'server/main.ts', 'dist', '.cache/demo'], {
    env: { ...process.env, PORT: String(PORT) },
  });
  await new Promise((ready) => server.stdout.once('data', ready));
  const browser = await chromium.launch(CHROMIUM);
  try {
    const page = await browser.newPage({ viewport: { width: 390, height: 844 } });
    // Functions sent into the page are compiled by tsx, which wraps named ones in a helper that the page lacks.
    await page.addInitScript('globalThis.__name = (named) => named');
    await emptyShow(page);
    await page.getByTestId('files: Add photos and clips').setInputFiles([await photo('bench-0.jpg', '#b03030')]);
    await page.getByTestId('picture 1').waitFor();
    const figures = [firstVisit(), ...workers(), await listening(page), await firstSound(page)];
    await page.getByRole('tab', { name: 'Pictures' }).click();
    await page.getByTestId('picture 1').click();
    await page.getByRole('button', { name: 'Remove' }).click();
    figures.push(...(await scrolling(page)));
    return [...figures, ...(await figuresOfVisits(browser))];
  } finally {
    await browser.close();
    server.kill();
  }
}
