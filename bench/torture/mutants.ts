import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { Mortal } from './browser';
import { random, type Outcome } from './rounds';

/** No file takes longer to be taken in or refused, ms. */
const LONGEST = 30_000;
/** No process of the browser takes more, bytes. */
const MOST = 1e9;
const BATCH = 10;

/** A file with something done to it: cut off, bytes changed, a block of zeros, bytes lost or added. */
export function mutated(bytes: Buffer, next: () => number): Buffer {
  const at = () => Math.floor(next() ** 2 * bytes.length);
  switch (Math.floor(next() * 5)) {
    case 0:
      return bytes.subarray(0, Math.max(1, at()));
    case 1: {
      const changed = Buffer.from(bytes);
      for (let i = 1 + Math.floor(next() * 20); i > 0; i -= 1) changed[at()] = Math.floor(next() * 256);
      return changed;
    }
    case 2: {
      const from = at();
      return Buffer.from(bytes).fill(0, from, Math.min(bytes.length, from + 1 + Math.floor(next() * 4096)));
    }
    case 3: {
      const from = at();
      return Buffer.concat([bytes.subarray(0, from), bytes.subarray(from + 1 + Math.floor(next() * 64))]);
    }
    default: {
      const from = at();
      const added = Buffer.from(Array.from({ length: 1 + Math.floor(next() * 64) }, () => Math.floor(next() * 256)));
      return Buffer.concat([bytes.subarray(0, from), added, bytes.subarray(from)]);
    }
  }
}

/** Mutated media through the intake of one page: no file hangs it, none ends the tab, and each one that does not come in has a sentence. */
export async function mutants({
  base,
  count,
  seed,
  files,
}: {
  base: string;
  count: number;
  seed: number;
  files: readonly string[];
}): Promise<Outcome> {
  const next = random(seed);
  const faults: string[] = [];
  const done: Record<string, number> = {};
  const mortal = new Mortal(base);
  const folder = mkdtempSync(join(tmpdir(), 'rain-bed-mutants-'));
  try {
    const open = async () => {
      const page = await mortal.wake();
      await page.route('**/demo/**', (route) => route.abort());
      await page.goto(base);
      await page.getByRole('button', { name: 'New show' }).click();
      await page.getByTestId('files: Add photos and clips').waitFor({ state: 'attached' });
      return page;
    };
    let page = await open();
    for (let from = 0; from < count; from += BATCH) {
      const batch = Array.from({ length: Math.min(BATCH, count - from) }, (_, i) => {
        const path = files[Math.floor(next() * files.length)]!;
        const ending = path.split('.').at(-1)!;
        done[ending] = (done[ending] ?? 0) + 1;
        const mutant = join(folder, `${from + i}-${basename(path)}`);
        writeFileSync(mutant, mutated(readFileSync(path), next));
        return mutant;
      });
      const where = `files ${from} to ${from + batch.length - 1} (seed ${seed})`;
      try {
        const began = Date.now();
        await page.getByTestId(/^files: (Add photos and clips|Add more)/).setInputFiles(batch);
        await page.waitForFunction(() => !document.querySelector('[role=progressbar]'), undefined, {
          timeout: LONGEST * batch.length,
          polling: 200,
        });
        for (const path of batch) rmSync(path);
        const each = (Date.now() - began) / batch.length;
        if (each > LONGEST) faults.push(`${where}: ${Math.round(each / 1000)} s a file`);
        const most = largest(mortal.group);
        if (most > MOST) faults.push(`${where}: ${Math.round(most / 1e6)} MB`);
      } catch (error) {
        faults.push(`${where}: ${String(error).slice(0, 200)}`);
        await mortal.kill();
        page = await open();
      }
    }
  } finally {
    await mortal.end();
    rmSync(folder, { recursive: true, force: true });
  }
  return { rounds: done, faults };
}

/** The memory of the largest process of a group, bytes. */
function largest(group: number): number {
  const rows = execFileSync('ps', ['-eo', 'pgid=,rss='], { encoding: 'utf8' }).trim().split('\n');
  return Math.max(
    0,
    ...rows.map((row) => row.trim().split(/\s+/).map(Number)).flatMap(([id, kilobytes]) => (id === group ? [kilobytes! * 1024] : [])),
  );
}
