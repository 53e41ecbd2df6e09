import { useQuery } from '@tanstack/react-query';
import { planAlone, type Measured } from '../../core/mix';
import { ownParts, partsOn, type Part, type Show } from '../../core/show';
import { measurer } from '../workers';

/** Which sounds are brought to one loudness: those that are chosen, those of a lane, all narrations, or all clips. */
export type Evened =
  | { readonly of: 'parts'; readonly ids: readonly string[] }
  | { readonly of: 'lane'; readonly lane: string }
  | { readonly of: 'voices' | 'clips' };

/** The sounds that are meant, in the order of the show. Muted ones are left alone. */
export function soundsOf(show: Show, which: Evened): Part[] {
  const found =
    which.of === 'parts'
      ? show.parts.filter((part) => which.ids.includes(part.id))
      : which.of === 'lane'
        ? show.parts.filter((part) => part.lane === which.lane)
        : which.of === 'voices'
          ? partsOn(show, 'voice')
          : [...ownParts(show), ...partsOn(show, 'own')];
  return found.filter((part) => !part.mute).sort((a, b) => a.at - b.at);
}

/** How loud each of some sounds is by itself, measured in a worker, one after the other. Its own level is added: moving that asks for nothing anew. */
export function useMeasured(show: Show, parts: readonly Part[]) {
  const plans = parts.map((part) => planAlone(show, { ...part, gain: 0 }));
  const { data, isFetching } = useQuery({
    queryKey: ['alone', JSON.stringify(plans)],
    enabled: parts.length > 0,
    gcTime: 60_000,
    queryFn: async ({ signal }) => {
      const found: { readonly integrated: number | null; readonly truePeak: number | null }[] = [];
      for (const plan of plans) {
        const { integrated, truePeak } = await measurer().call('measure', { plan }, { signal });
        found.push({ integrated, truePeak });
      }
      return found;
    },
  });
  const at = (level: number | null, part: Part) => (level === null ? null : level + part.gain);
  const measured = data?.map(({ integrated, truePeak }, i): Measured => {
    const part = parts[i]!;
    return { part, loudness: at(integrated, part), truePeak: at(truePeak, part) };
  });
  return { measured, isFetching };
}
