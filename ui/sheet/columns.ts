import type { Face } from '../../session/faces';

export interface Column {
  readonly x: number;
  readonly width: number;
}

export interface Columns {
  readonly gutter: Column;
  readonly pictures: Column;
  /** The clips' own sound, beside their pictures; null where it is not shown. */
  readonly own: Column | null;
  readonly bed: Column;
  /** Null where nothing lies on the voice lane. */
  readonly voice: Column | null;
}

const GUTTER = 46;
const GAP = 6;
/** A rail is still wide enough to be told apart and touched. */
const RAIL = 64;
/** A lane that is only glanced at. */
const SLIM = 48;

/** The columns of the sheet: the face in use has the widest, the others stay as rails. Pixels from the sheet's left edge. */
export function columnsFor(
  face: Face,
  width: number,
  { voice: hasVoice, own: hasOwn }: { readonly voice: boolean; readonly own: boolean },
  wide: boolean,
): Columns {
  const rail = wide ? 120 : RAIL;
  const voiceWidth = hasVoice ? (wide ? rail : face === 'pictures' ? SLIM : rail) : 0;
  // A narrow sheet has room for it only on the face that it belongs to.
  const ownWidth = hasOwn && (wide || face === 'pictures') ? (wide ? 76 : SLIM) : 0;
  const gaps = 2 + (voiceWidth > 0 ? 1 : 0) + (ownWidth > 0 ? 1 : 0);
  const room = Math.max(120, width - GUTTER - GAP * gaps - voiceWidth - ownWidth);
  const picturesWidth = face === 'pictures' ? Math.round(room * 0.64) : rail;
  const bedWidth = room - picturesWidth;
  const pictures = { x: GUTTER, width: picturesWidth };
  const own = ownWidth > 0 ? { x: pictures.x + picturesWidth + GAP, width: ownWidth } : null;
  const bed = { x: (own ? own.x + own.width : pictures.x + picturesWidth) + GAP, width: bedWidth };
  const voice = hasVoice ? { x: bed.x + bedWidth + GAP, width: voiceWidth } : null;
  return { gutter: { x: 0, width: GUTTER }, pictures, own, bed, voice };
}

const STEPS = [0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10, 15, 30, 60, 120, 300, 600, 1800];
const APART = 46;

/** Seconds between two time marks so that they stand a finger apart. */
export function tickStep(pixelsPerSecond: number): number {
  return STEPS.find((step) => step * pixelsPerSecond >= APART) ?? STEPS.at(-1)!;
}
