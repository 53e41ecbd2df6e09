import type { Stretch } from '../show/fitTypes';
import type { Jump } from '../show/fitTypes';
import type { Seconds } from '../units';
import { shortWay } from './few';
import { HIDDEN, type Length, type Taste } from './length';
import type { Web } from './links';
import { longWay, stepOf } from './table';
import { waysOf, type Path, type Ways } from './ways';
import type { Wish } from './wish';

/** A passage that is heard more often than this costs more each round, so that another is found. */
const OFTEN = 3;
const AGAIN_PRICE = 0.7;
const ROUNDS = 6;
/** A splice that was taken away takes its surroundings with it, seconds. */
const AROUND: Seconds = 1.6;
const PLACE: Seconds = 3;

/**
 * The way of least cost through the piece from its first to its last moment that lasts `wanted` seconds, give or take the allowed
 * miss. Where a passage is heard too often, it is solved again with the ways back over it made dearer. Null where no way is that long.
 * @param prices added to single splices (by their index in the web); for finding other ways.
 */
export function weave(web: Web, length: Length, wish: Wish, taste: Taste = HIDDEN, prices: Float32Array | null = null): Path | null {
  const own = new Float32Array(web.to.length);
  prepare(web, length, wish, taste, own, prices);
  const step = stepOf(length, web.times.length);
  const piece = web.piece.to - web.piece.from;
  const often = oftenEnough(length.wanted, piece);
  let [best, least]: [Path | null, number] = [null, Infinity];
  for (let round = 0; round < ROUNDS; round += 1) {
    const path = cheapest(waysOf(web, own, wish, step), length, wish, taste);
    if (!path) break;
    const worn = wornBy(path.spans, web.piece, often);
    if (worn.times < least) [best, least] = [path, worn.times];
    if (worn.times === 0) break;
    // Every way back over what is heard too often becomes dearer.
    for (let i = 0; i < web.times.length; i += 1) {
      if (web.times[i]! < worn.at) continue;
      for (let k = web.first[i]!; k < web.first[i + 1]!; k += 1) if (web.times[web.to[k]!]! < worn.at) own[k]! += AGAIN_PRICE;
    }
  }
  return best;
}

/** The cheapest way: mostly two splices do. More are looked for where three of the cheapest would cost less. */
function cheapest(ways: Ways, length: Length, { meets }: Wish, taste: Taste): Path | null {
  if (meets.length > 0) return longWay(ways, length, taste, meets);
  const short = shortWay(ways, length, taste);
  const bound = short?.cost ?? Infinity;
  return bound <= 3 * ways.least ? short : (longWay(ways, length, taste, [], bound) ?? short);
}

/** How often a passage may be heard: three times, or as often as the length asks for. */
export const oftenEnough = (wanted: Seconds, piece: Seconds): number => Math.max(OFTEN, Math.ceil(wanted / piece));

/** How many times more than `often` a moment of the piece is heard at the most, and the middle of where that is; 0 times where none is. */
function wornBy(spans: readonly Stretch[], piece: Stretch, often: number): { times: number; at: Seconds } {
  const counts = new Int16Array(Math.ceil((piece.to - piece.from) * 2) + 2);
  for (const { from, to } of spans) {
    counts[Math.round((from - piece.from) * 2)]! += 1;
    counts[Math.round((to - piece.from) * 2)]! -= 1;
  }
  let [now, most, first, last] = [0, 0, 0, 0];
  counts.forEach((by, i) => {
    now += by;
    if (now > most) [most, first, last] = [now, i, i + 1];
    else if (now === most && last === i) last = i + 1;
  });
  return { times: Math.max(0, most - often), at: piece.from + (first + last) / 4 };
}

/** Whether a splice is one that was taken away. Where both of its moments are the same, no splice may leave or land there at all. */
function avoided(one: Jump, from: Seconds, to: Seconds): boolean {
  if (Math.abs(one.from - one.to) < 1e-9) return Math.abs(one.from - from) < PLACE || Math.abs(one.to - to) < PLACE;
  return Math.abs(one.from - from) < AROUND && Math.abs(one.to - to) < AROUND;
}

/** The price of every splice under a wish; Infinity where it may not be. */
function prepare(
  { times, first, to, shift, cost, proved }: Web,
  { wanted }: Length,
  wish: Wish,
  taste: Taste,
  own: Float32Array,
  prices: Float32Array | null,
): void {
  for (let i = 0; i < times.length; i += 1) {
    for (let k = first[i]!; k < first[i + 1]!; k += 1) {
      const [from, at] = [times[i]!, times[to[k]!]! + shift[k]!];
      const by = at - from;
      let price = Math.max(0, cost[k]! + proved[k]!) + taste.each + (prices?.[k] ?? 0);
      price += ((by < 0 ? -by * taste.again : by * taste.lost) / Math.max(10, wanted)) * 3;
      if (wish.avoid.some((one) => avoided(one, from, at))) price = Infinity;
      if (wish.hold.some((one) => Math.abs(one.from - from) < 0.2 && Math.abs(one.to - at) < 0.2)) price *= 0.15;
      own[k] = price;
    }
  }
}
