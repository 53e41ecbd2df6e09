import { readFileSync } from 'node:fs';
import { WaveFile } from 'wavefile';
import { addPhotos, expect, exportWav, face, goTo, layMusic, newShow, test, type } from './app';
import { firstDifference } from '../tests/tones';
import { clickSong, photo, samplesOf } from './media';
import { soundOf } from './sound';

test('sound alone: it plays, is marked, checked and exported; a first picture changes nothing of the sound', async ({ page }, info) => {
  await newShow(page);
  await face(page, 'Pictures');
  await page.getByRole('button', { name: /A show without pictures/ }).tap();
  await layMusic(page, clickSong(12));
  await expect(page.getByText('0:00.0 / 0:12.0')).toBeVisible();
  await expect(page.getByTestId('small rivers')).toBeVisible();
  await page.getByRole('button', { name: 'Play', exact: true }).tap();
  await expect(page.getByText(/^0:01\.\d \/ 0:12/)).toBeVisible();
  // Marked while it plays.
  await page.keyboard.press('m');
  await page.getByRole('button', { name: 'Pause' }).tap();
  await expect(page.getByTestId(/^mark /)).toHaveCount(1);
  await face(page, 'Finish');
  // Nothing is missing for want of pictures.
  await expect(page.getByText(/has no credit/)).toBeVisible();
  await expect(page.getByText(/no pictures/i)).toHaveCount(0);

  const path = info.outputPath('alone.wav');
  await exportWav(page, path, 'Float');
  const before = samplesOf(path);
  expect(before.frames).toBe(12 * 48_000);
  expect(new WaveFile(readFileSync(path)).listCuePoints()).toHaveLength(1);
  await addPhotos(page, [await photo('red.jpg', '#b03030')]);
  expect(firstDifference(await soundOf(page), before.left)).toBe(-1);
  // Behind its one picture the stage is dark, and sound goes on.
  await goTo(page, 8);
  await expect(page.locator('canvas[data-testid=stage]')).toHaveAttribute('data-shown', '');

  // As long as one says, and led by pictures again.
  await face(page, 'Pictures');
  await page
    .getByRole('radio', { name: 'So long' })
    .or(page.getByRole('button', { name: 'So long' }))
    .first()
    .tap();
  await type(page, 'Length of the show', '9');
  await expect(page.getByText(/ \/ 0:09\.0$/)).toBeVisible();
  await page.reload();
  await expect(page.getByText(/ \/ 0:09\.0$/)).toBeVisible();
  await page.getByRole('button', { name: 'Let pictures lead' }).tap();
  await expect(page.getByText(/ \/ 0:05\.0$/)).toBeVisible();
});
