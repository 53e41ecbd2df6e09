// `npm run demo`: installs what is missing, builds, and opens the door. `npm run demo -- --shelf FOLDER` puts a folder of music on the shelf.
import { spawn } from 'node:child_process';
import { ensureDemo, ensurePackages, ensureSite, root, tool } from './ground.mjs';

ensurePackages();
ensureSite();
ensureDemo();
const server = spawn(process.execPath, [tool('tsx'), 'server/main.ts', 'dist', '.cache/demo', ...process.argv.slice(2)], {
  cwd: root,
  stdio: 'inherit',
});
server.on('exit', (code) => process.exit(code ?? 0));
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
