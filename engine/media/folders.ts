import type { MediaId } from '../../core/show';
import type { Place } from '../cabinets/cabinet';
import { cabinet } from '../cabinets/current';

export type { Place };

/**
 * Where bytes lie in the window's cabinet. What is computed from the bytes carries the version of its
 * recipe: a changed recipe finds nothing and computes anew.
 */
const RECIPE = 'v1';

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
  /** What was measured of a show's segments, from one visit to the next. */
  measured: (show: string, what: string): Place => ['measured', `${show}.${what}`],
  written: (name: string): Place => ['written', name],
} as const;

/** `thumb` for the sheet, `stage` for showing; longest edges in pixels. */
export type PictureSize = 'thumb' | 'stage';
export const LONGEST_EDGE: Readonly<Record<PictureSize, number>> = { thumb: 320, stage: 1920 };

/** The file at a place, or null where there is none. The file is read from disk only when its bytes are asked for. */
export const fileAt = async (place: Place): Promise<File | null> => (await cabinet()).file(place);

/** Removes what lies at a place; nothing there is no error. */
export const removeAt = async (place: Place): Promise<void> => (await cabinet()).remove(place);

/** Names of all that lies in a folder. */
export const namesIn = async (folder: string): Promise<string[]> => (await cabinet()).names(folder);
