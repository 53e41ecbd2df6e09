import { Failure, failureOf } from '../../core/failure';
import type { MediaId } from '../../core/show';

/**
 * Where bytes live in the origin's private file system. What is computed from the bytes carries the version of its
 * recipe: a changed recipe finds nothing and computes anew.
 */
const RECIPE = 'v1';

export type Place = readonly [folder: string, name: string];

export const places = {
  original: (id: MediaId): Place => ['media', id],
  pcm: (id: MediaId): Place => ['pcm', `${id}.${RECIPE}`],
  peaks: (id: MediaId): Place => ['peaks', `${id}.${RECIPE}`],
  /** A thin copy of a sound for comparing (core/sound/trace.ts); sounds taken in by an older version have none. */
  trace: (id: MediaId): Place => ['traces', `${id}.${RECIPE}`],
  facts: (id: MediaId): Place => ['facts', `${id}.${RECIPE}.json`],
  picture: (id: MediaId, size: PictureSize): Place => ['pictures', `${id}.${size}.${RECIPE}`],
  /** Small frames of a clip on one sheet; their layout follows from the clip (core/stage/strip.ts). */
  strip: (id: MediaId): Place => ['films', `${id}.${RECIPE}`],
  /** What was heard of a sound; `said` tells what a person had said of its beat. */
  hearing: (id: MediaId, said: string): Place => ['hearings', `${id}.${said}.json`],
  /** What it was heard from, for whoever fits it. */
  texture: (id: MediaId): Place => ['hearings', `${id}.texture`],
  /** Where somebody speaks in a sound, and how loud it is from moment to moment. */
  profile: (id: MediaId): Place => ['profiles', id],
  /** What another speed, or a costly treatment, needs to know of a sound (core/treat/recipe.ts). */
  findings: (id: MediaId, name: string): Place => ['recipes', `${id}.${name}.${RECIPE}.json`],
  /** A sound as clear voice leaves it: frames like those of the sound itself. */
  cleared: (id: MediaId): Place => ['cleared', `${id}.${RECIPE}`],
  /** A recording while it is made: one channel of 32-bit floats at the mix rate, and what it is about. They stay until it is in its show. */
  recording: (id: string): Place => ['recordings', `${id}.pcm`],
  about: (id: string): Place => ['recordings', `${id}.json`],
  written: (name: string): Place => ['written', name],
} as const;

/** `thumb` for the sheet, `stage` for showing; longest edges in pixels. */
export type PictureSize = 'thumb' | 'stage';
export const LONGEST_EDGE: Readonly<Record<PictureSize, number>> = { thumb: 320, stage: 1920 };

/** A browser's storage error as one of ours. */
export function storageFailure(error: unknown): Failure {
  const name = error instanceof Error || (typeof DOMException !== 'undefined' && error instanceof DOMException) ? error.name : '';
  if (name === 'QuotaExceededError') return new Failure('storage.full', {}, error);
  if (name === 'SecurityError' || name === 'NotAllowedError') return new Failure('storage.denied', {}, error);
  return failureOf(error);
}

async function folder(name: string): Promise<FileSystemDirectoryHandle> {
  if (typeof navigator === 'undefined' || typeof navigator.storage?.getDirectory !== 'function') {
    throw new Failure('storage.denied');
  }
  try {
    const root = await navigator.storage.getDirectory();
    return await root.getDirectoryHandle(name, { create: true });
  } catch (error) {
    throw storageFailure(error);
  }
}

/** The file at a place, or null where there is none. The file is read from disk only when its bytes are asked for. */
export async function fileAt([name, entry]: Place): Promise<File | null> {
  const within = await folder(name);
  try {
    return await (await within.getFileHandle(entry)).getFile();
  } catch (error) {
    if (error instanceof DOMException && error.name === 'NotFoundError') return null;
    throw storageFailure(error);
  }
}

/** The handle of a file. @throws Failure `media.missing` where there is none and none is to be made, `storage.*`. */
export async function handleAt([name, entry]: Place, create: boolean): Promise<FileSystemFileHandle> {
  const within = await folder(name);
  try {
    return await within.getFileHandle(entry, { create });
  } catch (error) {
    if (error instanceof DOMException && error.name === 'NotFoundError') throw new Failure('media.missing', {}, error);
    throw storageFailure(error);
  }
}

/** Removes what lies at a place; nothing there is no error. */
export async function removeAt([name, entry]: Place): Promise<void> {
  try {
    await (await folder(name)).removeEntry(entry);
  } catch (error) {
    if (!(error instanceof DOMException && error.name === 'NotFoundError')) throw storageFailure(error);
  }
}

/** Names of all that lies in a folder. */
export async function namesIn(name: string): Promise<string[]> {
  const names: string[] = [];
  const within = await folder(name);
  for await (const entry of (within as unknown as { keys(): AsyncIterable<string> }).keys()) names.push(entry);
  return names;
}
