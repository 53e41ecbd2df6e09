import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { basename } from 'node:path';
import type { Page } from '@playwright/test';
import { NO_DEMO } from '../../e2e/seeded';
import { Mortal } from './browser';
import { random, type Outcome } from './rounds';

/** No file takes longer to be taken in or refused, ms. */
const LONGEST = 30_000;
/** No process of the browser takes more, bytes. */
const MOST = 1e9;
const BATCH = 20;

/** A file with something done to it: cut off, bytes changed, a block of zeros, bytes lost or added. Runs in the page, by itself. */
export function mutated(bytes: Uint8Array, next: () => number): Uint8Array {
  const at = () => Math.floor(next() ** 2 * bytes.length);
  const upTo = (most: number) => 1 + Math.floor(next() * most);
  const from = at();
  switch (Math.floor(next() * 5)) {
    case 0:
      return bytes.slice(0, Math.max(1, from));
    case 1: {
      const changed = bytes.slice();
      for (let i = upTo(20); i > 0; i -= 1) changed[at()] = Math.floor(next() * 256);
      return changed;
    }
    case 2:
      return bytes.slice().fill(0, from, Math.min(bytes.length, from + upTo(4096)));
    case 3: {
      const rest = bytes.subarray(Math.min(bytes.length, from + upTo(64)));
      const shorter = new Uint8Array(from + rest.length);
      shorter.set(bytes.subarray(0, from));
      shorter.set(rest, from);
      return shorter;
    }
    default: {
      const added = upTo(64);
      const longer = new Uint8Array(bytes.length + added);
      longer.set(bytes.subarray(0, from));
      for (let i = 0; i < added; i += 1) longer[from + i] = Math.floor(next() * 256);
      longer.set(bytes.subarray(from), from + added);
      return longer;
    }
  }
}

/** What became of a file, and how long that took, ms. `silent` is neither taken in nor refused. */
interface Fate {
  readonly what: 'in' | 'refused' | 'silent';
  readonly took: number;
}

declare global {
  var mutants: {
    readonly mutated: typeof mutated;
    readonly random: typeof random;
    readonly files: Map<string, Uint8Array>;
  };
}

/** Brings one mutant in, in the page: dropped on the show, or opened from the list. Waits for what the page says of it, and takes that away. */
async function fateOf({ name, seed, longest }: { name: string; seed: number; longest: number }): Promise<Fate> {
  const { mutated: change, random: numbers, files } = globalThis.mutants;
  const bytes = change(files.get(name)!, numbers(seed));
  const carried = new DataTransfer();
  carried.items.add(new File([bytes as Uint8Array<ArrayBuffer>], `mutant-${seed}-${name}`));
  const input = document.querySelector<HTMLInputElement>('[data-testid="files: Open a file"]');
  const began = performance.now();
  if (input) {
    input.files = carried.files;
    input.dispatchEvent(new Event('change', { bubbles: true }));
  } else window.dispatchEvent(new DragEvent('drop', { dataTransfer: carried, cancelable: true }));
  const button = (start: string) =>
    [...document.querySelectorAll<HTMLElement>('[role=button], button')].find((one) =>
      (one.getAttribute('aria-label') ?? '').startsWith(start),
    );
  const busy = () => document.querySelector('[role=progressbar]') !== null;
  const said = () => document.querySelector('[role=alert]');
  const came = () => button('Not this one') ?? button('Undo: add') ?? (input ? button('Show it') : undefined) ?? button('Leave it');
  const pause = () => new Promise((done) => setTimeout(done, 20));
  // Progress may be gone for a moment before what it came to stands there.
  let still = 0;
  while (still < 50 && performance.now() - began < longest) {
    if (!busy() && (said() || came())) break;
    still = busy() ? 0 : still + 1;
    await pause();
  }
  const took = performance.now() - began;
  const isIn = came() !== undefined;
  const what = isIn ? 'in' : said() ? 'refused' : 'silent';
  for (let i = 0; i < 50; i += 1) {
    const one = button('Not this one') ?? button('Undo: add') ?? button('Leave it') ?? button('Close this message');
    if (!one) break;
    one.click();
    await pause();
  }
  return { what, took };
}

