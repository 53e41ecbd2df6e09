import { failureOf } from '../../core/failure';
import type { MediaId, Show } from '../../core/show';
import { eachSession, perSession, type OpenSession } from '../open/session';
import { report, useOpenShow } from '../open/store';

/**
 * Work that is done once a session for each sound, one after the other: the shortest wait for the first. What failed is done anew when it is
 * asked for the next time: the file may be brought in meanwhile.
 */
export function onceEach(work: (media: MediaId, session: OpenSession) => Promise<void>): (media: MediaId) => Promise<void> {
  const asked = perSession((session) => ({
    session,
    of: new Map<MediaId, Promise<void>>(),
    queue: Promise.resolve() as Promise<unknown>,
  }));
  return (media) => {
    const own = asked();
    const known = own.of.get(media);
    if (known) return known;
    const asking = own.queue
      .then(() => (own.session.over ? undefined : work(media, own.session)))
      .catch((error: unknown) => {
        own.of.delete(media);
        throw error;
      });
    own.queue = asking.catch(() => undefined);
    own.of.set(media, asking);
    return asking;
  };
}

/** Whatever is done to the open show: what it needs is asked for at once. A missing file is told elsewhere, and what was left is nobody's any more. */
export function asShowsChange(need: (show: Show) => Promise<unknown>): void {
  const tell = (error: unknown) => {
    const { code } = failureOf(error);
    if (code !== 'media.missing' && code !== 'cancelled') report(error);
  };
  eachSession((session) => {
    let last: Show | null = null;
    session.onEnd(
      useOpenShow.subscribe(({ state }) => {
        const show = state.status === 'open' ? state.history.show : null;
        if (show === last) return;
        last = show;
        if (show) void need(show).catch(tell);
      }),
    );
  });
}
