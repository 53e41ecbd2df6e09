import { places, removeAt } from '../engine/media/folders';

/** Long enough for the browser to have taken its own hold on the bytes, ms. */
const HELD = 60_000;

/** What was handed over and is still held; it belongs to the application: a download outlives the show it came from. */
const held = {
  timers: new Set<ReturnType<typeof setTimeout>>(),
  /** How often a file of a name was made: what a later one has written is not freed for an earlier one. */
  turns: new Map<string, number>(),
};

function afterwards(run: () => void): void {
  const timer = setTimeout(() => {
    held.timers.delete(timer);
    run();
  }, HELD);
  held.timers.add(timer);
}

/** A file is being written under a name of the private file system: whatever lay there before is no longer to be freed. */
export function writing(name: string): void {
  held.turns.set(name, (held.turns.get(name) ?? 0) + 1);
}

/** Frees a written file once the browser has surely taken it, unless another of its name was begun meanwhile. */
export function freeLater(name: string): void {
  const turn = held.turns.get(name);
  afterwards(() => {
    if (held.turns.get(name) === turn) void removeAt(places.written(name)).catch(() => undefined);
  });
}

/** Hands bytes over as a download. A file on disk is read from there by the browser, never whole into memory. */
export function download(blob: Blob, name: string): void {
  const url = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  afterwards(() => URL.revokeObjectURL(url));
}

/** Lets go of all that waits: the page is over. */
export function closeDownloads(): void {
  for (const timer of held.timers) clearTimeout(timer);
  held.timers.clear();
}

/** A show's title as a file name that every system takes. */
export function fileName(title: string, ending: string): string {
  const safe = title
    .replace(/[\u0000-\u001f<>:"/\\|?*]+/g, ' ')
    .replace(/\s+/g, ' ')
    .replace(/[. ]+$/, '')
    .trim();
  return `${safe.slice(0, 100) || 'show'}.${ending}`;
}
