import { existsSync, mkdirSync } from 'node:fs';
import { resolve } from 'node:path';
import type { Page } from '@playwright/test';
import { ffmpeg } from '../e2e/media';
import { median, type Figure } from './figure';
import { keyEdits } from './page';
import { tenMinutes } from './shows';

/** A show of ten minutes with 200 parts over one another and beside one another. */
async function manyParts(page: Page): Promise<void> {
  mkdirSync(resolve('.cache/bench'), { recursive: true });
  const drop = resolve('.cache/bench/drop.wav');
  if (!existsSync(drop)) ffmpeg('-f', 'lavfi', '-i', 'anoisesrc=c=pink:r=48000:d=4:seed=5:a=0.3', '-ac', '2', drop);
  await tenMinutes(page);
  await page.getByRole('tab', { name: 'Bed' }).click();
  await page.getByTestId('files: Add a spot sound').setInputFiles(drop);
  await page.getByRole('button', { name: /^Lay it at/ }).click();
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: 'Repeat', exact: true }).click();
  for (const [name, value] of [
    ['Again every', '3'],
    ['Times more', '199'],
  ] as const) {
    await page.getByRole('textbox', { name }).fill(value);
    await page.getByRole('textbox', { name }).press('Enter');
  }
  await page.getByRole('button', { name: 'Repeat 199 times' }).click();
  await page.getByRole('button', { name: 'Undo: repeat 199 times' }).waitFor();
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: 'Repeat', exact: true }).click();
  await page.keyboard.press('Home');
}

/** From a key to the picture of the screen that shows what it did, among 200 parts. */
export async function editing(page: Page): Promise<Figure[]> {
  await manyParts(page);
  return [
    { name: 'An edit among 200 parts, key to screen, median of 9', value: median(await keyEdits(page)), unit: 'ms', wanted: { most: 50 } },
    ...(await dragging(page, 'a handle among 200 parts', '[data-testid="trim end"]')),
  ];
}

/** Times between pictures of the screen while something is dragged, and in the same show while nothing is done: the machine's own share. */
export async function dragging(page: Page, what: string, selector: string): Promise<Figure[]> {
  const idle = await spansOf(page, selector, false);
  const dragged = await spansOf(page, selector, true);
  const within = (spans: number[]) => (spans.filter((span) => span < 20).length / spans.length) * 100;
  return [
    { name: `Dragging ${what}: frames under 20 ms`, value: within(dragged), unit: '%', wanted: { least: 95 } },
    { name: 'the same while nothing is dragged', value: within(idle), unit: '%' },
    { name: `Dragging ${what}: frames measured`, value: dragged.length, unit: 'frames' },
  ];
}

function spansOf(page: Page, selector: string, drag: boolean): Promise<number[]> {
  return page.evaluate(
    ([where, moving]) =>
      new Promise<number[]>((done) => {
        const handle = document.querySelector<HTMLElement>(where)!;
        const box = handle.getBoundingClientRect();
        const send = (type: string, y: number) =>
          moving &&
          handle.dispatchEvent(
            new PointerEvent(type, {
              bubbles: true,
              cancelable: true,
              pointerId: 1,
              pointerType: 'mouse',
              isPrimary: true,
              button: 0,
              clientX: box.x + 20,
              clientY: y,
            }),
          );
        handle.setPointerCapture = () => undefined;
        const all: number[] = [];
        const middle = box.y + box.height / 2;
        send('pointerdown', middle);
        let last = performance.now();
        const begin = last;
        const frame = (now: number) => {
          all.push(now - last);
          last = now;
          send('pointermove', middle - 14 + 12 * Math.sin((now - begin) / 300));
          if (now - begin < 4000) requestAnimationFrame(frame);
          else {
            send('pointerup', middle - 10);
            done(all.slice(5));
          }
        };
        requestAnimationFrame(frame);
      }),
    [selector, drag] as const,
  );
}
