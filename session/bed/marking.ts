import { setMark } from '../../core/show/edits';
import { newId } from '../ids';
import { currentShow, useOpenShow } from '../open/store';
import { useTransport } from '../sound/transport';

/** Marks this near to the now line are the mark that is meant already, seconds. */
const SAME = 0.02;

/** Marks the moment at the now line, also while the show plays; one that is there already stays. */
export function markHere(): void {
  const show = currentShow();
  const { now } = useTransport.getState();
  if (!show || show.marks?.some(({ at }) => Math.abs(at - now) < SAME)) return;
  useOpenShow.getState().edit(setMark, { id: newId(), at: now });
}
