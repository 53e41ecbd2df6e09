import { test as patient, type Page } from '@playwright/test';
import { addPhotos, aloneTest, dragByTouch, expect, exportWav, face, field, goTo, layMusic, newShow, test, type, wholePanel } from './app';
import { tool } from './bed';
import { clickSong, photo } from './media';
import { laid, recordBar } from './voice';

/** A show of twelve seconds with a song as long as it is, which is chosen. */
async function songChosen(page: Page): Promise<void> {
  await newShow(page);
  await addPhotos(page, [await photo('house.jpg', '#446688')]);
  await page.getByTestId('picture 1').tap();
  await type(page, 'Time on screen', '12');
  await layMusic(page, clickSong(12));
  await laid(page).first().tap();
}

test('an ambience lies under the music on a lane of its own; the two sound together and cross nowhere', async ({ page }) => {
  await songChosen(page);
  await page.getByRole('button', { name: 'More', exact: true }).tap();
  await page.getByRole('button', { name: 'Lanes of the bed' }).tap();
  const lanes = page.getByRole('dialog', { name: 'Lanes of the bed' });
  await lanes.getByRole('button', { name: 'Add a lane to the bed' }).tap();
  await expect(lanes.getByRole('button', { name: 'Lay on Bed 2' })).toHaveAttribute('aria-pressed', 'true');
  await type(page, 'Name of Bed 2', 'Rain outside');
  await lanes.getByRole('button', { name: /^Treatments of Rain outside/ }).tap();
  await page.getByRole('button', { name: 'Add: Low cut' }).tap();
  await expect(page.getByRole('slider', { name: 'Low cut: below' })).toHaveAttribute('aria-valuetext', '80 Hz');
  await page.keyboard.press('Escape');
  await expect(lanes).toBeHidden();
  await page.getByRole('button', { name: 'Close the drawer' }).tap();
  await page.getByTestId('files: Add another piece').setInputFiles(clickSong(8));
  await page.getByRole('button', { name: 'Lay it under the show' }).tap();
  await expect(page.getByTestId(/^part /)).toHaveCount(2);
  await expect(page.getByText('Rain outside')).toBeVisible();
  const boxes = await Promise.all(
    [0, 1].map(
      async (i) =>
        (await page
          .getByTestId(/^part /)
          .nth(i)
          .boundingBox())!,
    ),
  );
  expect(Math.max(boxes[0]!.x, boxes[1]!.x)).toBeGreaterThanOrEqual(
    Math.min(boxes[0]!.x + boxes[0]!.width, boxes[1]!.x + boxes[1]!.width) - 1,
  );
  await laid(page).last().tap();
  await expect(page.getByRole('button', { name: 'Cross', exact: true })).toBeHidden();
  await page.reload();
  await expect(page.getByTestId(/^part /)).toHaveCount(2);
  await expect(page.getByText('Rain outside')).toBeVisible();
});

test('levels are typed in dB or percent wherever they are set, Escape gives a field back what it said, a scrolling thumb sets nothing', async ({
  page,
}) => {
  await songChosen(page);
  await goTo(page, 4);
  await tool(page, 'Range');
  await type(page, 'Range in dB', '15 %');
  await expect(field(page, 'Range in dB')).toHaveValue('−16.5 dB');
  await tool(page, 'Pins');
  await page.getByRole('button', { name: 'Choose pin 2' }).tap();
  await type(page, 'Level of the pin', '50%');
  await expect(field(page, 'Level of the pin')).toHaveValue('−6.0 dB');
  await type(page, 'Level of the pin', '0 %');
  await expect(field(page, 'Level of the pin')).toHaveValue('silent');
  await page.getByRole('button', { name: 'Loudness', exact: true }).tap();
  await type(page, 'Loudness in %', '-12 dB');
  await expect(field(page, 'Loudness in dB')).toHaveValue('−12.0 dB');
  await type(page, 'Loudness in dB', '0 %');
  await expect(field(page, 'Loudness in dB')).toHaveValue('silent');
  await page.getByRole('button', { name: /^Undo/ }).tap();

  // A thumb that begins on the slider and goes down the page is a scroll: nothing is tried out, and leaving it commits nothing.
  const slider = page.getByRole('slider', { name: 'Loudness', exact: true });
  const box = (await slider.boundingBox())!;
  await dragByTouch(page, { x: box.x + box.width * 0.8, y: box.y + box.height / 2 }, -120);
  await slider.blur();
  await expect(field(page, 'Loudness in dB')).toHaveValue('−12.0 dB');

  const dialog = await wholePanel(page);
  const whole = dialog.getByRole('textbox', { name: 'Loudness of the whole' });
  await whole.fill('-9');
  await whole.press('Escape');
  await expect(whole).toHaveValue('0.0 dB');
  await expect(dialog).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(dialog).toBeHidden();
  await expect(page.getByRole('button', { name: 'Loudness to aim for, and held peaks' })).toBeFocused();
});

// Without the watch on the browser's errors: one of them is what it is about.
patient(
  '@wide where a drawing cannot be fetched the rest goes on, words say so, and it is there when it is asked for again',
  async ({ page }) => {
    await newShow(page);
    let away = true;
    await page.route('**/_expo/static/js/web/index-*.js', (route) => (away ? route.abort() : route.fallback()));
    await addPhotos(page, [await photo('house.jpg', '#446688')]);
    await layMusic(page, clickSong(12));
    const said = page.getByText(/The drawing of the loudness could not be shown\. Your show is safe\./);
    await expect(said).toBeVisible();
    await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
    await expect(page.getByTestId(/^part /)).toHaveCount(1);
    away = false;
    await page.getByRole('button', { name: 'Try again' }).click();
    await expect(said).toBeHidden();
    await expect(page.locator('svg path').first()).toBeAttached();
  },
);

aloneTest(
  'whoever leaves a show while recording finds in it what was said, and the next show knows nothing of it',
  async ({ page }, info) => {
    await newShow(page);
    await page.unroute('**/demo/**');
    await addPhotos(page, [await photo('house.jpg', '#446688')]);
    await page.getByTestId('picture 1').tap();
    await type(page, 'Time on screen', '20');
    await face(page, 'Voice');
    await page.getByRole('button', { name: 'Record from the now line' }).tap();
    await page.getByRole('button', { name: 'Practice microphone' }).tap();
    await page.getByRole('button', { name: 'Start recording' }).tap();
    await expect(recordBar(page).getByText(/^0:03\.\d$/)).toBeVisible();
    await page.getByRole('button', { name: 'Back to the shows' }).tap();
    await page.getByRole('button', { name: 'New show' }).tap();
    await face(page, 'Voice');
    await expect(page.getByRole('button', { name: 'Record from the now line' })).toBeVisible();
    await expect(page.getByText(/nothing was recorded|was left when the page ended/i)).toBeHidden();
    await page.getByRole('button', { name: 'Back to the shows' }).tap();
    await page.getByRole('button', { name: 'Open “My show”' }).last().tap();
    await face(page, 'Voice');
    await page.getByRole('button', { name: 'Put it where it was spoken' }).tap();
    await expect(laid(page)).toHaveAccessibleName(/^Recording 1, from 0:00\.0 to 0:0[3-9]/);
    await exportWav(page, info.outputPath('left.wav'));
  },
);
