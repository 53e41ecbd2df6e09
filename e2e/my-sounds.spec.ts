import { addPhotos, expect, exportWav, face, layMusic, newShow, test, type } from './app';
import { clickSong, clicksOf, photo, samplesOf } from './media';

test('a part as it is becomes a piece of its own, and is found, listened to and laid in another show', async ({ page }, info) => {
  await newShow(page);
  await addPhotos(page, [await photo('red.jpg', '#b03030'), await photo('blue.jpg', '#3030b0')]);
  await layMusic(page, clickSong(12));
  await page.getByTestId(/^part /).tap();
  // From its third second on: the clicks of the piece lie a second apart.
  await page.getByRole('button', { name: 'Cut', exact: true }).tap();
  await type(page, 'Slip: starts in the piece at', '2');
  await page.getByRole('button', { name: 'More', exact: true }).tap();
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as FLAC' }).tap();
  expect((await saved).suggestedFilename()).toMatch(/\.flac$/);
  await page.getByRole('button', { name: /^Save as a piece/ }).tap();
  await expect(page.getByText(/as laid” is among your sounds now/)).toBeVisible();
  const whole = info.outputPath('first.wav');
  await exportWav(page, whole, 'Float');

  await page.getByRole('button', { name: 'Back to the shows' }).tap();
  await newShow(page);
  await addPhotos(page, [await photo('red.jpg', '#b03030'), await photo('blue.jpg', '#3030b0')]);
  await face(page, 'Bed');
  await page.getByRole('button', { name: 'My sounds' }).tap();
  await page.getByRole('button', { name: /^Listen to .*, as laid/ }).tap();
  await page.getByRole('button', { name: /^Stop .*, as laid/ }).tap();
  await page.getByRole('button', { name: /^Music: lay .*, as laid as music/ }).tap();
  await page.getByRole('button', { name: 'Lay it under the show' }).tap();
  await expect(page.getByTestId(/^part /)).toHaveCount(1);
  const again = info.outputPath('second.wav');
  await exportWav(page, again, 'Float');
  expect(clicksOf(samplesOf(again).left)).toEqual(clicksOf(samplesOf(whole).left));
});
