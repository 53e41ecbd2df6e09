import { sessionStore, type OpenSession } from '../open/session';
import { needsHearing, NOTHING_HEARD, type Heard } from '../../core/level';
import type { MediaId, Show } from '../../core/show';
import type { Profile } from '../../core/speech';
import { listener } from '../workers';
import { asShowsChange, onceEach } from './asking';
import { clearedFor } from './cleared';

/** What is known by listening of the sounds of the open show: where somebody speaks, how loud they are. Grows as it is found out. */
export const useHeard = sessionStore<{ readonly heard: Heard }>(() => ({ heard: NOTHING_HEARD }));

function add(media: MediaId, profile: Profile): void {
  useHeard.setState(({ heard }) => ({ heard: new Map(heard).set(media, profile) }));
}

/** A sound that is listened to moves on at least this often; one that stands still is listened to anew, ms. */
const PATIENCE = 8_000;
const TRIES = 3;

/**
 * Listens to a stored sound in the worker. A browser's file now and then does not open while another worker has it; the question is then
 * asked again, so that nothing waits for ever.
 */
async function listenTo(media: MediaId, session: OpenSession): Promise<Profile> {
  for (let turn = 1; ; turn += 1) {
    const stop = new AbortController();
    const leave = () => stop.abort();
    session.signal.addEventListener('abort', leave);
    let timer = setTimeout(() => stop.abort(), PATIENCE);
    const moved = () => {
      clearTimeout(timer);
      timer = setTimeout(() => stop.abort(), PATIENCE);
    };
    try {
      return await listener().call('profile', { media }, { signal: stop.signal, onProgress: moved });
    } catch (error) {
      if (!stop.signal.aborted || session.over || turn === TRIES) throw error;
    } finally {
      clearTimeout(timer);
      session.signal.removeEventListener('abort', leave);
    }
  }
}

const ask = onceEach(async (media, session) => {
  const profile = await listenTo(media, session);
  if (!session.over) add(media, profile);
});

/** What is known now. */
export const heardNow = (): Heard => useHeard.getState().heard;

/**
 * What is known once everything that the show's dips need was listened to, and all that it plays was worked out. @throws Failure where a
 * sound could not be: what is made without would not be the show.
 */
export async function heardFor(show: Show): Promise<Heard> {
  await clearedFor(show);
  return heardAll(needsHearing(show).map((part) => part.media));
}

/** What is known once some sounds were listened to, whether the show needs that yet or not. @throws Failure where one could not be. */
export async function heardAll(media: readonly MediaId[]): Promise<Heard> {
  await Promise.all([...new Set(media)].map(ask));
  return heardNow();
}

asShowsChange((show) => heardAll(needsHearing(show).map((part) => part.media)));
