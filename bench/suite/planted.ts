import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { FAULTS, type Fault } from './faults';

/** Of all faults so many may stay unseen. */
const UNSEEN = 2;

const tree = () => spawnSync('git', ['status', '--porcelain'], { encoding: 'utf8' }).stdout;

/** What finds a fault: the first line of the first failure that the tests of its room tell of; null where they pass. */
function foundBy({ file, from, to }: Fault): string | null {
  const before = readFileSync(file, 'utf8');
  // A text and no pattern.
  writeFileSync(
    file,
    before.replace(from, () => to),
  );
  try {
    const { status, stdout, stderr } = spawnSync(process.execPath, ['scripts/check.mjs', '--tests', '--first'], { encoding: 'utf8' });
    if (status === 0) return null;
    // Jest that ends with its first failure writes no report; Playwright says beside it that it has stopped early.
    const told = /— What failed\n([\s\S]*)/.exec(stdout)?.[1] ?? '';
    const failed = /^(?:Jest|Playwright): .*$/m.exec(told)?.[0] ?? /^\s*● (.*)$/m.exec(stderr)?.[1];
    return failed ?? (told.split('\n')[0] || 'ended badly');
  } finally {
    writeFileSync(file, before);
  }
}

/** `npm run bench -- --planted [--only WORDS]`: how many small faults, planted one at a time, the tests of their room find. In this very tree, which has to be clean. */
function main(): void {
  if (tree() !== '') {
    console.error('Faults are planted in this tree and taken out again: commit or put away what you changed first.');
    process.exitCode = 2;
    return;
  }
  const at = process.argv.indexOf('--only');
  const faults = FAULTS.filter(({ name }) => at < 0 || name.includes(process.argv[at + 1]!));
  const unseen: string[] = [];
  for (const fault of faults) {
    const since = Date.now();
    const found = foundBy(fault);
    if (found === null) unseen.push(fault.name);
    console.log(
      `${found === null ? 'NOT SEEN' : 'seen'}  ${fault.name} (${Math.round((Date.now() - since) / 1000)} s)${found ? `: ${found}` : ''}`,
    );
  }
  console.log(`${faults.length - unseen.length} of ${faults.length} faults were seen.`);
  process.exitCode = unseen.length > UNSEEN ? 1 : 0;
}

main();
