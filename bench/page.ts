import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import type { Size } from './figure';

/** From the tap until the first block sounds, by the clocks of page and sound, ms; then it is paused again. */
export async function soundAfterTap(page: Page): Promise<number> {
  const span = await page.evaluate(
    () =>
      new Promise<number>((done) => {
        const start = AudioBufferSourceNode.prototype.start;
        const from = performance.now();
        AudioBufferSourceNode.prototype.start = function (when = 0, offset = 0) {
          AudioBufferSourceNode.prototype.start = start;
          const { currentTime } = this.context;
          start.call(this, when, offset);
          done(performance.now() - from + (when - currentTime) * 1000);
        };
        document.querySelector<HTMLElement>('[aria-label="Play"]')!.click();
      }),
  );
  await page.getByRole('button', { name: 'Pause' }).click();
  await page.getByRole('button', { name: 'Play', exact: true }).waitFor();
  return span;
}

/** Times between pictures of the screen for six seconds, or one, while the sheet scrolls by so many pixels a picture, ms. */
export async function scrolled(page: Page, size: Size = 'full', by = 14): Promise<number[]> {
  return page.evaluate(
    ([pixels, long]) =>
      new Promise<number[]>((done) => {
        const sheet = document.querySelector('[aria-label="Sheet: time runs down"]')!;
        const all: number[] = [];
        let last = performance.now();
        const begin = last;
        const frame = (now: number) => {
          all.push(now - last);
          last = now;
          sheet.scrollTop += pixels;
          if (now - begin < long) requestAnimationFrame(frame);
          else done(all.slice(5));
        };
        requestAnimationFrame(frame);
      }),
    [by, size === 'full' ? 6000 : 1000] as const,
  );
}

/** Share of them that were there in time, %. */
export const under20 = (spans: readonly number[]) => (spans.filter((span) => span < 20).length / spans.length) * 100;

/** From a key on the chosen part's end to the picture of the screen that shows what it did, nine times, ms. */
export async function keyEdits(page: Page): Promise<number[]> {
  const spans: number[] = [];
  // To and fro: a show that is kept from one run to the next does not become shorter and shorter.
  for (let turn = 0; turn < 9; turn += 1) {
    const key = turn % 2 === 0 ? 'ArrowUp' : 'ArrowDown';
    spans.push((await keyEdit(page, key)) ?? (await keyEdit(page, key === 'ArrowUp' ? 'ArrowDown' : 'ArrowUp'))!);
  }
  return spans;
}

/** One of them; null where the end of the part goes no further that way. */
function keyEdit(page: Page, key: string): Promise<number | null> {
  return page.evaluate(
    (pressed) =>
      new Promise<number | null>((done) => {
        const handle = document.querySelector<HTMLElement>('[data-testid="trim end"]')!;
        const before = handle.style.top;
        const start = performance.now();
        const look = () => {
          if (performance.now() - start > 2_000) done(null);
          else if (handle.style.top === before) requestAnimationFrame(look);
          // The picture after the one in which it changed: by then it is on the screen.
          else requestAnimationFrame(() => done(performance.now() - start));
        };
        handle.dispatchEvent(new KeyboardEvent('keydown', { key: pressed, bubbles: true, cancelable: true }));
        look();
      }),
    key,
  );
}

/**
 * Memory of the page, bytes: what its process holds, and its share of what it holds together with others (the proportional set size of Linux). Of the
 * browser's processes for pages it is the largest; the others are empty ones that it keeps ready.
 */
export function memory(): number {
  const { stdout } = spawnSync('ps', ['-eo', 'pid=,args='], { encoding: 'utf8' });
  const pages = stdout.split('\n').filter((line) => /chromium.*--type=renderer/.test(line));
  return Math.max(0, ...pages.map((line) => proportional(Number.parseInt(line, 10))));
}

function proportional(pid: number): number {
  try {
    return Number(/^Pss:\s+(\d+)/m.exec(readFileSync(`/proc/${pid}/smaps_rollup`, 'utf8'))?.[1] ?? 0) * 1024;
  } catch {
    // It ended meanwhile.
    return 0;
  }
}
