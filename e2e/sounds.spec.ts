import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { newPart, newPicture } from '../core/show/edits';
import { firstOwnStart } from '../core/show/newShow';
import { FIRST_LANES } from '../core/show';
import { expect, finishPanel, test, wholePanel } from './app';
import { clickSong, ffmpeg, loudestFrame, photo, samplesOf, song, CLICK_AT } from './media';
import { bring, decoded, loudnessOf, openShowFile, probeAll, showFile, showWith } from './work';

/** Twelve seconds: a band on the bed, a click as a spot sound; with title, artist and a credit. */
async function opened(page: Page, folder: string): Promise<void> {
  const red = bring(await photo('red.jpg', '#b03030'), { kind: 'photo', width: 640, height: 480 });
  const path = song('finish', { tempo: 100, beats: 4, style: 'band', form: 'AB', bars: 4 });
  const music = bring(path, { seconds: samplesOf(path).frames / 48_000, rate: 48_000, channels: 2 }, 'Band');
  const click = bring(clickSong(6), { seconds: 6, rate: 44_100, channels: 2 }, 'Click');
  const credited = { ...music, media: { ...music.media, credit: 'Band by nobody, free' } };
  const brought = [red, credited, click];
  const show = showWith(
    {
      artist: 'Class 4b',
      pictures: [{ ...newPicture('red', red.media, firstOwnStart()), hold: 12, dissolve: 0 }],
      parts: [newPart('band', FIRST_LANES.bed, music.media), { ...newPart('click', FIRST_LANES.spot, click.media), at: 1 }],
    },
    brought,
  );
  await openShowFile(page, showFile(show, brought, join(folder, 'show.zip')));
}

async function save(page: Page, kind: string, which: string, path: string): Promise<string> {
  const dialog = await finishPanel(page, 'Save the sound alone');
  await dialog.getByRole('radio', { name: `Kind of sound: ${kind}` }).click();
  await dialog.getByRole('radio', { name: `What of it: ${which}` }).click();
  const started = page.waitForEvent('download');
  await dialog.getByRole('button', { name: 'Save the sound' }).click();
  const download = await started;
  await download.saveAs(path);
  await page.getByRole('button', { name: 'Close this message' }).last().click();
  return download.suggestedFilename();
}

test('sound as WAV, FLAC, MP3 and Opus: coding, length, words and loudness of each', async ({ page }, info) => {
  await opened(page, info.outputPath('.'));
  const wav = info.outputPath('out.wav');
  await save(page, 'WAV 24-bit', 'All', wav);
  const reference = loudnessOf(wav);
  expect(Math.abs(loudestFrame(samplesOf(wav).left) - (CLICK_AT + 1) * 48_000)).toBeLessThan(48);
  for (const [kind, ending, codec, tags] of [
    ['FLAC', 'flac', 'flac', { TITLE: 'From a file', ARTIST: 'Class 4b', COMMENT: 'Band by nobody, free' }],
    ['MP3', 'mp3', 'mp3', { title: 'From a file', artist: 'Class 4b' }],
    ['Opus', 'opus', 'opus', {}],
  ] as const) {
    const path = info.outputPath(`out.${ending}`);
    expect(await save(page, kind, 'All', path)).toBe(`From a file.${ending}`);
    const { streams, format } = probeAll(path);
    expect([kind, streams[0]!.codec_name, streams[0]!.sample_rate, streams[0]!.channels]).toEqual([kind, codec, '48000', 2]);
    expect(Math.abs(Number(format.duration) - 12)).toBeLessThanOrEqual(1 / 30);
    expect({ ...format.tags, ...(streams[0]!.tags as unknown as object | undefined) }).toMatchObject(
      kind === 'Opus' ? { TITLE: 'From a file', ARTIST: 'Class 4b' } : tags,
    );
    const sound = decoded(path);
    // Not a frame too many: what the encoder adds is told to the player and taken off again. Opus ends with its last packet of 20 ms.
    expect([kind, sound.length >= 12 * 48_000, sound.length < 12 * 48_000 + (kind === 'Opus' ? 960 : 1)]).toEqual([kind, true, true]);
    expect(Math.abs(loudestFrame(sound) - (CLICK_AT + 1) * 48_000)).toBeLessThan(48);
    expect(Math.abs(loudnessOf(path) - reference)).toBeLessThan(0.3);
  }
});

