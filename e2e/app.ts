import { expect, type Locator, type Page } from '@playwright/test';

export { aloneTest, demoTest, test } from './windows';
export { expect };

/** A whole name of a button: what stands on it may come before what it is called in full. */
export const called = (name: string): RegExp => new RegExp(`^(.*: )?${name.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}$`);

/** A button, or one of a few that is chosen, by its whole name or by what it matches. */
export function pressable(page: Page | Locator, name: string | RegExp): Locator {
  const whole = { name: typeof name === 'string' ? called(name) : name };
  return page.getByRole('button', whole).or(page.getByRole('radio', whole));
}

/** The list of shows; a window that was nowhere yet visits it without the demo show, which takes its time. */
export async function openList(page: Page): Promise<void> {
  if (page.url() === 'about:blank') {
    await page.route('**/demo/**', (route) => route.fulfill({ status: 404 }));
    await page.goto('/');
  }
  await expect(page.getByRole('button', { name: 'New show' })).toBeVisible();
}

export async function newShow(page: Page): Promise<void> {
  await openList(page);
  await page.getByRole('button', { name: 'New show' }).click();
  await expect(page.getByTestId('files: Add photos and clips')).toBeAttached();
}

/** Opens a copy of the demo show, which is the test's own. */
export async function openDemo(page: Page): Promise<void> {
  await openList(page);
  const copies = page.getByRole('button', { name: 'Open “The rain bed by the bike shed (copy)”' });
  const before = await copies.count();
  await page.getByRole('button', { name: 'Make a copy of “The rain bed by the bike shed”' }).click();
  await expect(copies).toHaveCount(before + 1);
  // The newest stands first.
  await copies.first().click();
  await expect(page.getByTestId('part puddle-jump')).toBeVisible();
}

export async function face(page: Page, name: 'Pictures' | 'Bed' | 'Voice' | 'Balance' | 'Finish'): Promise<void> {
  await page.getByRole('tab', { name }).click();
}

export async function addPhotos(page: Page, paths: string[]): Promise<void> {
  await face(page, 'Pictures');
  const before = await page.getByTestId(/^picture \d+$/).count();
  await page.getByTestId('files: Add photos and clips').setInputFiles(paths);
  await expect(page.getByTestId(/^picture \d+$/)).toHaveCount(before + paths.length);
}

/** Chooses a piece of music; it waits to be laid. */
export async function chooseMusic(page: Page, path: string): Promise<void> {
  await face(page, 'Bed');
  await page.getByTestId(/^files: (Add music|Add another piece)$/).setInputFiles(path);
}

export async function layMusic(page: Page, path: string): Promise<void> {
  await chooseMusic(page, path);
  const before = await page.getByTestId(/^part /).count();
  await page.getByRole('button', { name: /^Lay it (under the show|after the last piece)$/ }).click();
  await expect(page.getByTestId(/^part /)).toHaveCount(before + 1);
}

/** Puts the now line at a whole second. The keys are the page's: what has the focus would take them for itself. */
export async function goTo(page: Page, second: number): Promise<void> {
  const now = page.getByRole('slider', { name: 'Now line' });
  let left = second;
  // Where the sheet is there it goes on by ten seconds at once.
  if (await now.isVisible()) {
    await now.focus();
    await page.keyboard.press('Home');
    for (; left >= 10; left -= 10) await page.keyboard.press('PageDown');
    await now.blur();
  } else {
    await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
    await page.keyboard.press('Home');
  }
  for (; left > 0; left -= 1) await page.keyboard.press('Shift+ArrowDown');
  await expect(page.getByText(new RegExp(`^0:${String(second).padStart(2, '0')}.0 /`))).toBeVisible();
}

/** Opens one of the panels of the Finish face. */
export async function finishPanel(page: Page, name: string): Promise<Locator> {
  await face(page, 'Finish');
  await page.getByRole('button', { name: called(name) }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog).toBeVisible();
  return dialog;
}

/** Opens the loudness of the whole from the desk. */
export async function wholePanel(page: Page): Promise<Locator> {
  await face(page, 'Balance');
  await page.getByRole('button', { name: 'Loudness to aim for, and held peaks' }).click();
  const dialog = page.getByRole('dialog', { name: 'Loudness of the whole' });
  await expect(dialog).toBeVisible();
  return dialog;
}

