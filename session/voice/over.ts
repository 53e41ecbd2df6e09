import { decimal, t } from '../../words';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { dipsOf, LOWEST } from '../../core/level';
import { stemsOf, tightest, type Clearness } from '../../core/mix';
import { partsOn, type Show } from '../../core/show';
import { setDips } from '../../core/show/edits';
import { currentShow, report, useOpenShow } from '../open/store';
import { useRested } from '../sound/useLoudness';
import { comparer } from '../workers';
import { heardFor, useHeard } from '../sound/heard';

/** How far the voice stands above all else along the show, and how much of it is understood, measured in a worker in the sound as it is mixed. */
export function useOver(show: Show) {
  const rested = useRested(show);
  const heard = useHeard((state) => state.heard);
  const known = useHeard((state) => state.asking === 0);
  const stems = useMemo(() => stemsOf(rested, heard), [rested, heard]);
  const query = useQuery({
    queryKey: ['over', JSON.stringify(stems)],
    enabled: known && stems.said.length > 0,
    placeholderData: keepPreviousData,
    gcTime: 60_000,
    queryFn: ({ signal }): Promise<Clearness> => comparer().call('over', { stems, show: rested.id }, { signal }),
  });
  const data = stems.said.length > 0 ? query.data : undefined;
  const readings = data?.readings ?? null;
  const least = useMemo(() => (readings ? tightest(readings) : null), [readings]);
  return {
    readings,
    least,
    understood: data?.understood ?? null,
    stale: rested !== show || !known || query.isFetching,
    speaks: stems.said.length > 0,
    /** Whether all narrations have been listened to: before that it is not known that nobody speaks. */
    listened: partsOn(show, 'voice').every((part) => heard.has(part.media)),
  };
}

/** Sets the depth so that the voice stands `margin` dB above all else everywhere, and says by how much that lowers the bed. */
export async function makeClear(margin: number): Promise<void> {
  const { edit, notify } = useOpenShow.getState();
  edit(setDips, { change: { depth: { by: 'clear', margin } } });
  const show = currentShow();
  if (!show) return;
  const heard = await heardFor(show).catch(report);
  if (!heard) return;
  const { dips } = dipsOf(show, heard);
  const gains = dips.map((dip) => dip.gain);
  const [deepest, shallowest] = [Math.min(...gains), Math.max(...gains)];
  const say = (gain: number) => `${decimal(Math.abs(gain), 1)} dB`;
  const text =
    dips.length === 0
      ? t('voice.alreadyClear', { margin })
      : deepest <= LOWEST + 0.05
        ? t('voice.notClearEnough', { lowest: say(LOWEST) })
        : deepest === shallowest
          ? t('voice.clearBy', { deepest: say(deepest) })
          : t('voice.clearByUpTo', { shallowest: say(shallowest), deepest: say(deepest) });
  notify({ kind: 'words', text });
}
