import { phrasesOf } from '../../core/level';
import { hasOwnSound, ownPart, placePictures, type Show } from '../../core/show';
import { addPhotosAndClips } from '../library';
import { sessionStore } from '../open/session';
import { currentShow } from '../open/store';
import { heardAll } from '../sound/heard';

/** Clips that just came in with a sound of their own, by name: what is to become of it is asked once. */
export interface ArrivedClips {
  readonly clips: readonly string[];
  /** Somebody speaks in one of them; null until they were listened to. */
  readonly speaks: boolean | null;
}

export const useArrived = sessionStore<{ readonly arrived: ArrivedClips | null }>(() => ({ arrived: null }));

/** What is said in a clip is worth making room for from here on, seconds. */
const WORTH = 1;

/** How long somebody speaks in a clip, seconds. */
function speechIn(show: Show, id: string, heard: Parameters<typeof phrasesOf>[2]): number {
  const placed = placePictures(show).find(({ picture }) => picture.id === id);
  const part = placed ? ownPart(show, placed) : null;
  return part ? phrasesOf(show, part, heard).reduce((sum, { from, to }) => sum + to - from, 0) : 0;
}

/** Photos and clips come in behind the last picture; of clips with a sound is asked what is to become of it. */
export async function bringPictures(files: readonly File[]): Promise<void> {
  await lookAtArrived(await addPhotosAndClips(files));
}

/** Pictures came in: those with a sound of their own are listened to, to offer what suits them. */
async function lookAtArrived(ids: readonly string[]): Promise<void> {
  const show = currentShow();
  if (!show) return;
  const clips = show.pictures.filter((one) => ids.includes(one.id) && hasOwnSound(show, one));
  if (clips.length === 0) return;
  const mine: ArrivedClips = { clips: clips.map(({ id }) => id), speaks: null };
  useArrived.setState({ arrived: mine });
  // A sound that cannot be listened to is told of where it is needed.
  const heard = await heardAll(clips.flatMap((one) => (one.kind === 'clip' ? [one.media] : []))).catch(() => null);
  const now = currentShow();
  if (!heard || !now || useArrived.getState().arrived !== mine) return;
  const speaks = mine.clips.some((id) => speechIn(now, id, heard) >= WORTH);
  useArrived.setState({ arrived: { ...mine, speaks } });
}

/** Nothing more is asked of them. */
export const dismissArrived = (): void => useArrived.setState({ arrived: null });