/** Exports through the Finish face and gives the saved file. */
export async function exportWav(page: Page, path: string, kind: '16-bit' | '24-bit' | 'Float' = '16-bit'): Promise<string> {
  const dialog = await finishPanel(page, 'Save the sound alone');
  await dialog.getByRole('radio', { name: kind === 'Float' ? 'Kind of sound: WAV float' : `Kind of sound: WAV ${kind}` }).click();
  const started = page.waitForEvent('download');
  await dialog.getByRole('button', { name: 'Save the sound' }).click();
  const download = await started;
  await download.saveAs(path);
  await page.getByRole('button', { name: 'Close this message' }).last().click();
  return download.suggestedFilename();
}

/** How long a handle is held until a drag takes hold of it, and a part until it is lifted, ms: longer than the application asks. */
export const GRIP = 220;
export const LIFT = 650;

/** A finger that goes down, moves in steps and comes up again, in real touch events. `hold` waits before it moves. */
export async function dragByTouch(page: Page, from: { x: number; y: number }, by: number, hold = 0): Promise<void> {
  const session = await page.context().newCDPSession(page);
  const send = (type: 'touchStart' | 'touchMove' | 'touchEnd', y?: number) =>
    session.send('Input.dispatchTouchEvent', { type, touchPoints: y === undefined ? [] : [{ x: from.x, y }] });
  await send('touchStart', from.y);
  if (hold > 0) await page.evaluate((ms) => new Promise((resolve) => setTimeout(resolve, ms)), hold);
  for (let step = 1; step <= 10; step += 1) await send('touchMove', from.y + (by * step) / 10);
  await send('touchEnd');
  await session.detach();
}

/** Opens the fit from the length strip. */
export async function openFit(page: Page): Promise<Locator> {
  await page.getByRole('button', { name: /^Length:/ }).click();
  const dialog = page.getByRole('dialog', { name: /^Fit “/ });
  await expect(dialog).toBeVisible();
  return dialog;
}

/** Opens the fit and unfolds what needs no listening; what stood open once stands open again. */
export async function openOtherWays(page: Page): Promise<void> {
  const dialog = await openFit(page);
  const ways = dialog.getByRole('button', { name: /^Other ways to agree: / });
  if (/show$/.test((await ways.getAttribute('aria-label'))!)) await ways.click();
}

export async function centreOf(page: Page, testId: string): Promise<{ x: number; y: number }> {
  const box = await page.getByTestId(testId).boundingBox();
  if (!box) throw new Error(`${testId} is not on the screen`);
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
}

export function field(page: Page, name: string) {
  return page.getByRole('textbox', { name, exact: true });
}

export async function type(page: Page, name: string, value: string): Promise<void> {
  await field(page, name).fill(value);
  await field(page, name).press('Enter');
}

/** Colour of the stage at a place given in shares of the frame, as `[r, g, b]`. */
export function stageColour(page: Page, x = 0.5, y = 0.5): Promise<number[]> {
  return page.evaluate(
    ([across, down]) => {
      const stage = document.querySelector<HTMLCanvasElement>('canvas[data-testid=stage]')!;
      const copy = document.createElement('canvas');
      copy.width = copy.height = 1;
      const pen = copy.getContext('2d')!;
      pen.drawImage(stage, Math.floor(stage.width * across!), Math.floor(stage.height * down!), 1, 1, 0, 0, 1, 1);
      return [...pen.getImageData(0, 0, 1, 1).data].slice(0, 3);
    },
    [x, y],
  );
}

/** Waits until the stage shows about this colour. */
export async function expectStage(page: Page, colour: readonly number[], x = 0.5, y = 0.5, off = 12): Promise<void> {
  await expect
    .poll(async () => Math.max(...(await stageColour(page, x, y)).map((value, i) => Math.abs(value - colour[i]!))), {
      message: `the stage at ${x}, ${y} is not ${colour.join(' ')}`,
    })
    .toBeLessThanOrEqual(off);
}
