import { copyFileSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { addPhotos, aloneTest, expect, face, newShow } from './app';
import { made } from '../tests/made';
import { serve, type Served } from '../tests/serve';
import { ffmpeg, photo } from './media';

/** A server of its own with a teacher's folder: it is stopped in the middle. */
const PORT = 4881;
let teacher = '';
aloneTest.use({ baseURL: `http://localhost:${PORT}` });

let server: Served;

function tone(place: string, hertz: number, ...tags: string[]): void {
  const words = tags.flatMap((tag) => ['-metadata', tag]);
  const sine = `sine=frequency=${hertz}:duration=24`;
  copyFileSync(
    made(basename(place), (path) => void ffmpeg('-f', 'lavfi', '-i', sine, ...words, path), sine, words),
    join(teacher, place),
  );
}

async function start(): Promise<void> {
  server = await serve(PORT, ['--shelf', teacher]);
}

aloneTest.describe.configure({ mode: 'default' });
aloneTest.beforeAll(async () => {
  teacher = mkdtempSync(join(tmpdir(), 'rain-bed-teacher-'));
  tone('harbour.mp3', 330, 'title=Harbour Lights', 'artist=The Fictive Few', 'copyright=CC BY 4.0', 'genre=calm');
  tone('nameless.mp3', 440, 'title=Nameless');
  mkdirSync(join(teacher, 'River'));
  tone('River/low.wav', 110);
  tone('River/high.wav', 880);
  writeFileSync(
    join(teacher, 'River/piece.json'),
    JSON.stringify({
      title: 'River',
      licence: 'CC0',
      layers: [
        { file: 'high.wav', title: 'Tune' },
        { file: 'low.wav', title: 'Ground' },
      ],
    }),
  );
  await start();
});
aloneTest.afterAll(async () => {
  await server.end();
  rmSync(teacher, { recursive: true });
});

aloneTest(
  'a piece is searched, listened to and added with its credit; one without a licence is remembered by the check',
  async ({ page }) => {
    await newShow(page);
    await addPhotos(page, [await photo('red.jpg', '#b03030')]);
    await face(page, 'Bed');
    await page.getByRole('button', { name: 'The shelf' }).tap();
    await expect(page.getByText(/^\d+ found$/)).toBeVisible();
    await page.getByLabel('Search the shelf').fill('harbour');
    await expect(page.getByText('One found')).toBeVisible();
    const streamed = page.waitForResponse((response) => response.url().includes('/shelf/sounds/') && response.status() === 206);
    await page.getByRole('button', { name: 'Listen to Harbour Lights' }).tap();
    await streamed;
    await page.getByRole('button', { name: 'Stop Harbour Lights' }).tap();
    await page
      .getByRole('button', {
        name: /^Add: add “Harbour Lights” as music, licence: CC BY 4.0|Add “Harbour Lights” as music, licence: CC BY 4.0/i,
      })
      .tap();
    await page.getByRole('button', { name: 'Lay it under the show' }).tap();
    await expect(page.getByTestId(/^part /)).toHaveCount(1);

    await page
      .getByRole('button', { name: 'Close', exact: true })
      .or(page.getByRole('button', { name: /^Close/ }))
      .first()
      .tap();
    await page.getByRole('button', { name: 'The shelf' }).tap();
    await page.getByLabel('Search the shelf').fill('nameless');
    await page.getByRole('button', { name: /“Nameless” as music, licence: no licence named/ }).tap();
    await expect(page.getByText(/“Nameless” names no licence/)).toBeVisible();
    await page.getByRole('button', { name: /“Nameless” as music/ }).tap();
    await page.getByRole('button', { name: 'Lay it after the last piece' }).tap();
    await face(page, 'Finish');
    await expect(page.getByText(/“Nameless” came from the shelf without a licence/)).toBeVisible();
    await page.getByRole('button', { name: 'Go there: Credits' }).tap();
    await expect(page.getByRole('textbox', { name: 'Credit of “Harbour Lights”' })).toHaveValue(
      /Harbour Lights.*The Fictive Few, CC BY 4\.0/,
    );
  },
);

aloneTest('a folder of stems is one piece in layers; a server that stops in the middle leaves everything as it was', async ({ page }) => {
  await newShow(page);
  await addPhotos(page, [await photo('red.jpg', '#b03030')]);
  await face(page, 'Bed');
  await page.getByRole('button', { name: 'The shelf' }).tap();
  await page.getByLabel('Search the shelf').fill('river');
  await page.getByRole('button', { name: /“River” as music, licence: CC0/ }).tap();
  await page.getByRole('button', { name: 'Lay it under the show' }).tap();
  await page.getByTestId(/^part /).tap();
  await page.getByRole('button', { name: 'Layers', exact: true }).tap();
  await expect(page.getByRole('group', { name: 'Layer Tune' })).toBeVisible();
  await expect(page.getByRole('group', { name: 'Layer Ground' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');

  await page.getByRole('button', { name: 'The shelf' }).tap();
  await page.getByLabel('Search the shelf').fill('harbour');
  await expect(page.getByText('One found')).toBeVisible();
  // What is under way is still answered when it ends in peace: here it is gone at once, and only then is anything asked for.
  await server.end();
  await page.getByRole('button', { name: /“Harbour Lights” as music/ }).tap();
  await expect(page.getByText(/“Harbour Lights” could not be fetched: the shelf’s server does not answer/)).toBeVisible();
  await expect(page.getByTestId(/^part /)).toHaveCount(1);
  // Without the server the shelf shows what this browser holds.
  await page.getByRole('button', { name: 'The shelf' }).tap();
  await page
    .getByLabel('Search the shelf')
    .fill('anything else')
    .catch(() => undefined);
  await expect(page.getByText(/The shelf does not answer\. This browser holds these:/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Listen to River', exact: true })).toBeVisible();
  await start();
  await page.getByRole('button', { name: 'Try again' }).first().tap();
  await expect(page.getByLabel('Search the shelf')).toBeVisible();
});
