import type { Draft } from 'immer';
import type { Seconds } from '../../units';
import { mostHold, pictureAt, placePictures } from '../placement';
import { ontoTimes, spreadHolds, tappedHolds, type Spreading } from '../times';
import type { Show } from '../types';
import { defineEdit } from './edit';

/** The pictures as timing sees them. Clips keep their time, and so do those named in `keep`. */
export function timed(show: Show, keep: readonly string[] = []): Spreading[] {
  const kept = new Set(keep);
  return show.pictures.map((one) => ({
    hold: one.hold,
    most: mostHold(show, one),
    fixed: one.kind === 'clip' || kept.has(one.id),
  }));
}

function setHolds(show: Draft<Show>, holds: readonly Seconds[]): void {
  for (const [index, hold] of holds.entries()) {
    const picture = show.pictures[index]!;
    if (picture.hold !== hold) picture.hold = hold;
    if (picture.dissolve > hold) picture.dissolve = hold;
  }
}

/** Gives the pictures new times so that the show lasts `seconds`; clips and `keep` keep theirs. Out of reach: nothing changes. */
export const spreadPictures = defineEdit<{ seconds: Seconds; keep: readonly string[] }>(
  'edit.spreadThePictures',
  (show, { seconds, keep }) => spread(show, seconds, keep),
);

/** New times for the pictures, as far as clips and `keep` let them. */
export function spread(show: Draft<Show>, seconds: Seconds, keep: readonly string[]): void {
  const holds = spreadHolds(timed(show as Show, keep), seconds);
  if (holds) setHolds(show, holds);
}

/** Ends the pictures where somebody tapped, from the picture shown at `from` on. */
export const tapAlong = defineEdit<{ from: Seconds; taps: readonly Seconds[] }>('edit.tapAlong', (show, { from, taps }) => {
  const placed = pictureAt(placePictures(show as Show), from);
  if (placed) setHolds(show, tappedHolds(timed(show as Show), placed.index, placed.start, taps));
});

/** Moves the changes of picture onto moments of the show: beats, bars, whatever is given. Clips and `keep` keep their time. */
export const changesOnto = defineEdit<{ times: readonly Seconds[]; keep: readonly string[] }>(
  'edit.moveTheChangesOntoTheBeat',
  (show, { times, keep }) => setHolds(show, ontoTimes(timed(show as Show, keep), times)),
);
