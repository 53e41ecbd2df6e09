import { readFileSync, readdirSync, writeFileSync } from 'node:fs';
import sharp from 'sharp';
import type { Page } from '@playwright/test';
import { clip, ffmpeg } from '../e2e/media';
import { isInStep, playRising } from '../e2e/rising';
import { made, madeLater } from '../tests/made';
import { median, type Figure, type Size } from './figure';

/** Photos of 12 megapixels: one picture with another last byte each, so that each is a file of its own. */
async function largePhotos(count: number): Promise<string[]> {
  const base = await madeLater('twelve-megapixels.jpg', async (path) => {
    const grain = await sharp({
      create: { width: 1000, height: 750, channels: 3, background: '#808080', noise: { type: 'gaussian', mean: 128, sigma: 50 } },
    })
      .png()
      .toBuffer();
    await sharp(grain).resize(4000, 3000).jpeg({ quality: 85 }).toFile(path);
  });
  const bytes = readFileSync(base);
  return Array.from({ length: count }, (_, i) =>
    made(`large-${i}.jpg`, (path) => writeFileSync(path, Buffer.concat([bytes, Buffer.from([i])])), base),
  );
}

/** Memory of all renderer processes of this machine's Chromium, MB. */
function rendererMemory(): number {
  let pages = 0;
  for (const name of readdirSync('/proc').filter((one) => /^\d+$/.test(one))) {
    try {
      if (!readFileSync(`/proc/${name}/cmdline`, 'utf8').includes('--type=renderer')) continue;
      // Pages that are its own: what it shares with others is counted with them.
      const [, resident, shared] = readFileSync(`/proc/${name}/statm`, 'utf8').split(' ').map(Number);
      pages += resident! - shared!;
    } catch {
      // It ended while it was looked at.
    }
  }
  return (pages * 4096) / 1e6;
}

/** Bringing sixty photos in: how many a second, and the memory that is taken at most; then a dissolve between two of them. */
export async function importing(page: Page, size: Size): Promise<Figure[]> {
  const count = size === 'full' ? 60 : 3;
  const paths = await largePhotos(count);
  const before = rendererMemory();
  let most = before;
  const watch = setInterval(() => (most = Math.max(most, rendererMemory())), 50);
  const start = Date.now();
  await page.getByTestId('files: Add photos and clips').setInputFiles(paths);
  await page.getByText(`${count} pictures`).first().waitFor({ timeout: 300_000 });
  const seconds = (Date.now() - start) / 1000;
  clearInterval(watch);
  return [
    { name: `${count} photos of 12 megapixels in`, value: count / seconds, unit: 'photos/s' },
    // One decoded photo is 48 MB; a browser may hold it as bitmap and once more as what it decodes from.
    { name: `${count} photos in: memory above before, at most`, value: most - before, unit: 'MB', wanted: { most: 300 } },
    ...(await dissolving(page)),
  ];
}

/** Times between pictures of the stage while a dissolve of five seconds plays. */
async function dissolving(page: Page): Promise<Figure[]> {
  await page.getByTestId('picture 1').click();
  const dissolve = page.getByRole('textbox', { name: 'Dissolve into the next' });
  await dissolve.fill('5');
  await dissolve.press('Enter');
  await page.keyboard.press('Home');
  const spans = await page.evaluate(
    () =>
      new Promise<number[]>((done) => {
        const canvas = document.querySelector('canvas[data-testid=stage]')!;
        const times: number[] = [];
        new MutationObserver(() => times.push(performance.now())).observe(canvas, { attributes: true, attributeFilter: ['data-shown'] });
        document.querySelector<HTMLElement>('[aria-label="Play"]')!.click();
        setTimeout(() => done(times.slice(5).map((time, i) => time - (times[i + 4] ?? time))), 4_500);
      }),
  );
  await page.keyboard.press('Space');
  const within = spans.filter((span) => span < 34).length / spans.length;
  return [
    {
      name: 'Stage while a dissolve plays: pictures a second',
      value: 1000 / (spans.reduce((sum, span) => sum + span, 0) / spans.length),
      unit: '1/s',
      wanted: { least: 30 },
    },
    { name: 'Stage while a dissolve plays: no later than 34 ms', value: within * 100, unit: '%', wanted: { least: 95 } },
  ];
}

/** How many pixels of the sheet a second takes, read where it stands once it was scrolled. */
async function pixelsPerSecond(page: Page): Promise<number> {
  const pixels = 40;
  const stage = page.locator('canvas[data-testid=stage]');
  await page.evaluate((top) => (document.querySelector('[aria-label="Sheet: time runs down"]')!.scrollTop = top), pixels);
  await page.waitForFunction(() => Number(document.querySelector<HTMLElement>('canvas[data-testid=stage]')!.dataset.moment) > 0);
  return pixels / Number(await stage.getAttribute('data-moment'));
}

