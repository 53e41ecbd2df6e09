import type { Page } from '@playwright/test';
import { addPhotos, centreOf, dragByTouch, expect, face, field, goTo, GRIP, layMusic, newShow, openFit, test, type } from './app';
import { clip, photo, song } from './media';

const SONG = { tempo: 112, beats: 4, style: 'band', form: 'ABAB', bars: 8 } as const;

const photosFor = (count: number) =>
  Promise.all(Array.from({ length: count }, (_, i) => photo(`h${i}.png`, `#${i % 9}0${9 - (i % 9)}060`)));
const valueOf = (page: Page, testId: string) => async () => Number(await page.getByTestId(testId).getAttribute('aria-valuenow'));
const undoIs = (page: Page, name: string) => expect(page.getByRole('button', { name: `Undo: ${name}` })).toBeVisible();

/** Draws a thing sideways with the mouse. */
async function drawSideways(page: Page, testId: string, by: number): Promise<void> {
  const { x, y } = await centreOf(page, testId);
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + by, y, { steps: 6 });
  await page.mouse.up();
}

test('pulling the end of a piece fits it the first time too; it is rather cut off or faded in one tap', async ({ page }) => {
  await newShow(page);
  await addPhotos(page, await photosFor(9));
  await layMusic(page, song('plain', SONG));
  await goTo(page, 42);
  const end = valueOf(page, 'fit end');
  for (let i = 0; i < 22; i += 1) await page.keyboard.press('Shift+ArrowDown');
  const whole = await end();
  await dragByTouch(page, await centreOf(page, 'fit end'), -90, GRIP);
  await expect(page.getByRole('status').getByText(/^fitted, \d stitch/)).toBeVisible();
  expect(await end()).toBeLessThan(whole - 4);
  await expect(page.getByRole('button', { name: /^Undo: fit to \d:/ })).toBeVisible();
  await page.getByRole('button', { name: 'Rather fade' }).tap();
  await undoIs(page, 'stop early');
  await expect(page.getByRole('button', { name: 'Rather fade' })).toBeHidden();
  expect(await valueOf(page, 'fadeOut')()).toBeGreaterThan(0.9);
  await page.keyboard.press('Control+z');
  expect(await end()).toBeCloseTo(whole, 2);
});

test('a marked moment is named, and a piece is fitted up to it', async ({ page }) => {
  await newShow(page);
  await addPhotos(page, await photosFor(8));
  await layMusic(page, song('plain', SONG));
  await goTo(page, 23);
  await page.keyboard.press('m');
  await undoIs(page, 'set a mark');
  await page.getByRole('button', { name: 'Tools of the sheet' }).tap();
  await type(page, 'Name of the mark at 0:23.0', 'the jump');
  await expect(page.getByRole('button', { name: 'the jump at 0:23.0: go there' })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('button', { name: 'the jump at 0:23.0: go there' })).toBeVisible();
  await openFit(page);
  await page.getByRole('button', { name: /^As long as the show/ }).tap();
  await page.getByRole('radio', { name: /Up to the jump at 0:23.0/ }).tap();
  await page.getByRole('button', { name: 'Use this fit' }).tap();
  await undoIs(page, 'fit to 0:23.0');
});

test('fades bend where their slope is dragged, two taps bring a value back; pins keep a thumb apart and what lies between them bends', async ({
  page,
}) => {
  await newShow(page);
  await addPhotos(page, await photosFor(3));
  await layMusic(page, song('plain', SONG));
  await page.getByRole('button', { name: 'Fade the end', exact: true }).tap();
  await page.keyboard.press('End');
  for (let i = 0; i < 5; i += 1) await page.keyboard.press('+');
  const bend = valueOf(page, 'fadeOut bend');
  await drawSideways(page, 'fadeOut bend', 30);
  await expect.poll(bend).toBe(0.5);
  await page.getByTestId('fadeOut bend').dblclick();
  await expect.poll(bend).toBe(0);
  await page.getByTestId('fadeOut').dblclick();
  await expect.poll(valueOf(page, 'fadeOut')).toBe(0);
  for (let i = 0; i < 5; i += 1) await page.keyboard.press('-');

  await page.getByRole('button', { name: 'More', exact: true }).tap();
  await page.getByRole('button', { name: 'Pins', exact: true }).tap();
  for (const second of [4, 5, 7]) {
    await goTo(page, second);
    await page.keyboard.press('p');
  }
  const places = await page.getByTestId(/^pin \d/).evaluateAll((all) => all.map((one) => one.getBoundingClientRect().top));
  expect(places).toHaveLength(3);
  for (let i = 1; i < places.length; i += 1) expect(places[i]! - places[i - 1]!).toBeGreaterThanOrEqual(43.9);
  // Close enough for a thumb between two of them, the slope there is bent by a pin more.
  for (let i = 0; i < 6; i += 1) await page.keyboard.press('+');
  await drawSideways(page, 'slope 2', -40);
  await undoIs(page, 'bend a slope');
  await expect(page.getByTestId(/^pin \d/)).toHaveCount(4);
});

test('two clips: their dissolve has a handle, their sounds are offered along, and the cut between the sounds is moved apart', async ({
  page,
}) => {
  await newShow(page);
  await addPhotos(page, [clip('mov', 5), clip('mp4', 5)]);
  await face(page, 'Pictures');
  await page.getByRole('button', { name: 'Close this message' }).tap();
  await page.getByTestId('picture 1').tap();
  const dissolve = valueOf(page, 'dissolve');
  const before = await dissolve();
  await dragByTouch(page, await centreOf(page, 'dissolve'), -20, GRIP);
  await expect.poll(dissolve).toBeGreaterThan(before + 0.5);
  await page.getByRole('button', { name: 'Let their sounds cross too' }).tap();
  await undoIs(page, 'cross the sounds with the pictures');
  await page
    .getByRole('button', { name: /^Sound of film/ })
    .first()
    .tap();
  const tail = field(page, 'Runs on by');
  await expect(tail).toHaveValue('0.0 s');
  await page.getByTestId('own cut').focus();
  for (let i = 0; i < 5; i += 1) await page.keyboard.press('ArrowUp');
  await undoIs(page, 'move the cut of the sounds');
  await expect(tail).toHaveValue(/^−0\.5/);
});
