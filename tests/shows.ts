import { LIMITS } from '../core/show/limits';
import { FIRST_LANES, firstOwnStart, newShow } from '../core/show/newShow';
import { newPart, newPicture } from '../core/show/edits';
import type { BedPart, Clip, Media, Show } from '../core/show/types';

/** A media id out of a number, for tests. */
export const mediaId = (number: number): string => number.toString(16).padStart(64, '0');

export function soundMedia(number: number, seconds: number): Media {
  return {
    id: mediaId(number),
    kind: 'sound',
    title: `Sound ${number}`,
    bytes: 1,
    seconds,
    rate: 44_100,
    channels: 2,
    width: 0,
    height: 0,
  };
}

export function photoMedia(number: number): Media {
  return { id: mediaId(number), kind: 'photo', title: `Photo ${number}`, bytes: 1, seconds: 0, rate: 0, channels: 0, width: 4, height: 3 };
}

/** A clip with sound, `seconds` long. */
export function clipMedia(number: number, seconds: number): Media {
  return { ...soundMedia(number, seconds), kind: 'clip', title: `Clip ${number}`, width: 16, height: 9 };
}

/** The show with a clip put in at `index`; its media is number 2000 and lasts `seconds`. */
export function withClip(show: Show, index: number, seconds: number, change: Partial<Clip> = {}): Show {
  const media = clipMedia(2000, seconds);
  const clip = { ...(newPicture('clip', media, firstOwnStart()) as Clip), ...change };
  return { ...show, media: { ...show.media, [media.id]: media }, pictures: show.pictures.toSpliced(index, 0, clip) };
}

/** A show of `holds` pictures and, where `bed` seconds are given, one piece that long. */
export function showOf(holds: readonly number[], bed?: number, part: Partial<BedPart> = {}): Show {
  const media: Record<string, Media> = {};
  const pictures = holds.map((hold, index) => {
    const photo = photoMedia(index + 1);
    media[photo.id] = photo;
    return { ...newPicture(`p${index + 1}`, photo, firstOwnStart()), hold, dissolve: Math.min(hold, LIMITS.dissolve.start) };
  });
  const show = { ...newShow('test', 'Test'), pictures, media };
  if (bed === undefined) return show;
  const sound = soundMedia(1000, bed);
  return { ...show, media: { ...media, [sound.id]: sound }, parts: [{ ...newPart('bed-1', FIRST_LANES.bed, sound), ...part }] };
}
