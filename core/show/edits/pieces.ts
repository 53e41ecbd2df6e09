import { phrase } from '../../phrase';
import type { Draft } from 'immer';
import { clamp, type Seconds } from '../../units';
import { FIRST_CROSS } from '../crossings';
import { lanesOf } from '../lanes';
import { LIMITS } from '../limits';
import { partEnd, partSeconds } from '../placement';
import type { Cross, Media, Part, Show } from '../types';
import { addPart, defineEdit, find, nameMedia } from './edit';
import { shiftFrom } from './parts';
import { onLane, ownCopy } from './keep';

/** The parts of a lane one after the other. */
function inOrder<T extends Pick<Part, 'lane' | 'at' | 'spans'>>(parts: readonly T[], lane: string): T[] {
  return parts.filter((one) => one.lane === lane).sort((a, b) => a.at - b.at || partEnd(a) - partEnd(b));
}

/** The part before another one on its lane; null where there is none. */
export function pieceBefore(show: Pick<Show, 'parts'>, part: Part): Part | null {
  const list = inOrder(show.parts, part.lane);
  return list[list.findIndex((one) => one.id === part.id) - 1] ?? null;
}

/** Seconds between a part and the one before it on its lane, negative where they overlap; null for the first. */
export function gapBefore(show: Pick<Show, 'parts'>, part: Part): Seconds | null {
  const before = pieceBefore(show, part);
  return before ? part.at - partEnd(before) : null;
}

/** Puts a piece `gap` seconds behind the one before it (negative: over its end). What comes later keeps its distance. */
export const placeAfter = defineEdit<{ id: string; gap: Seconds }>(
  ({ gap }) => (gap < 0 ? 'edit.overlapTwoPieces' : gap > 0 ? 'edit.setAGap' : 'edit.closeUp'),
  (show, { id, gap }) => {
    const part = find(show.parts, id, 'part');
    const before = pieceBefore(show as Show, part as Part);
    if (!before) return;
    // It still begins after the piece before it and, so that one takes over from the other, ends after it.
    const overlap = Math.min(-gap, partSeconds(before) - 1e-3, partSeconds(part) - 1e-3);
    const at = clamp(partEnd(before) - overlap, 0, LIMITS.showSeconds);
    if (Math.abs(at - part.at) < 1e-9) return;
    shiftFrom(show, part.lane, part.at, at - part.at, id);
    part.at = at;
  },
);

/** Moves a piece and all that come later on its lane by `by` seconds. */
export const shiftLater = defineEdit<{ id: string; by: Seconds }>('edit.shiftAllLater', (show, { id, by }) => {
  const part = find(show.parts, id, 'part');
  const shift = clamp(by, -part.at, LIMITS.showSeconds - part.at);
  if (shift === 0) return;
  shiftFrom(show, part.lane, part.at, shift, id);
  part.at += shift;
});

/** Gives a piece another place in the order of its lane. Each place keeps its gap to the one before it. */
export const reorderPiece = defineEdit<{ id: string; index: number }>('edit.changeTheOrder', (show, { id, index }) => {
  const part = find(show.parts, id, 'part');
  const before = inOrder(show.parts, part.lane);
  const gaps = before.map((one, place) => (place === 0 ? one.at : one.at - partEnd(before[place - 1]!)));
  const order = before.filter((one) => one.id !== id);
  order.splice(clamp(Math.round(index), 0, order.length), 0, part);
  if (order.every((one, place) => one.id === before[place]!.id)) return;
  let end = 0;
  for (const [place, one] of order.entries()) {
    one.at = clamp(end + gaps[place]!, 0, LIMITS.showSeconds);
    end = partEnd(one);
  }
});

/** How a piece takes over from the one before it. */
export const setCross = defineEdit<{ id: string; change: Partial<Cross> }>('edit.changeACrossing', (show, { id, change }) => {
  const part = find(show.parts, id, 'part');
  const next = { ...(part.cross ?? FIRST_CROSS), ...change };
  part.cross = {
    law: next.law,
    bendOut: clamp(next.bendOut, -1, 1),
    bendIn: clamp(next.bendIn, -1, 1),
    seconds: clamp(next.seconds, LIMITS.join.least, LIMITS.join.most),
  };
});

/** What begins at a moment or later on the lanes of parts makes room for what comes in; what belongs to clips stays with its clip. */
function makeRoom(show: Draft<Show>, parts: readonly Pick<Part, 'lane' | 'kind'>[], from: Seconds, by: Seconds): void {
  const lanes = new Set(parts.filter(({ kind }) => kind !== 'own').map(({ lane }) => lane));
  if (by > 0) for (const lane of lanes) shiftFrom(show, lane, from - 1e-6, by);
}

/** Puts copies of parts into the show. They bring their media along; a lane that this show lacks is its lane of the bed. With `push` what follows makes room. */
export const pasteParts = defineEdit<{ parts: readonly Part[]; media: readonly Media[]; push?: boolean }>(
  ({ parts }) => phrase('edit.pasteParts', { count: parts.length }),
  (show, { parts, media, push = false }) => {
    for (const one of media) nameMedia(show, one);
    const copies = parts.map((part) => placed(show, part));
    const from = Math.min(...copies.map(({ at }) => at));
    if (push) makeRoom(show, copies, from, Math.max(...copies.map(partEnd)) - from);
    for (const copy of copies) addPart(show, copy);
  },
);

/** Lays parts `times` times more, `every` seconds apart. `copies` names them, a list for each part. With `push` what follows makes room. */
export const copyOn = defineEdit<{ ids: readonly string[]; copies: readonly (readonly string[])[]; every: Seconds; push?: boolean }>(
  ({ copies }) => phrase('edit.repeatTimes', { count: copies[0]?.length ?? 0 }),
  (show, { ids, copies, every, push = false }) => {
    if (push) {
      const parts = ids.map((id) => find(show.parts, id, 'part'));
      const end = Math.max(...parts.map(partEnd));
      makeRoom(show, parts, end, every * Math.max(0, ...copies.map((list) => list.length)));
    }
    for (const [index, id] of ids.entries()) {
      const part = find(show.parts, id, 'part');
      for (const [turn, copy] of (copies[index] ?? []).entries()) {
        const at = part.at + every * (turn + 1);
        if (at <= LIMITS.showSeconds) addPart(show, placed(show, { ...(part as Part), id: copy, at }));
      }
    }
  },
);

/** A copy at its place: on its own lane, or on the first one of its kind where this show lacks that. */
function placed(show: Draft<Show>, part: Part): Draft<Part> {
  const copy = ownCopy(part);
  copy.at = clamp(copy.at, 0, LIMITS.showSeconds);
  const lane = show.lanes.find((one) => one.id === copy.lane) ?? lanesOf(show, copy.kind)[0] ?? lanesOf(show, 'bed')[0]!;
  return onLane(copy as Part, lane) as Draft<Part>;
}
