/**
 * One tab edits a show. `onChange(true)` once this tab may edit, at once or when the other tab lets go; `onChange(false)`
 * where another tab has it. Returns what gives the lock back. Browsers without locks let every tab edit.
 */
export function holdShow(id: string, onChange: (mine: boolean) => void): () => void {
  const name = `rainbed/${id}`;
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
