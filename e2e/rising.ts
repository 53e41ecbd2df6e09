import type { Page } from '@playwright/test';
import { STEP_A_SECOND } from './media';

/** What a frame of the rising film looks like at a second: limited-range luma as RGB (ITU-R BT.601). */
export const luminance = (second: number) => ((20 + STEP_A_SECOND * second - 16) * 255) / 219;

/**
 * A frame of 25 a second is up to 40 ms old before the next one is due; 40 ms more are allowed. One step of its brightness is 25 ms: half
 * of that is the reading's own error.
 */
export const isInStep = (late: number) => late > -0.04 - 0.0125 && late < 0.08 + 0.0125;

/**
 * Plays the rising film, which begins at the fifth second of a show, and gives how much later than the moment heard each picture is,
 * seconds. The stage is never black meanwhile.
 */
export async function playRising(page: Page): Promise<number[]> {
  // The sheet's place tells the moment that is heard: close up, a pixel of it is a few milliseconds.
  for (let i = 0; i < 9; i += 1) await page.keyboard.press('+');
  for (;;) {
    await page.keyboard.press('Home');
    for (let i = 0; i < 4; i += 1) await page.keyboard.press('Shift+ArrowDown');
    const { late, black } = await playOnce(page);
    if (black > 0) throw new Error(`the stage was black ${black} times`);
    if (late.length > 40) return late;
  }
}

/** After the machine stood still, the browser plays what it missed all at once: only what follows half a second of real time is noted. */
function playOnce(page: Page): Promise<{ late: number[]; black: number }> {
  return page.evaluate(
    (rise) =>
      new Promise<{ late: number[]; black: number }>((done) => {
        const canvas = document.querySelector<HTMLCanvasElement>('canvas[data-testid=stage]')!;
        const sheet = document.querySelector('[aria-label="Sheet: time runs down"]')!;
        const copy = document.createElement('canvas');
        copy.width = copy.height = 1;
        const pen = copy.getContext('2d', { willReadFrequently: true })!;
        const late: number[] = [];
        let black = 0;
        // It stands at its fourth second: what it is scrolled by says how many pixels a second has.
        const scale = sheet.scrollTop / 4;
        const past: { now: number; real: number }[] = [];
        const isReal = (now: number) => {
          const last = { now, real: performance.now() / 1000 };
          const gap = last.real - (past.at(-1) ?? last).real;
          past.push(last);
          while (past.length > 1 && last.real - past[1]!.real >= 0.5) past.shift();
          const [first] = past;
          return last.real - first!.real >= 0.5 && gap < 0.1 && Math.abs(now - first!.now - (last.real - first!.real)) < 0.1;
        };
        const look = () => {
          const now = sheet.scrollTop / scale;
          pen.drawImage(canvas, canvas.width / 2, canvas.height / 2, 1, 1, 0, 0, 1, 1);
          const [r, g, b] = pen.getImageData(0, 0, 1, 1).data;
          if (r! + g! + b! < 8) black += 1;
          if (isReal(now) && now > 5.6 && now < 9.5) late.push(now - 5 - ((r! * 219) / 255 + 16 - 20) / rise);
          if (now < 9.6) {
            requestAnimationFrame(look);
            return;
          }
          document.querySelector<HTMLElement>('[aria-label="Pause"]')?.click();
          done({ late, black });
        };
        document.querySelector<HTMLElement>('[aria-label="Play"]')!.click();
        requestAnimationFrame(look);
      }),
    STEP_A_SECOND,
  );
}
