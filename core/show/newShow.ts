import { LIMITS } from './limits';
import { FORMAT, type Lane, type OwnStart, type Show } from './types';

export const BED_LANE = 'bed';
export const VOICE_LANE = 'voice';
export const OWN_LANE = 'own';
export const SPOT_LANE = 'spot';

const lane = (id: string, kind: Lane['kind'], title: string): Lane => ({
  id,
  kind,
  title,
  gain: 0,
  pan: 0,
  mute: false,
  solo: false,
});

export const ownLane = (): Lane => lane(OWN_LANE, 'own', 'Clips’ sound');

export const spotLane = (): Lane => lane(SPOT_LANE, 'spot', 'Spot sounds');

export const firstOwnStart = (): OwnStart => ({
  gain: 0,
  fadeUp: { seconds: LIMITS.own.fade, bend: 0 },
  fadeOut: { seconds: LIMITS.own.fade, bend: 0 },
});

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
    lanes: [lane(BED_LANE, 'bed', 'Bed'), lane(VOICE_LANE, 'voice', 'Voice'), ownLane(), spotLane()],
    parts: [],
    master: { gain: 0 },
    media: {},
  };
}
