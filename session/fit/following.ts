import { refitDue } from '../../core/show/edits';
import type { Show } from '../../core/show';
import { useOpenShow } from '../open/store';
import { refit } from './fitting';

/** A pause after the last change of the show before parts follow it by themselves, ms. */
const PAUSE = 400;

let timer: ReturnType<typeof setTimeout> | undefined;
/** For which length a part was fitted anew last: one that cannot be met is not tried for ever. */
const tried = new Map<string, string>();

async function follow(show: Show): Promise<void> {
  for (const part of show.parts) {
    const due = part.fit?.self ? refitDue(show, part) : null;
    if (due === null) continue;
    const length = (part.fit!.made + due).toFixed(3);
    if (tried.get(part.id) === length) continue;
    tried.set(part.id, length);
    await refit(part.id);
    return;
  }
}

/** Lets fitted parts that were told to follow the show's length do so. Ends with what it returns. */
export function followShow(): () => void {
  const end = useOpenShow.subscribe(({ state, preview }) => {
    clearTimeout(timer);
    if (state.status !== 'open' || !state.mayEdit || preview) return;
    const { show } = state.history;
    if (show.parts.some((part) => part.fit?.self && refitDue(show, part) !== null)) timer = setTimeout(() => void follow(show), PAUSE);
  });
  return () => {
    clearTimeout(timer);
    end();
  };
}
