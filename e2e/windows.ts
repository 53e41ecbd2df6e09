import { chromium, expect, test as base, type BrowserContext, type Page } from '@playwright/test';
import { CHROMIUM } from '../playwright.config';
import { copyOfProfile, profileWithDemo } from './profile';

// The three kinds of window that a test may ask for. Most go on in a window that other tests have used before: it knows their files, its code is
// warm, and the next show is two taps away. What has to find nothing there, or leaves a mark on the browser, has a window of its own.

/** A page that fails its test on any error the browser reports. */
const watched = base.extend<{ quiet: true }>({
  quiet: [
    async ({ page }, use) => {
      const errors: string[] = [];
      page.on('pageerror', (error) => errors.push(error.message));
      page.on('console', (message) => {
        if (message.type() === 'error' && !/Failed to load resource/.test(message.text())) errors.push(message.text());
      });
      await use(true);
      expect(errors).toEqual([]);
    },
    { auto: true },
  ],
});

/** A test whose window is its own, in a browser that keeps nothing yet. */
export const aloneTest = watched;

interface Window {
  readonly context: BrowserContext;
  readonly page: Page;
}

/** What a test may have told the window to be. */
const AS_IT_WAS = { media: null, colorScheme: null, reducedMotion: null, forcedColors: null } as const;

/** Leaves what is open for the list of shows, as a person would: in the same window, without a visit anew. */
async function backToTheList(page: Page): Promise<void> {
  const list = page.getByRole('button', { name: 'New show' });
  const back = page.getByRole('button', { name: 'Back to the shows' });
  // One thing closes at a time, and what is told by a dialog lies over the way back.
  for (let i = 0; i < 5 && (await page.locator('dialog[open]').count()) > 0; i += 1) await page.keyboard.press('Escape');
  if (await back.isVisible()) await back.click();
  else if (!(await list.isVisible())) await page.goto('/');
  await expect(list).toBeVisible();
}

/** Works in a browser of its own, in a copy of the profile in which the demo show lies. */
async function withDemo(
  baseURL: string | undefined,
  options: Parameters<typeof chromium.launchPersistentContext>[1],
  work: (context: BrowserContext) => Promise<void>,
): Promise<void> {
  const copy = copyOfProfile(await profileWithDemo(baseURL!));
  const context = await chromium.launchPersistentContext(copy.folder, { ...CHROMIUM, baseURL: baseURL!, ...options });
  await work(context);
  await context.close();
  copy.remove();
}

/** A test in the window that its worker goes on in, which stands at the list of shows; the demo show is among them. */
export const test = watched.extend<object, { window: Window }>({
  window: [
    async ({}, hand, { project }) => {
      const { baseURL, viewport, hasTouch, serviceWorkers, actionTimeout } = project.use;
      const options = { viewport: viewport!, hasTouch: hasTouch ?? false, serviceWorkers: serviceWorkers!, locale: 'en-US' };
      await withDemo(baseURL, options, async (context) => {
        context.setDefaultTimeout(actionTimeout!);
        const page = await context.newPage();
        await page.goto('/');
        await hand({ context, page });
      });
    },
    { scope: 'worker', timeout: 300_000 },
  ],
  context: async ({ window }, hand) => hand(window.context),
  page: async ({ window, viewport }, hand) => {
    const { page } = window;
    await backToTheList(page);
    await hand(page);
    for (const event of ['pageerror', 'console', 'dialog', 'response', 'request'] as const) page.removeAllListeners(event);
    await page.unrouteAll();
    await page.emulateMedia(AS_IT_WAS);
    await page.setViewportSize(viewport!);
  },
});

/** A test whose window is its own, in a browser in which the demo show lies as a first visit lays it out. */
export const demoTest = watched.extend({
  context: async ({ baseURL, viewport, hasTouch, locale, serviceWorkers }, hand) =>
    withDemo(baseURL, { viewport, hasTouch, serviceWorkers, ...(locale ? { locale } : {}) }, hand),
});
