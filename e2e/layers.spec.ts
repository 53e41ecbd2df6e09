import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { WavWriter } from '../core/files';
import { addPhotos, expect, exportWav, face, finishPanel, newShow, test } from './app';
import { made } from '../tests/made';
import { photo, samplesOf } from './media';
import { bringNarrations } from './voice';
import { openShowFile } from './work';

const RATE = 48_000;

/** Tones of so many seconds, as WAV; `late` leaves the beginning away. */
function layer(name: string, hertz: readonly number[], seconds = 12, late = 0): string {
  return made(
    `${name}.wav`,
    (path) => {
      const frames = (seconds - late) * RATE;
      const samples = new Float32Array(frames * 2);
      for (let i = 0; i < frames; i += 1) {
        const at = i + late * RATE;
        // The same rustle in both: by it they are lined up.
        const rustle = 0.04 * Math.sin(at * at * 1e-6) * Math.sin(at * 0.37);
        samples[i * 2] = samples[i * 2 + 1] = hertz.reduce((sum, one) => sum + 0.15 * Math.sin((2 * Math.PI * one * at) / RATE), rustle);
      }
      const writer = new WavWriter('float32', 2, RATE);
      writeFileSync(path, Buffer.concat([writer.header(frames), writer.encode(samples, frames)]));
    },
    hertz,
    seconds,
    late,
  );
}

/** How strong a tone is between two seconds, as an amplitude. */
function strength(samples: Float32Array, hertz: number, from: number, to: number): number {
  let [re, im] = [0, 0];
  const count = (to - from) * RATE;
  for (let i = 0; i < count; i += 1) {
    const turn = (2 * Math.PI * hertz * (i + from * RATE)) / RATE;
    re += samples[i + from * RATE]! * Math.cos(turn);
    im += samples[i + from * RATE]! * Math.sin(turn);
  }
  return (2 * Math.hypot(re, im)) / count;
}

test('files of one piece come in as its layers: heard, quieter, muted, over time', async ({ page }, info) => {
  await newShow(page);
  await addPhotos(page, [await photo('red.jpg', '#b03030'), await photo('blue.jpg', '#3030b0')]);
  await face(page, 'Bed');
  // The second begins two seconds later: it is lined up by its sound.
  await page.getByTestId('files: Add music').setInputFiles([layer('Brook low', [110]), layer('Brook high', [1760], 12, 2)]);
  await page.getByRole('button', { name: /These are the layers of one piece/ }).tap();
  const part = page.getByTestId(/^part /);
  await expect(part).toHaveCount(1);
  await expect(page.getByText(/they were lined up by their sound/)).toBeVisible();
  await page.getByRole('button', { name: 'Layers', exact: true }).tap();
  const low = page.getByRole('group', { name: 'Layer low' });
  const high = page.getByRole('group', { name: 'Layer high' });
  await expect(low).toBeVisible();

  const whole = info.outputPath('whole.wav');
  await exportWav(page, whole, 'Float');
  const before = samplesOf(whole).left;
  expect(strength(before, 110, 4, 8)).toBeCloseTo(0.15, 2);
  expect(strength(before, 1760, 4, 8)).toBeCloseTo(0.15, 2);
  // Nothing of the second one is heard before it begins.
  expect(strength(before, 1760, 0, 1)).toBeLessThan(0.005);

  await face(page, 'Bed');
  await part.tap();
  // Its layers are still open.
  await high.getByRole('button', { name: /^Mute/ }).tap();
  const muted = info.outputPath('muted.wav');
  await exportWav(page, muted, 'Float');
  const after = samplesOf(muted).left;
  expect(strength(after, 1760, 4, 8)).toBeLessThan(0.002);
  expect(strength(after, 110, 4, 8)).toBeCloseTo(0.15, 2);

  // Kept: after a reload it is a piece in layers, one of them muted.
  await page.reload();
  await face(page, 'Bed');
  await part.tap();
  await page.getByRole('button', { name: 'Layers', exact: true }).tap();
  await expect(high.getByRole('button', { name: /^Mute/ })).toHaveAttribute('aria-pressed', 'true');
});

test('a layered show with a voice: layers go where somebody speaks, and the work opens elsewhere with all of them', async ({
  page,
  browser,
}, info) => {
  await newShow(page);
  await addPhotos(page, [await photo('red.jpg', '#b03030'), await photo('blue.jpg', '#3030b0'), await photo('green.jpg', '#30b030')]);
  await face(page, 'Bed');
  // One that lies all over where speech does, and one far below it.
  const tune = [300, 400, 500, 630, 900, 1150, 1500, 2000, 2500, 3150, 4000];
  await page.getByTestId('files: Add music').setInputFiles([layer('Mill deep', [70], 14), layer('Mill tune', tune, 14)]);
  await page.getByRole('button', { name: /These are the layers of one piece/ }).tap();
  await expect(page.getByTestId(/^part /)).toHaveCount(1);
  await bringNarrations(page, [join('demo/narration', '2-plan.wav')]);
  await page.keyboard.press('Escape');
  await page
    .getByRole('button', { name: /^Dips: / })
    .first()
    .tap();
  await page.getByRole('radio', { name: /Thin out/ }).tap();
  // The voice is as loud as the music: the tune goes, what is far below it stays.
  await expect(page.getByTestId('dip band').first()).toBeAttached();
  const path = info.outputPath('thin.wav');
  await exportWav(page, path, 'Float');
  const out = samplesOf(path).left;
  expect(strength(out, 900, 2, 4)).toBeLessThan(0.03);
  // Low tones mask upward: once the tune is gone, the last layer goes down by what is missing yet, 2.45 dB (as measured; the law is tested in
  // core/level/thin.test.ts). Where nobody speaks everything is as loud as it was: a tenth of a decibel is 0.0017 of it.
  expect(Math.abs(strength(out, 70, 2, 4) - 0.15 * 10 ** (-2.45 / 20))).toBeLessThan(0.0017);
  expect(Math.abs(strength(out, 70, 9, 12) - 0.15)).toBeLessThan(0.0017);
  expect(Math.abs(strength(out, 900, 9, 12) - 0.15)).toBeLessThan(0.0017);

  const work = info.outputPath('mill.rainbed.zip');
  const saved = page.waitForEvent('download');
  const dialog = await finishPanel(page, 'Save the work as a file');
  await dialog.getByRole('button', { name: 'Save the work', exact: true }).click();
  await (await saved).saveAs(work);
  const other = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, baseURL: new URL(page.url()).origin });
  const elsewhere = await other.newPage();
  await openShowFile(elsewhere, work);
  const again = info.outputPath('again.wav');
  await exportWav(elsewhere, again, 'Float');
  expect(Buffer.compare(readFileSync(again), readFileSync(path))).toBe(0);
  await other.close();
});
