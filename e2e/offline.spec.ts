import { createHash } from 'node:crypto';
import { appendFileSync, cpSync, readFileSync, readdirSync, rmSync } from 'node:fs';
import { basename, resolve } from 'node:path';
import type { Page } from '@playwright/test';
import { serve as start, type Served } from '../tests/serve';
import { addPhotos, aloneTest, expect, exportWav, face, finishPanel, layMusic } from './app';
import { clickSong, photo, probe } from './media';
import { BROWSER } from '../playwright.config';
import { NO_DEMO } from './seeded';
import { laid, recordBar } from './voice';

const PORT = 4885;
const SITE = resolve('test-results/offline-site');

// Service workers that wait, and what it takes to be installed, are the whole browser's.
aloneTest.use({ launchOptions: BROWSER, serviceWorkers: 'allow', baseURL: `http://localhost:${PORT}` });

let server: Served | null = null;

async function serve(site: string): Promise<void> {
  server = await start(PORT, [], site);
}

async function end(): Promise<void> {
  const ended = server;
  server = null;
  await ended?.end();
}

aloneTest.describe.configure({ mode: 'default' });
aloneTest.beforeAll(() => {
  rmSync(SITE, { recursive: true, force: true });
  cpSync(resolve('dist'), SITE, { recursive: true });
});
aloneTest.afterEach(end);

/** A first visit, without the demo show, until all is kept that is needed without the server. */
async function visit(page: Page): Promise<void> {
  await page.goto('/health');
  await page.evaluate(NO_DEMO);
  await page.goto('/');
  await expect(page.getByRole('button', { name: 'New show' })).toBeVisible();
  await expect.poll(() => page.evaluate(async () => (await (await caches.open('rain-bed-demo')).keys()).length)).toBeGreaterThan(3);
}

aloneTest('what browsers keep for ever is named by what is in it', () => {
  const kept = readdirSync(resolve('dist/_expo'), { recursive: true, encoding: 'utf8' }).filter((path) =>
    /-[0-9a-f]{32}\.(js|css)$/.test(path),
  );
  expect(kept.length).toBeGreaterThan(10);
  const inIt = (path: string) =>
    createHash('md5')
      .update(readFileSync(resolve('dist/_expo', path)))
      .digest('hex');
  expect(kept.filter((path) => !path.includes(inIt(path)))).toEqual([]);
  // And what one of them speaks of is there.
  const names = new Set(kept.map((path) => basename(path)));
  const spoken = kept.flatMap((path) => readFileSync(resolve('dist/_expo', path), 'utf8').match(/\w+-[0-9a-f]{32}\.(js|css)\b/g) ?? []);
  expect(spoken.length).toBeGreaterThan(10);
  expect(spoken.filter((name) => !names.has(name))).toEqual([]);
});

aloneTest('after one visit a show is made, narrated, reloaded and exported with the server gone', async ({ page }, info) => {
  await serve(SITE);
  await visit(page);
  await end();
  await page.reload();
  await page.getByRole('button', { name: 'New show' }).click();
  await expect(page.getByTestId('files: Add photos and clips')).toBeAttached();
  await addPhotos(page, [await photo('red.jpg', '#b03030'), await photo('green.png', '#30a050')]);
  await layMusic(page, clickSong(16));

  await face(page, 'Voice');
  await page.getByRole('button', { name: 'Record from the now line' }).click();
  await page.getByRole('button', { name: 'Practice microphone' }).click();
  await page.getByRole('button', { name: 'Start recording' }).click();
  await expect(recordBar(page).getByText(/^0:0[23]\.\d$/)).toBeVisible();
  await page.getByRole('button', { name: 'Stop recording' }).click();
  await expect(laid(page).last()).toHaveAccessibleName(/^Recording 1/);

  // A deep address, from nothing: the show is there.
  await page.reload();
  await expect(page.getByTestId('picture 2')).toBeVisible();
  const path = info.outputPath('out.wav');
  await exportWav(page, path);
  expect(probe(path)).toMatchObject({ frames: 10 * 48_000 });
  // An encoder that is fetched when it is first needed.
  const dialog = await finishPanel(page, 'Save as a film');
  await dialog.getByRole('radio', { name: 'Kind of film: WebM' }).click();
  const started = page.waitForEvent('download', { timeout: 240_000 });
  await dialog.getByRole('button', { name: 'Save the film' }).click();
  expect((await started).suggestedFilename()).toBe('My show.webm');
});

aloneTest('a new version waits, is offered in the list alone, and is not taken while other windows are open', async ({ page, context }) => {
  await serve(SITE);
  await visit(page);
  await page.reload();
  const offer = page.getByText('A new version of Rain Bed is here.');
  await expect(page.getByRole('button', { name: 'New show' })).toBeVisible();
  await expect(offer).toBeHidden();
  await end();
  appendFileSync(resolve(SITE, 'service-worker.js'), '\n// newer\n');
  for (const ending of ['br', 'gz']) rmSync(resolve(SITE, `service-worker.js.${ending}`), { force: true });
  await serve(SITE);

  await page.getByRole('button', { name: 'New show' }).click();
  await expect(page.getByTestId('files: Add photos and clips')).toBeAttached();
  await page.reload();
  await expect.poll(() => page.evaluate(async () => Boolean((await navigator.serviceWorker.getRegistration())?.waiting))).toBe(true);
  await expect(page.getByTestId('files: Add photos and clips')).toBeAttached();
  await expect(offer).toBeHidden();

  const other = await context.newPage();
  await other.goto('/');
  await expect(other.getByRole('button', { name: 'New show' })).toBeVisible();
  await page.getByRole('button', { name: 'Back to the shows' }).click();
  await expect(offer).toBeVisible();
  await page.getByRole('button', { name: 'Use the new version' }).click();
  await expect(page.getByText(/^Rain Bed is open in other windows too/)).toBeVisible();
  await other.close();
  const loaded = page.waitForEvent('load');
  await page.getByRole('button', { name: 'Use the new version' }).click();
  await loaded;
  await expect(page.getByRole('button', { name: 'Open “My show”' })).toBeVisible();
  await expect(offer).toBeHidden();
  expect(await page.evaluate(async () => (await navigator.serviceWorker.getRegistration())!.waiting)).toBeNull();
});

aloneTest('it says what is needed to install it, and takes in what is shared with it', async ({ page }) => {
  await serve(SITE);
  await visit(page);
  await page.reload();
  const session = await page.context().newCDPSession(page);
  const { errors } = await session.send('Page.getAppManifest');
  expect(errors).toEqual([]);
  const { installabilityErrors } = await session.send('Page.getInstallabilityErrors');
  expect(installabilityErrors.filter(({ errorId }) => errorId !== 'in-incognito')).toEqual([]);
  // What a system does that shares a file: a form of its own, sent to the address that the manifest names.
  await page.evaluate(() => {
    const form = Object.assign(document.createElement('form'), { method: 'POST', action: '/shared', enctype: 'multipart/form-data' });
    const field = Object.assign(document.createElement('input'), { type: 'file', name: 'file' });
    const files = new DataTransfer();
    files.items.add(new File(['no zip at all'], 'holiday.zip', { type: 'application/zip' }));
    field.files = files.files;
    form.append(field);
    document.body.append(form);
    form.submit();
  });
  await expect(page.getByText(/“holiday\.zip”/)).toBeVisible();
});
