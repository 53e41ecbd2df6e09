import { sweep } from '../../engine/media/sweep';
import { allRecords } from './records';

const TABS = 'rainbed/tabs';

/**
 * Once a visit, before anything else: if this is the only tab, frees the storage that nothing names any more. Afterwards
 * the tab counts as open until it closes. Records are searched as text, so that undo steps, deleted shows and damaged
 * ones keep their media too.
 */
export async function tidyOnce(): Promise<void> {
  const { locks } = navigator;
  if (!locks) return;
  try {
    await locks.request(TABS, { ifAvailable: true }, async (lock) => {
      if (!lock) return;
      const records = await allRecords();
      await sweep((id) => records.some((text) => text.includes(id)));
    });
  } catch {
    // Tidying is a service: storage that does not answer is told where it matters, when a show is opened or kept.
  }
  void locks.request(TABS, { mode: 'shared' }, () => new Promise(() => undefined));
}
