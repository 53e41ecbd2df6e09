import { knownBeats, type Hearing } from '../music';
import { partEnd, placePictures, type MediaId, type Part, type Show } from '../show';
import type { Seconds } from '../units';

/** A moment that an edge may be drawn to. */
export interface SnapPoint {
  readonly at: Seconds;
  readonly kind: 'picture' | 'end' | 'now' | 'beat' | 'mark';
}

/** Kinds that win where several lie equally near: what a person put there before what is there anyway. */
const RANK = { now: 0, mark: 1, end: 2, picture: 3, beat: 4 } as const;

/** Everything in a show that an edge may be drawn to, but for what is `moving`: changes of picture, marks, ends of parts, the now line, beats where they are known. */
export function snapPoints(
  show: Show,
  now: Seconds,
  moving: readonly string[],
  heard: ReadonlyMap<MediaId, Hearing> = new Map(),
): SnapPoint[] {
  const points: SnapPoint[] = [{ at: now, kind: 'now' }];
  for (const { picture, start, end, index } of placePictures(show)) {
    if (index === 0) points.push({ at: start, kind: 'picture' });
    // Whatever comes behind a picture's end moves with it.
    if (moving.includes(picture.id)) break;
    points.push({ at: end, kind: 'picture' });
  }
  for (const { id, at } of show.marks ?? []) if (!moving.includes(id)) points.push({ at, kind: 'mark' });
  for (const part of show.parts) {
    if (moving.includes(part.id) || (part.clip !== undefined && moving.includes(part.clip))) continue;
    points.push({ at: part.at, kind: 'end' }, { at: partEnd(part), kind: 'end' });
    for (const { at } of knownBeats(show, part, heard.get(part.media))) points.push({ at, kind: 'beat' });
  }
  return points.sort((a, b) => a.at - b.at);
}

export interface Snapped {
  /** What has to be added to the edges so that one of them lies on the point. */
  readonly by: Seconds;
  readonly point: SnapPoint;
}

/**
 * Draws the nearest of some edges (seconds of the show) onto the nearest point within `reach` seconds: it is felt on the way past and
 * lets go beyond. Null where none is near. `points` are in order.
 */
export function snapTo(edges: readonly Seconds[], points: readonly SnapPoint[], reach: Seconds): Snapped | null {
  let best: Snapped | null = null;
  for (const edge of edges) {
    for (let i = firstAtOrAfter(points, edge - reach); i < points.length && points[i]!.at <= edge + reach; i += 1) {
      const point = points[i]!;
      const by = point.at - edge;
      const nearer = best === null ? 1 : Math.abs(best.by) - Math.abs(by);
      if (nearer > 1e-9 || (nearer > -1e-9 && RANK[point.kind] < RANK[best!.point.kind])) best = { by, point };
    }
  }
  return best;
}

function firstAtOrAfter(points: readonly SnapPoint[], moment: Seconds): number {
  let [low, high] = [0, points.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (points[middle]!.at < moment) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** The moments of a part that may be drawn to something: its two ends. */
export function edgesOf(parts: readonly Pick<Part, 'at' | 'spans'>[]): Seconds[] {
  return parts.flatMap((part) => [part.at, partEnd(part)]);
}
