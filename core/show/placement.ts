import { clamp, type Seconds } from '../units';
import { LIMITS } from './limits';
import type { Clip, LaneKind, Part, PartOf, Picture, Show, Span } from './types';

/** Below this difference two lengths are said to agree: one step of what the interface shows (seconds). */
export const AGREE = 0.05;

/** What the length of a show follows from. */
export type Lasting = Pick<Show, 'pictures' | 'parts' | 'alone'>;

/** How long all pictures are shown, one after the other. */
export function picturesSeconds({ pictures }: Pick<Show, 'pictures'>): Seconds {
  let total = 0;
  for (const picture of pictures) total += picture.hold;
  return total;
}

function soundSecondsOf(parts: readonly Part[]): Seconds {
  let end = 0;
  for (const part of parts) end = Math.max(end, partEnd(part));
  return end;
}

/** Whether the length of a show follows its sound: it has no pictures and nobody said how long, or the sound was said to lead. */
export const followsSound = ({ pictures, alone }: Pick<Show, 'pictures' | 'alone'>): boolean =>
  alone === 'sound' || (alone === undefined && pictures.length === 0);

/**
 * Length of the show: the sum of its holds. Without pictures, and where the sound leads, it ends with the last sound, or where that was said;
 * never before its pictures. An empty show lasts 0.
 */
export function showSeconds(show: Lasting): Seconds {
  const pictures = picturesSeconds(show);
  if (followsSound(show)) return Math.max(pictures, soundSecondsOf(show.parts));
  return typeof show.alone === 'number' ? Math.max(pictures, show.alone) : pictures;
}

/** How far a part can reach that is to be as long as the show: where the show follows its sound, as far as all else sounds, or else its own end. */
export function endBeside(show: Show, part: Pick<Part, 'id' | 'at'>): Seconds {
  if (!followsSound(show)) return showSeconds(show);
  const rest = showSeconds({ ...show, parts: show.parts.filter(({ id }) => id !== part.id) });
  return rest > part.at + BESIDE ? rest : showSeconds(show);
}

/** A part that reaches no further than this beyond another one's beginning does not follow what else sounds, seconds. */
const BESIDE: Seconds = 1;

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

/** `alone`: the show is as long as its sound, and there is nothing to compare. */
export type LengthVerdict = 'no-pictures' | 'no-bed' | 'short' | 'over' | 'fits' | 'alone';

export interface Lengths {
  /** Length of the show: of its pictures, or what was said of a show of sound alone. */
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
    show.alone === 'sound' && show.parts.length > 0
      ? 'alone'
      : show.pictures.length === 0 && show.alone === undefined
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
