import type { MediaId } from '../../core/show';
import { packProfile, unpackProfile, type Profile } from '../../core/speech';
import { fileAt, places } from './folders';
import { writeAt } from './write';

/** What was found out before; null where nothing was, or by an older recipe. */
export async function keptProfile(media: MediaId): Promise<Profile | null> {
  const file = await fileAt(places.profile(media));
  return file ? unpackProfile(new Float32Array(await file.arrayBuffer())) : null;
}

/** Workers only. */
export function keepProfile(media: MediaId, profile: Profile): Promise<void> {
  return writeAt(places.profile(media), packProfile(profile));
}
