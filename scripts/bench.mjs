// `npm run bench [-- --json FILE]`: speeds and sizes on this machine, as ratios where there is a reference in the same run.
// `npm run bench -- --torture [--rounds 1000] [--mutants 10000] [--seed 1]`: work that is ended at random moments, and damaged files.
// `npm run bench -- --large`: a show of an hour: opening, scrolling, editing, playing, checking, filming.
// `npm run bench -- --prices`: what each price of the fit decides, on the same music.
// `npm run bench -- --music`: recorded music and voices from Debian's packages instead (needs apt-get and ffmpeg).
import { ensureDemo, ensurePackages, ensureSite, node, tool } from './ground.mjs';

ensurePackages();
const prices = process.argv.includes('--prices');
const music = prices || process.argv.includes('--music');
if (!music) {
  ensureSite();
  ensureDemo();
}
const asked = (name) => process.argv.includes(name);
const which = prices
  ? 'bench/prices.ts'
  : music
    ? 'bench/music.ts'
    : asked('--torture')
      ? 'bench/torture/main.ts'
      : asked('--large')
        ? 'bench/large/main.ts'
        : 'bench/main.ts';
process.exitCode = node([tool('tsx'), '--expose-gc', which, ...process.argv.slice(2)]);
