import sharp from 'sharp';
import { addPhotos, dragByTouch, expect, expectStage, face, field, GRIP, layMusic, newShow, stageColour, test, type } from './app';
import { bytesFile, clickSong, clip, oldFilm, photo } from './media';
import { isInStep, luminance, playRising } from './rising';
import { soundOf } from './sound';

const photos = () => Promise.all([photo('red.jpg', '#b03030'), photo('green.png', '#30a050'), photo('blue.webp', '#3050b0')]);
const RED = [0xb0, 0x30, 0x30];
const GREEN = [0x30, 0xa0, 0x50];

test('a mixed batch arrives: photos of every kind, turned ones upright, clips; the bad ones are named', async ({ page }) => {
  const turned = await sharp({ create: { width: 640, height: 480, channels: 3, background: '#808020' } })
    .jpeg()
    .withMetadata({ orientation: 6 })
    .toBuffer();
  const good = [
    bytesFile('turned.jpg', turned),
    await photo('red.jpg', '#b03030'),
    await photo('moss.gif', '#4f6a35'),
    await photo('sky.avif', '#3050b0'),
    clip('mp4'),
    clip('webm'),
    clip('mov'),
  ];
  await newShow(page);
  await page
    .getByTestId('files: Add photos and clips')
    .setInputFiles([...good, bytesFile('notes.mp4', 'Dear all'), oldFilm(), clickSong(6)]);
  await expect(page.getByTestId(/^picture \d$/)).toHaveCount(7);
  await expect(page.getByText(/“notes.mp4” is not a photo or clip/)).toBeVisible();
  await expect(page.getByText(/“old.mov” is a clip whose picture this browser cannot decode/)).toBeVisible();
  await expect(page.getByText(/“click-6-44100.wav” has sound but no picture/)).toBeVisible();
  await expect(page.getByText('0:00.0 / 0:35.0')).toBeVisible();
  const upright = await page
    .locator('[data-testid="picture 1"] img')
    .evaluate((one: HTMLImageElement) => one.naturalHeight > one.naturalWidth);
  expect(upright).toBe(true);
  await expect(page.getByTestId('picture 5')).toHaveAttribute('aria-label', /^Clip 5, film-5, 5.0 seconds from 0:20.0/);
});

test('several are chosen by thumb and moved, timed, doubled and removed together, one undo step each', async ({ page }) => {
  await newShow(page);
  await addPhotos(page, [...(await photos()), await photo('straw.png', '#e0c070')]);
  const names = () =>
    page
      .getByTestId(/^picture \d$/)
      .evaluateAll((all) => all.map((one) => /, (\w+), /.exec(one.getAttribute('aria-label')!)![1]).join(' '));
  await page.getByTestId('picture 1').tap();
  await page.getByRole('button', { name: 'More', exact: true }).tap();
  await page.getByRole('button', { name: 'Choose several' }).tap();
  await page.getByTestId('picture 3').tap();
  await expect(page.getByText('2 pictures')).toBeVisible();
  await page.getByRole('button', { name: 'More', exact: true }).tap();
  await page.getByRole('button', { name: 'Later' }).tap();
  await expect.poll(names).toBe('green straw red blue');
  await page.getByRole('button', { name: 'Undo: move 2 pictures' }).tap();
  await expect.poll(names).toBe('red green blue straw');
  await page.getByRole('button', { name: 'Duplicate' }).tap();
  await expect.poll(names).toBe('red red green blue blue straw');
  await page.getByRole('button', { name: 'Time', exact: true }).tap();
  await type(page, 'Time on screen', '2.5');
  await expect(page.getByText('/ 0:25.0')).toBeVisible();
  await type(page, 'Dissolve into the next', '1');
  await page.getByRole('button', { name: 'This dissolve for all' }).tap();
  await page.getByRole('button', { name: 'Remove', exact: true }).tap();
  await expect.poll(names).toBe('red green blue straw');
  await page.getByRole('button', { name: 'Undo: remove 2 pictures' }).tap();
  await expect.poll(names).toBe('red red green blue blue straw');
});

