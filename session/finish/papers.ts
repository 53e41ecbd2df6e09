import { sayPhrase, t } from '../../words';
import type { Hearing } from '../../core/music';
import { captionsOf, creditsText, cueSheetCsv, cueSheetText, momentsCsv, subRip, timelineOf, webVtt } from '../../core/papers';
import { partsOn, type MediaId, type Show } from '../../core/show';
import { keptHearing } from '../../engine/media/hearings';
import { heardFor } from '../sound/heard';
import { download, fileName } from '../download';
import { sayBeside } from './exporting';
import { failureOf } from '../../core/failure';

/** Texts that a show is handed over with. */
export type Paper = 'cues.csv' | 'cues.txt' | 'credits.txt' | 'captions.vtt' | 'captions.srt' | 'moments.csv' | 'timeline.otio';

const NAMES: Readonly<
  Record<Paper, readonly [of: 'finish.cueSheetOf' | 'finish.creditsOf' | 'finish.momentsOf' | null, ending: string, type: string]>
> = {
  'cues.csv': ['finish.cueSheetOf', 'csv', 'text/csv'],
  'cues.txt': ['finish.cueSheetOf', 'txt', 'text/plain'],
  'credits.txt': ['finish.creditsOf', 'txt', 'text/plain'],
  'captions.vtt': [null, 'vtt', 'text/vtt'],
  'captions.srt': [null, 'srt', 'application/x-subrip'],
  'moments.csv': ['finish.momentsOf', 'csv', 'text/csv'],
  'timeline.otio': [null, 'otio', 'application/json'],
};

/** What was heard of the bed's pieces so far. */
async function hearingsOf(show: Show): Promise<Map<MediaId, Hearing>> {
  const hearings = new Map<MediaId, Hearing>();
  for (const { media } of partsOn(show, 'bed')) {
    const heard = hearings.has(media) ? null : await keptHearing(media, show.media[media]!.grid ?? null).catch(() => null);
    if (heard) hearings.set(media, heard);
  }
  return hearings;
}

/** The text of a paper, as it is saved. @throws Failure where captions need a sound that cannot be listened to. */
export async function textOf(show: Show, paper: Paper): Promise<string> {
  switch (paper) {
    case 'cues.csv':
      return cueSheetCsv(show, sayPhrase);
    case 'cues.txt':
      return cueSheetText(show, sayPhrase);
    case 'credits.txt':
      return creditsText(show, sayPhrase);
    case 'captions.vtt':
      return webVtt(captionsOf(show, await heardFor(show), sayPhrase));
    case 'captions.srt':
      return subRip(captionsOf(show, await heardFor(show), sayPhrase));
    case 'moments.csv':
      return momentsCsv(show, await hearingsOf(show), sayPhrase);
    case 'timeline.otio':
      return timelineOf(show, await hearingsOf(show), sayPhrase);
  }
}

/** Saves one of the texts. */
export async function savePaper(show: Show, paper: Paper): Promise<void> {
  const [of, ending, type] = NAMES[paper];
  const name = fileName(of === null ? show.title : t(of, { title: show.title }), ending);
  try {
    const file = new File([await textOf(show, paper)], name, { type: `${type};charset=utf-8` });
    download(file, name);
    sayBeside({ status: 'done', name, bytes: file.size, clipped: 0, unsound: 0, file });
  } catch (error) {
    sayBeside({ status: 'failed', failure: failureOf(error) });
  }
}
