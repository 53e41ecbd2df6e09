import { endBeside, showSeconds, sourceMoment, type Fitted, type Jump, type Part, type Show, type Stretch } from '../show';
import { spreadPictures, type LaidFit } from '../show/edits';
import { framesOf, type Seconds } from '../units';
import { NUDGE, type Answer } from './answer';
import { shaped } from './shaped';
import { FIRST_WISH, type Wish } from './wish';

export type Slack = Fitted['slack'];

/** What a person asked for besides the wish: how long, what takes up the rest, whether it follows the show by itself. */
export interface Asked {
  readonly to: Fitted['to'];
  readonly wish: Wish;
  readonly slack: Slack;
  readonly self: boolean;
}

/** The passage of its source that a part is made of: what it was fitted from, or all that it plays. */
export function pieceOf(show: Show, part: Part): Stretch {
  if (part.fit) return part.fit.piece;
  const at = (moment: Seconds) => sourceMoment(show, part, moment);
  return { from: at(Math.min(...part.spans.map((one) => one.from))), to: at(Math.max(...part.spans.map((one) => one.to))) };
}

/** How long a part has to be. */
export function wantedSeconds(show: Show, part: Pick<Part, 'id' | 'at'>, to: Fitted['to']): Seconds {
  return to === 'show' ? Math.max(1, endBeside(show, part) - part.at) : to;
}

/** What a part was fitted with, to be asked for again; sensible starts where it was not. */
export function askedOf(show: Show, part: Part): Asked {
  const { fit } = part;
  const marks = show.media[part.media]!.marks;
  const passages = { keep: marks?.keep ?? [], out: marks?.out ?? [] };
  if (!fit) return { to: 'show', wish: { ...FIRST_WISH, ...passages }, slack: 'pictures', self: false };
  const { near, shortest, ending, meets, avoid, hold } = fit;
  return { to: fit.to, wish: { near, shortest, ending, meets, avoid, hold, ...passages }, slack: fit.slack, self: fit.self };
}

/** The splices of a part as it lies, seconds of the source. */
export function stitchesOfPart(show: Show, part: Part): Jump[] {
  const at = (moment: Seconds) => sourceMoment(show, part, moment);
  return part.spans.slice(0, -1).map((span, i) => ({ from: at(span.to), to: at(part.spans[i + 1]!.from) }));
}

/** Below this nothing is left to take up: a frame of a film at 50 a second. */
export const NOTHING_LEFT: Seconds = 0.02;
/** Pictures take up what is left unless each would change by more than this share. */
const PICTURES_MOST = 0.08;
/** What is left of the last chord when the ring takes up the rest, at least. */
const RING_LEFT: Seconds = 1;

/** The ways in which what is left can be taken up, best first; 'leave' is always there. */
export function slacksFor(show: Show, part: Part, answer: Answer, asked: Asked, ring: Seconds): Slack[] {
  const wanted = wantedSeconds(show, part, asked.to);
  const off = answer.seconds * answer.stretch - wanted;
  if (Math.abs(off) < NOTHING_LEFT) return ['leave'];
  const ways: Slack[] = [];
  const length = showSeconds(show);
  if (asked.to === 'show' && Math.abs(off) / length < PICTURES_MOST) {
    const spread = spreadPictures(show, { seconds: length + off, keep: [] });
    if (Math.abs(showSeconds(spread) - length - off) < 1e-3) ways.push('pictures');
  }
  if (Math.abs(answer.seconds / wanted - 1) <= NUDGE.most) ways.push('speed');
  if (off > 0 && ring - off >= RING_LEFT && answer.fade === null) ways.push('ring');
  return [...ways, 'leave'];
}

/**
 * An answer as an edit lays it.
 * @param ring how long the piece's last chord rings, seconds.
 */
export function layingOf(show: Show, part: Part, answer: Answer, asked: Asked, ring: Seconds): LaidFit {
  const wanted = wantedSeconds(show, part, asked.to);
  const ways = slacksFor(show, part, answer, asked, ring);
  const slack = ways.includes(asked.slack) ? asked.slack : ways[0]!;
  const frames = framesOf(show.media[part.media]!.seconds);
  const off = answer.seconds - wanted;
  const timed = answer.way === 'nudge' || slack === 'speed';
  const form = shaped(answer, frames, timed ? wanted : null);
  const rings = slack === 'ring' && !timed;
  const spans = rings ? form.spans.map((span, i) => (i === form.spans.length - 1 ? { ...span, to: span.to - off } : span)) : form.spans;
  const { wish } = asked;
  const spread = slack === 'pictures' && !timed ? showSeconds(show) + off : null;
  const fit: Fitted = {
    way: answer.way,
    to: asked.to,
    made: spread === null ? wanted : wanted + off,
    piece: pieceOf(show, part),
    near: wish.near,
    shortest: wish.shortest,
    ending: wish.ending,
    meets: wish.meets,
    avoid: wish.avoid,
    hold: wish.hold,
    slack: asked.slack,
    self: asked.self,
  };
  return {
    id: part.id,
    spans,
    speed: form.speed === 1 ? null : form.speed,
    fade: rings ? Math.min(4, ring - off) : answer.fade,
    fit,
    spread,
  };
}
