import { LANE_KINDS, newLane } from './lanes';
import { LIMITS } from './limits';
import { FORMAT, type Lane, type LaneKind, type LaneOf, type OwnStart, type Show } from './types';
import { type DipRules, type PartDip } from './dipTypes';

export const BED_LANE = 'bed';
export const VOICE_LANE = 'voice';
export const OWN_LANE = 'own';
export const SPOT_LANE = 'spot';

/** The lanes that every show begins with. */
export const FIRST_LANES = {
  bed: { id: BED_LANE, kind: 'bed' },
  voice: { id: VOICE_LANE, kind: 'voice' },
  own: { id: OWN_LANE, kind: 'own' },
  spot: { id: SPOT_LANE, kind: 'spot' },
} as const satisfies { readonly [K in LaneKind]: LaneOf<K> };

const firstLane = (kind: LaneKind): Lane => newLane(FIRST_LANES[kind].id, kind);

/** The lane for the clips’ own sound, which every show has. */
export const ownLane = (): Lane => firstLane('own');

/** The first lane for spot sounds. */
export const spotLane = (): Lane => firstLane('spot');

/** What the sound of clips starts with in a new show. */
export const firstOwnStart = (): OwnStart => ({
  gain: 0,
  fadeUp: { seconds: LIMITS.own.fade, bend: 0 },
  fadeOut: { seconds: LIMITS.own.fade, bend: 0 },
});

/** One second down, one second up, 10 dB (common practice). */
export const firstDips = (): DipRules => ({
  depth: { by: 'fixed', gain: -10 },
  down: 1,
  up: 1,
  lead: 0.3,
  bridge: 1.5,
  bed: true,
  own: true,
  spot: false,
  hearsClips: false,
  raise: null,
});

/** What a narration asks where it says nothing. */
export const FIRST_PART_DIP: PartDip = { on: true, by: 0 };

/** An empty show with a lane each for the bed, the voice, the sound of clips and spot sounds. */
export function newShow(id: string, title: string): Show {
  return {
    format: FORMAT,
    id,
    title,
    shape: '16:9',
    black: { up: 0, out: 0 },
    pictures: [],
    ownStart: firstOwnStart(),
    lanes: LANE_KINDS.map(firstLane),
    parts: [],
    dips: firstDips(),
    lines: [],
    master: { gain: 0 },
    media: {},
  };
}
