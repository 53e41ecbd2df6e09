import { readFileSync } from 'node:fs';
import { addPhotos, aloneTest, chooseMusic, expect, exportWav, face, finishPanel, layMusic, newShow, openList, test } from './app';
import { bytesFile, clickSong, coded, photo, probe, threeHours } from './media';

test('bad music is refused in words and the show stays as it was', async ({ page }) => {
  await newShow(page);
  await addPhotos(page, [await photo('red.jpg', '#b03030')]);
  await layMusic(page, clickSong(40));
  const wav = readFileSync(clickSong(6));
  const m4a = readFileSync(coded('m4a', '-c:a', 'aac'));
  const cases: [string, RegExp][] = [
    [bytesFile('notes.mp3', 'This is a shopping list, not music. '.repeat(50)), /“notes.mp3” is not a sound that this browser can read/],
    [bytesFile('nothing.wav', ''), /“nothing.wav” is empty/],
    [bytesFile('no-length.wav', wav.subarray(0, 44)), /“no-length.wav” holds no sound/],
    [bytesFile('torn.m4a', m4a.subarray(0, 900)), /“torn.m4a” (is damaged|has no sound|is not a sound)/],
    [bytesFile('torn-header.wav', wav.subarray(0, 30)), /“torn-header.wav” is damaged/],
    [threeHours(), /“three-hours.flac” is 3:00:00 long; Rain Bed takes sounds up to 120 min/],
    [await photo('red.jpg', '#b03030'), /“red.jpg” is not a sound|“red.jpg” has no sound/],
  ];
  for (const [path, sentence] of cases) {
    await chooseMusic(page, path);
    await expect(page.getByRole('alert').filter({ hasText: sentence })).toBeVisible();
    await expect(page.getByRole('alert').filter({ hasText: 'Your show is unchanged' })).toBeVisible();
    await expect(page.getByRole('button', { name: /Length: 35 s over/ })).toBeVisible();
  }
});

test('a sound that was cut short is named, and what there is can be used', async ({ page }) => {
  await newShow(page);
  const wav = readFileSync(clickSong(40));
  const flac = readFileSync(coded('flac'));
  const mp3 = readFileSync(coded('mp3', '-b:a', '192k'));
  for (const path of [
    bytesFile('half.wav', wav.subarray(0, wav.length / 2)),
    bytesFile('half.flac', flac.subarray(0, flac.length / 2)),
    bytesFile('half.mp3', mp3.subarray(0, mp3.length / 2)),
  ]) {
    await chooseMusic(page, path);
    await expect(page.getByText(/“half” is cut short: 0:\d\d\.\d of 0:\d\d\.\d is there/)).toBeVisible();
    await page.getByRole('button', { name: 'Not this one' }).click();
  }
});

/** A RIFF/WAVE of so many empty chunks, without a sample. */
function emptyChunks(count: number): Uint8Array {
  const bytes = Buffer.alloc(12 + count * 8);
  bytes.write('RIFF', 0, 'latin1');
  bytes.writeUInt32LE(bytes.length - 8, 4);
  bytes.write('WAVE', 8, 'latin1');
  for (let at = 12; at < bytes.length; at += 8) bytes.write('junk', at, 'latin1');
  return bytes;
}

test('damaged sounds hold nothing up: each is named, and the next one comes in; one that stands still stops when it is told to', async ({
  page,
}) => {
  await newShow(page);
  await face(page, 'Bed');
  const flac = readFileSync(coded('flac'));
  const files = [
    bytesFile('head-alone.flac', flac.subarray(0, 128)),
    bytesFile('bytes-lost.flac', Buffer.concat([flac.subarray(0, 50), flac.subarray(57)])),
    bytesFile('empty-chunks.wav', emptyChunks(200_000)),
    clickSong(6),
  ];
  await page.getByTestId('files: Add music').setInputFiles(files);
  await expect(page.getByRole('button', { name: 'Lay it under the show' })).toBeVisible();
  for (const name of ['head-alone.flac', 'bytes-lost.flac', 'empty-chunks.wav'])
    await expect(page.getByRole('alert').filter({ hasText: `“${name}”` })).toBeVisible();
  await page.getByRole('button', { name: 'Not this one' }).click();
  await page.getByTestId('files: Add music').setInputFiles(files.slice(0, 1));
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await chooseMusic(page, clickSong(6));
  await expect(page.getByRole('button', { name: 'Lay it under the show' })).toBeVisible();
});

