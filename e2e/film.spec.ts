import type { Page } from '@playwright/test';
import { newPart, newPicture } from '../core/show/edits';
import { FIRST_LANES, type Clip, type Show } from '../core/show';
import { firstOwnStart } from '../core/show/newShow';
import { aloneTest, expect, finishPanel, goTo, test } from './app';
import { CLICK_AT, clickSong, clip, loudestFrame, photo } from './media';
import {
  brightFrom,
  bring,
  decoded,
  filmPicture,
  keptNames,
  openShowFile,
  probeAll,
  showFile,
  showWith,
  stagePicture,
  type Brought,
} from './work';

/** 13.5 s: black until the click, then white, dissolving into a card, then a clip; music that clicks where the white begins. */
async function flash(): Promise<{ show: Show; brought: Brought[] }> {
  const black = bring(await photo('black.png', '#000000'), { kind: 'photo', width: 640, height: 480 });
  const white = bring(await photo('white.png', '#ffffff'), { kind: 'photo', width: 640, height: 480 });
  const music = bring(clickSong(16), { seconds: 16, rate: 44_100, channels: 2 }, 'Click');
  const film = bring(clip('mov'), { kind: 'clip', seconds: 5, rate: 48_000, channels: 2, width: 320, height: 180 }, 'Film');
  const filmed = newPicture('film', film.media, firstOwnStart()) as Clip;
  const show = showWith(
    {
      shape: '16:9',
      artist: 'Class 4b',
      pictures: [
        { ...newPicture('black', black.media, firstOwnStart()), framing: 'fill', hold: CLICK_AT, dissolve: 0 },
        { ...newPicture('white', white.media, firstOwnStart()), framing: 'fill', hold: 4, dissolve: 1 },
        { id: 'card', kind: 'card', colour: '#2A6582', words: 'The rain garden', hold: 3, dissolve: 0 },
        { ...filmed, framing: 'fill', from: 0.5, hold: 4, dissolve: 0, own: { ...filmed.own, on: false } },
      ],
    },
    [black, white, music, film],
  );
  return { show: { ...show, parts: [newPart('music', FIRST_LANES.bed, music.media)] }, brought: [black, white, music, film] };
}

async function saveFilm(page: Page, kind: 'MP4' | 'WebM', size: string, path: string): Promise<string> {
  const dialog = await finishPanel(page, 'Save as a film');
  await dialog.getByRole('radio', { name: `Kind of film: ${kind}` }).click();
  await dialog.getByRole('radio', { name: `Size: ${size}` }).click();
  const started = page.waitForEvent('download', { timeout: 240_000 });
  await dialog.getByRole('button', { name: 'Save the film' }).click();
  const download = await started;
  await download.saveAs(path);
  await expect(page.getByText(/is written/)).toBeVisible();
  return download.suggestedFilename();
}

for (const [kind, ending, video, audio] of [
  ['MP4', 'mp4', 'h264', 'aac'],
  ['WebM', 'webm', 'vp9', 'opus'],
] as const) {
  test(`a film as ${kind}: streams and lengths as they should be, picture and sound together, and every picture what the stage shows`, async ({
    page,
  }, info) => {
    const { show, brought } = await flash();
    await openShowFile(page, showFile(show, brought, info.outputPath('show.zip')));
    const path = info.outputPath(`film.${ending}`);
    expect(await saveFilm(page, kind, '480p', path)).toBe(`From a file.${ending}`);
    const { streams, format } = probeAll(path);
    const picture = streams.find((one) => one.codec_type === 'video')!;
    const sound = streams.find((one) => one.codec_type === 'audio')!;
    expect([picture.codec_name, picture.width, picture.height, sound.codec_name, sound.sample_rate]).toEqual([
      video,
      854,
      480,
      audio,
      '48000',
    ]);
    // WebM tells the length of the whole alone; the sound's start is what its container says.
    expect(Math.abs(Number(format.duration) - 13.5)).toBeLessThanOrEqual(1 / 30);
    expect(Math.abs(Number(picture.start_time) - Number(sound.start_time))).toBeLessThan(0.01);
    expect(Math.abs(decoded(path).length / 48_000 - 13.5)).toBeLessThanOrEqual(1 / 30);
    expect(format.tags).toMatchObject(
      kind === 'MP4' ? { title: 'From a file', artist: 'Class 4b' } : { 'MOVIE/TITLE': 'From a file', 'MOVIE/ARTIST': 'Class 4b' },
    );
    const click = loudestFrame(decoded(path)) / 48_000;
    expect(Math.abs(click - CLICK_AT)).toBeLessThan(0.004);
    expect(Math.abs(brightFrom(path, 200) - click)).toBeLessThanOrEqual(1 / 30);
    // A dissolve at its middle, a card with words, a clip.
    for (const second of [6, 8, 11]) {
      await goTo(page, second);
      const film = filmPicture(path, second * 30);
      await expect
        .poll(async () => {
          const stage = await stagePicture(page);
          return stage.reduce((sum, value, index) => sum + Math.abs(value - film[index]!), 0) / stage.length;
        })
        .toBeLessThan(4);
    }
  });
}

