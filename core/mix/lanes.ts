import { NOTHING_HEARD, type Heard } from '../level';
import { ownParts, type Lane, type Show } from '../show';
import { planShow, type Plan } from './plan';

/**
 * What some lanes sound like in the show, dips included, exactly as long as the whole. Solo is nobody's wish here; what is muted stays silent.
 * Peaks are not held: the sounds of all lanes add up to the whole as it is before that.
 */
export function planLanes(show: Show, lanes: readonly string[], heard: Heard = NOTHING_HEARD): Plan {
  const plan = planShow({ ...show, lanes: show.lanes.map((lane) => ({ ...lane, solo: false })) }, heard);
  const wanted = new Set(lanes);
  const parts = new Set([...show.parts, ...ownParts(show)].flatMap((part) => (wanted.has(part.lane) ? [part.id] : [])));
  return { ...plan, ceiling: null, parts: plan.parts.filter((part) => parts.has(part.id)) };
}

/** Lanes on which anything sounds, in their order. */
export function soundingLanes(show: Show): Lane[] {
  const own = new Set(ownParts(show).map((part) => part.lane));
  return show.lanes.filter((lane) => !lane.mute && (own.has(lane.id) || show.parts.some((part) => part.lane === lane.id && !part.mute)));
}
