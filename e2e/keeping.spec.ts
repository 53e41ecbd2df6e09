import { addPhotos, aloneTest, expect, face, finishPanel, layMusic, newShow, openList, test, type } from './app';
import { clickSong, photo } from './media';
import { readRow, writeRows } from './rows';

const photos = () => Promise.all([photo('red.jpg', '#b03030'), photo('green.png', '#30a050')]);

test('a reload in the middle brings back the show, the place and the undo steps', async ({ page }) => {
  await newShow(page);
  await addPhotos(page, await photos());
  await layMusic(page, clickSong(40));
  await page.getByRole('button', { name: 'Loudness', exact: true }).click();
  await type(page, 'Loudness in dB', '-9');
  for (let i = 0; i < 3; i += 1) await page.keyboard.press('Shift+ArrowDown');
  await expect(page.getByText('0:03.0 / 0:10.0')).toBeVisible();
  await expect(page.getByText('saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByText('0:03.0 / 0:10.0')).toBeVisible();
  await page.getByRole('button', { name: 'Undo: change loudness' }).click();
  await page.getByRole('button', { name: 'Undo: lay a piece' }).click();
  await page.getByRole('button', { name: 'Undo: add 2 pictures' }).click();
  await expect(page.getByRole('button', { name: 'Redo: add 2 pictures' })).toBeVisible();
});

test('a reload while photos come in loses none that was there, and says which had not come in', async ({ page }) => {
  await newShow(page);
  page.on('dialog', (dialog) => void dialog.accept());
  const many = await Promise.all(Array.from({ length: 24 }, (_, i) => photo(`still ${i}.png`, `#3050${10 + i}`, 2400, 1800)));
  await face(page, 'Pictures');
  await page.getByTestId('files: Add photos and clips').setInputFiles(many);
  await expect(page.getByTestId('picture 3')).toBeVisible();
  await page.getByRole('button', { name: 'Back to the shows' }).click();
  await expect(page.getByText(/files are still coming in/)).toBeVisible();
  await expect(page.getByText('saved', { exact: true })).toBeVisible();
  await page.reload();
  const said = page.getByText(/files had not come in when this show was left: still \d+\.png/);
  await expect(said).toBeVisible();
  const missing = Number(/^\d+/.exec((await said.textContent())!)![0]);
  await expect(page.getByTestId(/^picture \d+$/).last()).toBeVisible();
  const there = Number(/(\d+) pictures/.exec((await page.getByRole('button', { name: /^Undo: add/ }).getAttribute('aria-label'))!)![1]);
  expect(there).toBeGreaterThanOrEqual(3);
  // One may have been on its way when the page went: it is named, whether it is in or not.
  expect(there + missing).toBeGreaterThanOrEqual(24);
  expect(there + missing).toBeLessThanOrEqual(25);
});

aloneTest('an edit is on disk within half a second, and at once when the page hides', async ({ page }) => {
  await newShow(page);
  await addPhotos(page, await photos());
  await page.getByTestId('picture 1').tap();
  await page.getByRole('button', { name: 'Time on screen: more' }).click();
  await page.getByRole('button', { name: 'Time on screen: more' }).click();
  await page.goto('/');
  await expect(page.getByText('2 pictures · 0:11.0')).toBeVisible();
});

aloneTest('the second tab on a show may look and listen; it takes over when the first one goes', async ({ page, context }) => {
  await newShow(page);
  await addPhotos(page, await photos());
  const second = await context.newPage();
  await second.goto(page.url());
  await expect(second.getByText('open in another tab: look and listen only')).toBeVisible();
  // Nor is there anything to be undone here.
  await expect(second.getByRole('button', { name: 'Undo: add 2 pictures' })).toBeDisabled();
  await second.getByTestId('picture 1').tap();
  await second.getByRole('button', { name: 'Remove' }).click();
  await expect(second.getByText(/being edited in another tab/)).toBeVisible();
  await expect(second.getByTestId('picture 2')).toBeVisible();
  await page.getByTestId('picture 2').tap();
  await page.getByRole('button', { name: 'Remove' }).click();
  await page.close();
  await expect(second.getByText('saved', { exact: true })).toBeVisible();
  await expect(second.getByTestId('picture 2')).toBeHidden();
  await second.getByRole('button', { name: 'Undo: remove a picture' }).click();
  await expect(second.getByTestId('picture 2')).toBeVisible();
});

aloneTest('a show that one tab edits cannot be renamed or deleted from the list of another', async ({ page, context }) => {
  await newShow(page);
  await addPhotos(page, await photos());
  const second = await context.newPage();
  const refused = second.getByText(/being edited in another tab, so nothing was changed/);
  await second.goto('/');
  await second.getByRole('button', { name: 'Rename “My show”' }).click();
  await type(second, 'Title of the show', 'Other');
  await expect(refused).toBeVisible();
  await second.reload();
  await second.getByRole('button', { name: 'Delete “My show”' }).click();
  await expect(refused).toBeVisible();
  await page.close();
  await second.getByRole('button', { name: 'Delete “My show”' }).click();
  await expect(second.getByText('“My show” is deleted.')).toBeVisible();
});

aloneTest('damaged and newer shows are named, kept, and hide no other', async ({ page }) => {
  await newShow(page);
  await addPhotos(page, await photos());
  await page.getByRole('button', { name: 'Back to the shows' }).click();
  await writeRows(page, {
    'show/broken-1': '{"savedAt": 5, "show": {"format": 1, "id"',
    'show/broken-2': JSON.stringify({ savedAt: 6, show: { format: 1, id: 'broken-2', pictures: [{}] } }),
    'show/newer-1': JSON.stringify({ savedAt: 7, show: { format: 99, id: 'newer-1' } }),
  });
  await page.reload();
  await expect(page.getByText('A damaged show', { exact: true })).toHaveCount(2);
  await expect(page.getByText('A show from a newer Rain Bed')).toBeVisible();
  const started = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save its data' }).first().click();
  expect((await started).suggestedFilename()).toContain('newer-1');
  await page.goto('/show/broken-2');
  await expect(page.getByText(/This show is damaged/)).toBeVisible();
  await page.goto('/show/nobody');
  await expect(page.getByText(/not in this browser/)).toBeVisible();
  await page.getByRole('button', { name: 'To the list of shows' }).click();
  await page.getByRole('button', { name: 'Open “My show”' }).click();
  await expect(page.getByTestId('picture 2')).toBeVisible();
});

aloneTest('the list: rename, copy, delete, undo, bring back', async ({ page }) => {
  await newShow(page);
  await addPhotos(page, await photos());
  await page.getByRole('button', { name: 'Back to the shows' }).click();
  await page.getByRole('button', { name: 'Rename “My show”' }).click();
  await type(page, 'Title of the show', 'Rain & “garden” / 2');
  await page.getByRole('button', { name: 'Make a copy of “Rain & “garden” / 2”' }).click();
  await expect(page.getByRole('button', { name: /^Open “/ })).toHaveCount(2);
  await page.getByRole('button', { name: 'Delete “Rain & “garden” / 2 (copy)”' }).click();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByRole('button', { name: /^Open “/ })).toHaveCount(2);
  await page.getByRole('button', { name: 'Delete “Rain & “garden” / 2 (copy)”' }).click();
  await page.reload();
  await page.getByRole('button', { name: 'Deleted shows: 1' }).click();
  await page.getByRole('button', { name: 'Bring back' }).click();
  await expect(page.getByRole('button', { name: /^Open “/ })).toHaveCount(2);
  await page.getByRole('button', { name: /^Open .*copy/ }).click();
  const dialog = await finishPanel(page, 'Save the work as a file');
  const started = page.waitForEvent('download');
  await dialog.getByRole('button', { name: 'Save the work', exact: true }).click();
  expect((await started).suggestedFilename()).toBe('Rain & “garden” 2 (copy).rainbed.zip');
});

aloneTest('the same file twice is stored once', async ({ page }) => {
  await openList(page);
  await page.getByRole('button', { name: 'New show' }).click();
  await addPhotos(page, [await photo('red.jpg', '#b03030'), await photo('red.jpg', '#b03030')]);
  const files = await page.evaluate(async () => {
    const media = await (await navigator.storage.getDirectory()).getDirectoryHandle('media');
    const names: string[] = [];
    for await (const name of (media as unknown as { keys(): AsyncIterable<string> }).keys()) names.push(name);
    return names;
  });
  expect(files).toHaveLength(1);
  expect(files[0]).toMatch(/^[0-9a-f]{64}$/);
});

aloneTest(
  'what a show that was deleted for good named is freed a week later, not sooner; what other shows name stays',
  async ({ page }) => {
    await newShow(page);
    await addPhotos(page, await photos());
    await page.getByRole('button', { name: 'Back to the shows' }).click();
    await page.getByRole('button', { name: 'New show' }).click();
    await addPhotos(page, [await photo('red.jpg', '#b03030')]);
    await page.getByRole('button', { name: 'Back to the shows' }).click();
    const stored = () =>
      page.evaluate(async () => {
        const media = await (await navigator.storage.getDirectory()).getDirectoryHandle('media');
        let count = 0;
        for await (const name of (media as unknown as { keys(): AsyncIterable<string> }).keys()) count += name.length > 0 ? 1 : 0;
        return count;
      });
    expect(await stored()).toBe(2);
    await page.getByRole('button', { name: 'Delete “My show”' }).last().click();
    await page.getByRole('button', { name: 'Deleted shows: 1' }).click();
    await page.getByRole('button', { name: 'Delete for good' }).click();
    await expect(page.getByRole('button', { name: /^Deleted shows/ })).toBeHidden();
    // The next visit only marks it, and six days later it is still there.
    const list = page.getByRole('button', { name: 'Open “My show”' });
    const week = Date.now();
    for (const days of [0, 6]) {
      await page.clock.setFixedTime(week + days * 24 * 3600 * 1000);
      await page.reload();
      await expect(list).toBeVisible();
      await expect.poll(() => readRow(page, 'marks')).toMatch(/[0-9a-f]{64}/);
      expect(await stored()).toBe(2);
    }
    await page.clock.setFixedTime(week + 7.1 * 24 * 3600 * 1000);
    await page.reload();
    await expect.poll(stored).toBe(1);
    await list.click();
    await expect(page.getByTestId('picture 1').locator('img')).toBeVisible();
  },
);
