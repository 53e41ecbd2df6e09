// `npm run bed -- COMMAND …`: the core on the command line. Paths are the caller's own.
import { ensurePackages, node, root, tool } from './ground.mjs';
import { join } from 'node:path';

ensurePackages();
process.exitCode = node([tool('tsx'), join(root, 'cli/bed.ts'), ...process.argv.slice(2)], { cwd: process.env.INIT_CWD ?? process.cwd() });
