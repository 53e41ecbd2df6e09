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

const NAMES: Readonly<Record<Paper, readonly [said: string, ending: string, type: string]>> = {
  'cues.csv': [', cue sheet', 'csv', 'text/csv'],
  'cues.txt': [', cue sheet', 'txt', 'text/plain'],
  'credits.txt': [', credits', 'txt', 'text/plain'],
  'captions.vtt': ['', 'vtt', 'text/vtt'],
  'captions.srt': ['', 'srt', 'application/x-subrip'],
  'moments.csv': [', moments', 'csv', 'text/csv'],
  'timeline.otio': ['', 'otio', 'application/json'],
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
      return cueSheetCsv(show);
    case 'cues.txt':
      return cueSheetText(show);
    case 'credits.txt':
      return creditsText(show);
    case 'captions.vtt':
      return webVtt(captionsOf(show, await heardFor(show)));
    case 'captions.srt':
      return subRip(captionsOf(show, await heardFor(show)));
    case 'moments.csv':
      return momentsCsv(show, await hearingsOf(show));
    case 'timeline.otio':
      return timelineOf(show, await hearingsOf(show));
  }
}

/** Saves one of the texts. */
export async function savePaper(show: Show, paper: Paper): Promise<void> {
  const [said, ending, type] = NAMES[paper];
  const name = fileName(`${show.title}${said}`, ending);
  try {
    const file = new File([await textOf(show, paper)], name, { type: `${type};charset=utf-8` });
    download(file, name);
    sayBeside({ status: 'done', name, bytes: file.size, clipped: 0, file });
  } catch (error) {
    sayBeside({ status: 'failed', failure: failureOf(error) });
  }
}
