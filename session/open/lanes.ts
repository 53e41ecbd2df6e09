import { sessionStore } from './session';
import { lanesOf, type Lane, type LaneKind, type Show } from '../../core/show';
import { addLane } from '../../core/show/edits';
import { newId } from '../ids';
import { useOpenShow } from './store';

/** The lane of each kind that is recorded on and that sounds are brought to; the first of its kind where nothing is said. */
export const useLaneInUse = sessionStore<{ readonly [K in LaneKind]?: string }>(() => ({}));

/** The lane that something of a kind comes to. */
export function laneFor<K extends LaneKind>(show: Show, kind: K): Lane & { readonly kind: K } {
  const lanes = lanesOf(show, kind);
  const chosen = useLaneInUse.getState()[kind];
  return (lanes.find((one) => one.id === chosen) ?? lanes[0]!) as Lane & { readonly kind: K };
}

/** Another lane of a kind, which is then the one in use. */
export function addLaneOf(kind: LaneKind, title: string): void {
  const id = newId();
  useOpenShow.getState().edit(addLane, { id, kind, title });
  useLaneInUse.setState({ [kind]: id });
}
