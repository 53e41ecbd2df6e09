import { useQuery } from '@tanstack/react-query';
import { Failure } from '../../core/failure';
import type { MediaId } from '../../core/show';
import { unpackPeaks, type Peaks } from '../../core/sound';
import { fileAt, places, type PictureSize } from '../../engine/media/folders';
import { analyst } from '../workers';
import type { SoundFacts } from '../../engine/media/facts';

/** Overview of a sound, by content. */
export function usePeaks(id: MediaId | null) {
  return useQuery({
    queryKey: ['peaks', id],
    enabled: id !== null,
    queryFn: async (): Promise<Peaks> => {
      const file = await fileAt(places.peaks(id!));
      const peaks = file ? unpackPeaks(new Float32Array(await file.arrayBuffer())) : null;
      if (!peaks) throw new Failure('media.missing');
      return peaks;
    },
  });
}

/**
 * Peaks of a sound row by row, closer than the overview holds them: row i shows the source from `starts[i]` seconds for
 * `seconds`. Nothing is asked where `starts` is null.
 */
export function useCloseUp(media: MediaId, starts: Float64Array | null, seconds: number) {
  const places = starts ? [starts[0], starts[starts.length >> 1], starts.at(-1), starts.length] : null;
  return useQuery({
    queryKey: ['close up', media, places, seconds],
    enabled: starts !== null,
    gcTime: 30_000,
    queryFn: ({ signal }) => analyst().call('closeUp', { media, starts: starts!, seconds }, { signal }),
  });
}

/** What is known of a stored sound; null where it is not here. */
export function useFacts(id: MediaId | null) {
  return useQuery({
    queryKey: ['facts', id],
    enabled: id !== null,
    queryFn: async (): Promise<SoundFacts> => {
      const file = await fileAt(places.facts(id!));
      if (!file) throw new Failure('media.missing');
      return JSON.parse(await file.text()) as SoundFacts;
    },
  });
}

/** A photo at one of its bounded sizes, as an address for an image element. It stays for as long as the page does. */
export function usePictureUrl(id: MediaId | null, size: PictureSize) {
  return useQuery({
    queryKey: ['picture', id, size],
    enabled: id !== null,
    gcTime: Infinity,
    queryFn: async (): Promise<string> => {
      const file = await fileAt(places.picture(id!, size));
      if (!file) throw new Failure('media.missing');
      return URL.createObjectURL(file);
    },
  });
}
