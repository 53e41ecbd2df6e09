// What `npm test` and `npm run check` count and say: what passed, what failed and why, and where the time went.
import { existsSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { root } from './ground.mjs';

/** What dependency-cruiser is asked: it knows the floors and their rooms. */
export const IMPORTS = [
  ...['--config', '.dependency-cruiser.cjs'],
  ...['app', 'ui', 'session', 'engine', 'words', 'core', 'server', 'cli', 'demo', 'repertoire'],
];

/** Lines of a failure that are said once more at the end: the log before it is long. */
const LINES = 20;
/** So many files are named as the slowest. */
const SLOWEST = 12;

const seconds = (ms) => `${(ms / 1000).toFixed(1).padStart(7)} s`;

export class Report {
  passed = 0;
  failed = 0;
  failures = [];
  steps = [];
  files = [];

  constructor(began = Date.now()) {
    this.began = began;
  }

  fail(where, why) {
    // What broke a property stands behind its counterexample, however long that is.
    const lines = why
      .replace(/\u001b\[[0-9;]*m/g, '')
      .split('\n')
      .filter((line, index) => index < LINES || line.startsWith('Got '));
    this.failures.push(`${where}\n${lines.map((line) => `    ${line}`).join('\n')}`);
  }

  /** Runs one step, `work`, which gives how much passed and failed in it; steps may run beside each other. */
  async step(name, work) {
    console.log(`\n— ${name} (${Math.round((Date.now() - this.began) / 1000)} s in)`);
    const since = Date.now();
    const { passed, failed } = await work();
    this.steps.push({ name, took: Date.now() - since });
    this.passed += passed;
    this.failed += failed;
    if (failed > 0 && !this.failures.some((one) => one.startsWith(name))) this.fail(name, 'failed; its own output above says why');
  }

  /** Counts from a runner's report; a runner that wrote none has failed. */
  counted(path, status, count) {
    if (!existsSync(path)) return { passed: 0, failed: 1 };
    const { passed, failed } = count(JSON.parse(readFileSync(path, 'utf8')));
    return { passed, failed: status !== 0 && failed === 0 ? 1 : failed };
  }

  jest(path, status) {
    return this.counted(path, status, (json) => {
      for (const file of json.testResults) {
        const name = relative(root, file.name);
        // A file that could not be loaded has no times.
        if (file.endTime > file.startTime) this.files.push({ name, took: file.endTime - file.startTime });
        const broken = file.assertionResults.filter((one) => one.status === 'failed');
        for (const one of broken) this.fail(`Jest: ${name}: ${one.fullName}`, one.failureMessages.join('\n'));
        if (file.status === 'failed' && broken.length === 0) this.fail(`Jest: ${name}`, file.message);
      }
      return { passed: json.numPassedTests, failed: json.numFailedTests + json.numRuntimeErrorTestSuites };
    });
  }

  playwright(path, status) {
    return this.counted(path, status, ({ suites, stats, errors }) => {
      for (const { message } of errors) this.fail('Playwright', message ?? '');
      const took = new Map();
      const look = (suite) => {
        for (const spec of suite.specs ?? []) {
          const results = spec.tests.flatMap((one) => one.results);
          took.set(
            spec.file,
            results.reduce((sum, { duration }) => sum + duration, took.get(spec.file) ?? 0),
          );
          for (const { message } of spec.ok ? [] : results.flatMap((one) => one.errors))
            this.fail(`Playwright: ${spec.file}:${spec.line}: ${spec.title}`, message ?? '');
        }
        for (const inner of suite.suites ?? []) look(inner);
      };
      for (const suite of suites) look(suite);
      for (const [file, ms] of took) this.files.push({ name: `e2e/${file}`, took: ms });
      return { passed: stats.expected, failed: stats.unexpected + stats.flaky };
    });
  }

  /** What set-up cost inside the steps: the tests note it as they go, a line each. */
  setUp() {
    const path = join(root, 'test-results/costs.jsonl');
    if (!existsSync(path)) return [];
    const sums = new Map();
    for (const line of readFileSync(path, 'utf8').trim().split('\n')) {
      const { what, ms } = JSON.parse(line);
      const { count = 0, took = 0 } = sums.get(what) ?? {};
      sums.set(what, { count: count + 1, took: took + ms });
    }
    return [...sums].map(([what, { count, took }]) => ({ name: `${what} (${count} times)`, took }));
  }

  /** Says what failed, where the time went, and as the last line the counts. */
  end() {
    if (this.failures.length > 0) console.log(`\n— What failed\n${this.failures.join('\n\n')}`);
    const rows = (title, list) => {
      if (list.length > 0) console.log(`\n— ${title}\n${list.map(({ name, took }) => `${seconds(took)}  ${name}`).join('\n')}`);
    };
    rows('Where the time went: the steps', this.steps);
    rows(`The ${SLOWEST} slowest files`, this.files.sort((a, b) => b.took - a.took).slice(0, SLOWEST));
    rows('What set-up cost in them', this.setUp());
    console.log(`\nAll of it took ${Math.round((Date.now() - this.began) / 1000)} s.`);
    console.log(`${this.passed} passed, ${this.failed} failed`);
    process.exitCode = this.failed === 0 ? 0 : 1;
  }
}

/** A check that passes or fails as a whole. */
export const whole = (status) => (status === 0 ? { passed: 1, failed: 0 } : { passed: 0, failed: 1 });
