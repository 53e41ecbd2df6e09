import type { Loop } from '../../core/show';
import { analyst } from '../workers';

/** The question how a loop goes on from its end to its beginning. */
export function seamReading(media: string, loop: Loop) {
  return {
    queryKey: ['seam', media, loop],
    queryFn: ({ signal }: { signal: AbortSignal }) => analyst().call('readSeam', { media, loop }, { signal }),
  };
}
