import { useQuery } from '@tanstack/react-query';
import type { Media } from '../../core/show';
import { fileAt, places } from '../../engine/media/folders';
import { listener } from '../workers';

/** A clip's film as an address for drawing; made by the worker where there is none yet. It stays for as long as the page does. */
export function useFilmUrl(media: Media | null) {
  return useQuery({
    queryKey: ['film', media?.id],
    enabled: media?.kind === 'clip',
    gcTime: Infinity,
    queryFn: async ({ signal }): Promise<string> => {
      const { id, seconds, width, height } = media!;
      await listener().call('film', { media: { id, seconds, width, height } }, { signal });
      const file = await fileAt(places.film(id));
      if (!file) throw new Error('the film is not there');
      return URL.createObjectURL(file);
    },
  });
}
