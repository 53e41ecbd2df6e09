import type { Draft } from 'immer';
import { clamp, type Decibels, type Seconds } from '../../units';
import { LIMITS } from '../limits';
import { ownPart } from '../own';
import { filmAt, mostHold, placePictures } from '../placement';
import { speedOf } from '../speed';
import { roundHold } from '../times';
import type { Clip, Fade, Media, OwnStart, OwnPart, Show } from '../types';
import type { Stretch } from '../fitTypes';
import { addPart, defineEdit, find, hasRoom, nameMedia } from './edit';
import { playAs } from './playing';

export function clipOf(show: Draft<Show>, id: string): Draft<Clip> {
  const picture = find(show.pictures, id, 'picture');
  if (picture.kind !== 'clip') throw new RangeError(`picture ${id} is no clip`);
  return picture;
}

/** Sets where in its video a clip begins or ends, seconds of the source. The other end keeps its place in the video. */
export const trimClip = defineEdit<{ id: string; edge: 'start' | 'end'; position: Seconds }>(
  ({ edge }) => (edge === 'start' ? 'edit.trimClipStart' : 'edit.trimClipEnd'),
  (show, { id, edge, position }) => {
    const clip = clipOf(show, id);
    const speed = speedOf(clip);
    const end = filmAt(clip, clip.hold);
    if (edge === 'start') {
      clip.from = clamp(roundHold(position), 0, end - LIMITS.hold.least * speed);
      clip.hold = clamp(roundHold((end - clip.from) / speed), LIMITS.hold.least, mostHold(show, clip));
    } else {
      const most = Math.max(mostHold(show, clip), clip.hold);
      clip.hold = clamp(roundHold((position - clip.from) / speed), LIMITS.hold.least, most);
    }
    clip.dissolve = Math.min(clip.dissolve, clip.hold);
  },
);

/** How a clip is played; what is not named stays as it is. */
export interface ClipSpeed {
  readonly speed?: number;
  /** Whether the pitch of its sound goes with the speed. */
  readonly loose?: boolean;
}

/**
 * Shows a clip faster or slower: the same passage of its film is seen, shorter or longer, and its own sound goes along. `apart` says whether what
 * was laid for its sound (set apart, or another recording) does too; else that stays as it is, where it is.
 */
export const setClipSpeed = defineEdit<{ id: string; change: ClipSpeed; apart: boolean }>(
  'edit.changeTheSpeed',
  (show, { id, change, apart }) => {
    const clip = clipOf(show, id);
    const before = speedOf(clip);
    const begins = clip.from / before;
    const passage = clip.hold * before;
    // The shortest time on screen needs so much of the film.
    const most = Math.min(LIMITS.speed.most, (show.media[clip.media]!.seconds - clip.from) / LIMITS.hold.least);
    const speed = clamp(change.speed ?? before, LIMITS.speed.least, Math.max(LIMITS.speed.least, most));
    const even = Math.abs(speed - 1) < 1e-9;
    const loose = !even && (change.loose ?? clip.loose) ? (true as const) : undefined;
    if (speed !== before) clip.speed = even ? undefined : speed;
    if (loose !== clip.loose) clip.loose = loose;
    clip.hold = clamp(roundHold(passage / speed), LIMITS.hold.least, mostHold(show, clip));
    clip.dissolve = Math.min(clip.dissolve, clip.hold);
    const { start } = placePictures(show as Show).find((one) => one.picture.id === id)!;
    const after = clip.from / speed;
    for (const part of show.parts) {
      if (part.clip !== id) continue;
      // What belongs to a clip moves along with its film's beginning, once this is done: here it is laid as that will need it.
      if (apart) {
        const ratio = speed / before;
        playAs(show, part, { speed: speedOf(part) * ratio, ...(change.loose === undefined ? {} : { loose: change.loose }) });
        part.at = start - begins + (part.at - (start - begins)) / ratio;
      } else part.at += after - begins;
    }
  },
);

const boundFade = (fade: Fade): Fade => ({ seconds: clamp(fade.seconds, 0, LIMITS.soundSeconds), bend: clamp(fade.bend, -1, 1) });
const boundGain = (gain: Decibels) => clamp(gain, LIMITS.gain.least, LIMITS.gain.most);

