import { FORMAT, type Lane, type Show } from './types';

export const BED_LANE = 'bed';
export const VOICE_LANE = 'voice';

const lane = (id: string, kind: Lane['kind'], title: string): Lane => ({
  id,
  kind,
  title,
  gain: 0,
  pan: 0,
  mute: false,
  solo: false,
});

/** An empty show with one bed lane and one voice lane. */
export function newShow(id: string, title: string): Show {
  return {
    format: FORMAT,
    id,
    title,
    pictures: [],
    lanes: [lane(BED_LANE, 'bed', 'Bed'), lane(VOICE_LANE, 'voice', 'Voice')],
    parts: [],
    master: { gain: 0 },
    media: {},
  };
}
