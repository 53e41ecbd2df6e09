import { readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { NO_DEMO } from '../../e2e/seeded';
import { Mortal } from './browser';

/** Nothing that is older than this when everything ends is lost, ms; of a recording, this. */
const UNSAVED = 500;
const UNHEARD = 1_000;

export type Kind = 'edit' | 'record' | 'intake' | 'export' | 'work' | 'full';
const KINDS: readonly Kind[] = ['edit', 'edit', 'edit', 'edit', 'record', 'intake', 'export', 'work', 'full'];
type End = 'reload' | 'close' | 'kill';
const ENDS: readonly End[] = ['reload', 'close', 'kill'];

export interface Outcome {
  readonly rounds: Readonly<Record<string, number>>;
  /** What went wrong, a sentence each. */
  readonly faults: readonly string[];
}

export interface Given {
  readonly base: string;
  readonly rounds: number;
  readonly seed: number;
  /** A song that takes a while to come in, a photo, and a work file. */
  readonly song: string;
  readonly photo: string;
  readonly work: string;
}

/** mulberry32 (Tommy Ettinger, public domain, from memory), in [0, 1). */
export function random(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let x = Math.imul(state ^ (state >>> 15), 1 | state);
    x = (x + Math.imul(x ^ (x >>> 7), 61 | x)) ^ x;
    return ((x ^ (x >>> 14)) >>> 0) / 2 ** 32;
  };
}

const wait = (ms: number) => new Promise((done) => setTimeout(done, ms));

/** The song once more, as a file that was never seen: what is known comes in at once. */
function another(song: string, round: number): string {
  const path = join(tmpdir(), `rain-bed-song-${process.pid}.wav`);
  writeFileSync(path, Buffer.concat([readFileSync(song), Buffer.from(`round ${round} ${Date.now()}`)]));
  return path;
}

/** Random work, ended at a random moment; then everything has to be there. */
export async function torture({ base, rounds, seed, song, photo, work }: Given): Promise<Outcome> {
  const next = random(seed);
  const one = <T>(of: readonly T[]): T => of[Math.floor(next() * of.length)]!;
  const done: Record<string, number> = {};
  const faults: string[] = [];
  const add = (fault: string) => {
    faults.push(fault);
    console.error(`  ${fault}`);
  };
  const mortal = new Mortal(base);
  try {
    let page = await mortal.wake();
    const id = await firstShow(page, base, photo, song);
    for (let round = 0; round < rounds; round += 1) {
      const kind = one(KINDS);
      const end = one(ENDS);
      const name = `round ${round} (seed ${seed}): ${kind}, ${end}`;
      try {
        const look = await ACTS[kind]({ page, next, id, song, work, round });
        await wait(next() * 700);
        const ended = Date.now();
        if (end === 'reload') await page.reload();
        else {
          if (end === 'close') await page.close();
          else await mortal.kill();
          page = await mortal.wake();
          await page.goto(`${base}/show/${id}`);
        }
        let fault = await look(page, ended);
        if (!page.url().endsWith(id)) await page.goto(`${base}/show/${id}`);
        await page.getByRole('tab', { name: 'Bed' }).waitFor({ timeout: 60_000 });
        fault ??= await leftovers(page);
        if (fault) add(`${name}: ${fault}`);
      } catch (error) {
        add(`${name}: ${String(error).slice(0, 300)}`);
        await mortal.kill();
        page = await mortal.wake();
        await page.goto(`${base}/show/${id}`);
      }
      done[`${kind}, ${end}`] = (done[`${kind}, ${end}`] ?? 0) + 1;
      if ((round + 1) % 50 === 0) console.error(`${round + 1} rounds, ${faults.length} faults`);
    }
  } finally {
    await mortal.end();
  }
  return { rounds: done, faults };
}

async function firstShow(page: Page, base: string, photo: string, song: string): Promise<string> {
  await page.goto(`${base}/health`);
  await page.evaluate(NO_DEMO);
  await page.goto(base);
  await page.getByRole('button', { name: 'New show' }).click();
  await page.getByTestId('files: Add photos and clips').setInputFiles([photo]);
  await page.getByTestId('picture 1').waitFor();
  await page.getByRole('tab', { name: 'Bed' }).click();
  await page.getByTestId('files: Add music').setInputFiles([song]);
  await page.getByRole('button', { name: 'Lay it under the show' }).click();
  await page
    .getByTestId(/^part /)
    .first()
    .waitFor();
  await wait(UNSAVED);
  return page.url().split('/').at(-1)!;
}

interface Act {
  readonly page: Page;
  readonly next: () => number;
  readonly id: string;
  readonly song: string;
  readonly work: string;
  readonly round: number;
}

/** Looks at what became of it; null where all is well. */
type Look = (page: Page, ended: number) => Promise<string | null>;
const anything: Look = async () => null;

const title = async (page: Page): Promise<string> => {
  await page.getByRole('tab', { name: 'Bed' }).waitFor({ timeout: 60_000 });
  return (await page.getByRole('heading', { level: 1 }).textContent()) ?? '';
};

