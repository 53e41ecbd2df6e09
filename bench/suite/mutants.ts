import { readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { MutantResult } from '@stryker-mutator/api/core';
import { random } from '../torture/rounds';

/** Rooms on which everything else stands. */
const ROOMS = ['core/level', 'core/mix', 'core/show/edits', 'core/fit/splice.ts', 'session/open'];
const FEWEST = 400;
/** Of all mutants that count, so many are to be found, %. */
const WANTED = 85;
const SEED = 31;

interface Place {
  readonly file: string;
  readonly start: { readonly line: number; readonly column: number };
  readonly end: { readonly line: number; readonly column: number };
}

const filesOf = (path: string): string[] =>
  statSync(path).isDirectory()
    ? readdirSync(path).flatMap((name) => filesOf(join(path, name)))
    : path.endsWith('.ts') && !path.endsWith('.test.ts') && !path.endsWith('.wasm.ts')
      ? [path]
      : [];

/** Every place at which a mutant may stand. */
async function places(): Promise<Place[]> {
  const { Instrumenter } = await import('@stryker-mutator/instrumenter');
  const silent = () => undefined;
  const no = () => false;
  const logger = {
    ...{ isTraceEnabled: no, isDebugEnabled: no, isInfoEnabled: no, isWarnEnabled: no, isErrorEnabled: no, isFatalEnabled: no },
    ...{ trace: silent, debug: silent, info: silent, warn: silent, error: silent, fatal: silent },
  };
  const files = ROOMS.flatMap(filesOf).map((name) => ({ name, mutate: true, content: readFileSync(name, 'utf8') }));
  const options = { excludedMutations: [], plugins: null, ignorers: [] };
  const { mutants } = await new Instrumenter(logger).instrument(files, options);
  return mutants.map(({ fileName, location: { start, end } }) => ({ file: fileName, start, end }));
}

const isWithin = (inner: Place, outer: Place): boolean =>
  inner.file === outer.file &&
  (inner.start.line > outer.start.line || (inner.start.line === outer.start.line && inner.start.column >= outer.start.column)) &&
  (inner.end.line < outer.end.line || (inner.end.line === outer.end.line && inner.end.column <= outer.end.column));

/** Places drawn by lot until enough mutants stand at them; a place brings along those that lie within it, so that very large ones are left out. */
function drawn(all: readonly Place[], count: number): Place[] {
  const next = random(SEED);
  const left = [...all];
  const taken: Place[] = [];
  let mutants = 0;
  while (mutants < count && left.length > 0) {
    const [one] = left.splice(Math.floor(next() * left.length), 1);
    const within = all.filter((other) => isWithin(other, one!)).length;
    if (within > 4 || taken.some((other) => isWithin(one!, other))) continue;
    taken.push(one!);
    mutants += within;
  }
  return taken;
}

/** `npm run bench -- --mutants [--json FILE]`: how many small changes of the code the tests of its room find. */
export async function mutants(file?: string, count = FEWEST * 1.1): Promise<boolean> {
  const { Stryker } = await import('@stryker-mutator/core');
  const all = await places();
  const taken = drawn(all, count);
  const results: MutantResult[] = await new Stryker({
    mutate: taken.map(({ file: name, start, end }) => `${name}:${start.line + 1}:${start.column}-${end.line + 1}:${end.column}`),
    testRunner: 'jest',
    plugins: ['@stryker-mutator/jest-runner'],
    jest: { configFile: 'bench/suite/jest.config.cjs' },
    coverageAnalysis: 'perTest',
    // What is computed once when a module is read would need all tests for each mutant.
    ignoreStatic: true,
    ignorePatterns: ['dist', '.cache', 'test-results', 'docs/screenshots', 'assets', 'public', 'e2e/**/*.spec.ts'],
    concurrency: 2,
    dryRunTimeoutMinutes: 30,
    timeoutMS: 20_000,
    reporters: ['clear-text', 'progress-append-only'],
    clearTextReporter: { allowColor: false, logTests: false, reportTests: false, reportMutants: false, reportScoreTable: true },
    tempDirName: '.cache/stryker',
    disableTypeChecks: true,
    allowEmpty: true,
  }).runMutationTest();
  const found = results.filter(({ status }) => status === 'Killed' || status === 'Timeout');
  const missed = results.filter(({ status }) => status === 'Survived' || status === 'NoCoverage');
  for (const { fileName, location, status, replacement } of missed)
    console.log(`${status}: ${fileName}:${location.start.line + 1}: ${(replacement ?? '').replace(/\s+/g, ' ').slice(0, 120)}`);
  const score = (100 * found.length) / (found.length + missed.length);
  console.log(
    `${all.length} places; ${found.length + missed.length} mutants, ${found.length} found: ${score.toFixed(1)} % (at least ${WANTED})`,
  );
  if (file) writeFileSync(file, JSON.stringify(results, null, 1));
  return score >= WANTED && found.length + missed.length >= FEWEST;
}
