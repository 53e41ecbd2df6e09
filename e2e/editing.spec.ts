import { addPhotos, centreOf, dragByTouch, expect, field, GRIP, layMusic, LIFT, newShow, openDemo, test, type } from './app';
import { clickSong, photo } from './media';
import { controlFaults } from './probes';

const photos = () => Promise.all([photo('red.jpg', '#b03030'), photo('green.png', '#30a050'), photo('blue.webp', '#3050b0')]);

test('by thumb: choose, trim, fade and move on the sheet; a stroke elsewhere only scrolls', async ({ page }) => {
  await newShow(page);
  await addPhotos(page, await photos());
  await layMusic(page, clickSong(40));
  const undo = page.getByRole('button', { name: /^(Undo: |Nothing to undo)/ });

  await page.getByRole('button', { name: 'Close the drawer' }).click();
  const name = () =>
    page
      .getByTestId(/^part /)
      .getByRole('button')
      .getAttribute('aria-label');
  const before = await name();
  const body = await page.getByTestId(/^part /).boundingBox();
  await dragByTouch(page, { x: body!.x + 60, y: body!.y + 120 }, -60);
  await expect(page.getByText(/^0:0[1-9]\.\d \/ 0:15\.0/)).toBeVisible();
  expect(await name()).toBe(before);

  await page.keyboard.press('Home');
  await page.getByTestId(/^part /).tap({ position: { x: 60, y: 60 } });
  // Each handle is as large as a thumb.
  await expect(page.getByTestId('fadeUp')).toBeVisible();
  expect(await controlFaults(page)).toEqual([]);
  await dragByTouch(page, await centreOf(page, 'trim start'), 60, GRIP);
  await expect(undo).toHaveAccessibleName('Undo: trim the start');
  await dragByTouch(page, await centreOf(page, 'fadeUp'), 40, GRIP);
  await expect(undo).toHaveAccessibleName('Undo: fade up');
  await page.getByRole('button', { name: 'Fades', exact: true }).click();
  await expect(field(page, 'Fade up')).not.toHaveValue('0.0 s');
  await page.getByRole('button', { name: 'Fades', exact: true }).click();
  const part = await page.getByTestId(/^part /).boundingBox();
  await dragByTouch(page, { x: part!.x + 60, y: part!.y + 70 }, 50, LIFT);
  await expect(undo).toHaveAccessibleName('Undo: move a part');

  for (const step of ['move a part', 'fade up', 'trim the start', 'lay a piece']) {
    await expect(undo).toHaveAccessibleName(`Undo: ${step}`);
    await undo.click();
  }
  await page.getByRole('button', { name: 'Redo: lay a piece' }).click();
  expect(await name()).toContain('from 0:00.0 to 0:40.0');
});

test('pictures: their order by thumb and by keyboard, their times, one time for all, out and back', async ({ page }) => {
  await newShow(page);
  await addPhotos(page, await photos());
  const names = async () =>
    page.getByTestId(/^picture \d$/).evaluateAll((all) => all.map((one) => /, (\w+), /.exec(one.getAttribute('aria-label')!)![1]));
  expect(await names()).toEqual(['red', 'green', 'blue']);

  const first = await page.getByTestId('picture 1').boundingBox();
  await dragByTouch(page, { x: first!.x + 100, y: first!.y + 15 }, first!.height + 20, LIFT);
  await expect.poll(names).toEqual(['green', 'red', 'blue']);

  await page.getByTestId('picture 3').focus();
  await page.keyboard.press('Space');
  await expect(page.getByText('Picture 3 over place 3.')).toBeAttached();
  // The sorting listens to the arrow keys from the task after the one that took hold: no person is quicker, a test may be.
  await page.evaluate(() => new Promise((done) => setTimeout(done)));
  await page.keyboard.press('ArrowUp');
  await expect(page.getByText('Picture 3 over place 2.')).toBeAttached();
  await page.keyboard.press('Space');
  await expect.poll(names).toEqual(['green', 'blue', 'red']);

  await page.getByTestId('picture 2').tap();
  await type(page, 'Time on screen', '7,25');
  await expect(page.getByText('0:00.0 / 0:17.3')).toBeVisible();
  await page.getByRole('button', { name: 'Time on screen: more' }).click();
  await expect(field(page, 'Time on screen')).toHaveValue('7.5 s');
  await page.getByRole('button', { name: 'This time for all' }).click();
  await expect(page.getByText('/ 0:22.5')).toBeVisible();
  await page.getByRole('button', { name: 'Remove' }).click();
  await expect(page.getByText('/ 0:15.0')).toBeVisible();
  await page.getByRole('button', { name: 'Undo: remove a picture' }).click();
  await expect.poll(names).toEqual(['green', 'blue', 'red']);
});

test('pinching changes the seconds on the screen', async ({ page }) => {
  await newShow(page);
  await addPhotos(page, await photos());
  const height = async () => (await page.getByTestId('picture 1').boundingBox())!.height;
  const before = await height();
  const session = await page.context().newCDPSession(page);
  const touch = (touchType: 'touchStart' | 'touchMove' | 'touchEnd', apart: number) =>
    session.send('Input.dispatchTouchEvent', {
      type: touchType,
      touchPoints:
        touchType === 'touchEnd'
          ? []
          : [
              { x: 200, y: 480 - apart, id: 1 },
              { x: 200, y: 480 + apart, id: 2 },
            ],
    });
  await touch('touchStart', 20);
  for (const apart of [25, 30, 35, 40]) await touch('touchMove', apart);
  await touch('touchEnd', 0);
  await expect.poll(height).toBeGreaterThan(before * 1.5);
});

test('@wide keys: play, step, trim to the now line, zoom, undo, delete, and the list of keys', async ({ page }) => {
  await openDemo(page);
  const clock = (text: RegExp) => expect(page.getByText(text)).toBeVisible();
  await page.keyboard.press('Home');
  for (let i = 0; i < 12; i += 1) await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('ArrowUp');
  await clock(/^0:11\.9 \/ 1:36\.0/);
  await page.getByTestId('part puddle-jump').getByRole('button').focus();
  await page.keyboard.press('Enter');
  await expect(field(page, 'From')).toHaveValue('0:00.000');
  await page.keyboard.press(',');
  await expect(field(page, 'From')).toHaveValue('0:11.900');
  await page.keyboard.press('Control+z');
  await expect(field(page, 'From')).toHaveValue('0:00.000');
  await page.keyboard.press('Control+Shift+Z');
  await expect(field(page, 'From')).toHaveValue('0:11.900');
  await page.keyboard.press('Control+z');

  const height = async () => (await page.getByTestId('picture 3').boundingBox())!.height;
  const before = await height();
  await page.keyboard.press('+');
  await expect.poll(height).toBeGreaterThan(before * 1.2);

  await page.getByTestId('trim start').focus();
  expect(await page.getByTestId('trim start').evaluate((one) => getComputedStyle(one).outlineStyle)).toBe('solid');
  await page.keyboard.press('Shift+ArrowDown');
  await expect(page.getByRole('button', { name: 'Undo: trim the start' })).toBeVisible();

  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toBeHidden();

  await page.keyboard.press('Delete');
  await expect(page.getByTestId('part puddle-jump')).toBeHidden();
  await page.keyboard.press('Control+z');
  await expect(page.getByTestId('part puddle-jump')).toBeVisible();
});
