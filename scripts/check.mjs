// `npm run check [-- --since REF]`: what a change touches, and no more: its types, its lint, the Jest tests that stand on it, and the browser
// tests of the rooms that changed (e2e/rooms.json). Without REF the change is what is not committed, or else the last commit.
// `--tests` leaves out all that only reads the code; `--first` ends with the first test that fails.
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, readdirSync, rmSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import { ensureDebianPackages } from './debian.mjs';
import { ensurePackages, node, nodeBeside, root, tool } from './ground.mjs';
import { IMPORTS, Report, whole } from './report.mjs';

const git = (...args) => spawnSync('git', args, { cwd: root, encoding: 'utf8' }).stdout.split('\n').filter(Boolean);

function changedFiles() {
  const at = process.argv.indexOf('--since');
  const against = (ref) => [...git('diff', '--name-only', ref), ...git('ls-files', '--others', '--exclude-standard')];
  const changed = against(at < 0 ? 'HEAD' : process.argv[at + 1]);
  return changed.length > 0 || at >= 0 ? changed : against('HEAD~1');
}

/** The browser tests that import a file of e2e/ or tests/, themselves or through others. */
function specsAbove(file) {
  const files = ['e2e', 'tests', 'e2e/engines'].flatMap((folder) => readdirSync(join(root, folder)).map((name) => join(folder, name)));
  const sources = new Map(files.filter((name) => name.endsWith('.ts')).map((name) => [name, readFileSync(join(root, name), 'utf8')]));
  const found = new Set([file]);
  for (let before = 0; before < found.size;) {
    before = found.size;
    for (const [name, text] of sources) {
      const imported = [...text.matchAll(/from '(\.[^']+)'/g)].map(([, path]) => `${relative(root, join(root, dirname(name), path))}.ts`);
      if (imported.some((one) => found.has(one))) found.add(name);
    }
  }
  return [...found].filter((name) => name.endsWith('.spec.ts')).map((name) => name.slice('e2e/'.length, -'.spec.ts'.length));
}

/** The browser tests of what changed. */
function specsOf(changed) {
  const rooms = JSON.parse(readFileSync(join(root, 'e2e/rooms.json'), 'utf8'));
  const inRoom = (file) => Object.keys(rooms).filter((room) => file === room || file.startsWith(`${room}/`));
  return [
    ...new Set(
      changed.flatMap((file) => {
        if (/\.test\.tsx?$/.test(file)) return [];
        return /^(e2e|tests)\//.test(file) ? specsAbove(file) : inRoom(file).flatMap((room) => rooms[room]);
      }),
    ),
  ].sort();
}

const began = Date.now();
ensurePackages();
ensureDebianPackages();
rmSync(join(root, 'test-results'), { recursive: true, force: true });
mkdirSync(join(root, 'test-results'));

const changed = changedFiles().filter((file) => existsSync(join(root, file)));
const code = changed.filter((file) => /\.(ts|tsx|js|mjs|cjs)$/.test(file));
const specs = specsOf(changed);
console.log(`${changed.length} files changed; browser tests: ${specs.join(', ') || 'none'}.`);

const first = process.argv.includes('--first');
const report = new Report(began);
let built = true;

const build = async () => {
  if (specs.length === 0) return;
  await report.step('The built application', async () => {
    built = (await nodeBeside(['scripts/build.mjs'])).status === 0;
    return whole(built ? 0 : 1);
  });
};

const read = async () => {
  if (code.length > 0) {
    await report.step('Types', async () => whole((await nodeBeside(['scripts/types.mjs'])).status));
    await report.step('Lint', async () =>
      whole((await nodeBeside([tool('eslint'), '--max-warnings', '0', '--no-warn-ignored', ...code])).status),
    );
    await report.step('Import directions', async () =>
      whole((await nodeBeside([tool('dependency-cruiser:depcruise'), ...IMPORTS])).status),
    );
  }
  if (changed.length > 0)
    await report.step('Formatting', async () =>
      whole((await nodeBeside([tool('prettier'), '--check', '--ignore-unknown', '--log-level', 'warn', ...changed])).status),
    );
};

const jest = async () => {
  if (code.length === 0) return;
  await report.step('Jest', () => {
    const path = join(root, 'test-results/jest.json');
    const options = ['--passWithNoTests', ...(first ? ['--bail'] : []), '--json', '--outputFile', path, '--findRelatedTests', ...code];
    return report.jest(path, node([tool('jest'), ...options], { stdio: ['ignore', 'ignore', 'inherit'] }));
  });
};

const browser = async () => {
  if (specs.length === 0) return;
  await report.step('Playwright', () => {
    const path = join(root, 'test-results/e2e.json');
    const files = specs.map((name) => `/${name}\\.spec\\.ts$`);
    const options = ['test', ...(first ? ['-x'] : []), ...files];
    return built ? report.playwright(path, node([tool('@playwright/test:playwright'), ...options])) : whole(1);
  });
};

// The two that keep both cores busy go by themselves.
const steps = process.argv.includes('--tests') ? [jest, build, browser] : [() => Promise.all([build(), read()]), jest, browser];
for (const step of steps) if (!first || report.failed === 0) await step();
report.end();
