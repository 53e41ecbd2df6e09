// `npm test`: types, lint, Jest, Playwright on the built application, and each figure of the bench once in its smallest form. Installs what
// is missing first. It ends with where the time went; the last line is `N passed, N failed`.
import { mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureDebianPackages } from './debian.mjs';
import { ensurePackages, node, nodeBeside, root, tool } from './ground.mjs';
import { IMPORTS, Report, whole } from './report.mjs';

const began = Date.now();
ensurePackages();
ensureDebianPackages();
rmSync(join(root, 'test-results'), { recursive: true, force: true });
mkdirSync(join(root, 'test-results'));

const report = new Report(began);
let built = false;
// Two lanes for two cores: what stands on the built application, and what is read and computed. The browser tests keep both cores busy by themselves.
await Promise.all([
  (async () => {
    await report.step('The built application', async () => {
      const { status } = await nodeBeside(['scripts/build.mjs']);
      built = status === 0;
      return whole(status);
    });
    await report.step('Bench, each part once in its smallest form', async () => {
      if (!built) return whole(1);
      return whole((await nodeBeside([tool('tsx'), '--expose-gc', 'bench/main.ts', '--small'])).status);
    });
  })(),
  (async () => {
    await report.step('Types', async () => whole((await nodeBeside(['scripts/types.mjs'])).status));
    await report.step('Lint', async () => whole((await nodeBeside([tool('eslint'), '.', '--max-warnings', '0'])).status));
    await report.step('Import directions', async () =>
      whole((await nodeBeside([tool('dependency-cruiser:depcruise'), ...IMPORTS])).status),
    );
    await report.step('Formatting', async () =>
      whole((await nodeBeside([tool('prettier'), '--check', '--log-level', 'warn', '.'])).status),
    );
    await report.step('Jest', async () => {
      const path = join(root, 'test-results/jest.json');
      const { status } = await nodeBeside([tool('jest'), '--json', '--outputFile', path]);
      return report.jest(path, status);
    });
  })(),
]);
await report.step('Playwright', () => {
  const path = join(root, 'test-results/e2e.json');
  return built ? report.playwright(path, node([tool('@playwright/test:playwright'), 'test'])) : whole(1);
});
report.end();
