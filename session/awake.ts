// Pages are also rendered where there is no browser.
const page = typeof document === 'undefined' ? null : document;
let sentinel: WakeLockSentinel | null = null;
let wanted = 0;

/** Keeps the screen awake until what it gives is called, where the browser offers that. Without it all work goes on all the same. */
export function keepAwake(): () => void {
  if (wanted === 0) page?.addEventListener('visibilitychange', again);
  wanted += 1;
  void hold();
  let held = true;
  return () => {
    if (!held) return;
    held = false;
    wanted -= 1;
    if (wanted > 0) return;
    page?.removeEventListener('visibilitychange', again);
    void sentinel?.release().catch(() => undefined);
    sentinel = null;
  };
}

/** The browser lets go of the screen when the page is hidden; when it is seen again, it is kept again. */
function again(): void {
  if (page?.visibilityState === 'visible' && (sentinel === null || sentinel.released)) {
    sentinel = null;
    void hold();
  }
}

async function hold(): Promise<void> {
  try {
    const lock = await navigator.wakeLock.request('screen');
    if (wanted > 0 && sentinel === null) sentinel = lock;
    else void lock.release();
  } catch {
    // The screen may go dark; nothing is lost by it.
  }
}
