import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { addPhotos, aloneTest, expect, face, field, newShow, openDemo, openOtherWays, test, wholePanel } from './app';
import { clickSong, photo, loudestFrame, CLICK_AT } from './media';
import { soundOf } from './sound';

/** Drops files on the page as a file manager does. */
async function drop(page: Page, paths: string[]): Promise<void> {
  const files = paths.map((path) => ({ name: path.split('/').at(-1)!, base64: readFileSync(path).toString('base64') }));
  const transfer = await page.evaluateHandle((all) => {
    const data = new DataTransfer();
    for (const { name, base64 } of all) {
      const bytes = Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0));
      data.items.add(new File([bytes], name));
    }
    return data;
  }, files);
  await page.dispatchEvent('body', 'dragover', { dataTransfer: transfer });
  await expect(page.getByText('Drop photos, clips or music')).toBeVisible();
  await page.dispatchEvent('body', 'drop', { dataTransfer: transfer });
}

test('@wide photos and music dropped together each find their place; a bad one is named', async ({ page }) => {
  await newShow(page);
  const bad = await photo('red.jpg', '#b03030');
  await drop(page, [bad, await photo('blue.webp', '#3050b0'), clickSong(6)]);
  await expect(page.getByTestId(/^picture \d$/)).toHaveCount(2);
  await expect(page.getByLabel('New music: click-6-44100')).toBeVisible();
  await page.getByRole('button', { name: 'Lay it under the show' }).click();
  await expect(page.getByRole('button', { name: /Length: 4.0 s short/ })).toBeVisible();
  await expect(page.getByText('pictures 0:10.0 bed 0:06.0')).toBeVisible();
});

test('@wide the last pass kept whole: it runs over, is cut at the end of the show, and the seam is where it is said to be', async ({
  page,
}) => {
  await newShow(page);
  await addPhotos(page, [await photo('red.jpg', '#b03030'), await photo('blue.webp', '#3050b0')]);
  await face(page, 'Bed');
  await page.getByTestId('files: Add music').setInputFiles(clickSong(6));
  await page.getByRole('button', { name: 'Lay it under the show' }).click();
  await openOtherWays(page);
  await page.getByRole('radio', { name: 'Last pass whole' }).click();
  await expect(page.getByText('2 passes, one seam; the last is kept whole and ends 2.0 s after the show.')).toBeVisible();
  await page.getByRole('button', { name: 'Hear the seam' }).click();
  // The play bar has one of its own once it plays.
  await page.getByLabel('Repeat', { exact: true }).getByRole('button', { name: 'Stop', exact: true }).click();
  await page.getByRole('button', { name: 'Use repeat' }).click();
  await expect(page.getByRole('button', { name: /Length: 2.0 s over/ })).toBeVisible();
  await face(page, 'Finish');
  await expect(page.getByText(/it is cut off where the pictures end/)).toBeVisible();
  const left = await soundOf(page);
  expect(left.length).toBe(10 * 48_000);
  expect(6 * 48_000 + loudestFrame(left.subarray(6 * 48_000))).toBe((6 + CLICK_AT) * 48_000);
});

test('@wide all fields of the chosen part stand beside the sheet, and the loudness is drawn', async ({ page }) => {
  await openDemo(page);
  await expect(page.getByText('Loudness over the show')).toBeVisible();
  await expect(page.getByText('−48', { exact: true })).toBeVisible();
  await page.getByTestId('part puddle-jump').getByRole('button').focus();
  await page.keyboard.press('Enter');
  for (const name of ['Starts at', 'From', 'To', 'Fade up', 'Fade out', 'Loudness in dB', 'Loudness in %'])
    await expect(field(page, name)).toBeVisible();
  // With its dips the demo stays below full scale even at 200 %: the bed is made louder first.
  await field(page, 'Loudness in dB').fill('0');
  await field(page, 'Loudness in dB').press('Enter');
  await field(page, 'Fade out').fill('3');
  await field(page, 'Fade out').press('Enter');
  const bend = page.getByRole('slider', { name: 'Fade out: bend' });
  await bend.focus();
  for (let i = 0; i < 5; i += 1) await page.keyboard.press('ArrowRight');
  await expect(page.getByText('quick start')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Undo: fade out' })).toBeVisible();
  await wholePanel(page);
  await field(page, 'Loudness of the whole').fill('+6');
  await field(page, 'Loudness of the whole').press('Enter');
  await expect(page.getByText(/highest peak is \+\d\.\d dB above full scale/)).toBeVisible();
  await page.getByRole('button', { name: /^Hold the peaks/ }).click();
  await expect(page.getByText(/above full scale: it distorts there/)).toBeHidden();
  await expect(page.getByText('−1.0 dBTP', { exact: true }).last()).toBeVisible();
});

aloneTest('@wide with the keyboard alone: a new show, photos in order, music laid and made to fit', async ({ page }) => {
  await newShow(page);
  // The device's own chooser is not part of the page; what it hands over is.
  await addPhotos(page, [await photo('red.jpg', '#b03030'), await photo('green.png', '#30a050')]);
  await page.getByRole('tab', { name: 'Bed' }).focus();
  await page.keyboard.press('Enter');
  await page.getByTestId('files: Add music').setInputFiles(clickSong(40));
  const lay = page.getByRole('button', { name: 'Lay it under the show' });
  await expect(lay).toBeVisible();
  await lay.focus();
  await page.keyboard.press('Enter');
  const length = page.getByRole('button', { name: /Length: 30 s over/ });
  await length.focus();
  await page.keyboard.press('Enter');
  const dialog = page.getByRole('dialog', { name: /^Fit “/ });
  await expect(dialog).toBeVisible();
  // Answers come while one tabs through them: wait until they stand.
  await expect(page.getByRole('button', { name: 'Use this fit' })).toBeVisible();
  for (const name of ['Other ways to agree: show', 'Use stop early']) {
    const button = page.getByRole('button', { name });
    for (let i = 0; i < 40; i += 1) {
      await page.keyboard.press('Tab');
      if (await button.evaluate((one) => one === document.activeElement)) break;
    }
    await expect(button).toBeFocused();
    await page.keyboard.press('Enter');
  }
  await expect(dialog).toBeHidden();
  await expect(page.getByRole('button', { name: /Length: Fits/ })).toBeFocused();
});
