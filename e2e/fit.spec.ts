import type { Page } from '@playwright/test';
import {
  addPhotos,
  centreOf,
  demoTest,
  dragByTouch,
  expect,
  exportWav,
  face,
  field,
  goTo,
  GRIP,
  layMusic,
  newShow,
  openDemo,
  openFit,
  openOtherWays,
  pressable,
  test,
  type,
} from './app';
import { SPARK_AT, clickSong, hiss, photo, samplesOf, song } from './media';
import { soundOf } from './sound';

const SECOND = 48_000;
const SONG = { tempo: 112, beats: 4, style: 'band', form: 'ABAB', bars: 8 } as const;

const photosFor = async (count: number) =>
  Promise.all(Array.from({ length: count }, (_, i) => photo(`p${i % 3}.png`, ['#b03030', '#30a050', '#3050b0'][i % 3]!)));

const answers = (page: Page) => expect(page.getByRole('button', { name: 'Use this fit' })).toBeVisible();
const fits = (page: Page) => expect(page.getByRole('button', { name: /Length: Fits/ })).toBeVisible();

/** Moments of the stitches that the river shows, seconds of the show. */
async function stitches(page: Page): Promise<number[]> {
  const names = await page
    .getByRole('button', { name: /^Hear stitch \d+, at/ })
    .evaluateAll((all) => all.map((one) => one.getAttribute('aria-label')!));
  return names.map((name) => {
    const [, minutes, seconds] = /at (\d+):([\d.]+)/.exec(name)!;
    return Number(minutes) * 60 + Number(seconds);
  });
}

/** The sharpest edge (third difference) on [from, to), seconds. */
function sharpest(left: Float32Array, from: number, to: number): number {
  let most = 0;
  for (let i = Math.round(from * SECOND); i < Math.round(to * SECOND) - 3; i += 1) {
    most = Math.max(most, Math.abs(left[i]! - 3 * left[i + 1]! + 3 * left[i + 2]! - left[i + 3]!));
  }
  return most;
}

