import { t } from '../../words';
import { WORK } from '../../core/papers';
import type { Show } from '../../core/show';
import { packer } from '../workers';
import { fileName } from '../download';
import { runExport } from '../finish/exporting';
import { usedMedia } from '../missing';

/** What of a show goes into a file: only the media that it uses are named. */
export function workOf(show: Show): Show {
  const used = new Set(usedMedia(show));
  return { ...show, media: Object.fromEntries(Object.entries(show.media).filter(([id]) => used.has(id))) };
}

/** Saves the work as one file, with its media or (`slim`) without. */
export function exportWork(show: Show, slim: boolean, pick: boolean): Promise<void> {
  const work = workOf(show);
  const name = fileName(slim ? t('session.slimOf', { title: show.title }) : show.title, WORK.ending);
  return runExport({ what: t('session.savingTheWork'), name, type: 'application/zip', pick }, (to, options) =>
    packer().call('pack', { show: work, media: slim ? [] : Object.keys(work.media), ...to }, options),
  );
}
