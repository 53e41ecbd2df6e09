import { clamp, type Decibels, type Seconds } from '../../units';
import { LIMITS } from '../limits';
import type { FrameShape, Media, MediaId, Show } from '../types';
import { defineEdit, nameMedia } from './edit';

/** Renames the show. White space around is dropped; an empty title is left as it was. */
export const renameShow = defineEdit<{ title: string }>('edit.renameTheShow', (show, { title }) => {
  const trimmed = title.trim().slice(0, LIMITS.titleLength);
  if (trimmed !== '') show.title = trimmed;
});

/** Loudness of the whole, dB. */
export const setMasterGain = defineEdit<{ gain: Decibels }>('edit.changeLoudnessOfTheWhole', (show, { gain }) => {
  show.master.gain = clamp(gain, LIMITS.gain.least, LIMITS.master.most);
});

/** The level of the whole and the ceiling that its peaks are held under, dBTP; null lifts it. */
export const setMaster = defineEdit<{ gain: Decibels; ceiling: Decibels | null }>(
  'edit.bringTheLoudnessThere',
  (show, { gain, ceiling }) => {
    show.master.gain = clamp(gain, LIMITS.gain.least, LIMITS.master.most);
    const held = ceiling === null ? undefined : clamp(ceiling, LIMITS.ceiling.least, LIMITS.ceiling.most);
    if (show.master.ceiling !== held) show.master.ceiling = held;
  },
);

/** The loudness that the show is to have, LUFS; null for none. */
export const setAim = defineEdit<{ aim: number | null }>('edit.chooseALoudness', (show, { aim }) => {
  show.aim = aim === null ? undefined : clamp(aim, LIMITS.aim.least, LIMITS.aim.most);
});

/** Who made the show. */
export const setArtist = defineEdit<{ artist: string }>('edit.sayWhoMadeTheShow', (show, { artist }) => {
  const said = artist.trim().slice(0, LIMITS.titleLength);
  if ((show.artist ?? '') !== said) show.artist = said === '' ? undefined : said;
});

/** The line that credits a piece or a photo; an empty one takes it away. */
export const setCredit = defineEdit<{ media: MediaId; credit: string }>('edit.writeACredit', (show, { media, credit }) => {
  const one = show.media[media];
  if (!one) throw new RangeError(`media ${media} is not in this show`);
  const said = credit.trim().replace(/\s+/g, ' ').slice(0, LIMITS.credit);
  if ((one.credit ?? '') === said) return;
  if (said === '') one.credit = undefined;
  else one.credit = said;
});

/** Names a sound in the show that lies nowhere yet: it is kept with it, and can be laid. */
export const nameSound = defineEdit<{ media: Media }>('edit.nameASound', (show, { media }) => nameMedia(show, media));

/** Puts a whole show from a file in the place of this one, under its name: one step that undo takes back. */
export const replaceShow = defineEdit<{ by: Show }>('edit.replaceByAFile', (show, { by }) => {
  for (const key of Object.keys(by) as (keyof Show)[]) if (key !== 'id') Object.assign(show, { [key]: by[key] });
  show.artist = by.artist;
  show.aim = by.aim;
  show.alone = by.alone;
  show.marks = by.marks ? by.marks.map((one) => ({ ...one })) : undefined;
});

/** Says what a show's length follows: its pictures (null), its sound alone, or so many seconds of sound alone. */
export const setAlone = defineEdit<{ alone: 'sound' | Seconds | null }>(
  ({ alone }) => (alone === null ? 'edit.letPicturesLead' : 'edit.makeSoundAlone'),
  (show, { alone }) => {
    const next = typeof alone === 'number' ? clamp(alone, LIMITS.alone.least, LIMITS.soundSeconds) : (alone ?? undefined);
    if (show.alone !== next) show.alone = next;
  },
);

/** Width to height of the frame. */
export const setShape = defineEdit<{ shape: FrameShape }>('edit.changeTheFrame', (show, { shape }) => {
  show.shape = shape;
});

/** Seconds in which the picture comes up from black at the start, or goes down to black at the end. */
export const setBlack = defineEdit<{ end: 'up' | 'out'; seconds: Seconds }>(
  ({ end }) => (end === 'up' ? 'edit.fadeUpFromBlack' : 'edit.fadeDownToBlack'),
  (show, { end, seconds }) => {
    show.black[end] = clamp(seconds, 0, LIMITS.black.most);
  },
);
