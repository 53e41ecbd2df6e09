import { profiling, type Profile } from '../../../core/speech';
import { openPcm } from '../../media/inside/pcm';
import { keepProfile, keptProfile } from '../../media/profiles';
import { finished } from '../../workers/finished';
import type { Desk } from '../../workers/serve';
import type { ListenCalls } from '../listen.protocol';

/** Finds out where somebody speaks in a stored sound, or remembers it. */
export async function profile({ media }: Parameters<ListenCalls['profile']>[0], desk: Desk): Promise<Profile> {
  const kept = await keptProfile(media);
  if (kept) return kept;
  const source = await openPcm(media);
  try {
    const found = await finished(profiling(source), desk);
    // What cannot be kept (a full disk) is used all the same, and found out anew the next time.
    await keepProfile(media, found).catch(() => undefined);
    return found;
  } finally {
    source.close();
  }
}
