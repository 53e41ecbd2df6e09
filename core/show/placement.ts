import type { Seconds } from '../units';
import type { Part, Picture, Show, Span } from './types';

/** Below this difference two lengths are said to agree: one step of what the interface shows (seconds). */
export const AGREE = 0.05;

/** Length of the show: the sum of its holds. An empty show lasts 0. */
export function showSeconds(show: Pick<Show, 'pictures'>): Seconds {
  let total = 0;
  for (const picture of show.pictures) total += picture.hold;
  return total;
}

export interface PlacedPicture {
  readonly picture: Picture;
  readonly index: number;
  readonly start: Seconds;
  readonly end: Seconds;
}

export function placePictures(show: Pick<Show, 'pictures'>): PlacedPicture[] {
  let start = 0;
  return show.pictures.map((picture, index) => {
    const placed = { picture, index, start, end: start + picture.hold };
    start = placed.end;
    return placed;
  });
}

export interface OnStage {
  readonly shown: PlacedPicture;
  /** The picture that is coming in, and how far: 0 not yet .. 1 alone. Null outside dissolves. */
  readonly coming: { readonly picture: PlacedPicture; readonly share: number } | null;
}

/** What the stage shows at a moment; null for a show without pictures. Moments outside the show show its ends. */
export function stageAt(placed: readonly PlacedPicture[], moment: Seconds): OnStage | null {
  if (placed.length === 0) return null;
  let low = 0;
  let high = placed.length - 1;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (moment < placed[middle]!.end) high = middle;
    else low = middle + 1;
  }
  const shown = placed[low]!;
  const next = placed[low + 1];
  const { dissolve } = shown.picture;
  const begins = shown.end - dissolve;
  if (!next || dissolve <= 0 || moment < begins) return { shown, coming: null };
  return { shown, coming: { picture: next, share: Math.min(1, (moment - begins) / dissolve) } };
}

export function spansSeconds(spans: readonly Span[]): Seconds {
  let total = 0;
  for (const span of spans) total += span.to - span.from;
  return total;
}

/** Length of a part. Crossfades lie across the cuts and change no length. */
export function partSeconds(part: Pick<Part, 'spans'>): Seconds {
  return spansSeconds(part.spans);
}

export function partEnd(part: Pick<Part, 'at' | 'spans'>): Seconds {
  return part.at + partSeconds(part);
}

/** Parts on lanes of one kind, in order of their start. */
export function partsOn(show: Show, kind: Show['lanes'][number]['kind']): Part[] {
  const lanes = new Set(show.lanes.filter((lane) => lane.kind === kind).map((lane) => lane.id));
  return show.parts.filter((part) => lanes.has(part.lane)).sort((a, b) => a.at - b.at);
}

export type LengthVerdict = 'no-pictures' | 'no-bed' | 'short' | 'over' | 'fits';

export interface Lengths {
  readonly pictures: Seconds;
  /** Where the bed's last part ends, seconds from the start of the show; 0 without a bed. */
  readonly bed: Seconds;
  /** bed − pictures: negative where the bed is short. */
  readonly difference: Seconds;
  readonly verdict: LengthVerdict;
}

/** The two lengths that never agree, and how they differ. */
export function compareLengths(show: Show): Lengths {
  const pictures = showSeconds(show);
  const parts = partsOn(show, 'bed');
  let bed = 0;
  for (const part of parts) bed = Math.max(bed, partEnd(part));
  const difference = bed - pictures;
  const verdict =
    show.pictures.length === 0
      ? 'no-pictures'
      : parts.length === 0
        ? 'no-bed'
        : Math.abs(difference) < AGREE
          ? 'fits'
          : difference < 0
            ? 'short'
            : 'over';
  return { pictures, bed, difference, verdict };
}
