import type { Page } from '@playwright/test';
import { addPhotos, expect, face, newShow, pressable } from './app';
import { photo } from './media';
import { soundOf } from './sound';

export const SECOND = 48_000;

/** A show of 15 seconds, or of as many photos as wanted at five seconds each. */
export async function showWith(page: Page, count = 3): Promise<void> {
  await newShow(page);
  const colours = ['#b03030', '#30a050', '#3050b0'];
  await addPhotos(page, await Promise.all(Array.from({ length: count }, (_, i) => photo(`p${i % 3}.png`, colours[i % 3]!))));
}

/** What the show sounds like; the Bed face is left and opened again, so that nothing is chosen. */
export async function heard(page: Page): Promise<Float32Array> {
  const sound = await soundOf(page);
  await face(page, 'Voice');
  await face(page, 'Bed');
  return sound;
}

export const level = (samples: Float32Array, from: number, to: number) => {
  let sum = 0;
  for (let i = Math.round(from * SECOND); i < Math.round(to * SECOND); i += 1) sum += samples[i]! ** 2;
  return 10 * Math.log10(sum / ((to - from) * SECOND));
};

/** Taps a tool of what is chosen; one that is not among the first four stands behind “More”. */
export async function tool(page: Page, name: string): Promise<void> {
  const button = pressable(page, name);
  const more = page.getByRole('button', { name: 'More', exact: true });
  await expect(button.or(more).first()).toBeVisible();
  if (!(await button.first().isVisible())) await more.tap();
  await button.first().tap();
}
export const undoIs = (page: Page, name: string) => expect(page.getByRole('button', { name: `Undo: ${name}` })).toBeVisible();
/** Taps a piece of the bed by its place in the order, on its own water, below the now line's handle. */
export const tapPiece = (page: Page, start: string) => page.getByRole('button', { name: new RegExp(`, from ${start} to`) }).tap();
