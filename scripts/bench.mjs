// `npm run bench [-- --json FILE]`: speeds and sizes on this machine, as ratios where there is a reference in the same run.
import { ensureDemo, ensurePackages, ensureSite, node, tool } from './ground.mjs';

ensurePackages();
ensureSite();
ensureDemo();
process.exitCode = node([tool('tsx'), '--expose-gc', 'bench/main.ts', ...process.argv.slice(2)]);
