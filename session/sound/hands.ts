import { handsLine } from '../../engine/workers/hands';
import { eachSession } from '../open/session';

/** It is told no more often than this, ms. */
const OFTEN = 80;
const EVENTS = ['scroll', 'wheel', 'keydown', 'pointerdown', 'pointermove', 'pointerup', 'touchmove', 'click'] as const;

// While a show is open, workers are told when hands are on it.
eachSession((session) => {
  const line = handsLine();
  if (!line) return;
  let last = -Infinity;
  const tell = () => {
    const now = performance.now();
    if (now - last < OFTEN) return;
    last = now;
    line.postMessage(null);
  };
  const options = { capture: true, passive: true } as const;
  for (const event of EVENTS) document.addEventListener(event, tell, options);
  session.onEnd(() => {
    for (const event of EVENTS) document.removeEventListener(event, tell, options);
    line.close();
  });
});
