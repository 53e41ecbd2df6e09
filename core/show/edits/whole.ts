import { clamp, type Decibels } from '../../units';
import { LIMITS } from '../limits';
import { defineEdit } from './edit';

/** Renames the show. White space around is dropped; an empty title is left as it was. */
export const renameShow = defineEdit<{ title: string }>('rename the show', (show, { title }) => {
  const trimmed = title.trim().slice(0, LIMITS.titleLength);
  if (trimmed !== '') show.title = trimmed;
});

/** Loudness of the whole, dB. */
export const setMasterGain = defineEdit<{ gain: Decibels }>('change loudness of the whole', (show, { gain }) => {
  show.master.gain = clamp(gain, LIMITS.gain.least, LIMITS.gain.most);
});
