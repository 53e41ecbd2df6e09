// `npm test`: types, lint, Jest, and Playwright on the built application. Installs what is missing first. The last line is
// `N passed, N failed`.
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join, relative } from 'node:path';
import { ensureDemo, ensurePackages, ensureSite, give, node, root, run, tool } from './ground.mjs';

const DEBIAN = [
  { name: 'chromium', path: '/usr/bin/chromium' },
  { name: 'ffmpeg', path: '/usr/bin/ffmpeg' },
  { name: 'sox', path: '/usr/bin/sox' },
  { name: 'espeak-ng', path: '/usr/bin/espeak-ng' },
  { name: 'flite', path: '/usr/bin/flite' },
  { name: 'unzip', path: '/usr/bin/unzip' },
  { name: 'python3', path: '/usr/bin/python3' },
  // The other engines (e2e/engines.spec.ts), an output that nobody hears, and a screen that nobody sees.
  { name: 'firefox-esr', path: '/usr/bin/firefox-esr' },
  { name: 'webkit2gtk-driver', path: '/usr/bin/WebKitWebDriver' },
  { name: 'gstreamer1.0-plugins-good', path: '/usr/lib/x86_64-linux-gnu/gstreamer-1.0/libgstvpx.so' },
  { name: 'gstreamer1.0-pulseaudio', path: '/usr/lib/x86_64-linux-gnu/gstreamer-1.0/libgstpulseaudio.so' },
  { name: 'pulseaudio', path: '/usr/bin/pulseaudio' },
  { name: 'xvfb', path: '/usr/bin/Xvfb' },
];

function ensureDebianPackages() {
  const missing = DEBIAN.filter(({ path }) => !existsSync(path)).map(({ name }) => name);
  if (missing.length === 0) return;
  const sentence = `These Debian packages are missing: ${missing.join(', ')}. Install them with: apt-get install ${missing.join(' ')}`;
  if (process.getuid?.() !== 0 || !existsSync('/usr/bin/apt-get')) give(sentence);
  console.log(`Installing ${missing.join(', ')} …`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const quiet = { env, stdio: ['ignore', 'ignore', 'inherit'] };
  run('apt-get', ['update', '-q'], quiet);
  if (run('apt-get', ['install', '-y', '-q', '--no-install-recommends', ...missing], quiet) !== 0) give(sentence);
}

const tally = { passed: 0, failed: 0 };
/** What failed and why, said once more at the end: the log before it is long. */
const failures = [];
const LINES = 20;

function fail(where, why) {
  // What broke a property stands behind its counterexample, however long that is.
  const lines = why
    .replace(/\u001b\[[0-9;]*m/g, '')
    .split('\n')
    .filter((line, index) => index < LINES || line.startsWith('Got '));
  failures.push(`${where}\n${lines.map((line) => `    ${line}`).join('\n')}`);
}

const began = Date.now();

function step(name, work) {
  console.log(`\n— ${name} (${Math.round((Date.now() - began) / 1000)} s in)`);
  const { passed, failed } = work();
  tally.passed += passed;
  tally.failed += failed;
  if (failed > 0 && !failures.some((one) => one.startsWith(name))) fail(name, 'failed; its own output above says why');
}

/** A check that passes or fails as a whole. */
const whole = (status) => (status === 0 ? { passed: 1, failed: 0 } : { passed: 0, failed: 1 });

/** Counts from a runner's report; a runner that wrote none has failed. */
function counted(report, status, count) {
  if (!existsSync(report)) return { passed: 0, failed: 1 };
  const { passed, failed } = count(JSON.parse(readFileSync(report, 'utf8')));
  return { passed, failed: status !== 0 && failed === 0 ? 1 : failed };
}

ensurePackages();
ensureDebianPackages();
rmSync(join(root, 'test-results'), { recursive: true, force: true });
mkdirSync(join(root, 'test-results'));

step('Types', () => whole(node(['scripts/types.mjs'])));
step('Lint', () => whole(node([tool('eslint'), '.', '--max-warnings', '0'])));
step('Import directions', () =>
  whole(
    node([
      tool('dependency-cruiser:depcruise'),
      '--config',
      '.dependency-cruiser.cjs',
      'app',
      'ui',
      'session',
      'engine',
      'words',
      'core',
      'server',
      'cli',
      'demo',
      'repertoire',
    ]),
  ),
);
step('Formatting', () => whole(node([tool('prettier'), '--check', '--log-level', 'warn', '.'])));
step('The built application', () => {
  ensureSite();
  ensureDemo();
  return { passed: 0, failed: 0 };
});
step('Jest', () => {
  const report = join(root, 'test-results/jest.json');
  const status = node([tool('jest'), '--json', '--outputFile', report], { stdio: ['ignore', 'ignore', 'inherit'] });
  return counted(report, status, (json) => {
    for (const file of json.testResults) {
      const broken = file.assertionResults.filter((one) => one.status === 'failed');
      for (const one of broken) fail(`Jest: ${relative(root, file.name)}: ${one.fullName}`, one.failureMessages.join('\n'));
      if (file.status === 'failed' && broken.length === 0) fail(`Jest: ${relative(root, file.name)}`, file.message);
    }
    return { passed: json.numPassedTests, failed: json.numFailedTests + json.numRuntimeErrorTestSuites };
  });
});
step('Playwright', () => {
  const report = join(root, 'test-results/e2e.json');
  const status = node([tool('@playwright/test:playwright'), 'test']);
  return counted(report, status, ({ suites, stats }) => {
    const look = (suite) => {
      for (const spec of suite.specs ?? []) {
        for (const { message } of spec.ok ? [] : spec.tests.flatMap((one) => one.results.flatMap(({ errors }) => errors)))
          fail(`Playwright: ${spec.file}:${spec.line}: ${spec.title}`, message ?? '');
      }
      for (const inner of suite.suites ?? []) look(inner);
    };
    for (const suite of suites) look(suite);
    return { passed: stats.expected, failed: stats.unexpected + stats.flaky };
  });
});

if (failures.length > 0) console.log(`\n— What failed\n${failures.join('\n\n')}`);
console.log(`\nAll of it took ${Math.round((Date.now() - began) / 1000)} s.`);
console.log(`${tally.passed} passed, ${tally.failed} failed`);
process.exitCode = tally.failed === 0 ? 0 : 1;
