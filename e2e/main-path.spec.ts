import { partEnd } from '../core/show';
import { addPhotos, aloneTest, chooseMusic, expect, exportWav, field, layMusic, newShow, openOtherWays, test, type } from './app';
import { tool } from './bed';
import { savedShow, soundOf } from './sound';
import { CLICK_AT, clickSong, coded, loudestFrame, photo, probe, samplesOf, silentEnds } from './media';

const photos = () => Promise.all([photo('red.jpg', '#b03030'), photo('green.png', '#30a050'), photo('blue.webp', '#3050b0')]);

aloneTest('from photos and a song to a WAV: listen, lay, stop early, take home', async ({ page }, info) => {
  await newShow(page);
  await addPhotos(page, await photos());
  await expect(page.getByTestId('picture 3')).toBeVisible();
  await expect(page.getByText('0:00.0 / 0:15.0')).toBeVisible();

  await chooseMusic(page, clickSong(40));
  await expect(page.getByText('44.1 kHz, converted to 48 kHz')).toBeVisible();
  await page.getByRole('button', { name: 'Listen' }).click();
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Lay it under the show' }).click();

  await expect(page.getByRole('button', { name: /Length: 25 s over/ })).toBeVisible();
  await openOtherWays(page);
  await type(page, 'Fade out over', '4');
  await page.getByRole('button', { name: 'Use stop early' }).click();
  await expect(page.getByRole('button', { name: /Length: Fits/ })).toBeVisible();

  const path = info.outputPath('out.wav');
  expect(await exportWav(page, path, 'Float')).toBe('My show.wav');
  expect(probe(path)).toMatchObject({ codec: 'pcm_f32le', rate: 48_000, channels: 2, frames: 15 * 48_000 });
  const { left } = samplesOf(path);
  expect(loudestFrame(left)).toBe(CLICK_AT * 48_000);
  // The fade of four seconds: half the level two seconds before the end, nothing at the end.
  const rms = (at: number) =>
    Math.sqrt(left.subarray(at * 48_000 - 4800, at * 48_000 + 4800).reduce((sum, value) => sum + value * value, 0) / 9600);
  expect(20 * Math.log10(rms(13) / rms(10))).toBeCloseTo(-6.02, 1);
  expect(Math.abs(left.at(-1)!)).toBeLessThan(1e-4);
});

test('a song that is too short is repeated, its seams are numbered and heard', async ({ page }) => {
  await newShow(page);
  await addPhotos(page, await photos());
  await layMusic(page, clickSong(6));
  await expect(page.getByRole('button', { name: /Length: 9.0 s short/ })).toBeVisible();
  await openOtherWays(page);
  await page.getByRole('button', { name: 'Use repeat' }).click();
  await expect(page.getByRole('button', { name: /Length: Fits/ })).toBeVisible();
  await page.getByRole('button', { name: 'Hear stitch 1, at 0:06.0' }).click();
  await expect(page.getByRole('button', { name: 'Pause' })).toBeVisible();
  await page.getByRole('button', { name: 'Pause' }).click();

  const left = await soundOf(page);
  expect(left.length).toBe(15 * 48_000);
  for (const pass of [0, 1]) {
    const from = pass * 6 * 48_000;
    expect(from + loudestFrame(left.subarray(from, from + 6 * 48_000))).toBe(from + CLICK_AT * 48_000);
  }
});

test('silence is found and trimmed; exact fields in every spelling; back to the original', async ({ page }) => {
  await newShow(page);
  await addPhotos(page, await photos());
  await chooseMusic(page, silentEnds());
  await expect(page.getByText('1.5 s of silence at the start, 2.0 s at the end')).toBeVisible();
  await page.getByRole('button', { name: 'Lay it under the show' }).click();
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: 'Trim silence' }).click();
  await expect(page.getByText(/plays 0:05\.0/)).toBeVisible();

  await tool(page, 'Ends');
  await type(page, 'From', '0:02.250');
  await expect(field(page, 'From')).toHaveValue('0:02.250');
  await type(page, 'Starts at', '1,5');
  await expect(field(page, 'Starts at')).toHaveValue('0:01.500');
  await type(page, 'To', 'later');
  await expect(page.getByText(/Not understood/)).toBeVisible();
  await field(page, 'To').press('Escape');

  await page.getByRole('button', { name: 'Loudness', exact: true }).click();
  await type(page, 'Loudness in %', '50');
  await expect(field(page, 'Loudness in dB')).toHaveValue('−6.0 dB');
  await type(page, 'Loudness in dB', '-3');
  await expect(page.getByText('3.0 dB quieter')).toBeVisible();

  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: 'Back to the original' }).click();
  await expect(page.getByText(/plays 0:08\.5 · 0\.0 dB/)).toBeVisible();

  await chooseMusic(page, clickSong(6));
  await page.getByRole('button', { name: 'Lay it in place of all music' }).click();
  await expect(page.getByText(/^plays 0:06\.0/)).toBeVisible();
  await expect(page.getByTestId(/^part /)).toHaveCount(1);
});

test('every coding comes in whole and lies where it was: MP3, FLAC, Vorbis, Opus, M4A, AAC, the sound of MP4 and WebM', async ({
  page,
}, info) => {
  const video = ['-f', 'lavfi', '-i', 'color=c=green:s=160x90:r=10', '-shortest'];
  const files: [string, string[], number][] = [
    ['mp3', ['-b:a', '192k'], 48],
    ['flac', [], 1],
    ['ogg', ['-c:a', 'libvorbis'], 48],
    ['opus', ['-c:a', 'libopus'], 48],
    ['m4a', ['-c:a', 'aac'], 48],
    ['aac', ['-c:a', 'aac'], 48],
    ['mp4', [...video, '-c:a', 'aac', '-c:v', 'libx264'], 48],
    ['webm', [...video, '-c:a', 'libopus', '-c:v', 'libvpx'], 96],
  ];
  await newShow(page);
  await addPhotos(page, await photos());
  await page.getByTestId('picture 1').tap();
  await type(page, 'Time on screen', '60');
  await page.getByRole('button', { name: 'Close the drawer' }).tap();
  // One after the other, so that one export tells of them all.
  const starts: number[] = [];
  let at = 0;
  for (const [ending, options] of files) {
    await layMusic(page, coded(ending, ...options));
    const [, plays] = /plays 0:(0[\d.]+)/.exec((await page.getByText(/^plays 0:06\.[01]/).textContent())!)!;
    expect(Number(plays), ending).toBeGreaterThanOrEqual(6);
    starts.push(at);
    at = (await savedShow(page)).parts.reduce((end, part) => Math.max(end, partEnd(part)), 0);
  }
  const path = info.outputPath('codings.wav');
  await exportWav(page, path, '24-bit');
  expect(probe(path)).toMatchObject({ codec: 'pcm_s24le', frames: 70 * 48_000 });
  const { left } = samplesOf(path);
  for (const [i, [ending, , tolerance]] of files.entries()) {
    const from = Math.round(starts[i]! * 48_000);
    const click = loudestFrame(left.subarray(from, from + 5 * 48_000));
    expect(Math.abs(click - CLICK_AT * 48_000), `${ending}: frames off`).toBeLessThanOrEqual(tolerance);
  }
});
