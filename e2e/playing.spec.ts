import { addPhotos, expect, layMusic, newShow, openDemo, test, type } from './app';
import { clickSong, photo } from './media';
import { listenIn, startedIn } from './scheduled';

test('blocks lie one behind the other to the sample, ahead of the clock; the now line follows; the end is the end', async ({ page }) => {
  await listenIn(page);
  await newShow(page);
  await addPhotos(page, [await photo('red.jpg', '#b03030')]);
  await layMusic(page, clickSong(40));
  await page.keyboard.press('Home');
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(page.getByText(/^0:0[2-4]\.\d \/ 0:05\.0/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  await expect(page.getByText('0:05.0 / 0:05.0')).toBeVisible();
  const started = await startedIn(page);
  expect(started.reduce((sum, one) => sum + one.seconds, 0)).toBeCloseTo(5, 6);
  for (const [index, one] of started.entries()) {
    expect(one.when).toBeGreaterThanOrEqual(one.clock);
    const before = started[index - 1];
    if (!before) continue;
    expect(one.when - before.when - before.seconds).toBeCloseTo(0, 6);
    // A 220 Hz hum at −34 dBFS moves by at most 0.0006 a sample: a click at a border would jump further.
    expect(Math.abs(one.first - before.last)).toBeLessThan(0.002);
  }
});

test('an edit while playing is scheduled at once, behind a crossing and not behind what was rendered ahead', async ({ page }) => {
  await newShow(page);
  await listenIn(page);
  await addPhotos(page, [await photo('red.jpg', '#b03030'), await photo('green.png', '#30a050'), await photo('blue.webp', '#3050b0')]);
  await layMusic(page, clickSong(40));
  await page.getByRole('button', { name: 'Loudness', exact: true }).click();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(page.getByText(/^0:01\.\d /)).toBeVisible();
  const before = (await startedIn(page)).length;
  await type(page, 'Loudness in dB', '-20');
  await expect.poll(async () => (await startedIn(page)).length).toBeGreaterThan(before);
  await expect
    .poll(async () => {
      const started = await startedIn(page);
      // The first block that begins before the one scheduled ahead of it: the edited sound taking over.
      const index = started.findIndex((one, i) => i > 0 && one.when < started[i - 1]!.when + started[i - 1]!.seconds - 0.001);
      return index < 0 ? Infinity : started[index]!.when - started[index]!.clock;
    })
    .toBeLessThan(0.25);
  await page.getByRole('button', { name: 'Pause' }).click();
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
});

test('scrolling is scrubbing: the stage shows the picture at the now line', async ({ page }) => {
  await openDemo(page);
  await page.mouse.move(200, 500);
  await page.mouse.wheel(0, 370);
  await expect(page.getByText(/^0:4\d\.\d \/ 1:36\.0/)).toBeVisible();
  await expect(page.getByRole('img', { name: 'The spade' })).toBeVisible();
});
