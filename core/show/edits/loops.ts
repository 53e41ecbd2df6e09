import { phrase } from '../../phrase';
import { clamp, type Seconds } from '../../units';
import { LIMITS } from '../limits';
import { loopSpans, type Loop } from '../loop';
import type { Grid } from '../fitTypes';
import { defineEdit, find } from './edit';
import { HOW_PLAYED, dropPins, fitFades } from './keep';

/** Says where a piece has its beats, or (null) that nobody knows. */
export const setGrid = defineEdit<{ media: string; grid: Grid | null }>('edit.setTheBeat', (show, { media, grid }) => {
  const piece = show.media[media];
  if (!piece) throw new RangeError(`media ${media} is not in this show`);
  if (grid === null) {
    if (piece.grid) piece.grid = undefined;
    return;
  }
  piece.grid = {
    tempo: clamp(grid.tempo, LIMITS.grid.slowest, LIMITS.grid.fastest),
    beats: clamp(Math.round(grid.beats), LIMITS.grid.fewest, LIMITS.grid.most),
    downbeat: clamp(grid.downbeat, 0, LIMITS.showSeconds),
  };
});

/** Lays a part as intro, `passes` passes of a loop, and ending: `from` and `to` are where the piece begins and ends, seconds of the source. */
export const layLoop = defineEdit<{ id: string; loop: Loop; passes: number; from: Seconds; to: Seconds }>(
  ({ passes }) => phrase('edit.layLoop', { count: passes }),
  (show, { id, loop, passes, from, to }) => {
    const part = find(show.parts, id, 'part');
    const source = show.media[part.media]!.seconds;
    const spans = loopSpans(loop, Math.round(passes), clamp(from, 0, source), clamp(to, 0, source));
    if (!spans || spans.some((span) => span.to > source + 1e-9) || spans.length > LIMITS.spans) return;
    part.spans = spans.map((span) => ({ ...span, ...(span.fold ? { fold: { ...span.fold } } : {}) }));
    dropPins(part);
    // A loop is laid at the piece's own speed.
    for (const field of HOW_PLAYED) if (part[field] !== undefined) part[field] = undefined;
    if (part.fit) part.fit = undefined;
    fitFades(part);
  },
);
