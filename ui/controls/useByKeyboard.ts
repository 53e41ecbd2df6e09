import { useMemo, useRef } from 'react';

/** A focus that comes within so long after a pointer came from it, ms. */
const BY_POINTER = 500;

/**
 * Whether the focus came into a row by keyboard, or from whatever helps a person: then arrows are the row's. To whoever points they stay the page's.
 * `:focus-visible` does not tell, for it changes as soon as any key is pressed.
 */
export function useByKeyboard() {
  const pointed = useRef(-Infinity);
  const came = useRef(false);
  return useMemo(() => {
    const point = () => {
      pointed.current = performance.now();
      came.current = false;
    };
    return {
      isByKeyboard: () => came.current,
      watch: {
        onFocus: () => {
          came.current = performance.now() - pointed.current > BY_POINTER;
        },
        onPointerDown: point,
        onPointerUp: point,
      },
    };
  }, []);
}
