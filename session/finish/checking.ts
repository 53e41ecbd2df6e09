import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { checkShow, type Finding, type ReadCut, type Soundings } from '../../core/check';
import { joinsOf, partsOn, type MediaId, type Show } from '../../core/show';
import type { Sounding } from '../../core/sound';
import { fileAt, places } from '../../engine/media/folders';
import type { SoundFacts } from '../../engine/media/facts';
import { useHeard } from '../sound/heard';
import { useLoudness } from '../sound/useLoudness';
import { useOver } from '../voice/over';
import { measurer } from '../workers';
import { useMissing } from '../missing';

/** More cuts than these are not read: nobody makes so many by hand, and a weave has judged its own. */
const MOST_CUTS = 200;

/** Looks the whole show over: what was measured, listened to and found on the disk, in words to come. */
export function useCheck(show: Show): readonly Finding[] {
  const { data: loudness } = useLoudness(show);
  const { least, understood, speaks } = useOver(show);
  const soundings = useSoundings(show);
  const cuts = useCuts(show);
  const missing = useMissing(show);
  const heard = useHeard((state) => state.heard);
  return useMemo(
    () => checkShow(show, { loudness: loudness ?? null, tightest: least, understood, speaks, soundings, cuts, missing, heard }),
    [show, loudness, least, understood, speaks, soundings, cuts, missing, heard],
  );
}

const NONE: Soundings = new Map();

/** Where the pieces of the bed are not silent. */
function useSoundings(show: Show): Soundings {
  const media = [...new Set(partsOn(show, 'bed').map((part) => part.media))];
  const { data } = useQuery({
    queryKey: ['soundings', media],
    queryFn: async (): Promise<Soundings> => {
      const found = new Map<MediaId, Sounding | null>();
      for (const id of media) {
        const file = await fileAt(places.facts(id));
        if (file) found.set(id, (JSON.parse(await file.text()) as SoundFacts).sounding);
      }
      return found;
    },
  });
  return data ?? NONE;
}

/** The cuts within the pieces of the bed, read in a worker. */
function useCuts(show: Show): readonly ReadCut[] | null {
  const joins = partsOn(show, 'bed')
    .flatMap((part) => joinsOf(show, part))
    .filter((join) => join.index !== null)
    .slice(0, MOST_CUTS);
  const sides = joins.map(({ left, right }) => ({ left, right }));
  const { data } = useQuery({
    queryKey: ['cuts', sides],
    enabled: sides.length > 0,
    gcTime: 60_000,
    queryFn: ({ signal }) => measurer().call('readCuts', { cuts: sides }, { signal }),
  });
  return useMemo(() => {
    if (joins.length === 0) return [];
    return data?.length === joins.length
      ? data.map((reading, index) => ({ ...reading, part: joins[index]!.part, at: joins[index]!.at }))
      : null;
    // What is read follows from the sides; where it lies follows from the show.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [data, show]);
}
