import type { Page } from '@playwright/test';
import { aloneTest, called, expect, face, openList, test } from './app';
import { clickSong, photo } from './media';
import { cutOff } from './whole';

// The main job by keyboard alone, and by what a screen reader is told.

const spoken = (page: Page) => page.getByTestId('spoken').last();

/** What has the focus, in a word; the page itself never does. */
const focused = (page: Page) => page.evaluate(() => document.activeElement?.tagName.toLowerCase() ?? 'nothing');
const keepsFocus = (page: Page) => expect.poll(() => focused(page)).not.toBe('body');

async function press(page: Page, name: string | RegExp): Promise<void> {
  const button = page.getByRole('button', { name }).first();
  await button.focus();
  await page.keyboard.press('Enter');
}

aloneTest(
  '@wide a show is made by keyboard alone and by what is said: the focus is never lost, and what goes on by itself is told',
  async ({ page }) => {
    await openList(page);
    await page.unroute('**/demo/**');
    // From the top of the page by the Tab key, as whoever hears it comes to it.
    const fresh = page.getByRole('button', { name: 'New show' });
    for (let i = 0; i < 20 && !(await fresh.evaluate((one) => one === document.activeElement)); i += 1) await page.keyboard.press('Tab');
    await page.keyboard.press('Enter');
    await expect(page).toHaveTitle(/My show/);
    await expect(page.getByTestId('files: Add photos and clips')).toBeAttached();
    await keepsFocus(page);

    await page
      .getByTestId('files: Add photos and clips')
      .setInputFiles([await photo('red.jpg', '#b03030'), await photo('green.png', '#30a050'), await photo('blue.webp', '#3050b0')]);
    await expect(spoken(page)).toHaveText(/3 files are in\./);
    await keepsFocus(page);

    // One stop for all faces; arrows go on from there.
    await page.getByRole('tab', { name: 'Pictures' }).focus();
    await page.keyboard.press('ArrowRight');
    await expect(page.getByRole('tab', { name: 'Bed' })).toBeFocused();
    await expect(page.getByRole('tab', { name: 'Bed' })).toHaveAttribute('aria-selected', 'true');
    for (let i = 0; i < 2; i += 1) await page.keyboard.press('ArrowLeft');
    await expect(page.getByRole('tab', { name: 'Finish' })).toBeFocused();
    for (let i = 0; i < 2; i += 1) await page.keyboard.press('ArrowRight');
    await expect(page.getByRole('tab', { name: 'Bed' })).toBeFocused();

    await page.getByTestId('files: Add music').setInputFiles(clickSong(40));
    await expect(spoken(page)).toHaveText(/waits to be laid\./);
    await press(page, 'Lay it under the show');
    await keepsFocus(page);
    const bed = page.getByRole('group', { name: 'Bed: one piece' });
    await expect(bed.getByRole('button', { name: /, from 0:00\.0 to 0:40\.0, piece 1 of 1/ })).toBeAttached();
    // The scale beside it is for the eye.
    await expect(page.getByTestId('sheet')).toMatchAriaSnapshot('- slider "Now line"');
    expect(await page.getByTestId('sheet').ariaSnapshot()).not.toMatch(/text: "?0:05"?$/m);

    const now = page.getByRole('slider', { name: 'Now line' });
    await now.focus();
    await page.keyboard.press('PageDown');
    await expect(now).toHaveAttribute('aria-valuetext', '0:10.0 of 0:15.0');
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('ArrowUp');
    await expect(now).toHaveAttribute('aria-valuenow', '10');
    await page.keyboard.press('Home');
    await expect(now).toHaveAttribute('aria-valuetext', '0:00.0 of 0:15.0');

    await press(page, /^Length: /);
    const dialog = page.getByRole('dialog', { name: /^Fit “/ });
    await expect(dialog).toBeVisible();
    await expect(page.getByRole('button', { name: 'Use this fit' })).toBeVisible();
    await expect(spoken(page)).toHaveText(/\d+ answers?\./);
    await press(page, 'Use this fit');
    await expect(page.getByRole('button', { name: /Length: Fits/ })).toBeVisible();
    await keepsFocus(page);

    await page.getByRole('tab', { name: 'Bed' }).focus();
    await page.keyboard.press('ArrowRight');
    await press(page, 'Record from the now line');
    await press(page, 'Practice microphone');
    await press(page, 'Start recording');
    await expect(spoken(page)).toHaveText('Recording.');
    await keepsFocus(page);
    await expect(page.getByLabel('Recording', { exact: true }).getByText(/^0:0[2-9]\.\d$/)).toBeVisible();
    await press(page, 'Stop recording');
    await expect(spoken(page)).toHaveText('The recording has ended and is kept.');
    await keepsFocus(page);
    await expect(
      page.getByRole('group', { name: 'Voice: one narration' }).getByRole('button', { name: /narration 1 of 1/ }),
    ).toBeAttached();

    await face(page, 'Finish');
    await expect(spoken(page)).toHaveText(/worth a look|All is well/);
  },
);

