import { addPhotos, centreOf, dragByTouch, expect, expectStage, face, field, goTo, GRIP, layMusic, newShow, test, type } from './app';
import { clickSong, clip, FILM_CLICK, loudestFrame, photo, recordings, samplesOf, TABLE_EARLY } from './media';
import { luminance } from './rising';
import { exportedAsHeard, soundOf } from './sound';
import type { Page } from '@playwright/test';

/** A red photo for five seconds, then the clip: `from` seconds of its film on. */
async function clipBehindPhoto(page: Page, from: number): Promise<void> {
  await newShow(page);
  await addPhotos(page, [await photo('red.jpg', '#b03030'), clip('mov')]);
  await page.getByTestId('picture 2').tap();
  await page.getByRole('button', { name: 'More', exact: true }).tap();
  await page.getByRole('button', { name: 'Trim on the film' }).tap();
  await type(page, 'From', String(from));
  await page.keyboard.press('Escape');
}

/** What the show sounds like; the Pictures face is left and opened again, so that nothing is chosen. */
async function heard(page: Page): Promise<Float32Array> {
  const sound = await soundOf(page);
  await face(page, 'Voice');
  await face(page, 'Pictures');
  return sound;
}

const level = (samples: Float32Array, from: number, to: number) => {
  const part = samples.subarray(Math.round(from * 48_000), Math.round(to * 48_000));
  return Math.sqrt(part.reduce((sum, value) => sum + value * value, 0) / part.length);
};

test('the sound starts before its picture (J-cut) and runs on after it, to the frame; it is switched, lowered and silenced', async ({
  page,
}, info) => {
  await clipBehindPhoto(page, 2);
  await page.getByRole('button', { name: 'Sound', exact: true }).tap();
  await type(page, 'Starts earlier by', '1.5');
  const early = await exportedAsHeard(page, info.outputPath('early.wav'));
  await face(page, 'Pictures');
  // The film clicks a second before the passage that is shown, and the passage begins at five seconds.
  expect(loudestFrame(early)).toBe((5 + FILM_CLICK - 2) * 48_000);
  expect(level(early, 0, 3.4)).toBe(0);
  expect(level(early, 6, 7)).toBeCloseTo(0.01 / Math.SQRT2, 4);

  await page.getByTestId('picture 2').tap();
  await page.getByRole('button', { name: 'Sound', exact: true }).tap();
  await type(page, 'Own sound in dB', '-6.0206');
  await page.getByRole('button', { name: 'Silence a stretch' }).tap();
  await type(page, 'Silence 1 to', '5.5');
  await type(page, 'Silence 1 from', '3');
  await type(page, 'Silence 1 to', '3.5');
  // Its ends can be taken hold of on its lane as well.
  await page.getByRole('button', { name: /^Sound of film/ }).tap();
  await expect(page.getByTestId('silence 1 from')).toHaveAttribute('aria-valuenow', '3');
  await expect(page.getByText('silent from 0:03.0 to 0:03.5 of the film')).toBeVisible();
  const quiet = await heard(page);
  expect(level(quiet, 6, 6.5)).toBe(0);
  expect(level(quiet, 6.6, 7)).toBeCloseTo(0.005 / Math.SQRT2, 4);

  await page.getByTestId('picture 2').tap();
  await page.getByRole('button', { name: 'Sound', exact: true }).tap();
  await page.getByRole('button', { name: 'Its sound is on' }).tap();
  expect(level(await heard(page), 0, 8)).toBe(0);
});

test('by thumb on its lane: earlier and later by the bars, set apart, moved, put back', async ({ page }) => {
  await clipBehindPhoto(page, 2);
  await page.getByRole('button', { name: 'Close the drawer' }).tap();
  const own = page.getByRole('button', { name: /^Sound of film-5/ });
  await own.tap();
  // The sheet is shorter above the drawer, its scale is not: the photo stands for five seconds.
  await goTo(page, 4);
  const scale = (await page.getByTestId('picture 1').boundingBox())!.height / 5;
  await dragByTouch(page, await centreOf(page, 'lead'), -scale * 1.2, GRIP);
  await expect(page.getByRole('button', { name: /^Undo: start a clip’s sound earlier/ })).toBeVisible();
  const dragged = Number((await field(page, 'Starts earlier by').inputValue()).replace(' s', ''));
  expect(dragged).toBeGreaterThan(1);
  expect(dragged).toBeLessThan(1.5);
  // The field says a tenth of a second, the finger is finer: what the export is held against is typed.
  const lead = 1.2;
  await type(page, 'Starts earlier by', String(lead));
  await page.getByRole('button', { name: 'Set it apart' }).tap();
  await page.getByRole('button', { name: 'Ends', exact: true }).tap();
  await type(page, 'Starts at', '0.5');
  const apart = await heard(page);
  // It begins `lead` seconds before the film's second 2: the click is a second before that second.
  expect(Math.abs(loudestFrame(apart) - (0.5 + lead - 1) * 48_000)).toBeLessThanOrEqual(1);
  await page.getByTestId('picture 2').tap();
  await page.getByRole('button', { name: 'Sound', exact: true }).tap();
  await page.getByRole('button', { name: 'Put its sound back' }).tap();
  const back = await heard(page);
  expect(loudestFrame(back)).toBe((5 + FILM_CLICK - 2) * 48_000);
});

