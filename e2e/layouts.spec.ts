import type { Page } from '@playwright/test';
import { demoTest, dragByTouch, expect, face, goTo, GRIP, LIFT, openDemo, test } from './app';
import { cutOff } from './whole';

/** A phone held upright, small and usual; held sideways; tablets upright; wide and very wide. */
const SIZES = [
  [320, 568],
  [360, 740],
  [390, 844],
  [844, 390],
  [768, 1024],
  [834, 1112],
  [1024, 768],
  [1280, 800],
  [1920, 1080],
] as const;

const clock = (page: Page) => page.getByText(/^0:24\.0 \//);
const sheetHeight = async (page: Page) => (await page.getByTestId('sheet').boundingBox())?.height ?? 0;

/** Titles of the show may end in dots. */
const isTitle = (text: string) => /Puddle|-plan|rain bed|plays|\.\w{3}$/.test(text);

test('a device that is turned keeps the moment, what is chosen and the open tool; on every size the sheet lives and nothing is cut off', async ({
  page,
}) => {
  await openDemo(page);
  await goTo(page, 24);
  await page.getByTestId('part puddle-jump').getByRole('button').first().focus();
  await page.keyboard.press('Enter');
  // A piece in layers has its layers first; its fades stand behind “More”.
  await page.getByRole('button', { name: 'More', exact: true }).tap();
  await page.getByRole('button', { name: 'Fades', exact: true }).tap();
  for (const [width, height] of SIZES) {
    await page.setViewportSize({ width, height });
    const view = `${width} × ${height}`;
    await expect(clock(page), view).toBeVisible();
    await expect(page.getByRole('textbox', { name: 'Fade up' }), view).toBeVisible();
    await expect.poll(() => sheetHeight(page), view).toBeGreaterThan(100);
    for (const tab of await page.getByRole('tab').all()) await expect(tab, view).toBeInViewport({ ratio: 1 });
    expect
      .soft(
        (await cutOff(page)).filter((text) => !isTitle(text)),
        view,
      )
      .toEqual([]);
  }
  // Every face, with nothing chosen.
  await page.setViewportSize({ width: 390, height: 844 });
  await page.getByRole('button', { name: 'Close the drawer' }).tap();
  for (const name of ['Pictures', 'Voice', 'Balance', 'Finish', 'Bed'] as const) {
    await face(page, name);
    for (const [width, height] of SIZES) {
      await page.setViewportSize({ width, height });
      const view = `${name} at ${width} × ${height}`;
      // The sheet measures itself anew in the next frames.
      await expect.poll(async () => (await cutOff(page)).filter((text) => !isTitle(text)), view).toEqual([]);
    }
  }
});

demoTest('with text twice as large everything can still be reached', async ({ page }) => {
  await openDemo(page);
  await page.addStyleTag({ content: ':root { font-size: 200% }' });
  for (const [width, height] of [
    [1280, 800],
    [390, 844],
    [1920, 1080],
  ] as const) {
    await page.setViewportSize({ width, height });
    const view = `${width} × ${height}`;
    await expect.poll(() => sheetHeight(page), view).toBeGreaterThan(100);
    for (const tab of await page.getByRole('tab').all()) {
      await tab.scrollIntoViewIfNeeded();
      await expect(tab, view).toBeInViewport();
    }
    expect
      .soft(
        (await cutOff(page)).filter((text) => !isTitle(text)),
        view,
      )
      .toEqual([]);
  }
});

test('what is chosen next begins with none of the tools that stood open for what was chosen before', async ({ page }) => {
  await openDemo(page);
  await face(page, 'Voice');
  const narration = (name: RegExp) => page.getByRole('button', { name }).first();
  const tool = page.getByRole('button', { name: 'Loudness', exact: true });
  await narration(/^1-puddle, from/).press('Enter');
  await tool.tap();
  await expect(tool).toHaveAttribute('aria-pressed', 'true');
  await narration(/^2-plan, from/).press('Enter');
  await expect(tool).toHaveAttribute('aria-pressed', 'false');
  // Nor with one that stood open in another show, whose things may have the same names.
  await tool.tap();
  await page.getByRole('button', { name: 'Back to the shows' }).click();
  await openDemo(page);
  await face(page, 'Voice');
  await narration(/^2-plan, from/).press('Enter');
  await expect(tool).toHaveAttribute('aria-pressed', 'false');
});

test('what is tapped stays where it is, and as large as it was', async ({ page }) => {
  await openDemo(page);
  await face(page, 'Pictures');
  const picture = page.getByTestId('picture 2');
  const before = (await picture.boundingBox())!;
  await picture.tap();
  await expect(page.getByRole('button', { name: 'Close the drawer' })).toBeVisible();
  const after = (await picture.boundingBox())!;
  expect(Math.abs(after.y - before.y)).toBeLessThan(1);
  expect(Math.abs(after.height - before.height)).toBeLessThan(1);
});

test('a swipe edits nothing, wherever it begins: on a knob, on the river after resting', async ({ page }) => {
  await openDemo(page);
  await goTo(page, 24);
  const sheet = (await page.getByTestId('sheet').boundingBox())!;
  const now = () => page.evaluate(() => document.querySelector('[data-testid="sheet"] [role=region]')!.scrollTop);
  // Resting on the water that is not chosen, longer than lifting takes.
  const started = await now();
  await dragByTouch(page, { x: sheet.x + 215, y: sheet.y + 240 }, -90, 700);
  await expect.poll(now).toBeGreaterThan(started + 40);
  // A swipe that begins on a knob of what is chosen.
  await page.keyboard.press('Home');
  await page.getByTestId('part puddle-jump').getByRole('button').first().focus();
  await page.keyboard.press('Enter');
  const knob = (await page.getByTestId('fadeUp').boundingBox())!;
  const there = await now();
  await dragByTouch(page, { x: knob.x + knob.width / 2, y: knob.y + knob.height / 2 }, -90);
  await expect.poll(now).toBeGreaterThan(there + 40);
  await expect(page.getByRole('button', { name: 'Nothing to undo' })).toBeVisible();
  // Where the browser has nothing to scroll it tells the page of a finger that strays; one that waits there is taken hold of, to compare.
  await page.keyboard.press('Home');
  const pulled = (stray: number) =>
    page.getByTestId('fadeUp').evaluate(
      async (element, [by, hold]) => {
        Object.assign(element, { setPointerCapture: () => undefined });
        const { x, y } = element.getBoundingClientRect();
        const send = (type: string, clientY: number) =>
          element.dispatchEvent(
            new PointerEvent(type, { bubbles: true, pointerId: 1, pointerType: 'touch', isPrimary: true, clientX: x + 20, clientY }),
          );
        const before = element.getAttribute('aria-valuenow');
        send('pointerdown', y + 20);
        send('pointermove', y + 20 + by);
        await new Promise((resolve) => setTimeout(resolve, hold));
        send('pointermove', y + 70);
        await new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve)));
        const after = element.getAttribute('aria-valuenow');
        send('pointercancel', y + 70);
        return after !== before;
      },
      [stray, GRIP] as const,
    );
  expect(await pulled(0)).toBe(true);
  expect(await pulled(20)).toBe(false);
});

