import { Failure, failureOf } from '../../core/failure';
import { readCuePoints } from '../../core/files';
import { boundMarks, marksOfCsv, type NewMark } from '../../core/papers';
import { addMarks } from '../../core/show/edits';
import { LANGUAGES, t, tIn } from '../../words';
import { newId } from '../ids';
import { report, useOpenShow } from '../open/store';
import { allMedia } from '../shows/mediaIndex';
import { packer } from '../workers';

/** Longer texts are no list of moments, bytes. */
const LONGEST = 4e6;

/** Takes marks from a file: a table of moments, the cue points of a WAV, the markers of a timeline. One undo step. */
export async function bringMarks(file: File): Promise<void> {
  try {
    const marks = await marksIn(file);
    if (marks.length === 0) throw new Failure('marks.none');
    useOpenShow.getState().edit(addMarks, { marks: marks.map((mark) => ({ id: newId(), ...mark })) });
    useOpenShow.getState().notify({ kind: 'words', text: t('details.marksCame', { count: marks.length }) });
  } catch (error) {
    const failure = failureOf(error);
    report(new Failure(failure.code, { ...failure.details, file: file.name }, error));
  }
}

async function marksIn(file: File): Promise<readonly NewMark[]> {
  const head = new Uint8Array(await file.slice(0, 4).arrayBuffer());
  if (String.fromCharCode(...head) === 'RIFF') {
    const read = async (at: number, length: number) => new Uint8Array(await file.slice(at, at + length).arrayBuffer());
    const cues = await readCuePoints(read, file.size);
    return boundMarks((cues?.points ?? []).map(({ frame, name }) => ({ at: frame / cues!.rate, name })));
  }
  if (/^\uFEFF?\s*\{/.test(await file.slice(0, 64).text())) {
    const { show } = await packer().call('timeline', { file, known: await allMedia() });
    return show.marks ?? [];
  }
  if (file.size > LONGEST) throw new Failure('marks.none');
  const kinds = (Object.keys(LANGUAGES) as (keyof typeof LANGUAGES)[]).map((language) => tIn(language, 'papers.mark'));
  return marksOfCsv(await file.text(), kinds);
}
