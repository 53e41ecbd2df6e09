/**
 * Work that nobody waits for stands back while somebody's hands are on the application: what scrolls, drags or is about to sound needs every
 * processor there is, and phones have few quick ones. The page tells, workers look.
 */
const CHANNEL = 'rain bed hands';
/** Hands rest when nothing was told for so long, ms. */
const REST = 300;
/** Where it is told; null where the browser has no such thing. */
export const handsLine = (): BroadcastChannel | null => (typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(CHANNEL));

/** Knows in a worker whether hands are on the application, in any window of it. Whoever makes it closes it. */
export class Hands {
  private readonly line = handsLine();
  private until = 0;

  constructor() {
    this.line?.addEventListener('message', () => (this.until = performance.now() + REST));
  }

  /** Settles once they rest. */
  async rest(): Promise<void> {
    for (let wait = this.until - performance.now(); wait > 0; wait = this.until - performance.now())
      await new Promise((resolve) => setTimeout(resolve, wait));
  }

  close(): void {
    this.line?.close();
  }
}