demoTest(
  'the demo’s bed is fitted to the show in one tap, its stitches are heard, and the exported sound does not click',
  async ({ page }, info) => {
    await openDemo(page);
    const dialog = await openFit(page);
    await expect(dialog.getByRole('progressbar')).toBeVisible();
    await answers(page);
    await expect(dialog.getByRole('radio', { name: /^Best hidden ?: ?\d stitch.*hidden/ })).toHaveAttribute('aria-checked', 'true');
    await dialog.getByRole('button', { name: 'Hear the stitches' }).tap();
    await expect(dialog.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
    // The piece stands beside what it will be; a touch plays that from there, before anything is laid.
    await expect(page.getByTestId('lines of the fit').locator('path')).not.toHaveCount(0);
    await page.getByTestId('as it will be').tap();
    await expect(page.getByRole('button', { name: 'Pause' }).first()).toBeVisible();
    await page.getByTestId('as it will be').tap();
    await expect(page.getByRole('button', { name: /undo/i }).first()).toBeDisabled();
    await dialog.getByRole('button', { name: 'Use this fit' }).tap();
    await expect(dialog).toBeHidden();
    await fits(page);
    await expect(page.getByRole('button', { name: 'Undo: use the weave' })).toBeVisible();
    // The whole sheet on one screen: every stitch is laid out.
    for (let i = 0; i < 8; i += 1) await page.keyboard.press('-');
    const found = await stitches(page);
    expect(found.length).toBeGreaterThan(0);

    const path = info.outputPath('fitted.wav');
    await exportWav(page, path, 'Float');
    const { left, frames } = samplesOf(path);
    const usual = sharpest(left, 5, frames / SECOND - 5);
    for (const at of found) expect(sharpest(left, at - 0.15, at + 0.15)).toBeLessThanOrEqual(usual);
    // The piece's own ring is what ends it: it still sounds a second before the end, and has died away at the end.
    const level = (from: number) =>
      Math.sqrt(left.subarray(Math.round(from * SECOND), Math.round((from + 0.2) * SECOND)).reduce((sum, v) => sum + v * v, 0) / 9600);
    expect(level(frames / SECOND - 5)).toBeGreaterThan(0.003);
    expect(level(frames / SECOND - 0.3)).toBeLessThan(0.002);
  },
);

test('a passage is kept whole, a moment of the music meets a moment of the show, and both hold after a reload', async ({ page }) => {
  await newShow(page);
  await addPhotos(page, await photosFor(10));
  await layMusic(page, song('spark', SONG, true));
  const dialog = await openFit(page);
  await answers(page);
  await page.getByRole('button', { name: /^Passage A, 0:00/ }).tap();
  await type(page, 'Passage to', '45');
  await type(page, 'Passage from', '30');
  await dialog.getByRole('button', { name: 'Keep whole' }).tap();
  await expect(dialog.getByRole('button', { name: 'Keep whole' })).toHaveAttribute('aria-pressed', 'true');
  // A line from the piece to a picture, then to the tenth.
  const piece = (await page.getByTestId('the piece').boundingBox())!;
  const sheet = (await page.getByTestId('sheet').boundingBox())!;
  const y = sheet.y + sheet.height * 0.8;
  await page.mouse.move(piece.x + 30, y);
  await page.mouse.down();
  await page.mouse.move(piece.x + 10, y + 2, { steps: 3 });
  await page.mouse.move(piece.x - 30, y + 20, { steps: 5 });
  await page.mouse.up();
  await expect(page.getByTestId('meeting 1 show')).toBeVisible();
  await dialog.getByRole('button', { name: /^Meets: 1 moment/ }).tap();
  await type(page, 'This moment of the music', String(SPARK_AT));
  await type(page, 'sounds at this one of the show', '25');
  await answers(page);
  await dialog.getByRole('button', { name: 'Use this fit' }).tap();
  await fits(page);

  await page.reload();
  await fits(page);
  const left = await soundOf(page);
  let spark = 0;
  for (let i = 0; i < left.length; i += 1) if (Math.abs(left[i]!) > Math.abs(left[spark]!)) spark = i;
  expect(Math.abs(spark / SECOND - 25)).toBeLessThan(0.6);
  // No stitch within the passage, where it is heard around the spark.
  await face(page, 'Bed');
  for (let i = 0; i < 6; i += 1) await page.keyboard.press('-');
  for (const at of await stitches(page)) {
    const inPassage = at > spark / SECOND - (SPARK_AT - 30) + 0.05 && at < spark / SECOND + (45 - SPARK_AT) - 0.05;
    expect(inPassage, `a stitch at ${at} s`).toBe(false);
  }
});

test('the bed’s end is dragged and woven anew while the finger moves; a picture more, and it is fitted anew, in one tap and by itself', async ({
  page,
}) => {
  await newShow(page);
  await addPhotos(page, await photosFor(9));
  await layMusic(page, song('plain', SONG));
  await openFit(page);
  await answers(page);
  await page.getByRole('button', { name: 'Use this fit' }).tap();
  await fits(page);

  await page.getByRole('button', { name: /, from 0:00.0 to/ }).tap();
  await goTo(page, 42);
  const handle = page.getByTestId('fit end');
  await expect(handle).toBeVisible();
  const end = async () => Number(await handle.getAttribute('aria-valuenow'));
  const before = await end();
  await dragByTouch(page, await centreOf(page, 'fit end'), -60, GRIP);
  await expect.poll(end).toBeLessThan(before - 2);
  await expect(page.getByRole('button', { name: /^Undo: fit to 0:/ })).toBeVisible();
  await expect(page.getByRole('button', { name: /Length: .* short/ })).toBeVisible();
  await page.keyboard.press('Control+z');
  await fits(page);

  await addPhotos(page, [await photo('one-more.png', '#808020')]);
  await expect(page.getByText(/was fitted to 0:4\d.\d; the show now lasts 0:/)).toBeVisible();
  await page.getByRole('button', { name: 'Fit anew' }).tap();
  await fits(page);
  await addPhotos(page, [await photo('and-one.png', '#208080')]);
  await page.getByRole('button', { name: 'Fit it anew by itself from now on' }).tap();
  await fits(page);
  await addPhotos(page, [await photo('and-another.png', '#802080')]);
  await fits(page);
});

test('a whole piece is nudged beyond what goes unnoticed, with a plain warning, and fits to the frame', async ({ page }) => {
  await newShow(page);
  await addPhotos(page, await photosFor(3));
  await layMusic(page, clickSong(17));
  await openOtherWays(page);
  await expect(page.getByText(/13\.3 % faster, the pitch stays\. That much can be heard/)).toBeVisible();
  await page.getByRole('button', { name: 'Use the lilt' }).tap();
  await fits(page);
  expect((await soundOf(page)).length).toBe(15 * SECOND);
});

test('hearing can be stopped and taken up again; what needs no listening works meanwhile', async ({ page }) => {
  await newShow(page);
  await addPhotos(page, await photosFor(3));
  await layMusic(page, clickSong(300));
  const dialog = await openFit(page);
  await dialog.getByRole('button', { name: 'Stop', exact: true }).tap();
  await expect(dialog.getByText('Hearing was stopped. Nothing was changed.')).toBeVisible();
  await expect(dialog.getByRole('button', { name: 'Use stop early' })).toBeVisible();
  await dialog.getByRole('button', { name: 'Hear the piece' }).tap();
  await answers(page);
});

test('a piece of ten seconds and a piece of pure noise give sensible answers or a plain sentence', async ({ page }) => {
  await newShow(page);
  await addPhotos(page, await photosFor(4));
  await layMusic(page, song('short', { ...SONG, form: 'A', bars: 3 }));
  const dialog = await openFit(page);
  await expect(
    dialog
      .getByRole('radio', { name: /stitch|fade|loop/i })
      .or(dialog.getByText(/under these wishes/))
      .first(),
  ).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /, from 0:00.0 to/ }).tap();
  await page.getByRole('button', { name: 'More', exact: true }).tap();
  await page.getByRole('button', { name: 'Remove', exact: true }).tap();

  await layMusic(page, hiss(40));
  await openFit(page);
  await answers(page);
  await expect(dialog.getByText('no steady beat: spliced at quiet places')).toBeVisible();
  await dialog.getByRole('button', { name: 'Use this fit' }).tap();
  await fits(page);
});

