import { knownBeats } from '../../core/music';
import type { Click } from '../../core/mix';
import { isHeard, partsOn, type Show } from '../../core/show';
import { framesOf } from '../../core/units';
import { currentShow } from '../open/store';
import { useClicking } from '../sound/clicking';
import { hearPiece, knownHearing } from './hearings';

/**
 * Switches the clicks that are heard on each beat while the show plays, to check the beats by ear; they are in no file. Pieces that nobody has
 * listened to yet are listened to, one after the other.
 */
export async function toggleClicks(): Promise<void> {
  const on = useClicking.getState().find === null;
  useClicking.setState({ find: on ? beatsOf : null });
  const show = currentShow();
  if (!on || !show) return;
  for (const id of new Set(partsOn(show, 'bed').map((part) => part.media))) {
    const media = show.media[id]!;
    if (knownHearing(media) || media.grid) continue;
    if ((await hearPiece(media)) === null || useClicking.getState().find === null) return;
    // Told anew: whoever plays asks for the clicks again.
    useClicking.setState({ find: (of) => beatsOf(of) });
  }
}

/** The beats of what plays on the beds, as far as they were heard or set. */
function beatsOf(show: Show): Click[] {
  const soloed = show.lanes.some(({ solo }) => solo);
  const lanes = new Map(show.lanes.map((lane) => [lane.id, lane]));
  return partsOn(show, 'bed')
    .filter((part) => !part.mute && isHeard(lanes.get(part.lane)!, soloed))
    .flatMap((part) => clicksAt(knownBeats(show, part, knownHearing(show.media[part.media]!))))
    .sort((a, b) => a.frame - b.frame);
}

interface Beat {
  readonly at: number;
  readonly beat: number;
}

/** Beats as clicks, those that begin a bar stronger. */
export function clicksAt(beats: readonly Beat[]): Click[] {
  return beats.map(({ at, beat }) => ({ frame: framesOf(at), strong: beat === 0 }));
}
