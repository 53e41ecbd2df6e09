import { clamp, type Seconds } from '../units';
import { LIMITS } from './limits';
import { OWN_LANE } from './newShow';
import { partSeconds, placePictures, type PlacedPicture } from './placement';
import { evenIn, heardMoment, soundSeconds, speedOf } from './speed';
import type { Clip, Fade, OwnPart, Show } from './types';

/** Whether a picture is a clip that was filmed with sound. */
export function hasOwnSound(show: Pick<Show, 'media'>, picture: Show['pictures'][number]): picture is Clip {
  return picture.kind === 'clip' && show.media[picture.media]!.channels > 0;
}

/** The name under which the own sound of a clip is planned and drawn. */
export const ownPartId = (clip: string): string => `own-${clip}`;

/** A fade that is not longer than what it fades. */
export function fadeWithin(fade: Fade, length: Seconds): Fade {
  return fade.seconds > length ? { ...fade, seconds: length } : fade;
}

/**
 * The own sound of a placed clip as a part like any other, whether it is switched on or not: computed, never stored.
 * Lead and tail reach as far as the source has sound; the lead no further back than the start of the show. Below zero the sound begins
 * after its picture, or ends before it. Null where the picture has no sound of its own.
 */
export function ownPart(show: Show, { picture, start }: PlacedPicture): OwnPart | null {
  if (!hasOwnSound(show, picture)) return null;
  const { own, hold, media, speed, loose } = picture;
  const played = {
    media,
    ...(speed === undefined ? {} : { speed, ...(loose ? { loose } : {}), ...(evenIn(picture) ? { even: true as const } : {}) }),
  };
  const source = soundSeconds(show, played);
  const from = heardMoment(show, played, picture.from);
  const lead = clamp(own.lead, -Math.max(0, hold - LIMITS.span.least), Math.min(from, start));
  const tail = clamp(own.tail, -Math.max(0, hold + Math.min(0, lead) - LIMITS.span.least), Math.max(0, source - from - hold));
  const spans = [{ from: from - lead, to: Math.min(source, from + hold + tail), join: 0 }];
  const length = partSeconds({ spans });
  return {
    id: ownPartId(picture.id),
    kind: 'own',
    lane: show.lanes.find((lane) => lane.kind === 'own')?.id ?? OWN_LANE,
    ...played,
    at: start - lead,
    spans,
    gain: own.gain,
    fadeUp: fadeWithin(own.fadeUp, length),
    fadeOut: fadeWithin(own.fadeOut, length),
    quiet: own.quiet,
    pins: [],
    clip: picture.id,
    ...(own.treatments ? { treatments: own.treatments } : {}),
  };
}

/** The own sounds that are heard, in the order of their clips. */
export function ownParts(show: Show): OwnPart[] {
  const parts: OwnPart[] = [];
  for (const placed of placePictures(show)) {
    if (placed.picture.kind !== 'clip' || !placed.picture.own.on) continue;
    const part = ownPart(show, placed);
    if (part) parts.push(part);
  }
  return parts;
}

/** Moment of the show at which the source of each clip is, or would be, at zero. What belongs to a clip keeps its distance to it. */
export function clipOrigins(show: Pick<Show, 'pictures'>): Map<string, Seconds> {
  const origins = new Map<string, Seconds>();
  for (const { picture, start } of placePictures(show)) {
    if (picture.kind === 'clip') origins.set(picture.id, start - picture.from / speedOf(picture));
  }
  return origins;
}