test('the pictures are spread to the bed: exact to the frame, clips untouched, one undo step', async ({ page }) => {
  await newShow(page);
  await addPhotos(page, [...(await photos()), clip('mp4')]);
  await layMusic(page, clickSong(40));
  await face(page, 'Pictures');
  await page.getByTestId('picture 1').tap();
  await type(page, 'Time on screen', '10');
  await page.getByRole('button', { name: 'Close the drawer' }).tap();
  await page.getByRole('button', { name: 'Times', exact: true }).tap();
  await expect(page.getByText(/1 clip keep theirs/)).toBeVisible();
  await type(page, 'The show lasts', '3');
  await expect(page.getByText(/the show can last from 0:05.3 to/)).toBeVisible();
  await page.getByRole('button', { name: 'As long as the bed: 0:40.0' }).tap();
  await page.getByRole('button', { name: 'Spread the pictures', exact: true }).tap();
  await expect(page.getByRole('button', { name: /Length: Fits/ })).toBeVisible();
  const holds = await page
    .getByTestId(/^picture \d$/)
    .evaluateAll((all) => all.map((one) => /([\d.]+) seconds/.exec(one.getAttribute('aria-label')!)![1]));
  expect(holds).toEqual(['17.5', '8.8', '8.8', '5.0']);
  expect((await soundOf(page)).length).toBe(40 * 48_000);
  await page.getByRole('button', { name: 'Undo: spread the pictures' }).tap();
  await expect(page.getByRole('button', { name: /Length: 15 s over/ })).toBeVisible();

  // What is chosen keeps its time, unless it is told otherwise.
  await face(page, 'Pictures');
  await page.getByTestId('picture 1').tap();
  await page.getByRole('button', { name: 'More', exact: true }).tap();
  await page.getByRole('button', { name: 'Spread the others' }).tap();
  await expect(page.getByText(/1 clip and 1 chosen keep theirs/)).toBeVisible();
  await page.getByRole('button', { name: 'Spread the pictures', exact: true }).tap();
  await expect(page.getByTestId('picture 1')).toHaveAttribute('aria-label', /10.0 seconds/);
  await expect(page.getByTestId('picture 2')).toHaveAttribute('aria-label', /12.5 seconds/);
  await expect(page.getByRole('button', { name: /Length: Fits/ })).toBeVisible();
});

