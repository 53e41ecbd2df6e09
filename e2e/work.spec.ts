import { execFileSync } from 'node:child_process';
import { readFileSync, statSync, writeFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { newPart, newPicture } from '../core/show/edits';
import { firstOwnStart } from '../core/show/newShow';
import { FIRST_LANES, type Show } from '../core/show';
import { addPhotos, aloneTest, expect, face, finishPanel, layMusic, newShow, openList, test } from './app';
import { clickSong, photo } from './media';
import { bring, keptNames, openShowFile, showFile, showWith, zipOf, type Brought } from './work';

async function small(): Promise<{ show: Show; brought: Brought[] }> {
  const red = bring(await photo('red.jpg', '#b03030'), { kind: 'photo', width: 640, height: 480 }, 'Red');
  const music = bring(clickSong(16), { seconds: 16, rate: 44_100, channels: 2 }, 'Click');
  const said = bring(clickSong(6), { seconds: 6, rate: 44_100, channels: 2 }, 'Said');
  const brought = [red, music, said];
  const show = showWith(
    {
      pictures: [{ ...newPicture('red', red.media, firstOwnStart()), hold: 12, dissolve: 0 }],
      parts: [
        newPart('music', FIRST_LANES.bed, music.media),
        { ...newPart('said', FIRST_LANES.voice, said.media), at: 1, words: 'The rain runs & <stands> there.' },
      ],
    },
    brought,
  );
  return { show, brought };
}

/** Saves through a panel of the Finish face. */
async function save(page: Page, panel: string, press: string, path: string, before: string[] = []): Promise<string> {
  const dialog = await finishPanel(page, panel);
  for (const name of before) await dialog.getByRole('button', { name }).click();
  const started = page.waitForEvent('download');
  await dialog.getByRole('button', { name: press, exact: true }).click();
  const download = await started;
  await download.saveAs(path);
  return download.suggestedFilename();
}

/** Empties everything that the browser keeps, as another device would be. */
async function wipe(page: Page): Promise<void> {
  await page.goto('about:blank');
  const session = await page.context().newCDPSession(page);
  await session.send('Storage.clearDataForOrigin', { origin: 'http://localhost:4879', storageTypes: 'all' });
  await session.detach();
}

aloneTest('the work is saved, everything is wiped, and it opens again with everything in place', async ({ page }, info) => {
  await newShow(page);
  await addPhotos(page, [await photo('red.jpg', '#b03030'), await photo('green.png', '#30a050')]);
  await layMusic(page, clickSong(16));
  const path = info.outputPath('work.zip');
  expect(await save(page, 'Save the work as a file', 'Save the work', path)).toBe('My show.rainbed.zip');
  expect(execFileSync('unzip', ['-t', path], { encoding: 'utf8' })).toContain('No errors detected');
  const saved = execFileSync('unzip', ['-p', path, 'show.json'], { encoding: 'utf8' });
  await wipe(page);
  await openList(page);
  await expect(page.getByText('No shows yet')).toBeVisible();
  await page.getByTestId('files: Open a file').setInputFiles(path);
  await page.getByRole('button', { name: 'Show it' }).click();
  await expect(page.getByTestId('picture 2')).toBeVisible();
  await face(page, 'Finish');
  await page.getByRole('button', { name: /fine: show/ }).click();
  await expect(page.getByText('All files of the show are here.')).toBeVisible();
  const again = info.outputPath('again.zip');
  await save(page, 'Save the work as a file', 'Save the work', again);
  expect(execFileSync('unzip', ['-p', again, 'show.json'], { encoding: 'utf8' })).toBe(saved);
  await page.reload();
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  // The same file once more: nothing is written over.
  await page.goto('/');
  await page.getByTestId('files: Open a file').setInputFiles(path);
  await expect(page.getByText(/is here already. Nothing was changed yet./)).toBeVisible();
  await page.getByRole('button', { name: 'Open as a copy' }).click();
  await expect(page.getByRole('button', { name: 'Open “My show (copy)”' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Open “My show”' })).toBeVisible();
});

aloneTest('a slim file asks for its media and knows them by their bytes, whatever they are called', async ({ page }, info) => {
  const { show, brought } = await small();
  await openShowFile(page, zipOf({ 'show.json': JSON.stringify(show) }, info.outputPath('slim.zip')));
  await face(page, 'Finish');
  await expect(page.getByText(/3 files are not in this browser/)).toBeVisible();
  const dialog = await finishPanel(page, 'Save as a film');
  await expect(dialog.getByRole('button', { name: 'Save the film' })).toBeDisabled();
  await page.keyboard.press('Escape');
  const renamed = info.outputPath('holiday.bin.wav');
  writeFileSync(renamed, readFileSync(brought[1]!.path));
  const stranger = await photo('green.png', '#30a050');
  await page.getByTestId('files: Choose the files').setInputFiles([brought[0]!.path, renamed, stranger]);
  await expect(page.getByText(/“green.png”: none of the missing files/)).toBeVisible();
  await expect(page.getByText(/1 file is not in this browser: “Said”/)).toBeVisible();
  await page.getByTestId('files: Choose the files').setInputFiles(brought[2]!.path);
  await expect(page.getByText(/not in this browser/)).toBeHidden();
});

aloneTest('hostile and damaged files are refused in words, and nothing has changed', async ({ page }, info) => {
  const { show, brought } = await small();
  const good = readFileSync(showFile(show, brought, info.outputPath('good.zip')));
  const text = JSON.stringify(show);
  const spoilt = Buffer.from(good);
  const within = good.indexOf(readFileSync(brought[1]!.path).subarray(5000, 5040));
  spoilt[within] = spoilt[within]! ^ 0xff;
  const file = (name: string, bytes: Buffer) => {
    writeFileSync(info.outputPath(name), bytes);
    return info.outputPath(name);
  };
  const bomb = zipOf({ 'show.json': Buffer.alloc(300_000_000, 0x20) }, info.outputPath('bomb.zip'), true);
  expect(statSync(bomb).size).toBeLessThan(1e6);
  await openList(page);
  for (const [path, words] of [
    [zipOf({ 'show.json': text, '../../x': 'x' }, info.outputPath('path.zip')), /was refused \(it names files outside itself\)/],
    [bomb, /was refused \(it would unpack to far more than it is\)/],
    [
      zipOf({ 'show.json': text.replace('{', '{"__proto__":{"x":1},') }, info.outputPath('proto.zip')),
      /was refused \(it uses the name __proto__\)/,
    ],
    [zipOf({ 'show.json': '['.repeat(500_000) }, info.outputPath('deep.zip')), /was refused \(it is nested too deep\)/],
    [file('cut.zip', good.subarray(0, good.length - 700)), /is damaged or was cut short/],
    [file('spoilt.zip', spoilt), /is damaged or was cut short/],
    [file('letter.pdf', Buffer.from('%PDF-1.7 hello')), /is not a show that was saved as a file/],
    [zipOf({ 'show.json': text.replace('"hold":12', '"hold":-1') }, info.outputPath('rule.zip')), /the show in it makes no sense/],
  ] as const) {
    await page.getByTestId('files: Open a file').setInputFiles(path);
    await expect(page.getByText(words)).toBeVisible();
    await page.getByRole('button', { name: 'Close this message' }).last().click();
    await expect(page.getByText('No shows yet')).toBeVisible();
  }
  expect(await keptNames(page, 'media')).toEqual([]);
  expect(await keptNames(page, 'written')).toEqual([]);
});

aloneTest(
  'captions are read by the browser’s own parser, and the timeline comes back in with the show as it was',
  async ({ page }, info) => {
    const { show, brought } = await small();
    await openShowFile(page, showFile(show, brought, info.outputPath('show.zip')));
    const vtt = info.outputPath('out.vtt');
    expect(await save(page, 'Save a timeline, captions, cue sheet or credits', 'Captions as WebVTT', vtt)).toBe('From a file.vtt');
    const cues = await page.evaluate(
      async (text) => {
        const video = document.createElement('video');
        const track = document.createElement('track');
        track.src = URL.createObjectURL(new Blob([text], { type: 'text/vtt' }));
        track.default = true;
        video.append(track);
        document.body.append(video);
        track.track.mode = 'hidden';
        await new Promise((resolve, reject) => {
          track.onload = resolve;
          track.onerror = reject;
        });
        return [...(track.track.cues as unknown as VTTCue[])].map((cue) => [cue.startTime, cue.endTime, cue.getCueAsHTML().textContent]);
      },
      readFileSync(vtt, 'utf8'),
    );
    expect(cues).toHaveLength(1);
    expect(cues[0]![2]).toBe('The rain runs & <stands> there.');
    await page.keyboard.press('Escape');
    const otio = info.outputPath('out.otio');
    await save(page, 'Save a timeline, captions, cue sheet or credits', 'Timeline as OTIO', otio);
    await page.goto('/');
    await page.getByTestId('files: Open a file').setInputFiles(otio);
    await page.getByRole('button', { name: 'Show it' }).click();
    await expect(page.getByTestId('picture 1')).toBeVisible();
    const again = info.outputPath('again.zip');
    await save(page, 'Save the work as a file', 'Save the work', again);
    const back = JSON.parse(execFileSync('unzip', ['-p', again, 'show.json'], { encoding: 'utf8' })) as Show;
    expect({ ...back, id: show.id }).toEqual(show);
  },
);

test('the check leads there: what is worth a look is one tap away @wide', async ({ page }, info) => {
  const { show, brought } = await small();
  await openShowFile(page, showFile(show, brought, info.outputPath('show.zip')));
  await face(page, 'Finish');
  await expect(page.getByTestId('check lengths')).toContainText('4.0 s over');
  await expect(page.getByTestId('check end')).toContainText('runs 4.0 s past the last picture');
  await page.getByRole('button', { name: 'Go there: The end' }).click();
  await expect(page.getByRole('tab', { name: 'Bed' })).toHaveAttribute('aria-selected', 'true');
  await expect(page.getByTestId('fit end')).toBeAttached();
  await face(page, 'Finish');
  await page.getByRole('button', { name: 'Go there: Credits' }).click();
  const dialog = page.getByRole('dialog', { name: 'Credits' });
  await dialog.getByRole('textbox', { name: 'Credit of “Click”' }).fill('Click by nobody, free');
  await dialog.getByRole('textbox', { name: 'Who made the show' }).fill('Class 4b');
  await dialog.getByRole('button', { name: 'Put a credits card at the end' }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('check credits')).toBeHidden();
  await page.keyboard.press('End');
  await expect(page.getByRole('img', { name: /Class 4b/ })).toBeAttached();
});
