import type { Page } from '@playwright/test';
import { photo } from '../e2e/media';

/** Fills an empty show with 60 photos of ten seconds each. */
export async function tenMinutes(page: Page): Promise<void> {
  const photos = await Promise.all(['#b03030', '#30a050', '#3050b0', '#a0a030'].map((colour, i) => photo(`bench-${i}.jpg`, colour)));
  await page.getByTestId('files: Add photos and clips').setInputFiles(Array.from({ length: 60 }, (_, i) => photos[i % 4]!));
  await page.getByText('60 pictures').waitFor({ timeout: 120_000 });
  await page.getByTestId('picture 1').click();
  await page.getByRole('textbox', { name: 'Time on screen' }).fill('10');
  await page.getByRole('textbox', { name: 'Time on screen' }).press('Enter');
  await page.getByRole('button', { name: 'This time for all' }).click();
}
