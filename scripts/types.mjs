// Type-checks each floor against its own library: the core sees no browser, the workers no page.
import { node, tool } from './ground.mjs';

const FLOORS = ['core', 'engine', 'engine/tsconfig.worker.json', 'session', 'ui', 'server', 'cli', 'demo', 'tsconfig.tests.json'];
let failed = 0;
for (const floor of FLOORS) {
  if (node([tool('typescript:tsc'), '-p', floor]) !== 0) failed += 1;
}
console.log(`${FLOORS.length - failed} of ${FLOORS.length} floors type-check`);
process.exitCode = failed === 0 ? 0 : 1;
