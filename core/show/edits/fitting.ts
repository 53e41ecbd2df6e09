import { phrase } from '../../phrase';
import type { Draft } from 'immer';
import { clamp, clockTime, type Seconds } from '../../units';
import { LIMITS } from '../limits';
import { endBeside } from '../placement';
import { soundSeconds } from '../speed';
import type { Fade, Part, Show, Span } from '../types';
import type { Fitted, Marks } from '../fitTypes';
import { defineEdit, find } from './edit';
import { dropPins, fitFades } from './keep';
import { spread } from './timing';

/** A fitted piece, ready to be laid. */
export interface LaidFit {
  readonly id: string;
  /** Seconds of the sound at its speed. */
  readonly spans: readonly Span[];
  /** Source seconds a heard second; null for the piece's own speed. */
  readonly speed: number | null;
  /** Fade at the end; null leaves the piece its own ending. */
  readonly fade: Seconds | null;
  readonly fit: Fitted;
  /** New length of the show, seconds, where the pictures take up what is left; null leaves them alone. */
  readonly spread: Seconds | null;
}

const NAMES: Readonly<Record<Fitted['way'], string>> = {
  weave: 'edit.useTheWeave',
  loop: 'edit.useTheLoop',
  stop: 'edit.stopAtAPhrase',
  nudge: 'edit.nudgeTheSpeed',
};

/** Plays a part as it was fitted. What was set by hand on the old passages goes with them. */
export const layFit = defineEdit<LaidFit>(
  ({ fit }) => (fit.to === 'show' ? NAMES[fit.way] : phrase('edit.fitTo', { length: clockTime(fit.to) })),
  (show, { id, spans, speed, fade, fit, spread: seconds }) => {
    const part = find(show.parts, id, 'part');
    const slow = speed === null || Math.abs(speed - 1) < 1e-9 ? undefined : clamp(speed, LIMITS.nudge.least, LIMITS.nudge.most);
    const length = soundSeconds(show, { media: part.media, speed: slow });
    if (spans.length === 0 || spans.length > LIMITS.spans || spans.some((span) => span.to > length + GRACE)) return;
    if (slow !== undefined || part.speed !== undefined) part.speed = slow;
    // It is fitted as it was heard: forward, at its own speed.
    if (part.loose) part.loose = undefined;
    if (part.even) part.even = undefined;
    if (part.backwards) part.backwards = undefined;
    part.spans = spans.map((span) => ({ ...span, to: Math.min(length, span.to) })) as Draft<Span[]>;
    dropPins(part);
    part.fadeOut = fade === null ? NO_FADE : { seconds: fade, bend: part.fadeOut.bend };
    part.fit = JSON.parse(JSON.stringify(fit)) as Draft<Fitted>;
    fitFades(part);
    if (seconds !== null) spread(show, seconds, []);
  },
);

/** Sounds last whole frames, wishes do not: less than a frame beyond the end is rounding, seconds. */
const GRACE: Seconds = 3e-5;

const NO_FADE: Fade = { seconds: 0, bend: 0 };

/** Says what of a piece is kept whole, left out, and what its sections are called. */
export const setMarks = defineEdit<{ media: string; marks: Marks }>('edit.markAPassage', (show, { media, marks }) => {
  const piece = show.media[media];
  if (!piece) throw new RangeError(`media ${media} is not in this show`);
  const within = (list: Marks['keep']) =>
    list
      .map(({ from, to }) => ({ from: clamp(from, 0, piece.seconds), to: clamp(to, 0, piece.seconds) }))
      .filter(({ from, to }) => to - from >= LIMITS.span.least)
      .slice(0, LIMITS.fit.marks);
  piece.marks = {
    keep: within(marks.keep),
    out: within(marks.out),
    names: marks.names.slice(0, LIMITS.fit.marks).map((one) => ({ ...one })),
  };
});

/** Switches whether a fitted part follows the show's length by itself. */
export const setRefit = defineEdit<{ id: string; self: boolean }>('edit.followTheShow', (show, { id, self }) => {
  const part = find(show.parts, id, 'part');
  if (part.fit) part.fit.self = self;
});

/** How far a part that was fitted to the show is off since the show's length changed, seconds; null where it is not. */
export function refitDue(show: Show, part: Part): Seconds | null {
  if (part.fit?.to !== 'show') return null;
  const wanted = endBeside(show, part) - part.at;
  return Math.abs(wanted - part.fit.made) < 0.02 ? null : wanted - part.fit.made;
}
