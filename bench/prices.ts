import { soundSource } from '../cli/files';
import { FIRST_WISH, HIDDEN, PRICES, startFitting, weaveAnswer } from '../core/fit';
import { listenTo, type Listened } from '../core/music';
import type { PcmSource } from '../core/sound';
import { RATE } from '../core/units';
import { PIECES, SHARES } from './pieces';
import { filesBelow, unpacked } from './packages';

/**
 * `npm run bench -- --prices`: what each price of the fit (core/fit/prices.ts) decides. Each is halved and doubled on recorded music from Debian's
 * packages; what is said of a splice is our own measure (core/fit/proof.ts).
 */

interface Piece {
  readonly source: PcmSource;
  readonly listened: Listened;
}

/** Weaves of which nothing is heard, of all that were asked for; those that were found; and splices a weave. */
function counts(pieces: readonly Piece[]): string {
  let [hidden, found, splices] = [0, 0, 0];
  for (const { source, listened } of pieces) {
    const seconds = source.frames / RATE;
    const fitting = startFitting(listened.hearing, source, { from: 0, to: seconds }, listened.texture);
    for (const share of SHARES) {
      const answer = weaveAnswer(fitting, seconds * share, { ...FIRST_WISH, near: 0.1 });
      if (!answer) continue;
      found += 1;
      splices += answer.splices.length;
      if (answer.hiding === 'hidden') hidden += 1;
    }
  }
  return `${hidden} of ${found} hidden, ${(splices / found).toFixed(2)} splices a weave`;
}

const opened = PIECES.map(([name, file]) => soundSource(filesBelow(unpacked(name), file)[0]!));
const pieces = opened.map(({ source }) => ({ source, listened: listenTo(source) }));
console.log(`as they are: ${counts(pieces)}`);
for (const name of Object.keys(PRICES) as (keyof typeof PRICES)[]) {
  const price = PRICES[name];
  for (const times of [0.5, 2]) {
    PRICES[name] = price * times;
    console.log(`${name} × ${times}: ${counts(pieces)}`);
  }
  PRICES[name] = price;
}
const { each } = HIDDEN;
for (const times of [0.5, 2]) {
  Object.assign(HIDDEN, { each: each * times });
  console.log(`a splice × ${times}: ${counts(pieces)}`);
}
for (const one of opened) one.close();
