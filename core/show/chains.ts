import { layerKey, soundKey, type Played } from './speed';
import type { Treatment } from './treatTypes';
import type { Lane, Part, Show } from './types';

/** Treatments that learn from the recording they are for, or take it for a voice. */
const KNOWS_ITS_SOUND: ReadonlySet<Treatment['kind']> = new Set(['hiss', 'clear']);

/**
 * The treatments of a lane that are switched on. What has to know a recording is done recording by recording, and so is what stands before
 * it (`each`); the rest is done with the sum of the lane (`sum`).
 */
export function laneChains({ treatments = [] }: Pick<Lane, 'treatments'>): { readonly each: Treatment[]; readonly sum: Treatment[] } {
  const on = treatments.filter((one) => one.on);
  const last = on.findLastIndex(({ kind }) => KNOWS_ITS_SOUND.has(kind));
  return { each: on.slice(0, last + 1), sum: on.slice(last + 1) };
}

/** The same for one layer of the part's piece. */
export function playedLayerKey(show: Pick<Show, 'lanes'>, part: Played & Pick<Part, 'lane' | 'treatments'>, layer: string): string {
  const lane = show.lanes.find(({ id }) => id === part.lane);
  return layerKey(part, layer, lane ? laneChains(lane).each : []);
}

/** What the mixer knows the sound of a part of a show by, with what its lane does recording by recording. */
export function playedKey(show: Pick<Show, 'lanes'>, part: Played & Pick<Part, 'lane' | 'treatments'>): string {
  const lane = show.lanes.find(({ id }) => id === part.lane);
  return soundKey(part, lane ? laneChains(lane).each : []);
}
