import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { LIMITS, type Show } from '../../core/show';
import { NO_DEMO } from '../../e2e/seeded';
import { zipOf } from '../../e2e/work';
import { showOf } from '../../tests/shows';
import type { Figure } from '../figure';
import { Mortal } from './browser';
import { largest } from './mutants';

/** Looked at this often, ms, and waited for this long. */
const LOOK = 50;
const LONGEST = 30_000;
const MOST = 1_000;

/** Show files that are small and hold very much: each as large as a bound allows, or far beyond it. */
function files(folder: string): { readonly name: string; readonly path: string }[] {
  const show = showOf([10], 9);
  const [part] = show.parts;
  const withParts = (count: number, spans: number, pins: number) => {
    const one = {
      ...part!,
      spans: Array.from({ length: spans }, () => part!.spans[0]!),
      pins: Array.from({ length: pins }, (_, at) => ({ at: at / 100, gain: 0 })),
    };
    // Put together as text: as objects the largest of them would not fit into the memory of this process either.
    const text = JSON.stringify(one);
    const parts = Array.from({ length: count }, (_, i) => text.replace(`"${part!.id}"`, `"part-${i}"`)).join(',');
    return JSON.stringify({ ...show, parts: [] } satisfies Show).replace('"parts":[]', () => `"parts":[${parts}]`);
  };
  const packed = (name: string, text: string) => ({
    name,
    path: zipOf({ 'show.json': text }, join(folder, `hostile-${name.replace(/\W+/g, '-')}.zip`), true),
  });
  const { spans, pins } = LIMITS.whole;
  return [
    packed('2,000 parts of 300 passages', withParts(2_000, 300, 0)),
    packed('20,000 parts of 300 passages', withParts(20_000, 300, 0)),
    packed('as many passages as there may be', withParts(100, spans / 100, 0)),
    packed('as many pins as there may be', withParts(100, 1, pins / 100)),
    packed('300 MB of spaces', ' '.repeat(3e8)),
  ];
}

/** How long each takes to be refused or opened, and what the largest process of the browser takes meanwhile. */
export async function hostile(base: string): Promise<Figure[]> {
  const figures: Figure[] = [];
  const folder = mkdtempSync(join(tmpdir(), 'rain-bed-hostile-'));
  for (const { name, path } of files(folder)) {
    const mortal = new Mortal(base);
    try {
      const page = await mortal.wake();
      await page.goto(`${base}/health`);
      await page.evaluate(NO_DEMO);
      await page.goto(base);
      await page.getByRole('button', { name: 'New show' }).waitFor();
      const idle = largest(mortal.group);
      let most = idle;
      const watch = setInterval(() => (most = Math.max(most, largest(mortal.group))), LOOK);
      const since = performance.now();
      await page.getByTestId('files: Open a file').setInputFiles(path);
      const end = page.getByRole('alert').or(page.getByRole('button', { name: 'Show it' }));
      await end.first().waitFor({ timeout: 10 * LONGEST });
      const took = performance.now() - since;
      clearInterval(watch);
      const said = (await end.first().textContent()) ?? '';
      figures.push({ name: `Opening ${name} (${said.slice(0, 60)}…)`, value: took, unit: 'ms', wanted: { most: LONGEST } });
      figures.push({ name: `  memory, at most (${Math.round(idle / 1e6)} before)`, value: most / 1e6, unit: 'MB', wanted: { most: MOST } });
    } finally {
      await mortal.end();
    }
  }
  rmSync(folder, { recursive: true });
  return figures;
}
