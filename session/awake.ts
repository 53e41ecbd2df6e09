let sentinel: WakeLockSentinel | null = null;
let wanted = 0;

/** Keeps the screen awake until what it gives is called, where the browser offers that. Without it all work goes on all the same. */
export function keepAwake(): () => void {
  wanted += 1;
  void hold();
  let held = true;
  return () => {
    if (!held) return;
    held = false;
    wanted -= 1;
    if (wanted > 0) return;
    void sentinel?.release().catch(() => undefined);
    sentinel = null;
  };
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
