import { spawn } from 'node:child_process';
import { resolve } from 'node:path';
import { chromium, type BrowserContext, type Page } from '@playwright/test';
import { BROWSER } from '../../playwright.config';
import { NO_DEMO } from '../../e2e/seeded';
import { median, table, type Figure } from '../figure';
import { keyEdits, memory, scrolled, soundAfterTap, under20 } from '../page';
import { HOUR, MINUTE, largeShow, secondsOf } from './material';

const PORT = 4886;
const BASE = `http://localhost:${PORT}/`;
/** What the browser keeps from one run to the next: taking an hour in takes longer than all that is measured here. */
const PROFILE = resolve('.cache/bench/large/profile');
/** How long the film is written before it is stopped, and between two looks at the memory, s. */
const FILMED = 240;
const LOOK = 10;
/** How long a page rests before it is looked at what it holds, s. */
const REST = 10;
/** The browser is asked to sweep: it was started with `--expose-gc`. */
const SWEEP = 'globalThis.gc()';
/** A thumbnail on the sheet or in the list is drawn at no more than this, bytes: 320 × 240 pixels of four. */
const THUMBNAIL = 320 * 240 * 4;

const seconds = (since: number) => (performance.now() - since) / 1000;
const wait = (ms: number) => new Promise((done) => setTimeout(done, ms));

async function list(context: BrowserContext): Promise<Page> {
  const page = await context.newPage();
  await page.addInitScript('globalThis.__name = (named) => named');
  await page.goto(`${BASE}health`);
  await page.evaluate(NO_DEMO);
  await page.goto(BASE);
  await page.getByRole('button', { name: 'New show' }).waitFor();
  return page;
}

/** Takes a show file in, if it is not there yet; gives how long that took. */
async function takeIn(context: BrowserContext, name: string, path: string): Promise<number | null> {
  const page = await list(context);
  try {
    await wait(1_000);
    if (await page.getByRole('button', { name: `Open “${name}”` }).isVisible()) return null;
    const since = performance.now();
    await page.getByTestId('files: Open a file').setInputFiles(path);
    await page.getByRole('button', { name: 'Show it' }).waitFor({ timeout: 3_600_000 });
    return seconds(since);
  } finally {
    await page.close();
  }
}

/** Opens a show from the list; gives its page and the seconds until its first picture or sound stands there. */
async function open(context: BrowserContext, name: string): Promise<{ page: Page; took: number }> {
  const page = await list(context);
  const since = performance.now();
  await page.getByRole('button', { name: `Open “${name}”` }).click();
  await page.getByRole('tab', { name: 'Pictures' }).click();
  await page
    .getByTestId(/^(picture|part) /)
    .first()
    .waitFor();
  return { page, took: seconds(since) };
}

/** Goes to a share of the show, 0 to 1. */
async function goTo(page: Page, share: number): Promise<void> {
  await page.evaluate((to) => {
    const sheet = document.querySelector('[aria-label="Sheet: time runs down"]')!;
    sheet.scrollTop = (sheet.scrollHeight - sheet.clientHeight) * to;
  }, share);
  await wait(500);
}

/** The tasks of the main thread that kept it for more than 50 ms while something was done, ms. */
async function longTasks(page: Page, work: () => Promise<void>): Promise<number[]> {
  await page.evaluate(() => {
    const held: number[] = [];
    const observer = new PerformanceObserver((entries) => held.push(...entries.getEntries().map(({ duration }) => duration)));
    observer.observe({ type: 'longtask' });
    Object.assign(globalThis, { heldTasks: held });
  });
  await work();
  return page.evaluate(() => (globalThis as unknown as { heldTasks: number[] }).heldTasks);
}