/** Whatever can be set of a clip's own sound. */
export interface OwnChange {
  readonly on?: boolean;
  readonly gain?: Decibels;
  readonly fadeUp?: Fade;
  readonly fadeOut?: Fade;
  readonly lead?: Seconds;
  readonly tail?: Seconds;
}

const OWN_NAMES: Readonly<Record<keyof OwnChange, string>> = {
  on: 'edit.switchAClipsSound',
  gain: 'edit.changeAClipsLoudness',
  fadeUp: 'edit.fadeAClipsSoundUp',
  fadeOut: 'edit.fadeAClipsSoundOut',
  lead: 'edit.startAClipsSoundEarlier',
  tail: 'edit.letAClipsSoundRunOn',
};

/** Changes a clip’s own sound: level (dB), fades, sound before and after its picture (seconds), on or off. Clamped to the document’s limits. */
export const setOwn = defineEdit<{ id: string; change: OwnChange }>(
  ({ change }) => OWN_NAMES[Object.keys(change)[0] as keyof OwnChange] ?? 'edit.changeAClipsSound',
  (show, { id, change }) => {
    const { own } = clipOf(show, id);
    if (change.on !== undefined) own.on = change.on;
    if (change.gain !== undefined) own.gain = boundGain(change.gain);
    if (change.fadeUp) own.fadeUp = boundFade(change.fadeUp);
    if (change.fadeOut) own.fadeOut = boundFade(change.fadeOut);
    if (change.lead !== undefined) own.lead = clamp(change.lead, -LIMITS.own.runOver, LIMITS.own.runOver);
    if (change.tail !== undefined) own.tail = clamp(change.tail, -LIMITS.own.runOver, LIMITS.own.runOver);
  },
);

/** Gives the sound of clips a level and fades, all of them or those that are named; clips that come later start with the same. */
export const clipsStartWith = defineEdit<{ ids: readonly string[] | 'all'; start: OwnStart }>(
  ({ ids }) => (ids === 'all' ? 'edit.oneLoudnessForAllClips' : 'edit.changeWhatClipsSoundStartsWith'),
  (show, { ids, start }) => {
    show.ownStart = { gain: boundGain(start.gain), fadeUp: boundFade(start.fadeUp), fadeOut: boundFade(start.fadeOut) };
    for (const picture of show.pictures) {
      if (picture.kind !== 'clip' || (ids !== 'all' && !ids.includes(picture.id))) continue;
      Object.assign(picture.own, JSON.parse(JSON.stringify(show.ownStart)));
    }
  },
);

/** A list of stretches with one more in it: what overlaps or touches becomes one. */
function withStretch(list: readonly Stretch[], more: Stretch): Stretch[] {
  const apart = list.filter((one) => one.to < more.from || one.from > more.to);
  const joined = list.filter((one) => !apart.includes(one));
  const whole = {
    from: Math.min(more.from, ...joined.map((one) => one.from)),
    to: Math.max(more.to, ...joined.map((one) => one.to)),
  };
  return [...apart, whole].sort((a, b) => a.from - b.from);
}

/** Silences a stretch of a clip's own sound, seconds of its source. */
export const silenceStretch = defineEdit<{ id: string } & Stretch>('edit.silenceAStretch', (show, { id, from, to }) => {
  const clip = clipOf(show, id);
  const end = show.media[clip.media]!.seconds;
  const bounded = { from: clamp(from, 0, end), to: clamp(to, 0, end) };
  if (bounded.to - bounded.from < 1e-3) return;
  const next = withStretch(clip.own.quiet, bounded);
  if (next.length <= LIMITS.own.stretches) clip.own.quiet = next;
});

/** Moves the ends of a silenced stretch, seconds of the film; where it meets another one the two become one. */
export const moveSilence = defineEdit<{ id: string; index: number } & Stretch>('edit.silenceAStretch', (show, { id, index, from, to }) => {
  const clip = clipOf(show, id);
  const end = show.media[clip.media]!.seconds;
  const bounded = { from: clamp(from, 0, end), to: clamp(to, 0, end) };
  if (!clip.own.quiet[index] || bounded.to - bounded.from < 1e-3) return;
  clip.own.quiet = withStretch(
    clip.own.quiet.filter((_, i) => i !== index),
    bounded,
  );
});

/**
 * Moves the cut between the sounds of a clip and of the clip after it apart from the cut of their pictures: by `by` seconds later, or
 * earlier where that is negative. The one runs on as far as the other begins later.
 */
