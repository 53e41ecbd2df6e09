import { clamp, type Decibels } from '../../units';
import { LIMITS } from '../limits';
import { defineEdit, find } from './edit';

/** Renames the show. White space around is dropped; an empty title is left as it was. */
export const renameShow = defineEdit<{ title: string }>('rename the show', (show, { title }) => {
  const trimmed = title.trim().slice(0, LIMITS.titleLength);
  if (trimmed !== '') show.title = trimmed;
});

/** Loudness of the whole, dB. */
export const setMasterGain = defineEdit<{ gain: Decibels }>('change loudness of the whole', (show, { gain }) => {
  show.master.gain = clamp(gain, LIMITS.gain.least, LIMITS.gain.most);
});

/** Silences a lane or lets it sound again. */
export const muteLane = defineEdit<{ id: string; mute: boolean }>(
  ({ mute }) => (mute ? 'mute a lane' : 'unmute a lane'),
  (show, { id, mute }) => {
    find(show.lanes, id, 'lane').mute = mute;
  },
);
