// Type-checks each floor against its own library: the core sees no browser, the workers no page. Two at a time.
import { spawn } from 'node:child_process';
import { root, tool } from './ground.mjs';

const FLOORS = [
  'core',
  'words',
  'engine',
  'engine/tsconfig.worker.json',
  'session',
  'ui',
  'server',
  'cli',
  'demo',
  'repertoire',
  'tsconfig.tests.json',
];
const waiting = [...FLOORS];
let failed = 0;

const check = (floor) =>
  new Promise((done) => {
    const child = spawn(process.execPath, [tool('typescript:tsc'), '-p', floor], { cwd: root, stdio: 'inherit' });
    child.on('exit', (code) => done(code === 0));
  });

async function work() {
  for (let floor = waiting.shift(); floor !== undefined; floor = waiting.shift()) if (!(await check(floor))) failed += 1;
}

await Promise.all([work(), work()]);
console.log(`${FLOORS.length - failed} of ${FLOORS.length} floors type-check`);
process.exitCode = failed === 0 ? 0 : 1;
