import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { tool } from './bed';
import { demoTest, expect, face, openDemo } from './app';

/** WCAG 2.2 A and AA, best practices, and two rules beside them: words on a control are in its name, and targets are large enough. */
const TAGS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];
const RULES = { 'label-content-name-mismatch': { enabled: true }, 'target-size': { enabled: true } };

/** Looks at what is shown now, in light colours and in dark ones; gives a line for each thing that is wrong. */
async function look(page: Page, where: string): Promise<string[]> {
  const found = await lookAs(page, where, 'light');
  found.push(...(await lookAs(page, `${where}, dark`, 'dark')));
  return found;
}

async function lookAs(page: Page, where: string, colorScheme: 'light' | 'dark'): Promise<string[]> {
  await page.emulateMedia({ colorScheme, reducedMotion: 'reduce' });
  // A change of theme is told with the next frame, and drawn by the one after it.
  await page.evaluate(() => new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn))));
  // What comes in or goes is half transparent for a moment.
  await page.evaluate(() => Promise.allSettled(document.getAnimations().map((one) => one.finished)));
  const { violations } = await new AxeBuilder({ page }).withTags(TAGS).options({ rules: RULES }).analyze();
  return violations.flatMap(({ id, nodes }) =>
    // What lies on the sheet is as tall as it is long: its size is what it says (WCAG 2.5.8, "essential").
    nodes
      .filter(({ html }) => id !== 'target-size' || !/data-testid="(picture|part) /.test(html))
      .map(({ html, any, all, none }) => {
        const why = [...any, ...all, ...none][0]?.message ?? '';
        return `${where}: ${id}: ${html.replace(/ (class|style)="[^"]*"/g, '').slice(0, 160)} (${why.slice(0, 120)})`;
      }),
  );
}

const press = (page: Page, name: string | RegExp) => page.getByRole('button', { name }).first().click();

/** Views and panels, one after the other. Each is left as it was found. */
async function everything(page: Page): Promise<string[]> {
  const found: string[] = [];
  const see = async (where: string) => void found.push(...(await look(page, where)));
  const over = async (name: string) => {
    await press(page, name);
    await expect(page.getByRole('dialog')).toBeVisible();
    await see(name);
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toBeHidden();
  };

  await face(page, 'Pictures');
  await see('Pictures');
  await page.getByTestId('picture 2').click();
  await see('a picture');
  await page.keyboard.press('Escape');
  for (const panel of ['All pictures', 'Times']) {
    await press(page, panel);
    await see(panel);
    await press(page, /^Close/);
  }

  await face(page, 'Bed');
  await see('Bed');
  await page.getByTestId('part puddle-jump').click();
  await see('a piece');
  for (const name of ['Ends', 'Fades', 'Loudness', 'Pins', 'Cut']) {
    await tool(page, name);
    await see(`a piece: ${name}`);
  }
  await page.keyboard.press('Escape');
  await press(page, /^Length: /);
  await expect(page.getByRole('button', { name: 'Use this fit' })).toBeVisible();
  await see('the fit');
  await press(page, /^Close/);

  await face(page, 'Voice');
  await see('Voice');
  await press(page, /^Dips: /);
  await see('dips');
  await press(page, /^Close/);

  await face(page, 'Balance');
  await see('Balance');
  await press(page, /^Bed: .* Open its fields/);
  await see('a lane');
  await press(page, /^Close/);

  await face(page, 'Finish');
  await expect(page.getByText(/worth a look|All is well/).first()).toBeVisible();
  await see('Finish');
  for (const panel of [
    'Save as a film',
    'Save the sound alone',
    'Save the work as a file',
    'Save a timeline, captions, cue sheet or credits',
    'Credits',
  ])
    await over(panel);
  return found;
}

demoTest('no view or panel has a fault that axe-core finds, in light colours or in dark ones', async ({ page }) => {
  const found: string[] = [];
  await page.emulateMedia({ colorScheme: 'light', reducedMotion: 'reduce' });
  await openDemo(page);
  found.push(...(await everything(page)));
  await press(page, 'Back to the shows');
  await expect(page.getByRole('button', { name: 'New show' })).toBeVisible();
  found.push(...(await look(page, 'the list')));
  await press(page, 'Settings');
  found.push(...(await look(page, 'settings')));
  await page.goto('/nowhere');
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  found.push(...(await look(page, 'an address that leads nowhere')));
  expect([...new Set(found)]).toEqual([]);
});
