import type { Seconds } from '../units';
import { crossingsOf } from './crossings';
import { partEnd } from './placement';
import { laidSpans } from './spans';
import { soundKey } from './speed';
import type { Part, Show } from './types';

/** A cut within a part (`index` is the span before it), or, with null, where a part takes over from the one before it. */
export interface JoinAt {
  readonly part: string;
  readonly index: number | null;
}

/** A join with what lies on its two sides. */
export interface Join extends JoinAt {
  /** Moment of the show. */
  readonly at: Seconds;
  /** Seconds in which both sides sound. */
  readonly overlap: Seconds;
  readonly left: { readonly media: string; readonly at: Seconds };
  readonly right: { readonly media: string; readonly at: Seconds };
}

/** The cuts within a part and the crossings with its neighbours, in order: what is listed, numbered, read and listened to. */
export function joinsOf(show: Show, part: Part): Join[] {
  const joins: Join[] = [];
  for (const { span, index, end: at } of laidSpans(part.spans, part.at).slice(0, -1)) {
    const next = part.spans[index + 1]!;
    joins.push({
      part: part.id,
      index,
      at,
      overlap: 0,
      left: { media: soundKey(part), at: span.to },
      right: { media: soundKey(part), at: next.from },
    });
  }
  for (const { from, to, start, overlap } of crossingsOf(show)) {
    if (from.id !== part.id && to.id !== part.id) continue;
    // Two sounds that overlap meet in the middle of it.
    const middle = overlap / 2;
    const last = from.spans.at(-1)!;
    joins.push({
      part: to.id,
      index: null,
      at: start + middle,
      overlap,
      left: { media: soundKey(from), at: last.to - (partEnd(from) - start) + middle },
      right: { media: soundKey(to), at: to.spans[0]!.from + middle },
    });
  }
  return joins.sort((a, b) => a.at - b.at);
}

/** A join by its part and place; null where it is not there any more. */
export function findJoin(show: Show, { part, index }: JoinAt): Join | null {
  const found = show.parts.find((one) => one.id === part);
  return found ? (joinsOf(show, found).find((one) => one.part === part && one.index === index) ?? null) : null;
}