/** From a jump within a clip of a minute in 720p to a frame of that moment on the stage, and to its very frame. */
export async function scrubbing(page: Page, size: Size): Promise<Figure[]> {
  const long = size === 'full' ? 60 : 8;
  const turns = size === 'full' ? 12 : 2;
  const pattern = `testsrc2=s=1280x720:r=30:d=${long}`;
  const path = made(
    'pattern.mp4',
    (to) => void ffmpeg('-f', 'lavfi', '-i', pattern, '-c:v', 'libx264', '-preset', 'veryfast', '-pix_fmt', 'yuv420p', to),
    pattern,
  );
  await page.getByTestId('files: Add photos and clips').setInputFiles(path);
  await page.getByTestId('picture 1').waitFor({ timeout: 60_000 });
  await page.locator('[data-testid="picture 1"] [style*="background-image"]').first().waitFor({ state: 'attached', timeout: 120_000 });
  const scale = await pixelsPerSecond(page);
  const near: number[] = [];
  const exact: number[] = [];
  for (let turn = 0; turn < turns; turn += 1) {
    // The sheet stands at whole pixels: the moment asked for is that of one.
    const pixels = Math.round((4 + ((turn * 17) % (long - 6))) * scale);
    const [soon, there] = await page.evaluate(
      ([top, second]) =>
        new Promise<[number, number]>((done) => {
          const canvas = document.querySelector<HTMLCanvasElement>('canvas[data-testid=stage]')!;
          const sheet = document.querySelector('[aria-label="Sheet: time runs down"]')!;
          const begin = performance.now();
          let first = 0;
          const watch = new MutationObserver(() => {
            if (first === 0 && Math.abs(Number(canvas.dataset.moment) - second) < 0.05) first = performance.now() - begin;
            if (first === 0 || Math.abs(Number(canvas.dataset.source) - second) > 0.05) return;
            watch.disconnect();
            done([first, performance.now() - begin]);
          });
          watch.observe(canvas, { attributes: true });
          sheet.scrollTop = top;
        }),
      [pixels, pixels / scale] as const,
    );
    near.push(soon);
    exact.push(there);
  }
  return [
    {
      name: `Scrubbing a 720p clip: a frame of the moment, worst of ${turns}`,
      value: Math.max(...near),
      unit: 'ms',
      wanted: { most: 100 },
    },
    { name: `Scrubbing a 720p clip: its very frame, median of ${turns}`, value: median(exact), unit: 'ms' },
  ];
}

/** A clip while it plays: how much later than its sound its pictures are. */
export async function keepingStep(page: Page): Promise<Figure[]> {
  const red = await sharp({ create: { width: 64, height: 36, channels: 3, background: '#b03030' } })
    .png()
    .toBuffer();
  await page
    .getByTestId('files: Add photos and clips')
    .setInputFiles([made('red.png', (path) => writeFileSync(path, red), red.length), clip('mp4')]);
  await page.getByTestId('picture 2').waitFor({ timeout: 60_000 });
  await page.keyboard.press('Home');
  await page.locator('canvas[data-testid=stage][data-source=""]').waitFor();
  const late = await playRising(page);
  return [
    { name: 'A clip plays: its picture after its sound, middle', value: median(late) * 1000, unit: 'ms' },
    {
      name: 'A clip plays: pictures in step (from 40 ms early to 80 ms late)',
      value: (100 * late.filter(isInStep).length) / late.length,
      unit: '%',
      wanted: { least: 95 },
    },
  ];
}

/** Two recordings of ten minutes, compared in the worker, from the tap to the answer. */
export async function aligning(page: Page, size: Size): Promise<Figure[]> {
  const long = size === 'full' ? 600 : 20;
  const noise = `anoisesrc=c=pink:r=48000:d=${long + 4}:seed=11:a=0.3`;
  const sound = made('recording.wav', (to) => void ffmpeg('-f', 'lavfi', '-i', noise, '-ac', '2', to), noise);
  const still = `color=c=0x305070:s=160x90:r=2:d=${long}`;
  const part = ['-ss', '3', '-t', String(long), '-i', sound];
  const codings = ['-c:v', 'libx264', '-pix_fmt', 'yuv420p', '-c:a', 'pcm_s16le'];
  const film = made('long-film.mov', (to) => void ffmpeg('-f', 'lavfi', '-i', still, ...part, ...codings, to), still, part, codings);
  await page.getByTestId('files: Add photos and clips').setInputFiles(film);
  await page.getByTestId('picture 1').waitFor({ timeout: 120_000 });
  await page.getByTestId('picture 1').click();
  await page.getByRole('button', { name: 'Sound', exact: true }).click();
  const spans: number[] = [];
  for (let turn = 0; turn < 3; turn += 1) {
    await page.getByRole('button', { name: 'Line up a recording' }).click();
    if (turn === 0) {
      await page.getByTestId('files: Choose the recording').setInputFiles(sound);
    } else {
      spans.push(
        await page.evaluate(
          () =>
            new Promise<number>((done) => {
              const begin = performance.now();
              new MutationObserver(() => {
                if (document.body.textContent!.includes('Sure: the recording begins')) done(performance.now() - begin);
              }).observe(document.body, { childList: true, subtree: true, characterData: true });
              [...document.querySelectorAll<HTMLElement>('[role=button]')].find((one) => one.textContent!.startsWith('recording'))!.click();
            }),
        ),
      );
    }
    await page.getByText('Sure: the recording begins').waitFor({ timeout: 120_000 });
    if (turn < 2) await page.keyboard.press('Escape');
    if (turn === 0) {
      await page.getByRole('button', { name: 'Line up a recording' }).click();
      await page.getByTestId('files: Choose the recording').setInputFiles(sound);
      await page.getByText('Sure: the recording begins').waitFor({ timeout: 120_000 });
      await page.getByRole('button', { name: 'Lay it in step' }).click();
      await page.getByTestId('picture 1').click();
      await page.getByRole('button', { name: 'Sound', exact: true }).click();
    }
  }
  return [{ name: `Lining up two recordings of ${long} s, worse of 2`, value: Math.max(...spans) / 1000, unit: 's', wanted: { most: 2 } }];
}
