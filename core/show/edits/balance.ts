import type { Draft } from 'immer';
import { clamp, type Decibels } from '../../units';
import type { Room } from '../dipTypes';
import { LIMITS } from '../limits';
import { ridden } from '../ride';
import type { Pin } from '../types';
import { clipOf } from './clips';
import { defineEdit, find } from './edit';

/** Writes what a hand did with a lane's gate while the show played: seconds of the show, dB on top of the lane's own level, in order. */
export const rideLane = defineEdit<{ id: string; trail: readonly Pin[] }>('edit.rideALane', (show, { id, trail }) => {
  const lane = find(show.lanes, id, 'lane');
  const next = ridden(lane.pins ?? [], trail);
  if (next.length <= LIMITS.pin.count) lane.pins = next;
});

/** Sets the pins of a lane; none takes them all away. */
export const setLanePins = defineEdit<{ id: string; pins: readonly Pin[] }>(
  ({ pins }) => (pins.length === 0 ? 'edit.takeTheRideAway' : 'edit.moveALanesPins'),
  (show, { id, pins }) => {
    const lane = find(show.lanes, id, 'lane');
    const next = pins
      .slice(0, LIMITS.pin.count)
      .map(({ at, gain }) => ({ at: clamp(at, 0, LIMITS.showSeconds), gain: clamp(gain, LIMITS.pin.least, LIMITS.pin.most) }))
      .sort((a, b) => a.at - b.at);
    if (next.length === 0) delete lane.pins;
    else lane.pins = next;
  },
);

/** What a room belongs to: a lane, or clips. */
export type RoomOf = { readonly lane: string } | { readonly clips: readonly string[] };

/** Says whether the bed makes room for a lane or for clips; null: as its kind, or its lane, does by itself. */
export const setRoom = defineEdit<{ of: RoomOf; room: Room | null }>('edit.makeRoomForIt', (show, { of, room }) => {
  const owners: { room?: Draft<Room> | undefined }[] =
    'lane' in of ? [find(show.lanes, of.lane, 'lane')] : of.clips.map((id) => clipOf(show, id).own);
  const next: Room | null = room && {
    when: room.when,
    ...(room.over === undefined ? {} : { over: clamp(room.over, LIMITS.room.least, LIMITS.room.most) }),
    ...(room.by === undefined ? {} : { by: clamp(room.by, LIMITS.dip.least, 0) }),
  };
  for (const owner of owners) {
    if (JSON.stringify(owner.room ?? null) === JSON.stringify(next)) continue;
    if (next) owner.room = { ...next };
    else delete owner.room;
  }
});

/** Another level for each of some sounds: parts by their names, clips by theirs. */
export interface Levels {
  readonly parts: Readonly<Record<string, Decibels>>;
  readonly clips: Readonly<Record<string, Decibels>>;
}

const bounded = (gain: Decibels) => clamp(gain, LIMITS.gain.least, LIMITS.gain.most);

/** Sets levels of several sounds in one step: evened out, or as loud as possible. */
export const setLevels = defineEdit<{ levels: Levels; as: 'even' | 'loud' }>(
  ({ as }) => (as === 'even' ? 'edit.evenOut' : 'edit.asLoudAsPossible'),
  (show, { levels }) => {
    for (const [id, gain] of Object.entries(levels.parts)) find(show.parts, id, 'part').gain = bounded(gain);
    for (const [id, gain] of Object.entries(levels.clips)) clipOf(show, id).own.gain = bounded(gain);
  },
);
