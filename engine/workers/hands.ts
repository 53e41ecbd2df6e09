/**
 * Work that nobody waits for stands back while somebody's hands are on the application: what scrolls, drags or is about to sound needs every
 * processor there is, and phones have few quick ones. The page tells, workers look.
 */
const CHANNEL = 'rain bed hands';
/** Hands rest when nothing was told for so long, ms. */
const REST = 300;
/** Where it is told; null where the browser has no such thing. */
export const handsLine = (): BroadcastChannel | null => (typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(CHANNEL));

/** Tells the time and lets it pass, ms. */
export interface Clock {
  now(): number;
  wait(milliseconds: number): Promise<unknown>;
}

const REAL: Clock = {
  now: () => performance.now(),
  wait: (milliseconds) => new Promise((resolve) => setTimeout(resolve, milliseconds)),
};

/** Knows in a worker whether hands are on the application, in any window of it. Whoever makes it closes it. */
export class Hands {
  private readonly line = handsLine();
  private until = 0;

  constructor(private readonly clock: Clock = REAL) {
    this.line?.addEventListener('message', () => (this.until = clock.now() + REST));
  }

  /** Settles once they rest. */
  async rest(): Promise<void> {
    for (let left = this.until - this.clock.now(); left > 0; left = this.until - this.clock.now()) await this.clock.wait(left);
  }

  close(): void {
    this.line?.close();
  }
}
