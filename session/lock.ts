import { Failure } from '../core/failure';

const lockOf = (id: string) => `rainbed/${id}`;

/**
 * One tab edits a show. `onChange(true)` once this tab may edit, at once or when the other tab lets go; `onChange(false)`
 * where another tab has it. Returns what gives the lock back. Browsers without locks let every tab edit.
 */
export function holdShow(id: string, onChange: (mine: boolean) => void): () => void {
  const name = lockOf(id);
  const gone = new AbortController();
  let release: () => void = () => undefined;
  const held = () =>
    new Promise<void>((resolve) => {
      release = resolve;
      if (gone.signal.aborted) resolve();
      else onChange(true);
    });
  const { locks } = navigator;
  if (!locks) {
    onChange(true);
    return () => undefined;
  }
  const wait = async () => {
    const had = await locks.request(name, { ifAvailable: true }, async (lock) => {
      if (lock) await held();
      return lock !== null;
    });
    if (had || gone.signal.aborted) return;
    onChange(false);
    await locks.request(name, { signal: gone.signal }, held);
  };
  void wait().catch(() => undefined);
  return () => {
    gone.abort();
    release();
  };
}

/** Time for a show that this very tab has just left to be let go, ms. */
const PATIENCE = 1_500;

/**
 * Changes a show from outside, from the list. @throws Failure `show.elsewhere` where another tab is editing it: what is
 * changed behind that tab's back would be written over by its next save.
 */
export async function withShow<T>(id: string, work: () => Promise<T>): Promise<T> {
  const { locks } = navigator;
  if (!locks) return work();
  let mine = false;
  const held = () => {
    mine = true;
    return work();
  };
  try {
    return await locks.request(lockOf(id), { signal: AbortSignal.timeout(PATIENCE) }, held);
  } catch (error) {
    if (mine) throw error;
    throw new Failure('show.elsewhere', {}, error);
  }
}
