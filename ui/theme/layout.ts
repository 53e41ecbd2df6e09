/**
 * How the parts of the screen stand to one another (from the room there is, counted in widths of the text: a person who reads twice as large
 * has half the room).
 * - `phone`: held upright, all below one another;
 * - `sideways`: little height: stage and drawer beside the sheet, faces as a rail;
 * - `tablet`: held upright: the sheet with all its lanes, a column beside it;
 * - `wide`: stage left, sheet in the middle, details right, faces on top.
 */
export type Layout = 'phone' | 'sideways' | 'tablet' | 'wide';

/** Below this height the stage and the sheet stand side by side, pixels of text of the usual size. */
const LOW = 520;
const NARROW = 560;
const TABLET = 600;
const WIDE = 900;
/** From here on the areas beside the sheet grow no more, and the sheet does. */
export const VERY_WIDE = 1600;

/** The layout for a window, `em` times the usual size of text. */
export function layoutFor(width: number, height: number, em: number): Layout {
  const [across, down] = [width / em, height / em];
  if (down < LOW && across >= NARROW) return 'sideways';
  if (across < TABLET) return 'phone';
  return across < WIDE ? 'tablet' : 'wide';
}