test('a part that is held at the edge of the sheet goes on with it, and lies where it is let go', async ({ page }) => {
  await openDemo(page);
  await face(page, 'Voice');
  const part = page.getByRole('button', { name: /^1-puddle, from/ });
  await part.focus();
  await page.keyboard.press('Enter');
  const from = async () => Number(/from 0:([\d.]+)/.exec((await part.getAttribute('aria-label'))!)![1]);
  const body = (await page.getByTestId(/^part/).filter({ has: part }).boundingBox())!;
  const sheet = (await page.getByTestId('sheet').boundingBox())!;
  const session = await page.context().newCDPSession(page);
  const x = body.x + body.width / 2;
  const y = Math.min(body.y + body.height / 2, sheet.y + sheet.height - 70);
  const send = (type: 'touchStart' | 'touchMove' | 'touchEnd', at?: number) =>
    session.send('Input.dispatchTouchEvent', { type, touchPoints: at === undefined ? [] : [{ x, y: at }] });
  const before = await from();
  await send('touchStart', y);
  await page.evaluate((ms) => new Promise((resolve) => setTimeout(resolve, ms)), LIFT);
  for (let step = 1; step <= 8; step += 1) await send('touchMove', y + ((sheet.y + sheet.height - 12 - y) * step) / 8);
  // The finger rests; the sheet does not.
  await expect.poll(from).toBeGreaterThan(before + 20);
  await send('touchEnd');
  await expect(page.getByRole('button', { name: 'Undo: move a part' })).toBeVisible();
  const there = await from();
  await page.reload();
  await expect.poll(from).toBe(there);
});
