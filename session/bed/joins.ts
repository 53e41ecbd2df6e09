import { useMemo } from 'react';
import { useQuery } from '@tanstack/react-query';
import { joinsBetween, type JoinSound, type PlannedJoin } from '../../core/level';
import { findJoin, type JoinAt, type Show } from '../../core/show';
import { shiftJoin } from '../../core/show/edits';
import { currentShow, report, useOpenShow } from '../open/store';
import { analyst } from '../workers';

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
    const shift = await analyst().call('lineUp', { left: found.left, right: found.right });
    if (shift && currentShow() === show) shiftBy(join, shift.by);
    return shift;
  } catch (error) {
    report(error);
    return null;
  }
}

const nameOf = ({ left, right, frames, law }: PlannedJoin) => [left.media, left.source, right.media, right.source, frames, law].join(' ');

const matchedOf = (show: Show): [string, PlannedJoin][] => [
  ...new Map([...joinsBetween(show).values()].flatMap(({ into }) => (into?.law === 'matched' ? [[nameOf(into), into]] : []))),
];

/** How alike the two sides of every crossing between parts are: drawn as it is heard. Until it is known they count as unlike. */
export function useAlikeness(show: Show): (join: PlannedJoin | undefined) => number {
  const joins = useMemo(() => matchedOf(show), [show]);
  const names = joins.map(([name]) => name);
  const { data } = useQuery({
    queryKey: ['join sounds', names],
    enabled: names.length > 0,
    placeholderData: (before) => before,
    queryFn: async (): Promise<ReadonlyMap<string, JoinSound>> => {
      const sounds = await analyst().call('joinSounds', { joins: joins.map(([, join]) => join) });
      return new Map(sounds.map((sound, index) => [names[index]!, sound]));
    },
  });
  return (join) => (join ? (data?.get(nameOf(join))?.alike ?? 0) : 0);
}
