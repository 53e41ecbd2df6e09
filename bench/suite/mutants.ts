import { readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { MutantResult } from '@stryker-mutator/api/core';
import { random } from '../torture/rounds';

/** Rooms on which everything else stands, and the tests that are theirs: what another room's tests find by accident does not count. Levels are heard in the mix. */
const ROOMS = [
  { code: 'core/level', tests: 'core/level' },
  { code: 'core/mix', tests: 'core/mix' },
  { code: 'core/show/edits', tests: 'core/show' },
  { code: 'core/fit/splice.ts', tests: 'core/fit' },
  { code: 'session/open', tests: 'session/{open,shows}' },
] as const;
const FEWEST = 400;
/** Some drawn ones turn out to be none, or to need all tests. */
const SPARE = 40;
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
  const files = ROOMS.flatMap(({ code }) => filesOf(code)).map((name) => ({ name, mutate: true, content: readFileSync(name, 'utf8') }));
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

/** Changes the code at these places, one at a time, and runs the tests of the room. */
async function tried(places: readonly Place[], tests: string): Promise<MutantResult[]> {
  const { Stryker } = await import('@stryker-mutator/core');
  process.env.RAIN_BED_ROOM = tests;
  return new Stryker({
    mutate: places.map(({ file: name, start, end }) => `${name}:${start.line + 1}:${start.column}-${end.line + 1}:${end.column}`),
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
    reporters: ['progress-append-only'],
    tempDirName: '.cache/stryker',
    disableTypeChecks: true,
    allowEmpty: true,
  }).runMutationTest();
}

/** `npm run bench -- --mutants [--only ROOM] [--json FILE]`: how many small changes of the code the tests of its room find. */
async function main(): Promise<void> {
  const given = (name: string) => (process.argv.includes(name) ? process.argv[process.argv.indexOf(name) + 1] : undefined);
  const [only, file] = [given('--only'), given('--json')];
  const all = await places();
  const taken = drawn(all, FEWEST + SPARE);
  const results: MutantResult[] = [];
  for (const { code, tests } of ROOMS) {
    if (only !== undefined && only !== code) continue;
    const mine = taken.filter((one) => one.file.startsWith(code));
    results.push(...(await tried(mine, tests)));
    if (file) writeFileSync(file, JSON.stringify(results, null, 1));
  }
  const isFound = ({ status }: MutantResult) => status === 'Killed' || status === 'Timeout';
  const counted = results.filter((one) => isFound(one) || one.status === 'Survived' || one.status === 'NoCoverage');
  for (const { fileName, location, status, replacement } of counted.filter((one) => !isFound(one)))
    console.log(`${status}: ${fileName}:${location.start.line}: ${(replacement ?? '').replace(/\s+/g, ' ').slice(0, 120)}`);
  const scoreOf = (of: readonly MutantResult[]) => (100 * of.filter(isFound).length) / of.length;
  for (const { code } of ROOMS) {
    const of = counted.filter(({ fileName }) => fileName.includes(code));
    console.log(`${code}: ${of.length} mutants, ${scoreOf(of).toFixed(1)} % found`);
  }
  console.log(`${all.length} places; ${counted.length} mutants, ${scoreOf(counted).toFixed(1)} % found (at least ${WANTED})`);
  process.exitCode = scoreOf(counted) >= WANTED && counted.length >= FEWEST ? 0 : 1;
}

void main();