test('a clip at twice its speed: film and sound together, the sound set apart along with it', async ({ page }) => {
  await clipBehindPhoto(page, 0);
  const speed = async (percent: string) => {
    await page.getByTestId('picture 2').tap();
    await page.getByRole('button', { name: 'More', exact: true }).tap();
    await page.getByRole('button', { name: 'Speed', exact: true }).tap();
    await type(page, 'Speed in %', percent);
  };
  await speed('200');
  // At its own pitch a click is cut or left whole; with the speed it is resampled, and lies where it belongs.
  await page.getByText('Pitch kept', { exact: true }).tap();
  await expect(field(page, 'New length')).toHaveValue(/2\.5/);
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('picture 2')).toHaveAttribute('aria-label', /2\.5 seconds from 0:05/);
  const fast = await heard(page);
  expect(Math.abs(loudestFrame(fast) - (5 + FILM_CLICK / 2) * 48_000)).toBeLessThanOrEqual(2);
  expect(fast.length).toBe(7.5 * 48_000);
  // A second in, the film is at its second two: every frame of it tells its own time.
  await goTo(page, 6);
  await expectStage(page, Array<number>(3).fill(luminance(2)));

  await page.getByTestId('picture 2').tap();
  await page.getByRole('button', { name: 'Sound', exact: true }).tap();
  await page.getByRole('button', { name: 'Set it apart' }).tap();
  await speed('100');
  const slow = await heard(page);
  expect(Math.abs(loudestFrame(slow) - (5 + FILM_CLICK) * 48_000)).toBeLessThanOrEqual(2);
  await goTo(page, 6);
  await expectStage(page, Array<number>(3).fill(luminance(1)));
});

test('a recording is lined up with its clip and laid in step; a stranger is said to be unsure; both stay in step', async ({ page }) => {
  const { film, table, other } = recordings();
  await newShow(page);
  await addPhotos(page, [await photo('red.jpg', '#b03030'), film]);
  await page.getByTestId('picture 2').tap();
  await page.getByRole('button', { name: 'Sound', exact: true }).tap();
  await page.getByRole('button', { name: 'Line up a recording' }).tap();
  await page.getByTestId('files: Choose the recording').setInputFiles(other);
  await expect(page.getByText(/^Unsure: the best place/)).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Line up a recording' }).tap();
  await page.getByTestId('files: Choose the recording').setInputFiles(table);
  await expect(page.getByText(/^Sure: the recording begins at −2\.34[45] s/)).toBeVisible();
  await page.getByRole('button', { name: 'Hear both' }).tap();
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Stop', exact: true }).tap();
  await page.getByRole('button', { name: 'Lay it in step' }).tap();
  await expect(page.getByText(/sound of a clip|plays 0:08/)).toBeVisible();
  const laid = await heard(page);
  const recording = samplesOf(table).left;
  const begins = Math.round(TABLE_EARLY * 48_000);
  expect(likeness(laid, 5.5 * 48_000, recording, begins + 0.5 * 48_000, 60)).toBeGreaterThan(0.99);

  // A longer photo before it: the recording moves along with its clip.
  await page.getByTestId('picture 1').tap();
  await type(page, 'Time on screen', '7');
  const moved = await heard(page);
  expect(likeness(moved, 7.5 * 48_000, recording, begins + 0.5 * 48_000, 60)).toBeGreaterThan(0.99);
});

/** The highest correlation of a second of two sounds within some frames around the given places. */
function likeness(a: Float32Array, at: number, b: Float32Array, from: number, around: number): number {
  let best = 0;
  for (let shift = -around; shift <= around; shift += 1) {
    let ab = 0;
    let aa = 0;
    let bb = 0;
    for (let i = 0; i < 24_000; i += 1) {
      const x = a[at + i]!;
      const y = b[from + shift + i]!;
      ab += x * y;
      aa += x * x;
      bb += y * y;
    }
    best = Math.max(best, ab / Math.sqrt(aa * bb));
  }
  return best;
}

