import { sayPhrase, t } from '../../words';
import { useQuery } from '@tanstack/react-query';
import { planShow } from '../../core/mix';
import type { Show } from '../../core/show';
import { filmSize, sceneOf, type FilmSize } from '../../core/stage';
import { startFilm, type FilmClient, type FilmKind } from '../../engine/write/write.client';
import { heardFor } from '../sound/heard';
import { fileName } from '../download';
import { perSession } from '../open/session';
import { runExport } from './exporting';
import { tagsOf } from './sounds';

/** One worker for each kind of film, for as long as the show is open: their encoders are large. */
const films = perSession((session) => {
  const clients: Readonly<Record<FilmKind, FilmClient>> = { mp4: startFilm('mp4'), webm: startFilm('webm') };
  session.onEnd(() => Object.values(clients).forEach((client) => client.close()));
  return clients;
});

const clientFor = (kind: FilmKind): FilmClient => films()[kind];

/** Whether this browser can write a film of one kind and size; undefined while it is being asked. */
export function useCanFilm(kind: FilmKind, shape: Show['shape'], size: FilmSize): boolean | undefined {
  const sized = filmSize(shape, size);
  const { data } = useQuery({
    queryKey: ['can film', kind, sized],
    staleTime: Infinity,
    queryFn: () => clientFor(kind).call('canWrite', sized),
  });
  return data;
}

/** Writes the show as a film. `font` is the address of the font for cards. */
export function exportFilm(show: Show, kind: FilmKind, size: FilmSize, font: string | null, pick: boolean): Promise<void> {
  const job = { what: t('finish.writingTheFilm'), name: fileName(show.title, kind), type: `video/${kind}`, pick };
  return runExport(job, async (to, options) => {
    const plan = planShow(show, await heardFor(show));
    return clientFor(kind).call(
      'write',
      { scene: sceneOf(show, sayPhrase), plan, font, tags: tagsOf(show), ...filmSize(show.shape, size), ...to },
      options,
    );
  });
}
