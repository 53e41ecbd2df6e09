import type { MediaId } from '../../core/show';
import { namesIn, removeAt } from './folders';

/** Folders whose files are named after the hash of the bytes they come from. */
const BY_CONTENT = ['media', 'pcm', 'peaks', 'facts', 'pictures', 'films', 'traces', 'hearings', 'profiles', 'recipes', 'cleared'];
const HASH = 64;

/** Media of which anything is kept. */
export async function keptMedia(): Promise<MediaId[]> {
  const ids = new Set<MediaId>();
  for (const folder of BY_CONTENT) for (const name of await namesIn(folder)) ids.add(name.slice(0, HASH));
  return [...ids];
}

/** Removes all that is kept of media. */
export async function dropMedia(ids: ReadonlySet<MediaId>): Promise<void> {
  if (ids.size === 0) return;
  for (const folder of BY_CONTENT) {
    for (const name of await namesIn(folder)) if (ids.has(name.slice(0, HASH))) await removeAt([folder, name]);
  }
}

/** Removes what was measured of shows that are not there any more. */
export async function dropMeasured(shows: ReadonlySet<string>): Promise<void> {
  for (const name of await namesIn('measured')) {
    if (!shows.has(name.slice(0, name.lastIndexOf('.')))) await removeAt(['measured', name]);
  }
}

/** Removes what was left half-written, and files that were handed over. Only while nothing else of the application runs in this browser. */
export async function dropLeftovers(): Promise<void> {
  for (const name of await namesIn('written')) await removeAt(['written', name]);
  for (const folder of [...BY_CONTENT, 'measured']) {
    for (const name of await namesIn(folder)) if (name.endsWith('.part')) await removeAt([folder, name]);
  }
}
