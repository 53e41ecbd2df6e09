import type { Page } from '@playwright/test';

/** A block as the player schedules it: seconds of the audio clock, what that said at that moment, and the block's outermost samples. */
export interface Started {
  readonly when: number;
  readonly offset: number;
  readonly seconds: number;
  readonly clock: number;
  readonly first: number;
  readonly last: number;
}

declare global {
  var started: Started[] | undefined;
}

/** Notes every block that is scheduled from now on; a window that does so already begins anew. */
export async function listenIn(page: Page): Promise<void> {
  await page.evaluate(() => {
    const listens = globalThis.started !== undefined;
    globalThis.started = [];
    if (listens) return;
    const { start } = AudioBufferSourceNode.prototype;
    AudioBufferSourceNode.prototype.start = function (when = 0, offset = 0) {
      const data = this.buffer!.getChannelData(0);
      globalThis.started!.push({
        when,
        offset,
        seconds: this.buffer!.duration,
        clock: this.context.currentTime,
        first: data[0]!,
        last: data[data.length - 1]!,
      });
      start.call(this, when, offset);
    };
  });
}

export const startedIn = (page: Page): Promise<Started[]> => page.evaluate(() => globalThis.started!);
