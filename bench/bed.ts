import type { Page } from '@playwright/test';
import { ffmpeg } from '../e2e/media';
import { made } from '../tests/made';
import { median, type Figure, type Size } from './figure';
import { keyEdits } from './page';
import { longShow, repeated } from './shows';

/** From a key to the picture of the screen that shows what it did, in a show of ten minutes with 200 parts over one another and beside one another. */
export async function editing(page: Page, size: Size): Promise<Figure[]> {
  const count = size === 'full' ? 200 : 10;
  const noise = 'anoisesrc=c=pink:r=48000:d=4:seed=5:a=0.3';
  const drop = made('drop.wav', (path) => void ffmpeg('-f', 'lavfi', '-i', noise, '-ac', '2', path), noise);
  await longShow(page, count * 3);
  await page.getByRole('tab', { name: 'Bed' }).click();
  await page.getByTestId('files: Add a spot sound').setInputFiles(drop);
  await page.getByRole('button', { name: /^Lay it at/ }).click();
  await repeated(page, 3, count - 1);
  await page.keyboard.press('Home');
  const edits = median(await keyEdits(page));
  return [
    { name: `An edit among ${count} parts, key to screen, median of 9`, value: edits, unit: 'ms', wanted: { most: 50 } },
    ...(await dragging(page, size, `a handle among ${count} parts`, '[data-testid="trim end"]')),
  ];
}

/** Times between pictures of the screen while something is dragged, and in the same show while nothing is done: the machine's own share. */
export async function dragging(page: Page, size: Size, what: string, selector: string): Promise<Figure[]> {
  const long = size === 'full' ? 4000 : 400;
  const idle = await spansOf(page, selector, false, long);
  const dragged = await spansOf(page, selector, true, long);
  const within = (spans: number[]) => (spans.filter((span) => span < 20).length / spans.length) * 100;
  return [
    { name: `Dragging ${what}: frames under 20 ms`, value: within(dragged), unit: '%', wanted: { least: 95 } },
    { name: 'the same while nothing is dragged', value: within(idle), unit: '%' },
    { name: `Dragging ${what}: frames measured`, value: dragged.length, unit: 'frames' },
  ];
}

function spansOf(page: Page, selector: string, drag: boolean, milliseconds: number): Promise<number[]> {
  return page.evaluate(
    ([where, moving, long]) =>
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
          if (now - begin < long) requestAnimationFrame(frame);
          else {
            send('pointerup', middle - 10);
            done(all.slice(5));
          }
        };
        requestAnimationFrame(frame);
      }),
    [selector, drag, milliseconds] as const,
  );
}