aloneTest(
  'a film that is stopped leaves nothing behind, here or where it was to go, and the next file can be written',
  async ({ page }, info) => {
    await page.addInitScript(() => {
      // The person's disk: a place that tests can look into.
      Object.assign(window, {
        showSaveFilePicker: async ({ suggestedName }: { suggestedName: string }) => {
          const disk = await (await navigator.storage.getDirectory()).getDirectoryHandle('chosen', { create: true });
          return disk.getFileHandle(suggestedName, { create: true });
        },
      });
    });
    const { show, brought } = await flash();
    const long = { ...show, pictures: show.pictures.map((one) => (one.kind === 'card' ? { ...one, hold: 120, dissolve: 100 } : one)) };
    await openShowFile(page, showFile(long, brought, info.outputPath('show.zip')));
    for (const button of ['Save the film', 'Choose where to save it']) {
      const dialog = await finishPanel(page, 'Save as a film');
      await dialog.getByRole('radio', { name: 'Size: 1080p' }).click();
      await dialog.getByRole('button', { name: button }).click();
      const progress = page.getByRole('progressbar', { name: /Writing the film/ });
      await expect.poll(async () => Number(await progress.getAttribute('aria-valuenow'))).toBeGreaterThan(1);
      await page.getByRole('button', { name: 'Stop', exact: true }).click();
      await expect(progress).toBeHidden();
      for (const folder of ['written', 'chosen']) await expect.poll(() => keptNames(page, folder)).toEqual([]);
      await expect(page.getByRole('button', { name: 'Save as a film' })).toBeEnabled();
    }
    const dialog = await finishPanel(page, 'Save the sound alone');
    await dialog.getByRole('radio', { name: 'Kind of sound: FLAC' }).click();
    await dialog.getByRole('button', { name: 'Choose where to save it' }).click();
    await expect(page.getByText(/is written/)).toBeVisible();
    expect(await keptNames(page, 'chosen')).toEqual(['From a file.flac']);
  },
);

aloneTest('a coding that this browser lacks is offered as the other kind, in words', async ({ page }, info) => {
  await page.addInitScript(() => {
    // The films' workers are asked what can be written: nobody answers yet, and then that H.264 cannot.
    const waiting: (() => void)[] = [];
    Object.assign(window, { answer: () => waiting.splice(0).forEach((one) => one()) });
    const Real = window.Worker;
    window.Worker = class extends Real {
      override postMessage(message: unknown, transfer?: StructuredSerializeOptions | Transferable[]) {
        const asks = message as { name?: string; job?: number };
        if (asks.name === 'canWrite') {
          const answered = (this as unknown as { mp4?: boolean }).mp4
            ? () => this.dispatchEvent(new MessageEvent('message', { data: { kind: 'done', job: asks.job, result: false } }))
            : () => super.postMessage(message, transfer as Transferable[]);
          waiting.push(answered);
          return;
        }
        super.postMessage(message, transfer as Transferable[]);
      }
      constructor(url: string | URL, options?: WorkerOptions) {
        super(url, options);
        (this as unknown as { mp4: boolean }).mp4 = String(url).includes('mp4');
      }
    };
  });
  const { show, brought } = await flash();
  await openShowFile(page, showFile(show, brought, info.outputPath('show.zip')));
  const dialog = await finishPanel(page, 'Save as a film');
  const answer = () => page.evaluate(() => (window as unknown as { answer(): void }).answer());
  // Before that is known no film is begun.
  await expect(dialog.getByRole('button', { name: 'Save the film' })).toBeDisabled();
  await expect(async () => {
    await answer();
    await expect(dialog.getByText('This browser cannot write MP4 films of this size: it is WebM instead.')).toBeVisible({ timeout: 500 });
  }).toPass();
  await expect(dialog.getByRole('button', { name: 'Save the film' })).toBeEnabled();
});
