import { sayTime } from '../../words';
import { clamp } from '../../core/units';
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
  /** Spot sounds; null where there are none. */
  readonly spot: Column | null;
  /** Null where nothing lies on the voice lanes, but on their own face. */
  readonly voice: Column | null;
}

const GUTTER = 46;
const GAP = 6;
/** A rail is still wide enough to be told apart and touched. */
const RAIL = 64;
/** A lane that is only glanced at. */
const SLIM = 48;
/** On a wide sheet there is room for more. */
const ROOMY = 500;
const WIDE_SLIM = 76;
const WIDE_RAIL = 120;
/** Share of a wide sheet that the face in use has at the least. */
const FACE_SHARE = 0.3;

/** Speakers side by side where they are only glanced at. */
const NARROW_SPEAKER = 32;
/** Share of what the pictures leave that the voices have on their face. */
const VOICE_SHARE = 0.52;
/** Pictures beside them are no wider than this. */
const VOICE_PICTURES = 88;

/** The columns of the sheet: the face in use has the widest, the others stay as rails. Pixels from the sheet's left edge. */
export function columnsFor(
  face: Face,
  width: number,
  { voice: voices, own: hasOwn, spot: hasSpot }: { readonly voice: number; readonly own: boolean; readonly spot: boolean },
  wide: boolean,
): Columns {
  const hasVoice = voices > 0;
  // A narrow sheet has room for these two only on the face that they belong to.
  const slim = wide && width >= ROOMY ? WIDE_SLIM : SLIM;
  const ownWidth = hasOwn && (wide || face === 'pictures') ? slim : 0;
  const spotWidth = hasSpot && (wide || face !== 'pictures') ? slim : 0;
  const gaps = 2 + [hasVoice, ownWidth > 0, spotWidth > 0].filter(Boolean).length;
  const left = width - GUTTER - GAP * gaps - ownWidth - spotWidth;
  // The face in use comes first: rails grow only with what it leaves.
  const rails = hasVoice ? 2 : 1;
  const rail = wide ? clamp((left - width * FACE_SHARE) / rails, RAIL, WIDE_RAIL) : RAIL;
  const side = face === 'voice' ? Math.min(rail, VOICE_PICTURES) : rail;
  const slimVoice = !wide && face === 'pictures' ? SLIM : Math.max(rail, Math.min(voices, 3) * NARROW_SPEAKER);
  // On its own face every speaker has room for a thumb, and the bed stays wide enough for its dips to be seen.
  const voiceWidth = !hasVoice ? 0 : face === 'voice' ? Math.round((left - side) * VOICE_SHARE) : slimVoice;
  const room = Math.max(120, left - voiceWidth);
  const picturesWidth = face === 'pictures' ? Math.round(room * 0.64) : side;
  const bedWidth = room - picturesWidth;
  const pictures = { x: GUTTER, width: picturesWidth };
  const own = ownWidth > 0 ? { x: pictures.x + picturesWidth + GAP, width: ownWidth } : null;
  const bed = { x: (own ? own.x + own.width : pictures.x + picturesWidth) + GAP, width: bedWidth };
  const spot = spotWidth > 0 ? { x: bed.x + bedWidth + GAP, width: spotWidth } : null;
  const behind = spot ?? bed;
  const voice = hasVoice ? { x: behind.x + behind.width + GAP, width: voiceWidth } : null;
  return { gutter: { x: 0, width: GUTTER }, pictures, own, bed, spot, voice };
}

const STEPS = [0.0005, 0.001, 0.002, 0.005, 0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10, 15, 30, 60, 120, 300, 600, 1800];
const APART = 46;

/** Seconds between two time marks so that they stand a finger apart. */
export function tickStep(pixelsPerSecond: number): number {
  return STEPS.find((step) => step * pixelsPerSecond >= APART) ?? STEPS.at(-1)!;
}

/** A time mark: as precise as tells it apart from its neighbours, and no wider than the gutter. */
export function sayMark(moment: number, step: number): string {
  if (step >= 0.1) return sayTime(moment, step < 1 ? 1 : 0);
  return `${(moment % 60).toFixed(step < 0.01 ? 3 : 2).padStart(step < 0.01 ? 6 : 5, '0')}`;
}