export const moveOwnCut = defineEdit<{ id: string; by: Seconds }>('edit.moveTheCutOfTheSounds', (show, { id, by }) => {
  const index = show.pictures.findIndex((one) => one.id === id);
  const [first, second] = [show.pictures[index], show.pictures[index + 1]];
  if (first?.kind !== 'clip' || second?.kind !== 'clip') return;
  const within = (value: Seconds) => clamp(value, -LIMITS.own.runOver, LIMITS.own.runOver);
  first.own.tail = within(first.own.tail + by);
  second.own.lead = within(second.own.lead - by);
});

/** Lets the sounds of a clip and of the clip after it cross for as long as their pictures dissolve. */
export const crossOwnAlong = defineEdit<{ id: string }>('edit.crossTheSoundsAlong', (show, { id }) => {
  const index = show.pictures.findIndex((one) => one.id === id);
  const [first, second] = [show.pictures[index], show.pictures[index + 1]];
  if (first?.kind !== 'clip' || second?.kind !== 'clip') return;
  const seconds = Math.min(first.dissolve, LIMITS.own.runOver);
  first.own.tail = 0;
  first.own.fadeOut = { ...first.own.fadeOut, seconds };
  second.own.lead = seconds;
  second.own.fadeUp = { ...second.own.fadeUp, seconds };
});

/** Lets a silenced stretch sound again. */
export const unsilenceStretch = defineEdit<{ id: string; index: number }>('edit.letAStretchSoundAgain', (show, { id, index }) => {
  clipOf(show, id).own.quiet.splice(index, 1);
});

/**
 * Sets a clip's own sound apart: it becomes a part that can be moved and trimmed by itself, exactly where and as it
 * sounded. The clip falls silent; `putBackOwn` undoes it however much was changed meanwhile.
 */
export const separateOwn = defineEdit<{ id: string; part: string }>('edit.setAClipsSoundApart', (show, { id, part }) => {
  const clip = clipOf(show, id);
  const placed = placePictures(show as Show).find((one) => one.picture.id === id)!;
  const sound = ownPart(show as Show, placed);
  if (!sound || !hasRoom(show)) return;
  addPart(show, { ...(JSON.parse(JSON.stringify(sound)) as Draft<OwnPart>), id: part });
  clip.own.on = false;
});

/** Takes away whatever was laid for a clip's sound (set apart, or another recording) and lets the clip sound by itself again. */
export const putBackOwn = defineEdit<{ id: string }>('edit.putAClipsSoundBack', (show, { id }) => {
  const clip = clipOf(show, id);
  show.parts = show.parts.filter((one) => one.clip !== id);
  clip.own.on = true;
});

/**
 * Lays another recording of a clip's moment in step with it and turns the clip's own sound down to nothing. `offset` is the
 * second of the clip's source at which the recording begins. It covers the picture as far as the recording reaches;
 * an earlier recording or the sound set apart goes.
 */
export const layInStep = defineEdit<{ id: string; part: string; media: Media; offset: Seconds }>(
  'edit.layARecordingInStep',
  (show, { id, part, media, offset }) => {
    const clip = clipOf(show, id);
    const { start } = placePictures(show as Show).find((one) => one.picture.id === id)!;
    nameMedia(show, media);
    const from = clamp(clip.from - offset, 0, media.seconds);
    const to = clamp(filmAt(clip, clip.hold) - offset, 0, media.seconds);
    if (to - from < LIMITS.span.least) return;
    const edge = (fade: Fade): Fade => ({ ...fade, seconds: Math.min(fade.seconds, to - from) });
    show.parts = show.parts.filter((one) => one.clip !== id);
    addPart(show, {
      id: part,
      kind: 'own',
      lane: show.lanes.find((lane) => lane.kind === 'own')!.id,
      media: media.id,
      at: start + (from + offset - clip.from) / speedOf(clip),
      spans: [{ from, to, join: 0 }],
      gain: 0,
      fadeUp: edge(show.ownStart.fadeUp),
      fadeOut: edge(show.ownStart.fadeOut),
      quiet: [],
      pins: [],
      clip: id,
    });
    const laid = show.parts.find((one) => one.id === part);
    if (laid && clip.speed !== undefined) playAs(show, laid, { speed: clip.speed, loose: clip.loose ?? false });
    clip.own.on = false;
  },
);
