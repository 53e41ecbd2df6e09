import type { Draft } from 'immer';
import { clamp, type Seconds } from '../../units';
import { LIMITS } from '../limits';
import { changePins } from '../pins';
import { partSeconds } from '../placement';
import { evenIn, heardMoment, soundSeconds, sourceMoment, speedOf, type Played } from '../speed';
import type { Part, Show } from '../types';
import { defineEdit, find } from './edit';
import { HOW_PLAYED, byHand, fitFades } from './keep';

/** How a sound is played; what is not named stays as it is. Null: as it is by itself. */
export interface PlayedChange {
  readonly speed?: number | null;
  /** Whether the pitch goes with the speed. */
  readonly loose?: boolean;
  readonly pitch?: number | null;
  readonly backwards?: boolean;
}

function played(part: Part, change: PlayedChange): Played {
  const speed = change.speed === undefined ? speedOf(part) : clamp(change.speed ?? 1, LIMITS.speed.least, LIMITS.speed.most);
  const pitch = clamp((change.pitch === undefined ? part.pitch : change.pitch) ?? 0, -LIMITS.pitch, LIMITS.pitch);
  const loose = (change.loose ?? part.loose) ? (true as const) : undefined;
  return {
    media: part.media,
    speed: Math.abs(speed - 1) < 1e-9 ? undefined : speed,
    loose,
    // Who asks for a speed gets it from end to end; a fitted piece keeps its ends until somebody does.
    even: change.speed === undefined ? part.even : evenIn({ speed, loose }),
    pitch: Math.abs(pitch) < 1e-9 ? undefined : pitch,
    backwards: (change.backwards ?? part.backwards) ? true : undefined,
  };
}

/**
 * Plays parts at another speed or pitch, or backwards. The same passages of the sound are heard as before: spans, folds and pins go along.
 * A part keeps its place where it begins.
 */
export const setPlayed = defineEdit<{ ids: readonly string[]; change: PlayedChange }>(
  ({ change }) =>
    change.backwards !== undefined ? 'edit.playBackwards' : change.pitch !== undefined ? 'edit.changeThePitch' : 'edit.changeTheSpeed',
  (show, { ids, change }) => {
    for (const id of ids) playAs(show, find(show.parts, id, 'part'), change);
  },
);

/** The same for one part of a draft. */
export function playAs(show: Draft<Show>, part: Draft<Part>, change: PlayedChange): void {
  const before = JSON.parse(JSON.stringify({ ...part })) as Part;
  const after = played(before, change);
  const turned = (before.backwards ?? false) !== (after.backwards ?? false);
  const length = partSeconds(before);
  const most = soundSeconds(show, after);
  const moved = (moment: Seconds) => clamp(heardMoment(show, after, sourceMoment(show, before, moment)), 0, most);
  for (const field of HOW_PLAYED) {
    if (part[field] !== after[field]) Object.assign(part, { [field]: after[field] });
  }
  const spans = before.spans.map((span) => {
    const ends = [moved(span.from), moved(span.to)] as const;
    // What is next to nothing stays something, also at the very end of the sound.
    const to = Math.min(most, Math.max(...ends, Math.min(...ends) + LIMITS.span.least / 4));
    return { ...span, from: Math.max(0, Math.min(...ends, to - LIMITS.span.least / 4)), to };
  });
  // The cut behind a span is the one before it when all runs backwards.
  if (turned) spans.reverse();
  part.spans = spans.map((span, i) => {
    const cut = turned ? before.spans[before.spans.length - 2 - i] : before.spans[i];
    const fold = cut?.fold && (turned ? { lead: cut.fold.tail, tail: cut.fold.lead } : cut.fold);
    const { from, to } = span;
    return { from, to, join: cut?.join ?? 0, ...(fold ? { fold } : {}) };
  });
  const grown = partSeconds(part) / length;
  changePins(part, (pins) => {
    const next = pins.map(({ at, gain }) => ({ at: (turned ? length - at : at) * grown, gain }));
    return turned ? next.reverse() : next;
  });
  byHand(part);
  fitFades(part);
}
