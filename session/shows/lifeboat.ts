/**
 * The one place that is written synchronously: what is not yet on disk when the page hides goes here, because a browser
 * may end a page before its last transaction does. It is read when the show is opened next and cleared by the next
 * write that succeeds.
 */
const KEY = 'rainbed/unsaved/';

/** The store that browsers clear last and write at once; null where there is none (tests, private windows). */
function boat(): Storage | null {
  try {
    return typeof localStorage === 'undefined' ? null : localStorage;
  } catch {
    return null;
  }
}

/** Keeps a text for a show, at once. @returns whether it fitted; what does not is not kept. */
export function fillLifeboat(id: string, text: string): boolean {
  try {
    boat()?.setItem(KEY + id, text);
    return true;
  } catch {
    return false;
  }
}

/** Shows of which something is kept. */
export function lifeboatShows(): string[] {
  return Object.keys(boat() ?? {}).flatMap((key) => (key.startsWith(KEY) ? [key.slice(KEY.length)] : []));
}

/** What is kept for a show; null where nothing is. */
export function readLifeboat(id: string): string | null {
  return boat()?.getItem(KEY + id) ?? null;
}

/** Lets go of what is kept for a show. */
export function clearLifeboat(id: string): void {
  boat()?.removeItem(KEY + id);
}

/** The text of everything in it. */
export function lifeboatTexts(): string[] {
  const store = boat();
  return store
    ? Object.keys(store)
        .filter((key) => key.startsWith(KEY))
        .map((key) => store.getItem(key) ?? '')
    : [];
}
