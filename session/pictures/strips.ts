import { useQuery } from '@tanstack/react-query';
import type { Media } from '../../core/show';
import { fileAt, places } from '../../engine/media/folders';
import { listener } from '../workers';

/** A clip's frame strip as an address for drawing; made by the worker where there is none yet. It stays for as long as the page does. */
export function useStripUrl(media: Media | null) {
  return useQuery({
    queryKey: ['strip', media?.id],
    enabled: media?.kind === 'clip',
    gcTime: Infinity,
    queryFn: async ({ signal }): Promise<string> => {
      const { id, seconds, width, height } = media!;
      await listener().call('strip', { media: { id, seconds, width, height } }, { signal });
      const file = await fileAt(places.strip(id));
      if (!file) throw new Error('the strip is not there');
      return URL.createObjectURL(file);
    },
  });
}
