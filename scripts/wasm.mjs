// `node scripts/wasm.mjs`: compiles core/sound/convolve.wat into core/sound/convolve.wasm.ts.
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import wabt from 'wabt';
import { root } from './ground.mjs';

const source = readFileSync(join(root, 'core/sound/convolve.wat'), 'utf8');
const parsed = (await wabt()).parseWat('convolve.wat', source, { simd: true });
parsed.validate();
const { buffer } = parsed.toBinary({});
const rows = Array.from({ length: Math.ceil(buffer.length / 32) }, (_, i) => `  ${[...buffer.subarray(i * 32, i * 32 + 32)].join(', ')},`);
writeFileSync(
  join(root, 'core/sound/convolve.wasm.ts'),
  `// Made by scripts/wasm.mjs from convolve.wat; not written by hand.\n// prettier-ignore\nexport const CONVOLVE = Uint8Array.of(\n${rows.join('\n')}\n);\n`,
);
console.log(`${buffer.length} bytes`);
