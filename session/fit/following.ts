import { refitDue } from '../../core/show/edits';
import type { Show } from '../../core/show';
import { eachSession, perSession } from '../open/session';
import { currentShow, useOpenShow } from '../open/store';
import { refit } from './fitting';

/** A pause after the last change of the show before parts follow it by themselves, ms. */
const PAUSE = 400;

/** For which length each part was fitted anew last: one that cannot be met is not tried for ever. */
const tried = perSession(() => new Map<string, string>());

/** The first part that follows the show and is not as long as it any more, with the length that is due. */
function firstDue(show: Show): { readonly id: string; readonly length: string } | null {
  for (const part of show.parts) {
    const due = part.fit?.self ? refitDue(show, part) : null;
    if (due === null) continue;
    const length = (part.fit!.made + due).toFixed(3);
    if (tried().get(part.id) !== length) return { id: part.id, length };
  }
  return null;
}

async function follow(): Promise<void> {
  const show = currentShow();
  const due = show && firstDue(show);
  if (!due) return;
  tried().set(due.id, due.length);
  // Only what cannot be met is remembered. Where something else was edited meanwhile it is due as before, and is tried again when that has
  // come to rest.
  if ((await refit(due.id)) !== 'none' && tried().get(due.id) === due.length) tried().delete(due.id);
}

// Fitted parts that were told to follow the show's length do so, one after the other.
eachSession((session) => {
  let stop: () => void = () => undefined;
  const wait = () => {
    stop();
    const { state, preview } = useOpenShow.getState();
    if (state.status !== 'open' || !state.mayEdit || preview || !firstDue(state.history.show)) return;
    stop = session.later(() => void follow().then(wait), PAUSE);
  };
  session.onEnd(useOpenShow.subscribe(wait));
});
