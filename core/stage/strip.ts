import type { Media } from '../show/types';
import { clamp, type Seconds } from '../units';
import type { Box } from './framing';

/**
 * A clip's frame strip: small frames at even distances on one sheet, row by row. It is drawn along the clip on the sheet, it is the
 * strip that is trimmed on, and it stands in while a finger drags faster than frames can be decoded.
 */
export interface FrameStrip {
  readonly count: number;
  readonly columns: number;
  readonly rows: number;
  /** Size of one frame in pixels. */
  readonly width: number;
  readonly height: number;
  /** Seconds between two frames; the first shows the middle of its stretch. */
  readonly interval: Seconds;
}

const MOST_FRAMES = 240;
const CLOSEST: Seconds = 0.25;
/** Longest edge of a frame, pixels: 240 of them decoded are about 9 MB. */
const EDGE = 128;

/** The frame strip of a clip follows from its length and size alone. */
export function stripOf({ seconds, width, height }: Pick<Media, 'seconds' | 'width' | 'height'>): FrameStrip {
  const count = clamp(Math.ceil(seconds / CLOSEST), 1, MOST_FRAMES);
  const columns = Math.ceil(Math.sqrt(count));
  const scale = EDGE / Math.max(width, height, 1);
  return {
    count,
    columns,
    rows: Math.ceil(count / columns),
    width: Math.max(2, Math.round(width * scale)),
    height: Math.max(2, Math.round(height * scale)),
    interval: seconds / count,
  };
}

/** The frame strip of a clip as it lies on a sheet that is there: one from before may hold larger frames. @param sheet its size, pixels. */
export function stripOn(
  media: Pick<Media, 'seconds' | 'width' | 'height'>,
  sheet: { readonly width: number; readonly height: number },
): FrameStrip {
  const strip = stripOf(media);
  return { ...strip, width: sheet.width / strip.columns, height: sheet.height / strip.rows };
}

/** The frame that stands for a second of the clip. */
export function stripIndex(strip: FrameStrip, seconds: Seconds): number {
  return clamp(Math.floor(seconds / strip.interval), 0, strip.count - 1);
}

/** The second that a frame shows. */
export function stripTime(strip: FrameStrip, index: number): Seconds {
  return (index + 0.5) * strip.interval;
}

/** Where a frame lies on its sheet, pixels. */
export function stripBox(strip: FrameStrip, index: number): Box {
  const { columns, width, height } = strip;
  return { x: (index % columns) * width, y: Math.floor(index / columns) * height, width, height };
}