test('@wide by keyboard: another length, the beat put right, a stitch moved and taken away, the speed nudged to the frame', async ({
  page,
}) => {
  await newShow(page);
  await addPhotos(page, await photosFor(8));
  await layMusic(page, song('plain', SONG));
  const press = async (name: string | RegExp) => {
    await pressable(page, name).first().focus();
    await page.keyboard.press('Enter');
  };
  const dialog = await openFit(page);
  await answers(page);
  await press('What was heard: show');
  await press('Count it half as fast');
  await expect(dialog.getByText('The beat is as it was set: 56.0 BPM.')).toBeVisible();
  await press('As it was heard');
  await expect(dialog.getByText(/^11[12]\.\d BPM \(/)).toBeVisible();
  await press('As long as the show, 0:40.0: change it');
  await type(page, 'Exact length', '30');
  await expect(field(page, 'Exact length')).toHaveValue('0:30.000');
  await expect(dialog.getByRole('button', { name: 'As long as 0:30.0: change it' })).toBeVisible();
  await press('As the show');
  await answers(page);
  await press(/Rest of .*: show$/);
  await press(/^Put the rest into: speed/);
  await press('Use this fit');
  await fits(page);

  await page.getByRole('button', { name: /, from 0:00.0 to/ }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText('Stitch 1 at', { exact: false })).toBeVisible();
  const [before] = await stitches(page);
  await press('Move stitch 1 to its next-best place');
  await expect.poll(async () => Math.abs((await stitches(page))[0]! - before!)).toBeGreaterThan(0.5);
  const [moved] = await stitches(page);
  await press('Take stitch 1 away');
  await expect.poll(async () => Math.min(...(await stitches(page)).map((at) => Math.abs(at - moved!)))).toBeGreaterThan(0.5);
  await fits(page);
  const left = await soundOf(page);
  expect(left.length).toBe(40 * SECOND);
  // The pictures change on the bars of the music: every change lies on one of the weave's.
  await face(page, 'Pictures');
  await press('Times');
  await press('Onto the bars');
  await expect(page.getByRole('button', { name: 'Undo: move the changes onto the beat' })).toBeVisible();
  // The end is the piece's own, to the frame of the show: the ring dies away, nothing is cut.
  expect(Math.abs(left.at(-1)!)).toBeLessThan(2e-3);
});
