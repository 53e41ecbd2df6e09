import { fork } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { endBrowser } from './browser';
import { holds, row, type Figure, type Part } from './figure';
import { PARTS } from './parts';

const given = (name: string): string | undefined => {
  const at = process.argv.indexOf(name);
  return at < 0 ? undefined : process.argv[at + 1];
};

/** Measures a part in a process of its own, which ends with all that it has started when its time is over. Gives why it failed, or null. */
function measured({ name, limit }: Part, take: (figure: Figure) => void): Promise<string | null> {
  // A group of its own: browsers and servers die with it.
  const child = fork(resolve('bench/part.ts'), [name], { detached: true, stdio: ['ignore', 'inherit', 'inherit', 'ipc'] });
  child.on('message', (figure) => take(figure as Figure));
  return new Promise((done) => {
    let late = false;
    const timer = setTimeout(() => {
      late = true;
      process.kill(-child.pid!, 'SIGKILL');
    }, limit * 1000);
    child.on('exit', (code) => {
      clearTimeout(timer);
      done(late ? `took longer than its ${limit} s` : code === 0 ? null : `ended with ${code}`);
    });
  });
}

/** Each part once in its smallest form: the numbers do not count, but each must be one. All in this process, which is quicker. */
async function small(parts: readonly Part[]): Promise<string[]> {
  const faults: string[] = [];
  for (const { name, measure } of parts) {
    const since = Date.now();
    try {
      const figures = await measure('small');
      if (figures.length === 0) faults.push(`${name}: gave no figure`);
      for (const figure of figures) if (!Number.isFinite(figure.value)) faults.push(`${name}: “${figure.name}” is no number`);
    } catch (error) {
      faults.push(`${name}: ${error instanceof Error ? error.message : String(error)}`);
    }
    console.log(`${name}: ${((Date.now() - since) / 1000).toFixed(1)} s`);
  }
  await endBrowser();
  return faults;
}

async function full(parts: readonly Part[]): Promise<string[]> {
  const faults: string[] = [];
  const figures: (Figure & { readonly part: string })[] = [];
  const file = given('--json');
  for (const part of parts) {
    const failed = await measured(part, (figure) => {
      console.log(row(figure));
      figures.push({ ...figure, part: part.name });
      if (holds(figure) === false) faults.push(`MISSED  ${row(figure).replace(/\s+/g, ' ')}`);
      if (file) writeFileSync(file, JSON.stringify(figures, null, 2));
    });
    if (failed) faults.push(`FAILED  ${part.name}: ${failed}`);
    if (failed) console.log(faults.at(-1));
  }
  return faults;
}

/** `npm run bench [-- --only NAME] [--json FILE]`, or `--small`. Ends with 1 where a bound is missed or a part fails, and lists those at its end. */
async function main(): Promise<void> {
  const only = given('--only');
  const parts = PARTS.filter(({ name }) => only === undefined || name === only);
  if (parts.length === 0) {
    console.error(`There is no part called “${only}”. There are: ${PARTS.map(({ name }) => name).join(', ')}.`);
    process.exitCode = 2;
    return;
  }
  const since = Date.now();
  const isSmall = process.argv.includes('--small');
  const faults = await (isSmall ? small(parts) : full(parts));
  console.log(`\nAll of it took ${Math.round((Date.now() - since) / 1000)} s.`);
  console.log(
    faults.length === 0
      ? isSmall
        ? 'Every part gave its figures.'
        : 'Every bound holds.'
      : `${faults.length} missed or failed:\n${faults.join('\n')}`,
  );
  process.exitCode = faults.length === 0 ? 0 : 1;
}

void main();