test('panels keep the Tab key within them, both ways, and give the focus back', async ({ page }) => {
  await openList(page);
  await page.getByRole('button', { name: 'New show' }).click();
  await page.getByTestId('files: Add photos and clips').setInputFiles([await photo('red.jpg', '#b03030')]);
  await expect(page.getByTestId('picture 1')).toBeVisible();
  await face(page, 'Finish');
  await press(page, called('Save the sound alone'));
  const dialog = page.locator('dialog[open]');
  await expect(dialog).toBeVisible();
  const here = () => dialog.evaluate((one) => one.contains(document.activeElement));
  const names = async (key: string) => {
    const seen: string[] = [];
    for (let i = 0; i < 60; i += 1) {
      await page.keyboard.press(key);
      expect(await here()).toBe(true);
      seen.push(await page.evaluate(() => document.activeElement!.getAttribute('aria-label') ?? document.activeElement!.tagName));
    }
    return seen;
  };
  for (const key of ['Tab', 'Shift+Tab']) {
    const seen = await names(key);
    // It came round: what was first comes again.
    expect(seen.lastIndexOf(seen[0]!)).toBeGreaterThan(0);
    // One stop for each row of choices: arrows go on within it, and choose.
    expect(new Set(seen.filter((name) => name.startsWith('Kind of sound: '))).size).toBe(1);
  }
  const kinds = dialog.getByRole('radiogroup', { name: 'Kind of sound' });
  const chosen = () => kinds.getByRole('radio', { checked: true }).getAttribute('aria-label');
  const first = await chosen();
  await kinds.getByRole('radio', { checked: true }).focus();
  await page.keyboard.press('ArrowRight');
  await expect(kinds.getByRole('radio', { checked: true })).toBeFocused();
  expect(await chosen()).not.toBe(first);
  await page.keyboard.press('ArrowLeft');
  expect(await chosen()).toBe(first);
  await page.keyboard.press('Escape');
  await expect(dialog).toBeHidden();
  await expect(page.getByRole('button', { name: called('Save the sound alone') })).toBeFocused();
});

test('in forced colours the now line and the length bars are there, and what is on looks on', async ({ page }) => {
  await page.emulateMedia({ forcedColors: 'active', colorScheme: 'dark', reducedMotion: 'reduce' });
  await openList(page);
  await page.getByRole('button', { name: 'New show' }).click();
  await page.getByTestId('files: Add photos and clips').setInputFiles([await photo('red.jpg', '#b03030')]);
  await expect(page.getByTestId('picture 1')).toBeVisible();
  const ground = (selector: string) =>
    page
      .locator(selector)
      .first()
      .evaluate((one) => getComputedStyle(one).backgroundColor);
  const [canvas, words] = await page.evaluate(() => {
    const probe = document.createElement('div');
    probe.style.cssText = 'background:Canvas;color:CanvasText';
    document.body.append(probe);
    const { backgroundColor, color } = getComputedStyle(probe);
    probe.remove();
    return [backgroundColor, color];
  });
  expect(words).not.toBe(canvas);
  expect(await ground('.rb-now')).toBe(words);
  expect(await ground('.rb-drawn')).not.toBe(canvas);
  expect(await ground('[role=tab][aria-selected=true]')).not.toBe(await ground('[role=tab][aria-selected=false]'));
});

test('at 200 % and 400 % of a desktop window nothing runs out sideways, and all faces can be reached', async ({ page }) => {
  await openList(page);
  await page.getByRole('button', { name: 'New show' }).click();
  await page.getByTestId('files: Add photos and clips').setInputFiles([await photo('red.jpg', '#b03030')]);
  await expect(page.getByTestId('picture 1')).toBeVisible();
  // WCAG 2.2, 1.4.10: 1280 × 1024 at 400 %; and 1280 × 800 at 200 %.
  for (const [width, height] of [
    [320, 256],
    [640, 400],
  ] as const) {
    await page.setViewportSize({ width, height });
    for (const name of ['Pictures', 'Bed', 'Voice', 'Balance', 'Finish'] as const) {
      const tab = page.getByRole('tab', { name });
      // It is scrolled to first, and found again where another layout has just taken its place.
      await tab.click();
      await expect(tab, `${name} at ${width}`).toHaveAttribute('aria-selected', 'true');
      expect(await page.evaluate(() => document.documentElement.scrollWidth), `${name} at ${width}`).toBeLessThanOrEqual(width);
      expect.soft(await cutOff(page), `${name} at ${width}`).toEqual([]);
    }
  }
});
