import { LIMITS } from './limits';
import { FORMAT, type DipRules, type Lane, type OwnStart, type PartDip, type Show } from './types';

export const BED_LANE = 'bed';
export const VOICE_LANE = 'voice';
export const OWN_LANE = 'own';
export const SPOT_LANE = 'spot';

export const newLane = (id: string, kind: Lane['kind'], title: string): Lane => ({
  id,
  kind,
  title,
  gain: 0,
  pan: 0,
  mute: false,
  solo: false,
});

export const ownLane = (): Lane => newLane(OWN_LANE, 'own', 'Clips’ sound');

export const spotLane = (): Lane => newLane(SPOT_LANE, 'spot', 'Spot sounds');

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
    lanes: [newLane(BED_LANE, 'bed', 'Bed'), newLane(VOICE_LANE, 'voice', 'Voice'), ownLane(), spotLane()],
    parts: [],
    dips: firstDips(),
    lines: [],
    master: { gain: 0 },
    media: {},
  };
}
