import { aloneTest, expect, pressable } from './app';
import type { Page } from '@playwright/test';

aloneTest.use({ locale: 'de-DE' });

const press = (page: Page, name: string | RegExp) => pressable(page, name).first().click();

aloneTest('the language and the colours are set on the list of shows, and stay', async ({ page }) => {
  await page.route('**/demo/**', (route) => route.fulfill({ status: 404 }));
  await page.goto('/');
  await press(page, 'Einstellungen');
  await press(page, 'Sprache: English');
  await expect(page.getByRole('dialog', { name: 'Settings' })).toBeVisible();
  await expect(page.locator('html')).toHaveAttribute('lang', 'en');
  const ground = () => page.evaluate(() => getComputedStyle(document.documentElement).backgroundColor);
  const light = await ground();
  await press(page, 'Colours: Dark');
  await expect.poll(ground).not.toBe(light);
  const dark = await ground();
  await page.reload();
  await expect(page.getByRole('button', { name: 'New show' })).toBeVisible();
  expect(await ground()).toBe(dark);
  // A step keeps what was done, not how it was said.
  await press(page, 'New show');
  await page.getByRole('button', { name: 'Add a card' }).click();
  await expect(page.getByRole('button', { name: 'Undo: add a picture' })).toBeVisible();
  await press(page, 'Back to the shows');
  await press(page, 'Settings');
  await press(page, 'Language: Deutsch');
  await page.keyboard.press('Escape');
  await press(page, '„My show“ öffnen');
  await expect(page.getByRole('button', { name: 'Rückgängig: Bild hinzufügen' })).toBeVisible();
});
