import { useQuery } from '@tanstack/react-query';
import { Failure, failureOf } from '../../core/failure';
import { planAlone } from '../../core/mix';
import type { Media, MediaId, Part } from '../../core/show';
import { nameSound } from '../../core/show/edits';
import type { SoundFacts } from '../../engine/media/facts';
import { fileAt, places } from '../../engine/media/folders';
import { t } from '../../words';
import { fileName, freeLater, writing } from '../download';
import { arrive, takeSoundFile, type Arrival } from '../library';
import { sessionStore } from '../open/session';
import { currentShow, report, useOpenShow } from '../open/store';
import { allMedia } from '../shows/mediaIndex';
import { measurer } from '../workers';

/** Every sound that this browser holds, whatever show it came with, by its title. */
export function useMine() {
  return useQuery({ queryKey: ['mine', currentShow()?.id ?? null], queryFn: mine, gcTime: 0 });
}

async function mine(): Promise<Media[]> {
  const known = new Map<MediaId, Media>((await allMedia()).map((one) => [one.id, one]));
  for (const one of Object.values(currentShow()?.media ?? {})) known.set(one.id, one);
  const sounds = [...known.values()].filter(({ channels }) => channels > 0);
  // What a show names may not be here: a file that was never brought in, or that was cleared away.
  const here = await Promise.all(sounds.map(async ({ id }) => (await fileAt(places.facts(id))) !== null));
  return sounds.filter((_, i) => here[i]).sort((a, b) => a.title.localeCompare(b.title) || a.seconds - b.seconds);
}

/** What is known of a stored sound. @throws Failure `media.missing`. */
export async function factsOf({ id, title }: Media): Promise<SoundFacts> {
  const file = await fileAt(places.facts(id));
  if (!file) throw new Failure('media.missing', { title });
  return JSON.parse(await file.text()) as SoundFacts;
}

/** A sound of one's own waits to be laid, like one that has just come in. */
export async function layMine(media: Media, lane: Arrival['lane']): Promise<void> {
  const show = currentShow();
  try {
    const facts = await factsOf(media);
    if (currentShow()?.id !== show?.id) return;
    const known = new Map((await allMedia()).map((one) => [one.id, one]));
    const layers = (media.layers ?? []).flatMap((one) => known.get(one.media) ?? currentShow()?.media[one.media] ?? []);
    const whole = layers.length === (media.layers?.length ?? 0);
    // A piece of which not all layers are here any more is laid as the one sound that it is.
    const bare = { ...media, layers: undefined };
    arrive({ media: whole ? media : bare, facts, lane, layers: whole ? layers : [] });
  } catch (error) {
    report(error);
  }
}

/** The part that is being saved as a piece of its own; null while none is. */
export const useSavingPiece = sessionStore<{ readonly part: string | null }>(() => ({ part: null }));

/** Saves a part as it is (fitted, cut, treated, at its level) as a piece of its own among one's sounds. */
export async function saveAsPiece(part: Part): Promise<void> {
  const show = currentShow();
  if (!show || useSavingPiece.getState().part !== null) return;
  const title = t('details.asLaid', { title: show.media[part.media]!.title });
  const name = fileName(title, 'wav');
  useSavingPiece.setState({ part: part.id });
  writing(name);
  try {
    await measurer().call('write', { plan: planAlone(show, part), format: 'float32', name, target: null });
    const file = await fileAt(places.written(name));
    const media = file && (await takeSoundFile(new File([file], name, { type: 'audio/wav' })));
    if (!media || currentShow()?.id !== show.id) return;
    const { credit } = show.media[part.media]!;
    useOpenShow.getState().edit(nameSound, { media: credit === undefined ? media : { ...media, credit } });
    useOpenShow.getState().notify({ kind: 'words', text: t('details.savedAsPiece', { title: media.title }) });
  } catch (error) {
    const failure = failureOf(error);
    report(new Failure(failure.code, { name, ...failure.details }, error));
  } finally {
    freeLater(name);
    useSavingPiece.setState({ part: null });
  }
}