test('bad photos are named one by one; the good ones of the batch arrive', async ({ page }) => {
  await newShow(page);
  const heic = Buffer.concat([Buffer.from([0, 0, 0, 24]), Buffer.from('ftypheic\0\0\0\0mif1heic'), Buffer.alloc(400)]);
  const files = [
    await photo('red.jpg', '#b03030'),
    bytesFile('letter.jpg', 'Dear all'),
    bytesFile('phone.heic', heic),
    await photo('huge.png', '#808080', 20_000, 10_000),
    bytesFile('torn.png', readFileSync(await photo('green.png', '#30a050')).subarray(0, 200)),
    await photo('blue.webp', '#3050b0'),
  ];
  await face(page, 'Pictures');
  await page.getByTestId('files: Add photos and clips').setInputFiles(files);
  await expect(page.getByTestId(/^picture \d$/)).toHaveCount(2);
  for (const sentence of [
    /“letter.jpg” is not a photo or clip/,
    /“phone.heic” is an HEIC photo/,
    /“huge.png” has 200 megapixels/,
    /“torn.png” is not a photo or clip/,
  ]) {
    await expect(page.getByText(sentence)).toBeVisible();
  }
});

aloneTest('taking in can be stopped and leaves nothing behind', async ({ page }) => {
  await newShow(page);
  await face(page, 'Bed');
  await page.getByTestId('files: Add music').setInputFiles(clickSong(600));
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await expect(page.getByRole('progressbar')).toBeHidden();
  await expect(page.getByRole('button', { name: 'Lay it under the show' })).toBeHidden();
  await expect
    .poll(() =>
      page.evaluate(async () => {
        const names: string[] = [];
        const rootFolder = await navigator.storage.getDirectory();
        for (const folder of ['pcm', 'media', 'facts']) {
          const handle = await rootFolder.getDirectoryHandle(folder, { create: true });
          for await (const name of (handle as unknown as { keys(): AsyncIterable<string> }).keys()) names.push(name);
        }
        return names;
      }),
    )
    .toEqual([]);
});

aloneTest('storage full: said in words, the show is kept', async ({ page, context }) => {
  await newShow(page);
  await addPhotos(page, [await photo('red.jpg', '#b03030')]);
  const session = await context.newCDPSession(page);
  await session.send('Storage.overrideQuotaForOrigin', { origin: new URL(page.url()).origin, quotaSize: 2_000_000 });
  await chooseMusic(page, clickSong(40));
  await expect(page.getByText(/storage of this browser is full/)).toBeVisible();
  await session.send('Storage.overrideQuotaForOrigin', { origin: new URL(page.url()).origin });
  await layMusic(page, clickSong(40));
  await expect(page.getByTestId('picture 1')).toBeVisible();
});

aloneTest(
  'storage denied, as in a private window: said in words, and the work can still be done and taken home',
  async ({ page }, info) => {
    await page.addInitScript(() => {
      const denied = () => Promise.reject(new DOMException('denied', 'SecurityError'));
      Object.defineProperty(StorageManager.prototype, 'getDirectory', { value: denied });
      Object.defineProperty(IDBFactory.prototype, 'open', {
        value: () => {
          throw new DOMException('denied', 'SecurityError');
        },
      });
    });
    await openList(page);
    await expect(page.getByText(/^This window may keep nothing/)).toBeVisible();
    await page.getByRole('button', { name: 'New show' }).click();
    await addPhotos(page, [await photo('red.jpg', '#b03030')]);
    await layMusic(page, clickSong(6));
    const path = info.outputPath('out.wav');
    await exportWav(page, path);
    expect(probe(path).frames).toBe(5 * 48_000);
    await page.getByRole('button', { name: 'Save the work', exact: true }).click();
    await expect(page.getByRole('dialog').getByRole('button', { name: 'Save the work' })).toBeVisible();
  },
);

aloneTest('no sound output: said in words, and the file can still be taken home', async ({ page }, info) => {
  await page.addInitScript(() => {
    const missing = function () {
      throw new DOMException('no device', 'NotSupportedError');
    };
    Object.defineProperty(window, 'AudioContext', { value: missing });
  });
  await newShow(page);
  await addPhotos(page, [await photo('red.jpg', '#b03030')]);
  await layMusic(page, clickSong(6));
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(page.getByText(/^No sound output answers: the pictures run without sound/)).toBeVisible();
  // They do: to the end.
  await expect(page.getByText('0:05.0 / 0:05.0')).toBeVisible();
  const path = info.outputPath('out.wav');
  await exportWav(page, path);
  expect(probe(path).frames).toBe(5 * 48_000);
});

test('an export can be cancelled', async ({ page }) => {
  await newShow(page);
  await addPhotos(page, [await photo('red.jpg', '#b03030')]);
  await page.getByTestId('picture 1').tap();
  await page.getByRole('textbox', { name: 'Time on screen' }).fill('10:00');
  await page.getByRole('textbox', { name: 'Time on screen' }).press('Enter');
  await layMusic(page, clickSong(600));
  const dialog = await finishPanel(page, 'Save the sound alone');
  await dialog.getByRole('button', { name: 'Save the sound' }).click();
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeHidden();
  await expect
    .poll(() =>
      page.evaluate(async () => {
        const names: string[] = [];
        const handle = await (await navigator.storage.getDirectory()).getDirectoryHandle('written', { create: true });
        for await (const name of (handle as unknown as { keys(): AsyncIterable<string> }).keys()) names.push(name);
        return names;
      }),
    )
    .toEqual([]);
});