async function rename(page: Page, to: string): Promise<void> {
  await page.getByRole('button', { name: /^Rename/ }).click();
  await page.getByRole('textbox', { name: 'Title of the show' }).fill(to);
  await page.keyboard.press('Enter');
  await page.getByRole('heading', { level: 1, name: to, exact: true }).waitFor({ state: 'attached' });
}

const ACTS: Readonly<Record<Kind, (act: Act) => Promise<Look>>> = {
  async edit({ page, next, round }) {
    const made: { readonly name: string; readonly at: number }[] = [{ name: await title(page), at: 0 }];
    for (let i = Math.floor(next() * 4); i >= 0; i -= 1) {
      const name = `Round ${round}, edit ${i}`;
      await rename(page, name);
      made.push({ name, at: Date.now() });
      await wait(next() * 400);
    }
    return async (after, ended) => {
      const due = made.filter(({ at }) => at < ended - UNSAVED).length - 1;
      const there = await title(after);
      const kept = made.findIndex(({ name }) => name === there);
      return kept >= due ? null : `“${there}” is there, “${made[due]!.name}” was due`;
    };
  },

  async record({ page, next }) {
    await page.getByRole('tab', { name: 'Voice' }).click();
    await page.keyboard.press('Home');
    await page.getByRole('button', { name: 'Record from the now line' }).click();
    // Who has chosen a microphone before is not asked again.
    const practice = page.getByRole('button', { name: 'Practice microphone' });
    const start = page.getByRole('button', { name: 'Start recording' });
    await practice.or(start).first().waitFor();
    if (await practice.isVisible()) await practice.click();
    await start.click();
    const bar = page.getByLabel('Recording', { exact: true });
    const said = bar.getByText(/^\d:\d\d\.\d$/);
    await said.waitFor();
    await wait(next() * 2_000);
    // What the bar says that it has heard, by the clock of the sound: that of the room goes on while a busy machine has no time for sound.
    const heard = Number((await said.textContent())!.split(':')[1]) * 1_000;
    const read = Date.now();
    return async (after, ended) => {
      const kept = await after.evaluate(async () => {
        const root = await navigator.storage.getDirectory();
        const folder = await root.getDirectoryHandle('recordings', { create: true });
        let most = 0;
        for await (const [name, handle] of folder as unknown as AsyncIterable<[string, FileSystemFileHandle]>) {
          if (name.endsWith('.pcm')) most = Math.max(most, (await handle.getFile()).size / 4 / 48);
        }
        for await (const name of (folder as unknown as { keys(): AsyncIterable<string> }).keys()) await folder.removeEntry(name);
        return most;
      });
      const due = heard + (ended - read) - UNHEARD;
      return kept >= due ? null : `${Math.round(kept)} ms of a recording are there, ${Math.round(due)} were due`;
    };
  },

  async intake({ page, song, next, round }) {
    await page.getByRole('tab', { name: 'Bed' }).click();
    await page.getByTestId(/^files: (Add music|Add another piece)$/).setInputFiles([another(song, round)]);
    await wait(next() * 1_500);
    return anything;
  },

  async export({ page, next }) {
    await page.getByRole('tab', { name: 'Finish' }).click();
    await page.getByRole('button', { name: 'Save the sound alone', exact: true }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'Save the sound' }).click();
    await wait(next() * 500);
    return anything;
  },

  async work({ page, work, next }) {
    await page.getByRole('button', { name: 'Back to the shows' }).click();
    await page.getByTestId('files: Open a file').setInputFiles([work]);
    await wait(next() * 1_000);
    return async (after) => {
      const broken = after.getByText('A damaged show');
      if (new URL(after.url()).pathname === '/') return (await broken.count()) > 0 ? 'a show in the list is damaged' : null;
      return null;
    };
  },

  async full({ page, song, next, round }) {
    const session = await page.context().newCDPSession(page);
    const origin = new URL(page.url()).origin;
    const { usage } = await session.send('Storage.getUsageAndQuota', { origin });
    await session.send('Storage.overrideQuotaForOrigin', { origin, quotaSize: usage + Math.round(next() * 4e6) });
    await page.getByRole('tab', { name: 'Bed' }).click();
    await page.getByTestId(/^files: (Add music|Add another piece)$/).setInputFiles([another(song, round)]);
    await wait(next() * 2_000);
    await session.send('Storage.overrideQuotaForOrigin', { origin });
    return anything;
  },
};

/** What is half-written does not stay: looked at once the visit that tidies up has begun. */
async function leftovers(page: Page): Promise<string | null> {
  for (let looks = 0; looks < 50; looks += 1) {
    const left = await page.evaluate(async () => {
      const root = await navigator.storage.getDirectory();
      const names: string[] = [];
      for (const folder of ['media', 'pcm', 'peaks', 'facts', 'pictures', 'traces', 'written']) {
        const held = await root.getDirectoryHandle(folder, { create: true });
        for await (const name of (held as unknown as { keys(): AsyncIterable<string> }).keys())
          if (folder === 'written' || name.endsWith('.part')) names.push(`${folder}/${name}`);
      }
      return names;
    });
    if (left.length === 0) return null;
    if (looks === 49) return `left behind: ${left.join(', ')}`;
    await wait(200);
  }
  return null;
}
