// `node scripts/licences.mjs`: writes docs/THIRD-PARTY.md from what is installed.
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './ground.mjs';

const { dependencies } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8'));
const rows = Object.keys(dependencies)
  .sort()
  .map((name) => {
    const { version, license } = JSON.parse(readFileSync(join(root, 'node_modules', name, 'package.json'), 'utf8'));
    return `| ${name} | ${version} | ${license} |`;
  });
const text = `# Third-party software

Packages that Rain Bed is built from, with their licences. The fonts (Atkinson Hyperlegible Next and Mono) are under the
SIL Open Font License 1.1; the mediabunny library is under the Mozilla Public License 2.0 and is used unchanged.

| package | version | licence |
|---|---|---|
${rows.join('\n')}
`;
writeFileSync(join(root, 'docs/THIRD-PARTY.md'), text);
