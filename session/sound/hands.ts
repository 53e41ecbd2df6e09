import { handsLine } from '../../engine/workers/hands';

/** It is told no more often than this, ms. */
const OFTEN = 80;
const EVENTS = ['scroll', 'wheel', 'keydown', 'pointerdown', 'pointermove', 'pointerup', 'touchmove', 'click'] as const;

/** Tells workers of hands on the page for as long as it is not ended. */
export function tellHands(): () => void {
  const line = handsLine();
  let last = -Infinity;
  const tell = () => {
    const now = performance.now();
    if (now - last < OFTEN) return;
    last = now;
    line?.postMessage(null);
  };
  const options = { capture: true, passive: true } as const;
  for (const event of EVENTS) document.addEventListener(event, tell, options);
  return () => {
    for (const event of EVENTS) document.removeEventListener(event, tell, options);
    line?.close();
  };
}
