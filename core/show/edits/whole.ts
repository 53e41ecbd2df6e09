import { clamp, type Decibels, type Seconds } from '../../units';
import { LIMITS } from '../limits';
import type { FrameShape } from '../types';
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

export const setShape = defineEdit<{ shape: FrameShape }>('change the frame', (show, { shape }) => {
  show.shape = shape;
});

/** Seconds in which the picture comes up from black at the start, or goes down to black at the end. */
export const setBlack = defineEdit<{ end: 'up' | 'out'; seconds: Seconds }>(
  ({ end }) => (end === 'up' ? 'fade up from black' : 'fade down to black'),
  (show, { end, seconds }) => {
    show.black[end] = clamp(seconds, 0, LIMITS.black.most);
  },
);
