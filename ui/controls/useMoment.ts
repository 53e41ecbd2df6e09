import { useLayoutEffect } from 'react';
import { useTransport } from '../../session/sound/transport';

/**
 * Has the moment of the now line written where it is shown, without drawing anything anew: it changes with every picture of the screen while the
 * show plays or the sheet is scrolled, and a drawing that is under way would begin again each time. `write` is called at once, and again where it
 * is another one than before.
 */
export function useMoment(write: (now: number) => void): void {
  useLayoutEffect(() => {
    write(useTransport.getState().now);
    return useTransport.subscribe(({ now }, before) => {
      if (now !== before.now) write(now);
    });
  }, [write]);
}
