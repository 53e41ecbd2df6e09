// `node scripts/wasm.mjs`: compiles *.wat of the core into *.wasm.ts beside them.
import { readFileSync, writeFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import wabt from 'wabt';
import { root } from './ground.mjs';

const { parseWat } = await wabt();
for (const place of ['sound/convolve', 'sound/overshoot', 'sound/transform', 'mix/adding']) {
  const path = join(root, 'core', place);
  const name = basename(path);
  const parsed = parseWat(`${name}.wat`, readFileSync(`${path}.wat`, 'utf8'), { simd: true });
  parsed.validate();
  const { buffer } = parsed.toBinary({});
  const rows = Array.from(
    { length: Math.ceil(buffer.length / 32) },
    (_, i) => `  ${[...buffer.subarray(i * 32, i * 32 + 32)].join(', ')},`,
  );
  writeFileSync(
    `${path}.wasm.ts`,
    `// Made by scripts/wasm.mjs from ${name}.wat; not written by hand.\n// prettier-ignore\nexport const ${name.toUpperCase()} = Uint8Array.of(\n${rows.join('\n')}\n);\n`,
  );
  console.log(`${name}: ${buffer.length} bytes`);
}
