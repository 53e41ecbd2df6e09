import { guarded, storage } from './storage';

/** Under this, by show: names of files that are on their way into it. */
export const COMING = 'coming/';

/** Remembers which files are still to come into a show; none takes it away. */
export async function keepComing(id: string, names: readonly string[]): Promise<void> {
  await guarded(() => (names.length > 0 ? storage.setItem(COMING + id, JSON.stringify(names)) : storage.removeItem(COMING + id)));
}

/** Files that had not come in when the show was left. */
export async function comingInto(id: string): Promise<string[]> {
  try {
    const names: unknown = JSON.parse((await guarded(() => storage.getItem(COMING + id))) ?? '[]');
    return Array.isArray(names) ? names.filter((one) => typeof one === 'string') : [];
  } catch {
    return [];
  }
}