async function ready(mortal: Mortal, files: readonly string[], where: 'list' | 'show'): Promise<Page> {
  const page = await mortal.wake();
  await page.addInitScript(`globalThis.mutants = { mutated: ${mutated}, random: ${random}, files: new Map() }`);
  await page.goto(`${mortal.base}/health`);
  await page.evaluate(NO_DEMO);
  await page.goto(mortal.base);
  await page.getByRole('button', { name: 'New show' }).waitFor();
  if (where === 'show') {
    await page.getByRole('button', { name: 'New show' }).click();
    await page.getByTestId('files: Add photos and clips').waitFor({ state: 'attached' });
  }
  for (const path of files)
    await page.evaluate(
      ([name, text]) =>
        void globalThis.mutants.files.set(
          name,
          Uint8Array.from(atob(text), (letter) => letter.charCodeAt(0)),
        ),
      [basename(path), readFileSync(path).toString('base64')] as const,
    );
  return page;
}

/** Mutated files through a page: none hangs it, none ends the tab, and each one that does not come in has a sentence. */
export async function mutants({
  base,
  count,
  seed,
  media,
  works,
}: {
  base: string;
  count: number;
  seed: number;
  /** Photos, clips and sounds, dropped on a show; show files and timelines, opened from the list. */
  media: readonly string[];
  works: readonly string[];
}): Promise<Outcome & { readonly slowest: number; readonly most: number }> {
  const next = random(seed);
  const faults: string[] = [];
  const done: Record<string, number> = {};
  let [slowest, most] = [0, 0];
  const mortal = new Mortal(base);
  try {
    for (const [where, files, share] of [
      ['show', media, 0.85],
      ['list', works, 0.15],
    ] as const) {
      let page: Page | null = null;
      for (let left = Math.round(count * share), turn = 0; left > 0; left -= BATCH, turn += 1) {
        const batch = Array.from({ length: Math.min(BATCH, left) }, () => ({
          name: basename(files[Math.floor(next() * files.length)]!),
          seed: Math.floor(next() * 2 ** 32),
          longest: LONGEST,
        }));
        // A new page now and then: what is measured is one visit, not the sum of all.
        if (turn % 20 === 0) await page?.close().then(() => (page = null));
        for (const one of batch) {
          const called = `mutant ${one.seed} of ${one.name}`;
          try {
            page ??= await ready(mortal, files, where);
            const { what, took }: Fate = await withIn(LONGEST * 2, page.evaluate(fateOf, one));
            const kind = `${one.name.split('.').at(-1)}, ${what}`;
            done[kind] = (done[kind] ?? 0) + 1;
            slowest = Math.max(slowest, took);
            if (took >= LONGEST) faults.push(`${called}: ${Math.round(took / 1000)} s`);
            else if (what === 'silent') faults.push(`${called}: nothing was said`);
          } catch (error) {
            faults.push(`${called}: ${String(error).slice(0, 200)}`);
            await mortal.kill();
            page = null;
          }
        }
        const now = largest(mortal.group);
        most = Math.max(most, now);
        if (turn % 25 === 24) console.error(`${(turn + 1) * BATCH} mutants of ${files.length} files, ${faults.length} faults`);
        if (now > MOST) faults.push(`${Math.round(now / 1e6)} MB after ${batch.map((one) => `${one.seed} of ${one.name}`).join(', ')}`);
      }
      await page?.close();
    }
  } finally {
    await mortal.end();
  }
  return { rounds: done, faults, slowest, most };
}

/** What does not come in time has failed. */
async function withIn<T>(ms: number, work: Promise<T>): Promise<T> {
  let timer: ReturnType<typeof setTimeout>;
  const late = new Promise<never>((_, reject) => (timer = setTimeout(() => reject(new Error(`no answer in ${ms} ms`)), ms)));
  return Promise.race([work, late]).finally(() => clearTimeout(timer));
}

/** The memory of the largest process of a group, bytes. */
export function largest(group: number): number {
  const rows = execFileSync('ps', ['-eo', 'pgid=,rss='], { encoding: 'utf8' }).trim().split('\n');
  return Math.max(
    0,
    ...rows.map((row) => row.trim().split(/\s+/).map(Number)).flatMap(([id, kilobytes]) => (id === group ? [kilobytes! * 1024] : [])),
  );
}
