import { addPhotos, aloneTest, expect, face, newShow, type } from './app';
import { photo } from './media';
import { exported, laid, onset, recordBar } from './voice';
import { CHROMIUM } from '../playwright.config';

// Chromium's own fake microphone: it beeps, and nobody has to be asked.
const FAKE = ['--use-fake-device-for-media-stream', '--use-fake-ui-for-media-stream'];
aloneTest.use({ launchOptions: { ...CHROMIUM, args: [...CHROMIUM.args, ...FAKE] } });

async function showOfTwenty(page: Parameters<typeof newShow>[0]): Promise<void> {
  await newShow(page);
  await addPhotos(page, [await photo('voice-a.jpg', '#446688')]);
  await page.getByTestId('picture 1').click();
  await type(page, 'Time on screen', '20');
  await face(page, 'Voice');
  await page.getByRole('button', { name: 'Record from the now line' }).click();
  // Where the permission is not known beforehand, it is asked for in words first.
  const words = page.getByRole('button', { name: 'Use the microphone' });
  const ready = page.getByRole('button', { name: 'Start recording' });
  await expect(words.or(ready)).toBeVisible();
  if (await words.isVisible()) await words.click();
}

aloneTest('what the microphone hears is recorded and heard in the export', async ({ page }, info) => {
  await showOfTwenty(page);
  await expect(page.getByText(/^highest [−+]\d/)).toBeVisible();
  await page.getByRole('button', { name: 'Set up recording' }).click();
  await page.getByRole('button', { name: 'Count in 3, 2, 1' }).click();
  await page.getByRole('button', { name: 'Start recording' }).click();
  await expect(recordBar(page).getByText(/^0:03\.\d$/)).toBeVisible();
  await page.getByRole('button', { name: 'Stop recording' }).click();
  await expect(laid(page)).toHaveAccessibleName(/^Recording 1, from 0:00\.0 to 0:0[23456]/);
  const sound = await exported(page, info.outputPath('beeps.wav'));
  expect(onset(sound)).toBeGreaterThanOrEqual(0);
  expect(onset(sound)).toBeLessThan(1.5);
});

aloneTest('a page that dies while recording loses at most a second: the next visit finds the rest', async ({ page, context }) => {
  await showOfTwenty(page);
  await page.getByRole('button', { name: 'Start recording' }).click();
  await expect(recordBar(page).getByText(/^0:05\.\d$/)).toBeVisible();
  const url = page.url();
  const died = page.waitForEvent('crash');
  await page.goto('chrome://crash').catch(() => undefined);
  await died.catch(() => undefined);
  const next = await context.newPage();
  await next.goto(url);
  await expect(next.getByText(/A recording of [45678]\.\d s was left when the page ended/)).toBeVisible();
  await next.getByRole('button', { name: 'Put it where it was spoken' }).click();
  await expect(laid(next)).toHaveAccessibleName(/^Recording 1, from 0:00\.0 to 0:0[45678]/);
  await expect(next.getByText(/A recording of/)).toHaveCount(0);
});
