import { useEffect } from 'react';
import type { Edit } from '../../core/show/edits';
import { useOpenShow, useSaved, whole } from '../../session/open/store';

/**
 * What a drawer would lay stands on the sheet and is what Play plays, until it is laid or the drawer closes. Null shows nothing. A gesture
 * that was broken off meanwhile leaves the sheet without it: then it is put there again.
 */
export function useTrial<Details>(edit: Edit<Details>, details: Details | null): void {
  const show = useSaved(whole);
  const tried = useOpenShow((store) => store.preview !== null);
  const key = JSON.stringify(details);
  useEffect(() => {
    if (details !== null) useOpenShow.getState().tryOut(edit, details, true);
    // By content: the details are made anew at every look.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [show, edit, key, tried]);
}
