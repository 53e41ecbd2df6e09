// `npm run bench [-- --only PART] [--json FILE]`: speeds and sizes on this machine, as ratios where there is a reference in the same run. Each part
//   has a time limit; a bound that is missed makes it end with 1. `-- --small` tries each part once, without looking at its numbers.
// `npm run bench -- --torture [--rounds 1000] [--mutants 10000] [--seed 1]`: work that is ended at random moments, damaged files, and all cases of the tests.
// `npm run bench -- --mutants [--json FILE]`: how many small changes of the code (Stryker, a seeded sample) the tests of their room find.
// `npm run bench -- --planted [--only WORDS]`: the same of faults as people make them, browser tests included.
// `npm run bench -- --large`: a show of an hour: opening, scrolling, editing, playing, checking, filming.
// `npm run bench -- --prices`: what each price of the fit decides, on the same music.
// `npm run bench -- --music`: recorded music and voices from Debian's packages instead (needs apt-get and ffmpeg).
import { ensureDebianPackages } from './debian.mjs';
import { ensureDemo, ensurePackages, ensureSite, node, tool } from './ground.mjs';

ensurePackages();
ensureDebianPackages();
const asked = (name) => process.argv.includes(name);
const KINDS = [
  ['--prices', 'bench/prices.ts'],
  ['--music', 'bench/music.ts'],
  ['--torture', 'bench/torture/main.ts'],
  ['--large', 'bench/large/main.ts'],
  ['--mutants', 'bench/suite/mutants.ts'],
  ['--planted', 'bench/suite/planted.ts'],
];
const which = KINDS.find(([name]) => asked(name))?.[1] ?? 'bench/main.ts';
if (!/prices|music|mutants/.test(which)) {
  ensureSite();
  ensureDemo();
}
process.exitCode = node([tool('tsx'), '--expose-gc', which, ...process.argv.slice(2)]);
// All cases of the tests that look at some only, and properties tried twenty times as often (tests/budget.ts).
if (which === 'bench/torture/main.ts') process.exitCode ||= node([tool('jest')], { env: { ...process.env, RAIN_BED_CASES: 'many' } });
