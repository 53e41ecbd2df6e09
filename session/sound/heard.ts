import { perSession, sessionNow, sessionStore, type OpenSession } from '../open/session';
import { needsHearing, NOTHING_HEARD, type Heard } from '../../core/level';
import type { MediaId, Show } from '../../core/show';
import type { Profile } from '../../core/speech';
import { keptProfile } from '../../engine/media/profiles';
import { listener } from '../workers';
import { asShowsChange, onceEach } from './asking';
import { clearedFor } from './cleared';

/** What is known by listening of the sounds of the open show: where somebody speaks, how loud they are. Grows as it is found out. */
export const useHeard = sessionStore<{
  readonly heard: Heard;
  /** Questions under way: what is measured meanwhile would have to be measured anew. */
  readonly asking: number;
}>(() => ({ heard: NOTHING_HEARD, asking: 0 }));

/** What was found out is told at most this often, ms: with each telling the whole show is planned anew, and a large one has hundreds of sounds. */
const TELL = 250;

const untold = perSession((session) => ({
  found: new Map<MediaId, Profile>(),
  soon: null as (() => void) | null,
  later: () => session.later(tell, TELL),
}));

function add(media: MediaId, profile: Profile): void {
  const own = untold();
  own.found.set(media, profile);
  own.soon ??= own.later();
}

function tell(): void {
  const own = untold();
  own.soon?.();
  own.soon = null;
  const { found } = own;
  if (found.size === 0) return;
  own.found = new Map();
  useHeard.setState(({ heard }) => ({ heard: new Map([...heard, ...found]) }));
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
  if (heardNow().has(media)) return;
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
  const session = sessionNow();
  const count = (by: number) => session.over || useHeard.setState(({ asking }) => ({ asking: asking + by }));
  count(1);
  try {
    await remember(media, session);
    await Promise.all([...new Set(media)].map(ask));
    tell();
    return heardNow();
  } finally {
    count(-1);
  }
}

/** Sounds whose profiles are read together. */
const TOGETHER = 32;

/** What an earlier visit found out is read at once: asking for one after the other takes a large show most of a minute. */
async function remember(media: readonly MediaId[], session: OpenSession): Promise<void> {
  const unknown = [...new Set(media)].filter((id) => !heardNow().has(id));
  // A single one is found by whoever listens to it.
  if (unknown.length < 2) return;
  for (let from = 0; from < unknown.length && !session.over; from += TOGETHER) {
    const some = unknown.slice(from, from + TOGETHER);
    const kept = await Promise.all(some.map((id) => keptProfile(id).catch(() => null)));
    if (session.over) return;
    kept.forEach((profile, i) => profile && add(some[i]!, profile));
  }
  tell();
}

asShowsChange((show) => heardAll(needsHearing(show).map((part) => part.media)));