test('bed alone, voice where nobody speaks, and one file for each lane, equally long, that add up to the whole', async ({ page }, info) => {
  await opened(page, info.outputPath('.'));
  const whole = info.outputPath('whole.wav');
  await save(page, 'WAV float', 'All', whole);
  const bed = info.outputPath('bed.wav');
  expect(await save(page, 'WAV float', 'Bed', bed)).toBe('From a file, bed.wav');
  const dialog = await finishPanel(page, 'Save the sound alone');
  await dialog.getByRole('radio', { name: 'What of it: Voice' }).click();
  await expect(dialog.getByText('Nothing sounds on that lane.')).toBeVisible();
  await expect(dialog.getByRole('button', { name: 'Save the sound' })).toBeDisabled();
  await page.keyboard.press('Escape');
  const zip = info.outputPath('lanes.zip');
  expect(await save(page, 'WAV float', 'Each lane', zip)).toBe('From a file, lanes.zip');
  const folder = info.outputPath('lanes');
  mkdirSync(folder);
  execFileSync('unzip', ['-t', zip]);
  execFileSync('unzip', ['-q', zip, '-d', folder]);
  expect(readdirSync(folder).sort()).toEqual(['1 Bed.wav', '2 Spot sounds.wav']);
  const all = samplesOf(whole);
  const lanes = readdirSync(folder).map((name) => samplesOf(join(folder, name)));
  expect(lanes.map(({ frames }) => frames)).toEqual([all.frames, all.frames]);
  let most = 0;
  for (let i = 0; i < all.frames; i += 1)
    most = Math.max(most, Math.abs(all.left[i]! - lanes.reduce((sum, lane) => sum + lane.left[i]!, 0)));
  expect(most).toBeLessThan(1e-6);
  expect(existsSync(bed)).toBe(true);
  expect(Buffer.compare(Buffer.from(samplesOf(bed).left.buffer), Buffer.from(samplesOf(join(folder, '1 Bed.wav')).left.buffer))).toBe(0);
});

test('loudness brought to its aim, peaks held: what is measured by another meter is what was asked for', async ({ page }, info) => {
  await opened(page, info.outputPath('.'));
  const dialog = await wholePanel(page);
  await dialog.getByRole('radio', { name: 'Loudness to aim for: −16' }).click();
  await expect(dialog.getByText('phones and podcasts (common practice)')).toBeVisible();
  await dialog.getByRole('button', { name: 'Bring it there' }).click();
  await expect(page.getByRole('button', { name: 'Undo: bring the loudness there' })).toBeAttached();
  await page.keyboard.press('Escape');
  const path = info.outputPath('loud.wav');
  await save(page, 'WAV 24-bit', 'All', path);
  expect(Math.abs(loudnessOf(path) + 16)).toBeLessThan(0.3);
  // True peak by ffmpeg's ebur128, dBTP.
  const said = ffmpeg('-i', path, '-af', 'ebur128=peak=true', '-f', 'null', '-');
  expect(Number(/True peak:\s+Peak:\s+(-?[\d.]+) dBFS/.exec(said)![1])).toBeLessThanOrEqual(-1);
  await page.getByRole('button', { name: 'Undo: bring the loudness there' }).click();
  await expect(page.getByRole('button', { name: 'Undo: choose a loudness' })).toBeVisible();
});

test('a file is handed on where the browser offers that', async ({ page }, info) => {
  await opened(page, info.outputPath('.'));
  await page.evaluate(() => {
    const shared: string[] = [];
    Object.assign(window, { shared });
    Object.assign(Navigator.prototype, {
      canShare: () => true,
      share: async ({ files }: { files: File[] }) => void shared.push(`${files[0]!.name} ${files[0]!.type} ${files[0]!.size > 1000}`),
    });
  });
  const dialog = await finishPanel(page, 'Save the sound alone');
  await dialog.getByRole('radio', { name: 'Kind of sound: MP3' }).click();
  await dialog.getByRole('button', { name: 'Save the sound' }).click();
  await page.getByRole('button', { name: 'Share it' }).click();
  expect(await page.evaluate(() => (window as unknown as { shared: string[] }).shared)).toEqual(['From a file.mp3 audio/mpeg true']);
  // The next test finds the browser as it is.
  await page.reload();
});
