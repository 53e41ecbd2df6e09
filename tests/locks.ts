/** The part of Web Locks that is used, for two tabs in one process. */
export function fakeLocks() {
  const held = new Map<string, Promise<unknown>>();
  const request = async (
    name: string,
    options: { ifAvailable?: boolean; signal?: AbortSignal },
    work: (lock: object | null) => Promise<unknown>,
  ): Promise<unknown> => {
    if (held.has(name) && options.ifAvailable) return work(null);
    while (held.has(name)) {
      await Promise.race([held.get(name), new Promise((resolve) => options.signal?.addEventListener('abort', resolve))]);
      if (options.signal?.aborted) throw new DOMException('gone', 'AbortError');
    }
    const running = work({});
    held.set(name, running);
    try {
      return await running;
    } finally {
      held.delete(name);
    }
  };
  return { request };
}
