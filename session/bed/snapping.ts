import { perSession, sessionStore } from '../open/session';
import { snapPoints, snapTo, type SnapPoint } from '../../core/fit';
import type { Hearing } from '../../core/music';
import type { Show } from '../../core/show';
import { knownHearing } from '../fit/hearings';
import { currentShow, useOpenShow } from '../open/store';
import { useTransport } from '../sound/transport';

/** What an edge has been drawn to while a finger moves; null where nothing is near. */
export const useSnap = sessionStore<{ readonly caught: SnapPoint | null }>(() => ({ caught: null }));

/** How far away a point draws, pixels, and never further than this many seconds. */
const PULL = 9;
const FURTHEST = 0.5;

/** The points that were found last. */
const found = perSession(() => ({ last: null as { show: Show; now: number; key: string; points: SnapPoint[] } | null }));

function pointsFor(show: Show, moving: readonly string[]): SnapPoint[] {
  const { now } = useTransport.getState();
  const key = moving.join();
  const { last } = found();
  if (last?.show === show && last.now === now && last.key === key) return last.points;
  const points = snapPoints(show, now, moving, heardIn(show));
  found().last = { show, now, key, points };
  return points;
}

/** What is known of the pieces by ear. */
function heardIn(show: Show): ReadonlyMap<string, Hearing> {
  const heard = new Map<string, Hearing>();
  for (const { media } of show.parts) {
    const hearing = knownHearing(show.media[media]!);
    if (hearing) heard.set(media, hearing);
  }
  return heard;
}

/** Seconds to add to a drag so that one of `edges` (where the drag alone would put them) lies on what is near. */
export function snapBy(edges: readonly number[], moving: readonly string[], pixelsPerSecond: number): number {
  const show = currentShow();
  if (!show || !useOpenShow.getState().snap) return 0;
  const snapped = snapTo(edges, pointsFor(show, moving), Math.min(FURTHEST, PULL / pixelsPerSecond));
  const { caught } = useSnap.getState();
  if (snapped?.point.at !== caught?.at) {
    useSnap.setState({ caught: snapped?.point ?? null });
    // A light tap in the hand, where the device has one.
    if (snapped && typeof navigator !== 'undefined' && 'vibrate' in navigator) navigator.vibrate(8);
  }
  return snapped?.by ?? 0;
}

/** The drag is over. */
export function letGo(): void {
  if (useSnap.getState().caught) useSnap.setState({ caught: null });
}
