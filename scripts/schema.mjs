// `node scripts/schema.mjs`: writes docs/show.schema.json anew, from the schema that the code checks with.
import { ensurePackages, node, tool } from './ground.mjs';

ensurePackages();
process.exitCode = node([tool('tsx'), 'tests/schema.ts', '--write-schema']);
