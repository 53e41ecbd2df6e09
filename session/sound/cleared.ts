import { clearIn } from '../../core/treat';
import { ownParts, playedKey, soundOfKey, type MediaId, type Show } from '../../core/show';
import { queryClient } from '../queries';
import { eachSession, perSession, sessionStore } from '../open/session';
import { report, useOpenShow } from '../open/store';
import { clearer } from '../workers';
import { failureOf } from '../../core/failure';

/** Recordings of which clear voice has been worked out, and how far it is with the one under way. */
export const useCleared = sessionStore<{ readonly done: ReadonlySet<MediaId>; readonly share: number | null }>(() => ({
  done: new Set(),
  share: null,
}));

const asked = perSession((session) => ({ session, of: new Map<MediaId, Promise<void>>(), queue: Promise.resolve() as Promise<unknown> }));

/** What was measured or is heard of a sound before clear voice was ready does not count any more. */
const MEASURED = ['loudness', 'over', 'louder', 'alone'];

function ask(media: MediaId): Promise<void> {
  const own = asked();
  const known = own.of.get(media);
  if (known) return known;
  const { session } = own;
  const asking = own.queue
    .then(() => {
      if (session.over) return undefined;
      useCleared.setState({ share: 0 });
      return clearer().call(
        'clear',
        { media },
        { signal: session.signal, onProgress: (share) => (session.over ? undefined : useCleared.setState({ share })) },
      );
    })
    .then(() => {
      if (session.over) return;
      for (const key of MEASURED) void queryClient.invalidateQueries({ queryKey: [key] });
      useCleared.setState(({ done }) => ({ done: new Set(done).add(media), share: null }));
    })
    .catch((error: unknown) => {
      own.of.delete(media);
      if (!session.over) useCleared.setState({ share: null });
      throw error;
    });
  own.queue = asking.catch(() => undefined);
  own.of.set(media, asking);
  return asking;
}

/** Recordings of a show that clear voice is wanted for. */
function wanted(show: Show): Set<MediaId> {
  return new Set(
    [...show.parts, ...ownParts(show)].flatMap((part) => {
      const { recipe } = soundOfKey(playedKey(show, part));
      return recipe && clearIn(recipe) > 0 ? [part.media] : [];
    }),
  );
}

/** Settles when all that a show wants of clear voice is there. @throws Failure where it could not be worked out. */
export async function clearedFor(show: Show): Promise<void> {
  await Promise.all([...wanted(show)].map(ask));
}

// Whatever is done to the show: what it wants of clear voice is worked out at once.
eachSession((session) => {
  let last: Show | null = null;
  session.onEnd(
    useOpenShow.subscribe(({ state }) => {
      const show = state.status === 'open' ? state.history.show : null;
      if (show === last) return;
      last = show;
      if (!show) return;
      void clearedFor(show).catch((error: unknown) => {
        const { code } = failureOf(error);
        if (code !== 'media.missing' && code !== 'cancelled') report(error);
      });
    }),
  );
});
