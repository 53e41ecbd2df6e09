import { LIMITS } from '../core/show/limits';
import { BED_LANE, newShow } from '../core/show/newShow';
import { newPart, newPicture } from '../core/show/edits';
import type { Media, Part, Show } from '../core/show/types';

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

/** A show of `holds` pictures and, where `bed` seconds are given, one piece that long. */
export function showOf(holds: readonly number[], bed?: number, part: Partial<Part> = {}): Show {
  const media: Record<string, Media> = {};
  const pictures = holds.map((hold, index) => {
    const photo = photoMedia(index + 1);
    media[photo.id] = photo;
    return { ...newPicture(`p${index + 1}`, photo), hold, dissolve: Math.min(hold, LIMITS.dissolve.start) };
  });
  const show = { ...newShow('test', 'Test'), pictures, media };
  if (bed === undefined) return show;
  const sound = soundMedia(1000, bed);
  return { ...show, media: { ...media, [sound.id]: sound }, parts: [{ ...newPart('bed-1', BED_LANE, sound), ...part }] };
}
