import { clamp, type Seconds } from '../units';
import { LIMITS } from './limits';
import type { Clip, LaneKind, Part, PartOf, Picture, Show, Span } from './types';

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

/** Every picture with where it begins and ends, seconds of the show, in order. */
export function placePictures(show: Pick<Show, 'pictures'>): PlacedPicture[] {
  let start = 0;
  return show.pictures.map((picture, index) => {
    const placed = { picture, index, start, end: start + picture.hold };
    start = placed.end;
    return placed;
  });
}

/** The picture that is shown at a moment; null for a show without pictures. Moments outside the show give its ends. */
export function pictureAt(placed: readonly PlacedPicture[], moment: Seconds): PlacedPicture | null {
  let low = 0;
  let high = placed.length - 1;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (moment < placed[middle]!.end) high = middle;
    else low = middle + 1;
  }
  return placed[low] ?? null;
}

/** The longest that a picture could be shown: clips end with what was filmed. */
export function mostHold(show: Pick<Show, 'media'>, picture: Picture): Seconds {
  if (picture.kind !== 'clip') return LIMITS.hold.most;
  const left = (show.media[picture.media]!.seconds - picture.from) / (picture.speed ?? 1);
  return clamp(Math.floor(left * 1000) / 1000, LIMITS.hold.least, LIMITS.soundSeconds);
}

/** The second of its film that a clip shows so many seconds after its picture began; before it began too. */
export function filmAt(clip: Pick<Clip, 'from' | 'speed'>, since: Seconds): Seconds {
  return clip.from + since * (clip.speed ?? 1);
}

/** Length of spans one after the other, seconds. */
export function spansSeconds(spans: readonly Span[]): Seconds {
  let total = 0;
  for (const span of spans) total += span.to - span.from;
  return total;
}

/** Length of a part. Crossfades lie across the cuts and change no length. */
export function partSeconds(part: Pick<Part, 'spans'>): Seconds {
  return spansSeconds(part.spans);
}

/** Where a part ends, seconds of the show. */
export function partEnd(part: Pick<Part, 'at' | 'spans'>): Seconds {
  return part.at + partSeconds(part);
}

/** What lies on the lanes of shows that were asked for: a show never changes, and many places of a page ask at once. */
const laid = new WeakMap<Show, Map<LaneKind, readonly Part[]>>();

/** Parts on lanes of one kind, in order of their start. */
export function partsOn<K extends LaneKind>(show: Show, kind: K): readonly PartOf<K>[] {
  const known = laid.get(show) ?? new Map<LaneKind, readonly Part[]>();
  laid.set(show, known);
  const found = known.get(kind) ?? show.parts.filter((part) => part.kind === kind).sort((a, b) => a.at - b.at);
  known.set(kind, found);
  return found as readonly PartOf<K>[];
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
