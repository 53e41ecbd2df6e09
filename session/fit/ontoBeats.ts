import { t } from '../../words';
import { laidBeats } from '../../core/music';
import { partsOn, type Show } from '../../core/show';
import { changesOnto } from '../../core/show/edits';
import { currentShow, useOpenShow } from '../open/store';
import { hearPiece } from './hearings';

/** Moments of the show on which the bed has a beat, or begins a bar; pieces that were not heard yet are heard. */
async function beatsOf(show: Show, bars: boolean): Promise<number[]> {
  const times: number[] = [];
  for (const part of partsOn(show, 'bed')) {
    const heard = await hearPiece(show.media[part.media]!);
    if (heard) for (const { at, beat } of laidBeats(show, part, heard)) if (!bars || beat === 0) times.push(at);
  }
  return times.sort((a, b) => a - b);
}

/** Moves the changes of picture onto the bed's beats or bars. Says so where it has none. */
export async function ontoBeats(bars: boolean, keep: readonly string[]): Promise<void> {
  const show = currentShow();
  if (!show) return;
  const times = await beatsOf(show, bars);
  if (currentShow() !== show) return;
  const { edit, notify } = useOpenShow.getState();
  if (times.length > 0) edit(changesOnto, { times, keep });
  else
    notify({
      kind: 'words',
      text: t('fit.noSteadyBeatWasHeard'),
    });
}
