import { useQuery } from '@tanstack/react-query';
import { latest, perSession, sessionStore } from '../open/session';
import { Failure, failureOf } from '../../core/failure';
import type { Hearing } from '../../core/music';
import type { Grid, Media, MediaId } from '../../core/show';
import { keptHearing } from '../../engine/media/hearings';
import { queryClient } from '../queries';
import { listener } from '../workers';

/** What can be heard: a stored sound, and what a person said of its beat. */
type Hearable = Pick<Media, 'id' | 'grid'>;

const keyOf = ({ id, grid }: Hearable): readonly [string, MediaId, Grid | null] => ['hearing', id, grid ?? null];

/** The hearing of a piece where it was heard before; null where it was not. */
export function useHearing(media: Hearable | null) {
  return useQuery({
    queryKey: media ? keyOf(media) : ['hearing', null, null],
    enabled: media !== null,
    queryFn: (): Promise<Hearing | null> => keptHearing(media!.id, media!.grid ?? null),
  });
}

/** What is known without waiting: for snapping while a finger moves. */
export function knownHearing(media: Hearable): Hearing | null {
  return queryClient.getQueryData<Hearing | null>([...keyOf(media)]) ?? null;
}

/** A piece that is being heard for the first time. */
export interface Listening {
  readonly media: MediaId;
  readonly share: number;
  readonly failure: Failure | null;
}

export const useListening = sessionStore<{ readonly listening: Listening | null }>(() => ({ listening: null }));

/** One piece is heard at a time: the latest that was asked for. */
const hearing = latest();

/** What is being heard right now: whoever asks for the same waits with the first. */
const underWay = perSession(() => ({ key: '', done: null as Promise<Hearing | null> | null }));

/** Hears a piece, or gives what was heard before. Null where it was stopped or failed: `useListening` says which. */
export function hearPiece(media: Hearable): Promise<Hearing | null> {
  const own = underWay();
  const key = JSON.stringify(keyOf(media));
  if (own.done && own.key === key) return own.done;
  const done = hearNow(media).finally(() => {
    if (own.done === done) own.done = null;
  });
  Object.assign(own, { key, done });
  return done;
}

async function hearNow(media: Hearable): Promise<Hearing | null> {
  const known = knownHearing(media) ?? (await keptHearing(media.id, media.grid ?? null).catch(() => null));
  if (known) {
    queryClient.setQueryData([...keyOf(media)], known);
    return known;
  }
  const { signal, counts } = hearing().ask();
  const say = (share: number, failure: Failure | null = null) => {
    if (counts()) useListening.setState({ listening: { media: media.id, share, failure } });
  };
  say(0);
  try {
    const details = { media: media.id, grid: media.grid ?? null };
    const heard = await listener().call('hear', details, { signal, onProgress: (share) => say(share) });
    queryClient.setQueryData([...keyOf(media)], heard);
    if (counts()) useListening.setState({ listening: null });
    return heard;
  } catch (error) {
    say(0, failureOf(error));
    return null;
  }
}

/** Stops hearing; nothing of it stays. */
export function stopHearing(): void {
  const { listening } = useListening.getState();
  hearing().drop();
  underWay().done = null;
  if (listening) useListening.setState({ listening: { ...listening, share: 0, failure: new Failure('cancelled') } });
}
