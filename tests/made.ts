import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, mkdtempSync, readFileSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { noteCost } from './costs';

/**
 * Files that tests and the bench bring along, made once a machine: all invented, none committed. Each lies in a folder that is named by the
 * hash of what made it, so that a changed generator never hands out old bytes, and appears there whole or not at all, so that several
 * workers may ask for it at the same time.
 */
const FOLDER = resolve('.cache/made');

/** What the generators stand on: a file that changes here makes everything anew. */
const PROGRAMS = [
  'tests/made.ts',
  'tests/pieces.ts',
  'tests/tape.ts',
  'tests/tones.ts',
  'tests/speakers.ts',
  'e2e/media.ts',
  'bench/voice.ts',
  'core/files',
  'core/sound/convert.ts',
  'core/sound/resample.ts',
];

function hashOfPrograms(): string {
  const hash = createHash('sha256');
  const add = (path: string) => {
    if (statSync(path).isDirectory()) for (const name of readdirSync(path).sort()) add(join(path, name));
    else if (!path.endsWith('.test.ts')) hash.update(path).update(readFileSync(path));
  };
  for (const path of PROGRAMS) add(resolve(path));
  return hash.digest('hex');
}

const MAKING = 'files that tests bring along, made';

let programs: string | null = null;

/** The folder of a file: known by its generator's text and by all values that the text does not hold. */
function folderOf(name: string, make: (path: string) => unknown, values: readonly unknown[]): string {
  programs ??= hashOfPrograms();
  const hash = createHash('sha256').update([programs, name, make.toString(), JSON.stringify(values)].join('\n'));
  return join(FOLDER, hash.digest('hex').slice(0, 20));
}

/** Two workers may make the same file: the first to be done puts it there, the other takes that. */
function putInPlace(draft: string, folder: string): void {
  try {
    renameSync(draft, folder);
  } catch (error) {
    if (!existsSync(folder)) throw error;
    rmSync(draft, { recursive: true });
  }
}

function draftFolder(): string {
  mkdirSync(FOLDER, { recursive: true });
  return mkdtempSync(join(FOLDER, 'draft-'));
}

/**
 * Path of a file of this name, which `make` writes where it is not there yet.
 *
 * @param values everything `make` takes from around it: what is not named here does not make the file anew when it changes.
 */
export function made(name: string, make: (path: string) => void, ...values: readonly unknown[]): string {
  const folder = folderOf(name, make, values);
  if (!existsSync(folder)) {
    const since = performance.now();
    const draft = draftFolder();
    make(join(draft, name));
    putInPlace(draft, folder);
    noteCost(MAKING, since);
  }
  return join(folder, name);
}

/** The same where writing takes a promise. */
export async function madeLater(name: string, make: (path: string) => Promise<unknown>, ...values: readonly unknown[]): Promise<string> {
  const folder = folderOf(name, make, values);
  if (!existsSync(folder)) {
    const since = performance.now();
    const draft = draftFolder();
    await make(join(draft, name));
    putInPlace(draft, folder);
    noteCost(MAKING, since);
  }
  return join(folder, name);
}
