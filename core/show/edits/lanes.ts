import type { Draft } from 'immer';
import { clamp } from '../../units';
import { LANES, lanesOf, newLane } from '../lanes';
import { LIMITS } from '../limits';
import type { Lane, LaneKind } from '../types';
import { defineEdit, find } from './edit';

const ADDING: Readonly<Record<LaneKind, string>> = {
  bed: 'edit.addALaneToTheBed',
  voice: 'edit.addASpeaker',
  own: 'edit.addALane',
  spot: 'edit.addALane',
};

/** Another lane of a kind, behind those there are; none where the kind has as many as it may. */
export const addLane = defineEdit<{ id: string; kind: LaneKind; title: string }>(
  ({ kind }) => ADDING[kind],
  (show, { id, kind, title }) => {
    if (lanesOf(show, kind).length >= LANES[kind].most) return;
    const behind = show.lanes.findLastIndex((lane) => lane.kind === kind);
    const named = title.trim().slice(0, LIMITS.titleLength);
    show.lanes.splice(behind + 1, 0, newLane(id, kind, named) as Draft<Lane>);
  },
);

/** Name, level, place, mute and solo of a lane. An empty name is left as it was. */
export const setLane = defineEdit<{ id: string; change: Partial<Pick<Lane, 'title' | 'gain' | 'pan' | 'mute' | 'solo'>> }>(
  ({ change }) =>
    change.mute !== undefined
      ? change.mute
        ? 'edit.muteALane'
        : 'edit.letALaneSound'
      : change.solo !== undefined
        ? 'edit.solo'
        : 'edit.changeALane',
  (show, { id, change }) => {
    const lane = find(show.lanes, id, 'lane');
    const title = (change.title ?? lane.title).trim().slice(0, LIMITS.titleLength);
    if (title !== '') lane.title = title;
    if (change.gain !== undefined) lane.gain = clamp(change.gain, LIMITS.gain.least, LIMITS.lane.most);
    if (change.pan !== undefined) lane.pan = clamp(change.pan, -1, 1);
    if (change.mute !== undefined) lane.mute = change.mute;
    if (change.solo !== undefined) lane.solo = change.solo;
  },
);

/** Takes a lane away; what lies on it goes to the first other one of its kind. The last one of a kind stays. */
export const removeLane = defineEdit<{ id: string }>('edit.removeALane', (show, { id }) => {
  const lane = find(show.lanes, id, 'lane');
  const first = lanesOf(show, lane.kind).find((one) => one.id !== id);
  if (!first) return;
  for (const one of [...show.parts, ...show.lines]) if (one.lane === id) one.lane = first.id;
  show.lanes = show.lanes.filter((one) => one.id !== id);
});

/** Gives parts to another lane of the same kind. */
export const toLane = defineEdit<{ ids: readonly string[]; lane: string }>('edit.giveToAnotherLane', (show, { ids, lane }) => {
  const target = find(show.lanes, lane, 'lane');
  for (const id of ids) {
    const part = find(show.parts, id, 'part');
    if (part.kind === target.kind) part.lane = target.id;
  }
});
