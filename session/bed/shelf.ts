import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { Failure, failureOf } from '../../core/failure';
import type { Media } from '../../core/show';
import { creditLine, readShelfPage, type ShelfEntry, type ShelfPage, type ShelfQuery } from '../../core/shelf';
import { arrive, fetchSounds, type Arrival } from '../library';
import { sessionNow, sessionStore } from '../open/session';
import { report } from '../open/store';
import { queryClient } from '../queries';
import { hush } from './shelfListening';
import { pieceOf } from './layering';
import { factsOf } from './mine';

/** A shelf that is still being read is asked again so often, ms. */
const AGAIN = 1500;

/** The page of the shelf that was asked for. Its failure says why there is none: the server is away, or is no shelf. */
export function useShelf(query: ShelfQuery) {
  return useQuery<ShelfPage, Failure>({
    queryKey: ['shelf', query],
    queryFn: ({ signal }) => fetchPage(query, signal),
    placeholderData: keepPreviousData,
    staleTime: 0,
    gcTime: 60_000,
    refetchInterval: ({ state }) => (state.data?.reading ? AGAIN : false),
  });
}

/** A server that takes longer than this to answer is away, ms. */
const SLOW = 15_000;

/** Asks the shelf anew. */
export const lookAgain = (): void => void queryClient.invalidateQueries({ queryKey: ['shelf'] });

async function fetchPage(query: ShelfQuery, signal: AbortSignal): Promise<ShelfPage> {
  const asked = new URLSearchParams(
    Object.entries(query).flatMap(([name, value]): [string, string][] =>
      value === undefined || value === '' ? [] : [[name, String(value)]],
    ),
  );
  let raw: unknown;
  try {
    const response = await fetch(`/shelf/list?${asked}`, { signal: AbortSignal.any([signal, AbortSignal.timeout(SLOW)]) });
    if (!response.ok) throw new Failure(response.status === 404 ? 'shelf.away' : 'shelf.odd');
    raw = await response.json();
  } catch (error) {
    if (signal.aborted) throw failureOf(error);
    throw error instanceof Failure ? error : new Failure('shelf.away', {}, error);
  }
  const page = readShelfPage(raw);
  if (!page) throw new Failure('shelf.odd');
  return page;
}

/** The entry of the shelf that is being added; null while none is. */
export const useAdding = sessionStore<{ readonly id: string | null }>(() => ({ id: null }));

/** Fetches an entry of the shelf, with its layers where it has some; it waits to be laid then, with its credit and its licence. */
export async function addFromShelf(entry: ShelfEntry, lane: Arrival['lane']): Promise<void> {
  if (useAdding.getState().id !== null) return;
  const session = sessionNow();
  hush();
  useAdding.setState({ id: entry.id });
  try {
    const layered = entry.files.length > 1;
    const files = layered && entry.sum ? [...entry.files, entry.sum] : entry.files;
    const taken = await fetchSounds(
      files.map(({ url, bytes, title }) => ({ url, bytes, name: layered ? `${entry.title}: ${title}` : entry.title })),
    );
    if (!taken || session.over) return;
    const about = aboutOf(entry);
    const media = taken.map((one) => ({ ...one.media, ...about }));
    if (!layered) {
      const [one] = taken;
      if (one?.facts) arrive({ media: { ...media[0]!, title: entry.title }, facts: one.facts, lane });
      return;
    }
    const titles = entry.files.map(({ title }) => title);
    const named = media.slice(0, titles.length).map((one, index) => ({ ...one, title: `${entry.title}: ${titles[index]!}` }));
    const sum = entry.sum ? media.at(-1)! : null;
    const layers = named.map(({ id }, index) => ({ media: id, title: titles[index]! }));
    const { piece, layers: those } = sum
      ? { piece: { ...sum, title: entry.title, layers }, layers: named }
      : await pieceOf(named, { title: entry.title, titles, credit: about.credit }, () => undefined);
    if (session.over) return;
    arrive({ media: { ...piece, ...about }, facts: await factsOf(piece), lane, layers: those });
  } catch (error) {
    if (!session.over) report(failureOf(error));
  } finally {
    if (!session.over) useAdding.setState({ id: null });
    lookAgain();
  }
}

/** What a show keeps of where a sound came from. */
function aboutOf(entry: ShelfEntry): Pick<Media, 'licence' | 'credit'> {
  const credit = creditLine(entry);
  return { licence: entry.licence, ...(credit === '' ? {} : { credit }) };
}