test('tapping along ends each picture at its tap; the taps are nudged, used, and taken back', async ({ page }) => {
  await newShow(page);
  await addPhotos(page, await photos());
  await layMusic(page, clickSong(40));
  await face(page, 'Pictures');
  await page.getByRole('button', { name: 'Times', exact: true }).tap();
  await page.getByRole('button', { name: 'Tap along' }).tap();
  const clock = page.getByText(/^\d:\d\d\.\d \/ /);
  const now = async () => Number(/:(\d\d\.\d)/.exec((await clock.textContent())!)![1]);
  /** Taps once the clock has come to a second; gives the time before and after. */
  const tapAt = async (second: number) => {
    await expect.poll(now).toBeGreaterThanOrEqual(second);
    const before = await now();
    await page.getByRole('button', { name: 'Tap: next picture' }).tap();
    return [before, await now()] as const;
  };
  const spans = [await tapAt(1)];
  await expectStage(page, GREEN);
  spans.push(await tapAt(2.5));
  await page.getByRole('button', { name: 'That is all' }).tap();
  await expect(page.getByText('2 changes tapped')).toBeVisible();
  const taps = async () => (await page.getByText(/^\d\. 0:/).allTextContents()).map((text) => Number(/:(\d+\.\d+)/.exec(text)![1]));
  const [one, two] = await taps();
  for (const [i, time] of [one!, two!].entries()) {
    expect(time).toBeGreaterThan(spans[i]![0] - 0.06);
    expect(time).toBeLessThan(spans[i]![1] + 0.06);
  }
  await page.getByRole('button', { name: 'All earlier' }).tap();
  await page.getByRole('button', { name: 'Tap 2 earlier' }).tap();
  expect((await taps()).map((time) => time.toFixed(2))).toEqual([(one! - 0.05).toFixed(2), (two! - 0.1).toFixed(2)]);
  await page.getByRole('button', { name: 'Use these times' }).tap();
  // The clock says tenths, the taps hundredths: each is rounded by itself.
  const off = async () => Math.abs(Number(/\/ 0:(\d\d\.\d)/.exec((await clock.textContent())!)![1]) - (two! - 0.1 + 5));
  await expect.poll(off).toBeLessThan(0.06);
  await expect(page.getByRole('button', { name: 'Undo: tap along' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo: tap along' }).tap();
  await expect(page.getByText('/ 0:15.0')).toBeVisible();
});

test('a card stands as long as the photos do, and dissolves as they do; framing, shape and black ends are seen on the stage', async ({
  page,
}) => {
  await newShow(page);
  await addPhotos(page, [await photo('red.jpg', '#b03030', 600, 600)]);
  await page.getByRole('button', { name: 'Add a card' }).tap();
  await expect(page.getByTestId('picture 1')).toHaveAttribute('aria-label', /^Card 1, no words, 5.0 seconds/);
  await page.getByRole('button', { name: 'Words', exact: true }).tap();
  await field(page, 'Words on the card').fill('The rain garden');
  await page.getByRole('radio', { name: 'Straw' }).tap();
  await expect(page.getByTestId('picture 1')).toHaveAttribute('aria-label', /^Card 1, The rain garden/);
  await expectStage(page, [0xe8, 0xc8, 0x72], 0.02, 0.05);
  await page.keyboard.press('Home');
  // Two fifths through the dissolve of half a second, before the card's five are over: so much of the photo, the rest of the card.
  for (let i = 0; i < 47; i += 1) await page.keyboard.press('ArrowDown');
  await expectStage(
    page,
    [0xe8, 0xc8, 0x72].map((value, i) => value * 0.6 + RED[i]! * 0.4),
    0.5,
    0.1,
  );
  await page.keyboard.press('End');
  // A square photo, whole in a wide frame: bars beside it. Filling, none.
  await expectStage(page, [0, 0, 0], 0.05);
  await expectStage(page, RED);
  await page.getByTestId('picture 2').tap();
  await page.getByRole('button', { name: 'Frame', exact: true }).tap();
  await page.getByRole('radio', { name: 'In the frame: Fill' }).tap();
  await expectStage(page, RED, 0.05);
  await page.getByRole('button', { name: 'Close the drawer' }).tap();
  await page.getByRole('button', { name: 'All pictures' }).tap();
  await page.getByRole('radio', { name: 'Shape: 9:16' }).tap();
  await type(page, 'Up from black', '2');
  await type(page, 'Down to black', '2');
  await page.keyboard.press('Escape');
  await page.keyboard.press('End');
  await expectStage(page, [0, 0, 0]);
  for (let i = 0; i < 10; i += 1) await page.keyboard.press('ArrowUp');
  await expectStage(
    page,
    RED.map((value) => value / 2),
  );
  const box = await page.getByTestId('stage').boundingBox();
  expect(box!.width / box!.height).toBeCloseTo(9 / 16, 1);
});

test('a clip is trimmed on its film by thumb, gives a still, and takes another file', async ({ page }) => {
  await newShow(page);
  await addPhotos(page, [clip('mp4')]);
  await page.getByTestId('picture 1').tap();
  await page.getByRole('button', { name: 'More', exact: true }).tap();
  await page.getByRole('button', { name: 'Trim on the film' }).tap();
  const bar = await page.getByTestId('film start').boundingBox();
  await dragByTouch(page, { x: bar!.x + 40, y: bar!.y + 22 }, 144, GRIP);
  await expect(field(page, 'From')).toHaveValue('0:02.000');
  await page.getByTestId('film end').focus();
  await page.keyboard.press('ArrowUp');
  await expect(field(page, 'To')).toHaveValue('0:04.900');
  await page.keyboard.press('Escape');
  await expect(page.getByText('/ 0:02.9')).toBeVisible();
  await page.keyboard.press('Home');
  await page.getByRole('button', { name: 'Still from here' }).tap();
  await expect(page.getByTestId('picture 2')).toHaveAttribute('aria-label', /Picture 2, film-5, still at 0:02.0, 5.0 seconds/);
  await page.keyboard.press('End');
  const [grey] = await stageColour(page);
  await expectStage(
    page,
    [1, 1, 1].map(() => luminance(2)),
    0.5,
    0.5,
    8,
  );
  expect(grey).toBeGreaterThan(0);
  await page.getByRole('button', { name: 'More', exact: true }).tap();
  await page.getByTestId('files: Replace the file').setInputFiles(await photo('green.png', '#30a050'));
  await expectStage(page, GREEN);
  await expect(page.getByTestId('picture 2')).toHaveAttribute('aria-label', /Picture 2, green, 5.0 seconds/);
});

test('scrubbing shows the right frame, and the clip keeps in step with its sound while it plays', async ({ page }) => {
  await newShow(page);
  await addPhotos(page, [await photo('red.jpg', '#b03030'), clip('mp4')]);
  const stage = page.getByTestId('stage');
  await expect(stage).toHaveAttribute('data-source', '');
  await page.keyboard.press('Home');
  for (let i = 0; i < 7; i += 1) await page.keyboard.press('Shift+ArrowDown');
  await expect(stage).toHaveAttribute('data-source', '2.0000');
  expect(Math.abs((await stageColour(page))[0]! - luminance(2))).toBeLessThan(8);

  const late = await playRising(page);
  // In its first half as in its second: neither is it off nor does it drift. How many of all pictures are in step is for the bench.
  const half = Math.floor(late.length / 2);
  for (const part of [late.slice(0, half), late.slice(half)]) expect(isInStep(median(part))).toBe(true);
});

const median = (values: readonly number[]) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!;

test('@wide several are dragged together by mouse; the keys , and . trim a clip to the now line; a reload keeps it all', async ({
  page,
}) => {
  await newShow(page);
  await addPhotos(page, [...(await photos()), clip('mp4')]);
  const names = () =>
    page
      .getByTestId(/^picture \d$/)
      .evaluateAll((all) => all.map((one) => /, ([\w-]+), /.exec(one.getAttribute('aria-label')!)![1]).join(' '));
  await page.getByTestId('picture 1').click();
  await page.getByTestId('picture 2').click({ modifiers: ['Control'] });
  await expect(page.getByText('2 pictures', { exact: true })).toBeVisible();
  const [from, to] = [await page.getByTestId('picture 1').boundingBox(), await page.getByTestId('picture 3').boundingBox()];
  await page.mouse.move(from!.x + 60, from!.y + 20);
  await page.mouse.down();
  await page.mouse.move(from!.x + 60, from!.y + 40, { steps: 4 });
  await page.mouse.move(to!.x + 60, to!.y + 30, { steps: 8 });
  await page.mouse.up();
  await expect.poll(names).toBe('blue red green film-5');

  await page.keyboard.press('Escape');
  await page.getByTestId('picture 4').focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Home');
  for (let i = 0; i < 17; i += 1) await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press(',');
  await expect(page.getByRole('button', { name: 'Undo: trim the clip’s start' })).toBeVisible();
  await expect(field(page, 'Time on screen')).toHaveValue('3.0 s');
  await page.keyboard.press('.');
  await expect(field(page, 'Time on screen')).toHaveValue('2.0 s');
  await page.keyboard.press('ArrowUp');
  await expect(page.getByTestId('stage')).toHaveAttribute('data-source', '3.8800');

  await page.reload();
  await expect(page.getByTestId('picture 4')).toHaveAttribute('aria-label', /^Clip 4, film-5, 2.0 seconds from 0:15.0/);
  await expect(page.getByTestId('stage')).toHaveAttribute('data-source', '3.8800');
  await expect(page.getByRole('button', { name: 'Undo: change time on screen' })).toBeVisible();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect.poll(names).toBe('red green blue film-5');
});
