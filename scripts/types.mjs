// Type-checks the floors, each against its own library: the core sees no browser, the workers no page. What has the same library is checked together,
// so that nothing is looked at twice. Two at a time, the largest first; what has not changed since the last time is not looked at again.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { root, tool } from './ground.mjs';

const PROGRAMS = ['tsconfig.tests.json', 'ui', 'engine/tsconfig.worker.json', 'server', 'core'];
const waiting = [...PROGRAMS];
let failed = 0;

const check = (program) =>
  new Promise((done) => {
    const child = spawn(
      process.execPath,
      [
        tool('typescript:tsc'),
        '-p',
        program,
        '--incremental',
        '--tsBuildInfoFile',
        join(root, '.cache/types', `${program.replaceAll('/', '-')}.json`),
      ],
      { cwd: root, stdio: 'inherit' },
    );
    child.on('exit', (code) => done(code === 0));
  });

async function work() {
  for (let program = waiting.shift(); program !== undefined; program = waiting.shift()) if (!(await check(program))) failed += 1;
}

await Promise.all([work(), work()]);
console.log(`${PROGRAMS.length - failed} of ${PROGRAMS.length} programs type-check`);
process.exitCode = failed === 0 ? 0 : 1;
