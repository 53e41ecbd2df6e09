import { addPhotos, expect, face, field, layMusic, newShow, openDemo, test, type } from './app';
import { undoIs } from './bed';
import { clickSong, photo } from './media';

test('the sheet says what comes next, and each step is gone when it is done', async ({ page }) => {
  await newShow(page);
  const next = (words: string) => page.getByTestId('sheet').getByRole('button', { name: words });
  await expect(next('First add photos or clips.')).toBeVisible();
  // Nothing is there: Finish says so, and offers nothing to be taken home.
  await face(page, 'Finish');
  await expect(page.getByText('There is nothing to take home yet.', { exact: false })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Save as a film' })).toBeHidden();
  await addPhotos(page, [await photo('a.png', '#b03030'), await photo('b.png', '#30a050')]);
  await next('Next: add music.').tap();
  await expect(page.getByRole('tab', { name: 'Bed' })).toHaveAttribute('aria-selected', 'true');
  await layMusic(page, clickSong(14));
  await next('Next: make the lengths agree.').tap();
  await expect(page.getByRole('dialog', { name: /^Fit “/ })).toBeVisible();
  await page.keyboard.press('Escape');
});

test('a show is renamed where it is open; Escape keeps its name; undo brings the old one back', async ({ page }) => {
  await newShow(page);
  await page.getByRole('button', { name: 'Rename “My show”' }).tap();
  await field(page, 'Title of the show').fill('Something else');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('heading', { name: 'My show' })).toBeVisible();
  await page.getByRole('button', { name: 'Rename “My show”' }).tap();
  await type(page, 'Title of the show', 'The rain garden');
  await expect(page.getByRole('heading', { name: 'The rain garden' })).toBeVisible();
  await undoIs(page, 'rename the show');
  await page.reload();
  await expect(page.getByRole('heading', { name: 'The rain garden' })).toBeVisible();
});

test('a number is stepped by a button that is held, as one edit, and by the arrow keys; a picture goes to the place that is typed', async ({
  page,
}) => {
  await newShow(page);
  await addPhotos(page, await Promise.all(['#b03030', '#30a050', '#3050b0'].map((colour, i) => photo(`n${i}.png`, colour))));
  await page.getByTestId('picture 1').tap();
  const hold = field(page, 'Time on screen');
  await expect(hold).toHaveValue('5.0 s');
  const more = (await page.getByRole('button', { name: 'Time on screen: more' }).boundingBox())!;
  await page.mouse.move(more.x + more.width / 2, more.y + more.height / 2);
  await page.mouse.down();
  await expect.poll(async () => parseFloat(await hold.inputValue())).toBeGreaterThan(7);
  await page.mouse.up();
  const held = await hold.inputValue();
  expect(parseFloat(held)).toBeGreaterThan(7);
  await undoIs(page, 'change time on screen');
  await page.getByRole('button', { name: 'Undo: change time on screen' }).tap();
  await expect(hold).toHaveValue('5.0 s');
  await hold.focus();
  await page.keyboard.press('ArrowUp');
  await expect(hold).toHaveValue('5.5 s');
  await page.getByRole('button', { name: 'More', exact: true }).tap();
  await type(page, 'Place', '3');
  await expect(page.getByTestId('picture 3')).toHaveAttribute('aria-label', /5\.5 seconds/);
  await expect(page.getByText('of 3', { exact: true })).toBeVisible();
});

test('a tap on a dip opens the dips in the drawer: sheet and Play stay in reach, Escape and another face close it', async ({ page }) => {
  await openDemo(page);
  const band = page.getByTestId('dip band').first();
  await expect(band).toBeVisible();
  await page
    .getByRole('button', { name: /^Dip, \d/ })
    .first()
    .tap();
  const dialog = page.getByRole('dialog', { name: 'Dips' });
  await expect(dialog).toBeVisible();
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeInViewport();
  expect((await page.getByTestId('sheet').boundingBox())!.height).toBeGreaterThan(150);
  const begins = async () => Number(await band.getAttribute('data-from'));
  const before = await begins();
  // Longer than its slope: what is to be clear is all the way down in any case when the voice begins.
  await type(page, 'Starts before the voice by', '2');
  await expect.poll(begins).toBeLessThan(before);
  await dialog.press('Escape');
  await expect(dialog).toBeHidden();
  await face(page, 'Pictures');
  await page.getByRole('button', { name: 'All pictures' }).tap();
  await expect(page.getByRole('dialog', { name: 'All pictures' })).toBeVisible();
  await face(page, 'Bed');
  await expect(page.getByRole('dialog')).toBeHidden();
});

test('tapping along can be stopped on every face', async ({ page }) => {
  await openDemo(page);
  await face(page, 'Pictures');
  await page.getByRole('button', { name: 'Times', exact: true }).tap();
  await page.getByRole('button', { name: 'Tap along' }).tap();
  for (const name of ['Bed', 'Voice', 'Finish', 'Pictures'] as const) {
    await face(page, name);
    await expect(page.getByRole('button', { name: 'That is all' })).toBeInViewport();
  }
  await page.getByRole('button', { name: 'That is all' }).tap();
  await expect(page.getByRole('button', { name: 'That is all' })).toBeHidden();
});
