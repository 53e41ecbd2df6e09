import type { Locator, Page } from '@playwright/test';
import { addPhotos, expect, face, layMusic, newShow, test } from './app';
import { made } from '../tests/made';
import { clickSong, ffmpeg, photo, silentEnds, song } from './media';
import { narrationFile } from './voice';

// How many taps a job takes. Choosing a file counts as one: the button opens the device's own chooser.

const SONG = { tempo: 112, beats: 4, style: 'band', form: 'ABAB', bars: 8 } as const;

/** Counts what a person does. */
function counting(page: Page) {
  const own = { taps: 0 };
  return {
    own,
    tap: async (target: Locator) => {
      own.taps += 1;
      await target.tap();
    },
    /** A button that chooses a file: a tap on it, and one in the chooser. */
    choose: async (name: string, path: string) => {
      own.taps += 2;
      await page.getByTestId(`files: ${name}`).setInputFiles(path);
    },
  };
}

const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name, exact: typeof name === 'string' });
const fits = (page: Page) => expect(page.getByRole('button', { name: /Length: Fits/ })).toBeVisible();

test('from photos to a fitted song: 4 taps; replacing the song: 3; fading its end: 1, then by its handle', async ({ page }) => {
  await newShow(page);
  await addPhotos(page, await Promise.all(['#b03030', '#30a050', '#3050b0', '#a0a020'].map((one, i) => photo(`t${i}.png`, one))));
  await page.getByRole('tab', { name: 'Bed' }).tap();

  const first = counting(page);
  await first.choose('Add music', song('plain', SONG));
  await first.tap(button(page, 'Lay it and fit it'));
  await first.tap(button(page, 'Use this fit'));
  await fits(page);
  expect(first.own.taps).toBe(4);

  const next = counting(page);
  // What was laid is chosen. It was fitted: so is what comes in its place.
  const before = await page.getByTestId(/^part /).getAttribute('data-testid');
  await next.tap(button(page, 'More'));
  await next.choose('Replace the song', song('other', { ...SONG, tempo: 96 }));
  await expect(page.getByTestId(before!)).toHaveCount(0);
  expect(next.own.taps).toBe(3);
  await button(page, 'Use this fit').tap();
  await fits(page);
  await expect(page.getByTestId(/^part /)).toHaveCount(1);

  const fade = counting(page);
  await fade.tap(button(page, 'Fade the end'));
  expect(fade.own.taps).toBe(1);
  await expect.poll(async () => Number(await page.getByTestId('fadeOut').getAttribute('aria-valuenow'))).toBeGreaterThan(1);
});

test('trimming the silence before laying: 1 tap, where it is named', async ({ page }) => {
  await newShow(page);
  await face(page, 'Bed');
  await page.getByTestId('files: Add music').setInputFiles(silentEnds());
  const trim = counting(page);
  await trim.tap(button(page, 'Trim silence'));
  expect(trim.own.taps).toBe(1);
  await expect(button(page, 'Silence trimmed')).toHaveAttribute('aria-pressed', 'true');
  const whole = await page.getByText(/^\d:\d\d\.\d · /).textContent();
  await button(page, 'Lay it under the show').tap();
  const plays = await page.getByText(/^plays \d/).textContent();
  const seconds = (text: string | null) => {
    const [, minutes, rest] = /(\d):(\d\d\.\d)/.exec(text ?? '')!;
    return Number(minutes) * 60 + Number(rest);
  };
  expect(seconds(plays)).toBeLessThan(seconds(whole) - 0.5);
});

test('lowering the music under a clip in which somebody speaks: 1 tap, offered when it arrives', async ({ page }) => {
  const film = made('says-hello.mp4', (path) => {
    const words = narrationFile('hello', 'Good morning everybody. Today we are going to plant the seeds beside the old stone wall.');
    ffmpeg(
      '-f',
      'lavfi',
      '-i',
      'color=c=0x406080:s=320x180:r=25:d=6',
      '-i',
      words,
      '-c:v',
      'libx264',
      '-pix_fmt',
      'yuv420p',
      '-c:a',
      'aac',
      '-t',
      '6',
      path,
    );
  });
  await newShow(page);
  await addPhotos(page, [await photo('before.png', '#b03030')]);
  await layMusic(page, clickSong(20));
  await expect(page.getByTestId('dip band')).toHaveCount(0);
  await addPhotos(page, [film]);
  const lower = counting(page);
  await lower.tap(button(page, 'Somebody speaks: lower the music there'));
  expect(lower.own.taps).toBe(1);
  await expect(button(page, 'Undo: make room for it')).toBeVisible();
  // The cause is in the picture's column: the dip is heard in the river.
  await face(page, 'Voice');
  await expect(button(page, /Undo: make room for it/)).toBeVisible();
});