test('@wide by keyboard: choose by Ctrl, order, time, the clip’s sound and its fades, paste', async ({ page }) => {
  await newShow(page);
  await addPhotos(page, [await photo('red.jpg', '#b03030'), await photo('green.png', '#30a050'), clip('mov')]);
  await page.getByTestId('picture 1').focus();
  await page.keyboard.press('Enter');
  await page.getByTestId('picture 2').focus();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('2 pictures', { exact: true })).toBeVisible();
  await type(page, 'Time on screen', '4');
  await expect(page.getByText('/ 0:13.0')).toBeVisible();
  await page.getByTestId('picture 3').focus();
  await page.keyboard.press('Enter');
  await page.getByTestId('hold').focus();
  await page.keyboard.press('Shift+ArrowUp');
  await expect(field(page, 'Time on screen')).toHaveValue('4.0 s');
  await page.getByTestId('clip start').focus();
  await page.keyboard.press('Shift+ArrowDown');
  await expect(field(page, 'Time on screen')).toHaveValue('3.0 s');
  await page.getByRole('button', { name: /^Sound of film-5/ }).focus();
  await page.keyboard.press('Enter');
  await page.getByTestId('tail').focus();
  for (let i = 0; i < 5; i += 1) await page.keyboard.press('ArrowDown');
  await expect(field(page, 'Runs on by')).toHaveValue('0.5 s');
  await page.getByTestId('own fadeOut').focus();
  await page.keyboard.press('Shift+ArrowUp');
  await expect(field(page, 'Own fade out')).toHaveValue('1.1 s');
  await page.keyboard.press('Escape');

  await page.keyboard.press('Control+a');
  await expect(page.getByText('3 pictures', { exact: true })).toBeVisible();
  await page.keyboard.press('Delete');
  await expect(page.getByTestId('picture 1')).toBeHidden();
  await page.keyboard.press('Control+z');
  await expect(page.getByTestId('picture 3')).toBeVisible();

  await page.evaluate(async () => {
    const canvas = document.createElement('canvas');
    canvas.getContext('2d')!.fillRect(0, 0, 300, 150);
    const blob = await new Promise<Blob>((done) => canvas.toBlob((one) => done(one!)));
    const data = new DataTransfer();
    data.items.add(new File([blob], 'pasted.png', { type: 'image/png' }));
    window.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data }));
  });
  await expect(page.getByTestId('picture 4')).toHaveAttribute('aria-label', /Picture 4, pasted/);
});

test('@wide by keyboard: spread to the bed, tap along, a J-cut in the exported WAV, a recording lined up and laid', async ({ page }) => {
  const { film, table } = recordings();
  const press = async (name: string, exact = true) => {
    await page.getByRole('button', { name, exact }).focus();
    await page.keyboard.press('Enter');
  };
  await newShow(page);
  await addPhotos(page, [await photo('red.jpg', '#b03030'), clip('mov'), await photo('green.png', '#30a050'), film]);
  await layMusic(page, clickSong(40));
  await page.getByRole('tab', { name: 'Pictures' }).focus();
  await page.keyboard.press('Enter');
  await page.getByTestId('picture 1').focus();
  await page.keyboard.press('Escape');
  await press('Times');
  await press('As long as the bed: 0:40.0');
  await press('Spread the pictures');
  await expect(page.getByRole('button', { name: /Length: Fits/ })).toBeVisible();
  await page.keyboard.press('Control+z');

  await page.keyboard.press('Home');
  await page.keyboard.press('t');
  const clock = async () => Number(/:(\d\d\.\d)/.exec((await page.getByText(/^\d:\d\d\.\d \/ /).textContent())!)![1]);
  await expect.poll(clock).toBeGreaterThanOrEqual(2);
  await page.keyboard.press('t');
  await press('That is all');
  await expect(page.getByText('One change tapped')).toBeVisible();
  await press('Use these times');
  await expect(page.getByRole('button', { name: 'Undo: tap along' })).toBeVisible();
  await page.keyboard.press('Control+z');

  await page.getByTestId('picture 2').focus();
  await page.keyboard.press('Enter');
  await page.getByTestId('clip start').focus();
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Shift+ArrowDown');
  await page.getByRole('button', { name: /^Sound of film-5/ }).focus();
  await page.keyboard.press('Enter');
  await page.getByTestId('lead').focus();
  await page.keyboard.press('Shift+ArrowUp');
  for (let i = 0; i < 5; i += 1) await page.keyboard.press('ArrowUp');
  await expect(field(page, 'Starts earlier by')).toHaveValue('1.5 s');
  const early = await heard(page);
  // The song clicks at 2.5 s, the film a second before the passage that begins at five.
  expect(Math.round(early[4 * 48_000]! * 10)).toBe(8);

  await page.getByRole('button', { name: /^Sound of noisy/ }).focus();
  await page.keyboard.press('Enter');
  await press('Line up a recording');
  await page.getByTestId('files: Choose the recording').setInputFiles(table);
  await expect(page.getByText(/^Sure: the recording begins at −2\.34[45] s/)).toBeVisible();
  await press('Lay it in step');
  await expect(page.getByText(/^sound of a clip/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Undo: lay a recording in step' })).toBeVisible();
});
