import { useQuery } from '@tanstack/react-query';
import { joinsBetween, type PlannedJoin } from '../../core/level';
import type { JoinSound } from '../../core/mix';
import { crossingsOf, partEnd, soundKey, type Part, type Show } from '../../core/show';
import { shiftJoin } from '../../core/show/edits';
import { currentShow, report, useOpenShow } from '../open/store';
import { asker } from '../workers';

/** A cut within a part (`index` is the span before it), or, with null, where a part takes over from the one before it. */
export interface JoinAt {
  readonly part: string;
  readonly index: number | null;
}

/** A join with what lies on its two sides. */
export interface Join extends JoinAt {
  /** Moment of the show. */
  readonly at: number;
  /** Seconds in which both sides sound. */
  readonly overlap: number;
  readonly left: { readonly media: string; readonly at: number };
  readonly right: { readonly media: string; readonly at: number };
}

/** The cuts within a part and the crossings with its neighbours, in order. */
export function joinsOf(show: Show, part: Part): Join[] {
  const joins: Join[] = [];
  let at = part.at;
  for (const [index, span] of part.spans.slice(0, -1).entries()) {
    at += span.to - span.from;
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

export function findJoin(show: Show, { part, index }: JoinAt): Join | null {
  const found = show.parts.find((one) => one.id === part);
  return found ? (joinsOf(show, found).find((one) => one.part === part && one.index === index) ?? null) : null;
}

/** Lets what follows a join begin `by` seconds later in its source. */
export function shiftBy({ part, index }: JoinAt, by: number): void {
  useOpenShow.getState().edit(shiftJoin, { id: part, index, by });
}

/** Finds the best shift within ±80 ms and makes it. Says what it found; null where nothing stands out. */
export async function lineUpJoin(
  join: JoinAt,
): Promise<{ readonly by: number; readonly alike: number; readonly through: 'sound' | 'beats' } | null> {
  const show = currentShow();
  const found = show ? findJoin(show, join) : null;
  if (!found) return null;
  try {
    const shift = await asker().call('lineUp', { left: found.left, right: found.right });
    if (shift && currentShow() === show) shiftBy(join, shift.by);
    return shift;
  } catch (error) {
    report(error);
    return null;
  }
}

const nameOf = ({ left, right, frames, law }: PlannedJoin) => [left.media, left.source, right.media, right.source, frames, law].join(' ');

/** How alike the two sides of every crossing between parts are: drawn as it is heard. Until it is known they count as unlike. */
export function useAlikeness(show: Show): (join: PlannedJoin | undefined) => number {
  const joins = [
    ...new Map([...joinsBetween(show).values()].flatMap(({ into }) => (into?.law === 'matched' ? [[nameOf(into), into]] : []))),
  ];
  const names = joins.map(([name]) => name);
  const { data } = useQuery({
    queryKey: ['join sounds', names],
    enabled: names.length > 0,
    placeholderData: (before) => before,
    queryFn: async (): Promise<ReadonlyMap<string, JoinSound>> => {
      const sounds = await asker().call('joinSounds', { joins: joins.map(([, join]) => join) });
      return new Map(sounds.map((sound, index) => [names[index]!, sound]));
    },
  });
  return (join) => (join ? (data?.get(nameOf(join))?.alike ?? 0) : 0);
}
