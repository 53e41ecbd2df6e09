import { useQuery } from '@tanstack/react-query';
import { sessionStore } from './open/session';
import { failureOf, type Failure } from '../core/failure';
import { withLayers, type Media, type MediaId, type Show } from '../core/show';
import { fileAt, namesIn, places } from '../engine/media/folders';
import { queryClient } from './queries';
import { listener, packer } from './workers';

/** Media that a show uses: in pictures, parts and takes, and the layers of pieces. */
export function usedMedia(show: Show): MediaId[] {
  const used = new Set<MediaId>();
  for (const picture of show.pictures) if (picture.kind !== 'card') used.add(picture.media);
  for (const part of show.parts) for (const one of [part, ...(part.takes ?? [])]) used.add(one.media);
  return [...withLayers(show, used)];
}

/** Of these media, those whose file, or what was made of it, is not in this browser's storage. */
export async function missingOf(media: readonly Media[]): Promise<MediaId[]> {
  const [originals, sounds, facts, pictures] = await Promise.all(
    [namesIn('media'), namesIn('pcm'), namesIn('facts'), namesIn('pictures')].map(async (names) => new Set(await names)),
  );
  const has = (one: Media) => {
    if (!originals!.has(one.id)) return false;
    if (one.channels > 0 && !(sounds!.has(places.pcm(one.id)[1]) && facts!.has(places.facts(one.id)[1]))) return false;
    return one.kind === 'sound' || pictures!.has(places.picture(one.id, 'stage')[1]);
  };
  return media.filter((one) => !has(one)).map((one) => one.id);
}

/** Media of a show that are missing; null while it is being looked for. */
export function useMissing(show: Show): readonly MediaId[] | null {
  const used = usedMedia(show).map((id) => show.media[id]!);
  const { data } = useQuery({
    queryKey: ['missing', used.map(({ id, channels }) => `${id} ${channels}`)],
    staleTime: 0,
    refetchOnMount: 'always',
    queryFn: () => missingOf(used),
  });
  return data ?? null;
}

interface Bringing {
  readonly busy: { readonly name: string; readonly share: number } | null;
  /** Files that belong to nothing that is missing, and those that could not be taken. */
  readonly strange: readonly string[];
  readonly failed: readonly Failure[];
}

const NOTHING: Bringing = { busy: null, strange: [], failed: [] };

export const useBringing = sessionStore<Bringing>(() => NOTHING);

/** Takes the messages of brought files away. */
export const forgetBringing = (): void => useBringing.setState(NOTHING);

/** Takes a file of the show in again, under the name of its bytes. */
export function takeAgain(file: Blob, media: Media, signal?: AbortSignal, onProgress?: (share: number) => void) {
  const want = media.kind === 'sound' ? ('sound' as const) : ('picture' as const);
  return listener().call('take', { file, name: media.title, want }, { signal, onProgress });
}

/** Finds missing media among files by their bytes, whatever they are called; what lies here and was only half made is made again. */
export async function bringBack(show: Show, files: readonly File[]): Promise<void> {
  useBringing.setState({ ...NOTHING, busy: { name: '', share: 0 } });
  const strange: string[] = [];
  const failed: Failure[] = [];
  const missing = new Set(await missingOf(usedMedia(show).map((id) => show.media[id]!)));
  const take = async (name: string, bytes: Blob, media: Media) => {
    try {
      await takeAgain(bytes, media, undefined, (share) => useBringing.setState({ busy: { name, share } }));
      missing.delete(media.id);
    } catch (error) {
      failed.push(failureOf(error));
    }
  };
  for (const id of [...missing]) {
    const kept = await fileAt(places.original(id));
    if (kept) await take(show.media[id]!.title, kept, show.media[id]!);
  }
  for (const file of files) {
    useBringing.setState({ busy: { name: file.name, share: 0 } });
    const id = await packer().call('hash', { file });
    if (missing.has(id)) await take(file.name, file, show.media[id]!);
    else strange.push(file.name);
  }
  useBringing.setState({ busy: null, strange, failed });
  await queryClient.invalidateQueries();
}
