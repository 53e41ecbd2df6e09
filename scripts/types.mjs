// Type-checks the floors, each against its own library: the core sees no browser, the workers no page. What has the same library is checked together,
// so that nothing is looked at twice. By TypeScript 7, the compiler in machine code, which takes a sixth of the time of the one that ESLint needs
// to read types with (`typescript`).
import { node, tool } from './ground.mjs';

const PROGRAMS = ['tsconfig.tests.json', 'ui', 'engine/tsconfig.worker.json', 'server', 'core'];
const failed = PROGRAMS.filter((program) => node([tool('typescript-native:tsc'), '-p', program]) !== 0);
console.log(`${PROGRAMS.length - failed.length} of ${PROGRAMS.length} programs type-check`);
process.exitCode = failed.length === 0 ? 0 : 1;
