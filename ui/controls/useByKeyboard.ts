import { useMemo, useRef } from 'react';

/**
 * Whether the focus came into a row by keyboard: only then arrows are the row's. `:focus-visible` is asked when the focus comes, for some browsers
 * answer otherwise as soon as any key is pressed.
 */
export function useByKeyboard() {
  const came = useRef(false);
  return useMemo(
    () => ({
      isByKeyboard: () => came.current,
      watch: {
        onFocus: ({ target }: { readonly target: unknown }) => {
          came.current = (target as HTMLElement).matches(':focus-visible');
        },
        onPointerDown: () => {
          came.current = false;
        },
      },
    }),
    [],
  );
}
