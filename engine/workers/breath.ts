/** Work of a worker goes on for so long before it lets its messages in, ms: a timer costs some milliseconds each time. */
const LONGEST = 40;

/** Lets the messages of a worker in now and then while it works on something long, so that it can be cancelled. */
export class Breath {
  private last = performance.now();

  /** To be awaited between two steps of the work. */
  async take(): Promise<void> {
    if (performance.now() - this.last < LONGEST) return;
    await new Promise((resolve) => setTimeout(resolve));
    this.last = performance.now();
  }
}
