import { demoTest, expect, exportWav, wholePanel } from './app';
import { ffmpeg, probe } from './media';

demoTest('the second demo show is a minute of radio: a piece in layers that thins out under who speaks', async ({ page }, info) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'Lay out a demo of sound alone: one minute of radio' }).click({ timeout: 240_000 });
  await page.getByRole('button', { name: 'Open “Puddle Radio, one minute”' }).click({ timeout: 240_000 });
  await expect(page.getByTestId('part music')).toBeVisible();
  // Once all of it was listened to, the bed makes room.
  await expect(page.getByTestId('dip band').first()).toBeAttached();
  const path = info.outputPath('radio.wav');
  await exportWav(page, path, '24-bit');
  expect(probe(path).frames).toBe(60 * 48_000);
});

demoTest('the demo show: its difference is plain, and its exported loudness is what ffmpeg reads', async ({ page }, info) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'Open “The rain bed by the bike shed”' }).click();
  await expect(page.getByRole('button', { name: /Length: 31 s over/ })).toBeVisible();
  const path = info.outputPath('demo.wav');
  expect(await exportWav(page, path, '24-bit')).toBe('The rain bed by the bike shed.wav');
  expect(probe(path).frames).toBe(96 * 48_000);
  const dialog = await wholePanel(page);
  const said = async (unit: string) => {
    const reading = dialog.getByText(new RegExp(`^[−+][\\d.]+ ${unit}$`));
    await expect(reading).toBeVisible();
    return parseFloat((await reading.textContent())!.replace('−', '-'));
  };
  const integrated = await said('LUFS');
  const peak = await said('dBTP');
  const report = ffmpeg('-i', path, '-af', 'ebur128=peak=true', '-f', 'null', '-');
  // The last summary, to one decimal, as our own readings are.
  const theirs = (name: RegExp) => Number([...report.matchAll(name)].at(-1)![1]);
  expect(Math.abs(integrated - theirs(/I:\s+(-[\d.]+) LUFS/g))).toBeLessThanOrEqual(0.1001);
  expect(Math.abs(peak - theirs(/Peak:\s+(-[\d.]+) dBFS/g))).toBeLessThanOrEqual(0.2001);
});
