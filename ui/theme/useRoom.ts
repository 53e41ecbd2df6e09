import { useWindowDimensions } from 'react-native';

import { layoutFor, type Layout } from './layout';

/** How many times the usual size text has: what a person set in the browser. */
export function textScale(): number {
  const size = parseFloat(getComputedStyle(document.documentElement).fontSize);
  return Number.isFinite(size) && size > 0 ? size / 16 : 1;
}

export interface Room {
  readonly layout: Layout;
  readonly width: number;
  readonly height: number;
  /** Times the usual size of text. */
  readonly em: number;
}

export function useRoom(): Room {
  const { width, height } = useWindowDimensions();
  const em = textScale();
  return { layout: layoutFor(width, height, em), width, height, em };
}

/** Whether everything that can be set of what is chosen stands open beside the sheet. */
export function useWide(): boolean {
  return useRoom().layout === 'wide';
}
