import { create } from 'zustand';
import { failureOf } from '../../core/failure';
import { needsHearing, NOTHING_HEARD, type Heard } from '../../core/level';
import type { MediaId, Show } from '../../core/show';
import type { Profile } from '../../core/speech';
import { report, useOpenShow } from '../open/store';
import { listener } from '../workers';

/** What is known by listening of the sounds of the open show: where somebody speaks, how loud they are. Grows as it is found out. */
export const useHeard = create<{ readonly heard: Heard }>()(() => ({ heard: NOTHING_HEARD }));

const asked = new Map<MediaId, Promise<void>>();

function add(media: MediaId, profile: Profile): void {
  useHeard.setState(({ heard }) => ({ heard: new Map(heard).set(media, profile) }));
}

function ask(media: MediaId): Promise<void> {
  const known = asked.get(media);
  if (known) return known;
  const asking = listener()
    .call('profile', { media })
    .then((profile) => add(media, profile))
    .catch((error: unknown) => {
      // Asked again when the show needs it next: the file may be brought in meanwhile.
      asked.delete(media);
      const { code } = failureOf(error);
      if (code !== 'media.missing') report(error);
    });
  asked.set(media, asking);
  return asking;
}

/** What is known now. */
export const heardNow = (): Heard => useHeard.getState().heard;

/** What is known once everything that the show's dips need was listened to. */
export async function heardFor(show: Show): Promise<Heard> {
  await Promise.all([...new Set(needsHearing(show).map((part) => part.media))].map(ask));
  return heardNow();
}

// Whatever is done to the show: what its dips need is listened to at once.
let last: Show | null = null;
useOpenShow.subscribe(({ state }) => {
  const show = state.status === 'open' ? state.history.show : null;
  if (show === last) return;
  last = show;
  if (show) void heardFor(show);
});
