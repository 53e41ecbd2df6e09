import type { Room } from './dipTypes';
import { LANES } from './lanes';
import type { Part, Show } from './types';

const NEVER: Room = { when: 'never' };
const SPEECH: Room = { when: 'speech' };

/** Whether what dips makes room for a part: as its clip says, else as its lane says, else as its kind does by itself. */
export function roomOf(show: Pick<Show, 'pictures' | 'lanes' | 'dips'>, part: Pick<Part, 'kind' | 'lane' | 'clip'>): Room {
  const clip = part.clip === undefined ? undefined : show.pictures.find(({ id }) => id === part.clip);
  const said = (clip?.kind === 'clip' ? clip.own.room : undefined) ?? show.lanes.find(({ id }) => id === part.lane)?.room;
  if (said) return said;
  const { asks } = LANES[part.kind];
  return asks === 'always' || (asks === 'where wanted' && show.dips.hearsClips) ? SPEECH : NEVER;
}
