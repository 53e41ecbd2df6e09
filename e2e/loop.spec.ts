import { readFileSync } from 'node:fs';
import { WaveFile } from 'wavefile';
import { centreOf, dragByTouch, expect, field, goTo, GRIP, layMusic, test, type } from './app';
import { heard, showWith, tool, undoIs } from './bed';
import { clicksOf, samplesOf, ticks } from './media';

test('a loop of 4 bars: the beat typed and tapped, bars by thumb, the seam read and heard, laid, and saved with its loop points', async ({
  page,
}, info) => {
  await showWith(page, 9);
  await layMusic(page, ticks(40));
  await tool(page, 'Repeat');
  await tool(page, 'Make a loop of whole bars');
  const dialog = page.getByRole('dialog', { name: 'Loop maker' });
  await expect(dialog.getByText('Nobody has said yet where the beats are: tap them in, or type.')).toBeVisible();
  await dialog.getByRole('button', { name: 'Tap the beat in' }).tap();
  const tap = dialog.getByRole('button', { name: 'Tap the beat' });
  // The first tap counts once the piece is heard.
  await expect(async () => {
    await tap.tap();
    await expect(dialog.getByText(/taps? so far/)).toBeVisible({ timeout: 300 });
  }).toPass();
  for (let i = 0; i < 3; i += 1) await tap.tap();
  await expect(dialog.getByText(/[4-9] taps so far/)).toBeVisible();
  await dialog.getByRole('button', { name: 'Use these taps' }).tap();
  await expect(dialog.getByText(/^Nobody has said/)).toBeHidden();
  await type(page, 'Tempo', '90');
  await type(page, 'First downbeat', '0.25');
  await type(page, 'From bar', '2');
  await type(page, 'Bars', '4');
  // 4 bars of 4/4 at 90 BPM are 10.667 s.
  await expect(dialog.getByText('0:02.917 to 0:13.583: 10.667 s')).toBeVisible();
  await dialog.getByTestId('loop end').scrollIntoViewIfNeeded();
  await dragByTouch(page, await centreOf(page, 'loop end'), 40, GRIP);
  await expect(field(page, 'Bars')).toHaveValue('5');
  await type(page, 'Bars', '4');
  await expect(dialog.getByText(/^Click: none/)).toBeVisible();
  await expect(dialog.getByText('Beat: runs on (0 ms off).')).toBeVisible();
  await dialog.getByRole('button', { name: 'Play over the seam' }).tap();
  await expect(dialog.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  await dialog.getByRole('button', { name: 'Stop', exact: true }).tap();

  const started = page.waitForEvent('download');
  await dialog.getByRole('button', { name: 'Save the loop as WAV' }).tap();
  const download = await started;
  const path = info.outputPath('loop.wav');
  await download.saveAs(path);
  expect(download.suggestedFilename()).toBe('ticks-40 loop.wav');
  expect(new WaveFile(readFileSync(path)).smpl).toMatchObject({ dwNumSampleLoops: 1, loops: [{ dwStart: 0, dwEnd: 511_999 }] });
  const { left, frames } = samplesOf(path);
  expect(frames).toBe(512_000);
  const twice = new Float32Array(frames * 2);
  twice.set(left);
  twice.set(left, frames);
  expect(clicksOf(twice)).toEqual(Array.from({ length: 32 }, (_, i) => i * 32_000));

  await dialog.getByRole('button', { name: 'As long as the show' }).tap();
  await expect(field(page, 'Passes of the loop')).toHaveValue('1');
  await type(page, 'Passes of the loop', '2');
  await dialog.getByRole('button', { name: 'Lay the loop' }).tap();
  await undoIs(page, 'lay a loop, 2 passes');
  const clicks = clicksOf(await heard(page));
  expect(clicks.length).toBeGreaterThan(60);
  clicks.forEach((frame, i) => expect(frame).toBe(12_000 + i * 32_000));
});

test('@wide zoomed in as far as it goes the sheet tells single samples apart', async ({ page }) => {
  await showWith(page);
  await layMusic(page, ticks(10));
  // The tick of one sample at 0.25 s of the piece is laid on the now line.
  await type(page, 'From', '0.05');
  await page.getByRole('button', { name: /, from 0:00.0 to/ }).focus();
  await goTo(page, 0);
  for (let i = 0; i < 2; i += 1) await page.locator('body').press('ArrowDown');
  for (let i = 0; i < 29; i += 1) await page.keyboard.press('+');
  await expect(page.getByText('00.200', { exact: true }).first()).toBeVisible();
  /** Rows of the bed on which the water reaches far out: what is as loud as the tick's first sample. */
  const loud = () =>
    page.evaluate(() => {
      let rows = 0;
      for (const water of document.querySelectorAll<SVGPathElement>('[data-testid=sheet] svg path')) {
        if (getComputedStyle(water).fill !== 'rgb(42, 101, 130)') continue;
        const { width, height } = water.ownerSVGElement!.getBoundingClientRect();
        for (let y = 0; y < height; y += 1) if (water.isPointInFill(new DOMPoint(Math.round(width * 0.2) + 0.5, y + 0.5))) rows += 1;
      }
      return rows;
    });
  const tall = await page.getByTestId('sheet').evaluate((sheet) => sheet.clientHeight);
  // One sample is a 240th of the sheet's height: not the 128 of them that the overview knows, which is drawn until the samples are there.
  const most = Math.ceil(tall / 240) + 1;
  await expect.poll(async () => ((rows) => (rows > 0 && rows <= most ? 'a sample' : `${rows} rows`))(await loud())).toBe('a sample');
});
