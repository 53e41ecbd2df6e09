import { addPhotos, aloneTest, expect, face, newShow } from './app';
import { photo } from './media';
import { BROWSER } from '../playwright.config';

// There is a microphone, and whoever is asked says no: only the whole browser asks.
aloneTest.use({
  launchOptions: { ...BROWSER, args: [...BROWSER.args, '--use-fake-device-for-media-stream', '--deny-permission-prompts'] },
});

aloneTest('where the microphone is denied, words say so and name the other ways in', async ({ page }) => {
  await newShow(page);
  await addPhotos(page, [await photo('voice-a.jpg', '#446688')]);
  await face(page, 'Voice');
  await page.getByRole('button', { name: 'Record from the now line' }).click();
  await page.getByRole('button', { name: 'Use the microphone' }).click();
  await expect(page.getByText(/^The microphone may not be used/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Practice microphone' })).toBeVisible();
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await expect(page.getByTestId('files: Bring in')).toBeAttached();
});
