import { expect, exportWav, openDemo, test, wholePanel } from './app';
import { ffmpeg, probe } from './media';

test('the demo show: its difference is plain, and its exported loudness is what ffmpeg reads', async ({ page }, info) => {
  await openDemo(page);
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