/** What the film takes of memory while it is written. It swings by a fifth between two sweeps of the browser: what grows is seen in the least of a minute. */
async function filming(page: Page): Promise<Figure[]> {
  await page.getByRole('tab', { name: 'Finish' }).click();
  await page.getByRole('button', { name: /^Save as a film/ }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('radio', { name: 'Kind of film: MP4' }).click();
  await dialog.getByRole('button', { name: 'Save the film' }).click();
  const looks: number[] = [];
  for (let i = 0; i < FILMED / LOOK; i += 1) {
    await wait(LOOK * 1000);
    looks.push(memory());
  }
  const share = Number(await page.getByRole('progressbar').first().getAttribute('aria-valuenow'));
  await page.getByRole('button', { name: 'Stop' }).first().click();
  const minute = 60 / LOOK;
  return [
    { name: 'Film of the hour: made of it before it was stopped', value: share, unit: '%' },
    {
      name: 'Film of the hour: least memory in its last minute to its second',
      value: Math.min(...looks.slice(-minute)) / Math.min(...looks.slice(minute, 2 * minute)),
      unit: 'x',
      wanted: { most: 1.1 },
    },
    { name: 'Film of the hour: memory, at most', value: Math.max(...looks) / 1e6, unit: 'MB' },
  ];
}

/**
 * What a person does with a show: both faces scrolled through, and played here and there. What of it is wanted, what the page holds then, and what
 * it holds when the browser has swept up what nobody uses any more.
 */
async function walk(page: Page): Promise<{ figures: Figure[]; most: number; held: number }> {
  const figures: Figure[] = [];
  for (const face of ['Pictures', 'Bed'] as const) {
    await page.getByRole('tab', { name: face }).click();
    await page.keyboard.press('Home');
    const spans = await scrolled(page);
    figures.push({ name: `Scrolling the hour, ${face}: frames under 20 ms`, value: under20(spans), unit: '%', wanted: { least: 95 } });
    figures.push({ name: `  the slowest frame`, value: Math.max(...spans), unit: 'ms' });
  }
  const firsts: number[] = [];
  for (const share of [0, 0.13, 0.31, 0.52, 0.68, 0.83, 0.97]) {
    await goTo(page, share);
    firsts.push(await soundAfterTap(page));
  }
  figures.push(
    { name: 'Playing anywhere in the hour: first sound, median of 7', value: median(firsts), unit: 'ms', wanted: { most: 150 } },
    { name: '  the slowest of them', value: Math.max(...firsts), unit: 'ms', wanted: { most: 150 } },
  );
  const most = memory();
  // The browser sweeps when it likes: what nobody uses any more is no memory that is needed.
  await Promise.all([page.evaluate(SWEEP), ...page.workers().map((worker) => worker.evaluate(SWEEP))]);
  await wait(REST * 1000);
  return { figures, most, held: memory() };
}

async function measure(context: BrowserContext): Promise<Figure[]> {
  const small = await open(context, 'minute');
  const minute = await walk(small.page);
  await small.page.close();

  const openings: number[] = [];
  for (let turn = 0; turn < 3; turn += 1) {
    const { page, took } = await open(context, 'hour');
    openings.push(took);
    await page.close();
  }
  const { page } = await open(context, 'hour');
  const hour = await walk(page);
  const thumbnails = (HOUR.photos + HOUR.clips) * THUMBNAIL;
  const figures: Figure[] = [
    { name: 'Opening the hour from the list, median of 3', value: median(openings), unit: 's', wanted: { most: 2 } },
    ...hour.figures,
    { name: 'Memory of a minute right after it was scrolled and played', value: minute.most / 1e6, unit: 'MB' },
    { name: '  of the hour, likewise', value: hour.most / 1e6, unit: 'MB' },
    { name: `Memory of the minute, swept up and ${REST} s later`, value: minute.held / 1e6, unit: 'MB' },
    { name: '  of the hour, likewise', value: hour.held / 1e6, unit: 'MB' },
    { name: '  without thumbnails, to the minute', value: (hour.held - thumbnails) / minute.held, unit: 'x', wanted: { most: 1.5 } },
  ];

  console.log(table(figures));
  await goTo(page, 0.5);
  await page.getByTestId('part said-100').click();
  await page.getByTestId('trim end').waitFor({ state: 'attached' });
  let edits: number[] = [];
  const held = await longTasks(page, async () => {
    edits = await keyEdits(page);
    // The save and what else follows an edit.
    await wait(2_000);
  });
  figures.push({ name: 'An edit in the hour, key to screen, median of 9', value: median(edits), unit: 'ms', wanted: { most: 50 } });
  figures.push({
    name: '  the longest task of the page in them and their saves',
    value: Math.max(0, ...held),
    unit: 'ms',
    wanted: { most: 50 },
  });

  // What was measured of it on an earlier day would be read again.
  await page.evaluate(async () =>
    (await navigator.storage.getDirectory()).removeEntry('measured', { recursive: true }).catch(() => undefined),
  );
  await page.close();
  const again = await open(context, 'hour');
  const since = performance.now();
  await again.page.getByRole('tab', { name: 'Finish' }).click();
  await again.page.getByText(/^Still checking/).waitFor();
  await again.page.getByText(/^Still checking/).waitFor({ state: 'detached', timeout: 600_000 });
  figures.push({
    name: 'The check of the hour, of which nothing was measured before',
    value: seconds(since),
    unit: 's',
    wanted: { most: 20 },
  });
  console.log(table(figures));
  return [...figures, ...(await filming(again.page))];
}

/** `npm run bench -- --large`: a show of an hour. Its files are made once, and taken in once. */
async function main(): Promise<void> {
  const server = spawn(process.execPath, ['--import', 'tsx', 'server/main.ts', 'dist', '.cache/demo'], {
    env: { ...process.env, PORT: String(PORT) },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  await new Promise((ready) => server.stdout.once('data', ready));
  const context = await chromium.launchPersistentContext(PROFILE, {
    ...BROWSER,
    args: [...BROWSER.args, '--js-flags=--expose-gc'],
    viewport: { width: 390, height: 844 },
    // The application that is measured is the one that was built last, not the one that an earlier run has kept.
    serviceWorkers: 'block',
  });
  try {
    for (const [name, size] of [
      ['minute', MINUTE],
      ['hour', HOUR],
    ] as const) {
      const { path } = await largeShow(name, size);
      const took = await takeIn(context, name, path);
      if (took !== null) console.log(`${name} (${secondsOf(size)} s) was taken in in ${took.toFixed(0)} s`);
    }
    console.log(table(await measure(context)));
  } finally {
    await context.close();
    server.kill('SIGKILL');
  }
}

void main();
