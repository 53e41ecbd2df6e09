/** Work of a worker goes on for so long before it lets its messages in, ms. */
const LONGEST = 40;

/** Settles once messages that wait were let in. A timer would do that, but browsers let one wait for 4 ms. */
function letIn(): Promise<void> {
  if (typeof MessageChannel === 'undefined') return new Promise((resolve) => setTimeout(resolve));
  const { port1, port2 } = new MessageChannel();
  return new Promise((resolve) => {
    port1.onmessage = () => {
      port1.close();
      resolve();
    };
    port2.postMessage(null);
  });
}

/** Lets the messages of a worker in now and then while it works on something long, so that it can be cancelled. */
export class Breath {
  private last = performance.now();

  /** To be awaited between two steps of the work. */
  async take(): Promise<void> {
    if (performance.now() - this.last < LONGEST) return;
    await letIn();
    this.last = performance.now();
  }
}
