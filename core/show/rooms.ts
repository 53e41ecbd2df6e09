import type { Room } from './dipTypes';
import { LANES } from './lanes';
import type { Clip, Part, Show } from './types';

const NEVER: Room = { when: 'never' };
const SPEECH: Room = { when: 'speech' };

/** Clips by their ids, of lists that were asked for: a large show asks for hundreds of parts after every edit. */
const known = new WeakMap<Show['pictures'], ReadonlyMap<string, Clip>>();

function clipsOf(pictures: Show['pictures']): ReadonlyMap<string, Clip> {
  const before = known.get(pictures);
  if (before) return before;
  const clips = new Map(pictures.flatMap((one) => (one.kind === 'clip' ? [[one.id, one] as const] : [])));
  // Only what never changes can be remembered.
  if (Object.isFrozen(pictures)) known.set(pictures, clips);
  return clips;
}

/** Whether what dips makes room for a part: as its clip says, else as its lane says, else as its kind does by itself. */
export function roomOf(show: Pick<Show, 'pictures' | 'lanes' | 'dips'>, part: Pick<Part, 'kind' | 'lane' | 'clip'>): Room {
  const clip = part.clip === undefined ? undefined : clipsOf(show.pictures).get(part.clip);
  const said = clip?.own.room ?? show.lanes.find(({ id }) => id === part.lane)?.room;
  if (said) return said;
  const { asks } = LANES[part.kind];
  return asks === 'always' || (asks === 'where wanted' && show.dips.hearsClips) ? SPEECH : NEVER;
}
