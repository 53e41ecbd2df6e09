import { clearIn } from '../../core/treat';
import { ownParts, playedKey, soundOfKey, soundsOf, type MediaId, type Show } from '../../core/show';
import { queryClient } from '../queries';
import { sessionStore } from '../open/session';
import { clearer } from '../workers';
import { asShowsChange, onceEach } from './asking';

/** Recordings of which clear voice has been worked out, and how far it is with the one under way. */
export const useCleared = sessionStore<{ readonly done: ReadonlySet<MediaId>; readonly share: number | null }>(() => ({
  done: new Set(),
  share: null,
}));

/** What was measured or is heard of a sound before clear voice was ready does not count any more. */
const MEASURED = ['loudness', 'over', 'louder', 'alone'];

const ask = onceEach(async (media, session) => {
  useCleared.setState({ share: 0 });
  const onProgress = (share: number) => (session.over ? undefined : useCleared.setState({ share }));
  try {
    await clearer().call('clear', { media }, { signal: session.signal, onProgress });
    if (session.over) return;
    for (const key of MEASURED) void queryClient.invalidateQueries({ queryKey: [key] });
    useCleared.setState(({ done }) => ({ done: new Set(done).add(media) }));
  } finally {
    if (!session.over) useCleared.setState({ share: null });
  }
});

/** Recordings of a show that clear voice is wanted for. */
function wanted(show: Show): Set<MediaId> {
  return new Set(
    [...show.parts, ...ownParts(show)].flatMap((part) => {
      const { recipe } = soundOfKey(playedKey(show, part));
      return recipe && clearIn(recipe) > 0 ? soundsOf(show, part) : [];
    }),
  );
}

/** Settles when all that a show wants of clear voice is there. @throws Failure where it could not be worked out. */
export async function clearedFor(show: Show): Promise<void> {
  await Promise.all([...wanted(show)].map(ask));
}

asShowsChange(clearedFor);
