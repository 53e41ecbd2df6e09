import { sayLane, t } from '../../words';
import type { Tags, WavFormat } from '../../core/files';
import { planAlone, planLanes, planShow, soundingLanes, type Plan } from '../../core/mix';
import { creditsOf, type Part, type Show } from '../../core/show';
import { framesOf } from '../../core/units';
import { removeAt, places } from '../../engine/media/folders';
import { startSound, type SoundClient, type SoundKind } from '../../engine/write/write.client';
import { heardFor } from '../sound/heard';
import { packer, measurer } from '../workers';
import { fileName } from '../download';
import { perSession } from '../open/session';
import { runExport } from './exporting';

export type SoundFile = WavFormat | SoundKind;
/** All of it, what lies on lanes of one kind, or every lane as a file of its own. */
export type Which = 'all' | 'bed' | 'voice' | 'lanes';

const ENDINGS: Readonly<Record<SoundFile, string>> = { int16: 'wav', int24: 'wav', float32: 'wav', flac: 'flac', mp3: 'mp3', opus: 'opus' };
const TYPES: Readonly<Record<string, string>> = { wav: 'audio/wav', flac: 'audio/flac', mp3: 'audio/mpeg', opus: 'audio/ogg' };

/** Title, artist and credits of a show, as they go into its files. */
export function tagsOf(show: Show): Tags {
  const comment = [...new Set(creditsOf(show).lines.map(({ credit }) => credit))].join('\n');
  return { title: show.title, artist: show.artist, comment: comment === '' ? undefined : comment };
}

const isWav = (kind: SoundFile): kind is WavFormat => ENDINGS[kind] === 'wav';

/** One worker for each coding, for as long as the show is open: their encoders are large. */
const writers = perSession((session) => {
  const clients: Readonly<Record<SoundKind, SoundClient>> = { flac: startSound('flac'), mp3: startSound('mp3'), opus: startSound('opus') };
  session.onEnd(() => Object.values(clients).forEach((client) => client.close()));
  return clients;
});

const writerOf = (kind: SoundKind): SoundClient => writers()[kind];

/** Writes one part as it is (fitted, cut, treated, at its level) as a file of its own. */
export async function exportPart(show: Show, part: Part, kind: 'int24' | 'flac'): Promise<void> {
  const { title, credit } = show.media[part.media]!;
  const ending = ENDINGS[kind];
  const name = fileName(title, ending);
  const tags: Tags = { title, ...(credit === undefined ? {} : { comment: credit }) };
  const job = { what: t('finish.writingTheSound'), name, type: TYPES[ending]!, pick: false };
  await runExport(job, (to, options) => {
    const plan = planAlone(show, part);
    return kind === 'flac'
      ? writerOf(kind).call('write', { plan, tags, ...to }, options)
      : measurer().call('write', { plan, format: kind, tags, ...to }, options);
  });
}

/** Writes the show's sound as a file, or one file for each lane in one ZIP. */
export async function exportSound(show: Show, kind: SoundFile, which: Which, pick: boolean): Promise<void> {
  const ending = ENDINGS[kind];
  const name = fileName(
    which === 'all' || which === 'lanes'
      ? which === 'all'
        ? show.title
        : t('finish.lanesOf', { title: show.title })
      : `${show.title}, ${which}`,
    which === 'lanes' ? 'zip' : ending,
  );
  const job = { what: t('finish.writingTheSound'), name, type: which === 'lanes' ? 'application/zip' : TYPES[ending]!, pick };
  await runExport(job, async (to, options) => {
    const heard = await heardFor(show);
    const tags = tagsOf(show);
    const cues = (show.marks ?? []).map(({ at, name: said }) => ({ frame: framesOf(at), name: said }));
    const write = (plan: Plan, where: typeof to, said: Tags, how: typeof options) =>
      isWav(kind)
        ? measurer().call('write', { plan, format: kind, tags: said, cues, ...where }, how)
        : writerOf(kind).call('write', { plan, tags: said, ...where }, how);
    if (which === 'all') return write(planShow(show, heard), to, tags, options);
    const lanes = soundingLanes(show);
    if (which !== 'lanes') {
      const plan = planLanes(
        show,
        lanes.filter((lane) => lane.kind === which).map((lane) => lane.id),
        heard,
      );
      const ceiling = planShow(show, heard).ceiling;
      return write({ ...plan, ceiling }, to, tags, options);
    }
    const files: string[] = [];
    let clipped = 0;
    let unsound = 0;
    try {
      for (const [index, lane] of lanes.entries()) {
        const file = fileName(`${index + 1} ${sayLane(lane)}`, ending);
        files.push(file);
        const onProgress = (share: number) => options.onProgress?.(((index + share) / lanes.length) * 0.9);
        const written = await write(
          planLanes(show, [lane.id], heard),
          { name: file, target: null },
          { ...tags, title: `${show.title}: ${sayLane(lane)}` },
          { ...options, onProgress },
        );
        clipped += written.clipped;
        unsound += written.unsound;
      }
      const onProgress = (share: number) => options.onProgress?.(0.9 + share * 0.1);
      const { bytes } = await packer().call('bundle', { files, ...to }, { ...options, onProgress });
      return { bytes, clipped, unsound };
    } finally {
      for (const file of files) await removeAt(places.written(file));
    }
  });
}
