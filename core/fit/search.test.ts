import fc from 'fast-check';
import { shortWay } from './few';
import { HIDDEN, missPrice, reachOf, type Length } from './length';
import type { Web } from './links';
import { longWay } from './table';
import { waysOf, type Path } from './ways';
import { FIRST_WISH, type Wish } from './wish';

interface Drawn {
  readonly gaps: readonly number[];
  readonly links: readonly { readonly leave: number; readonly land: number; readonly price: number; readonly shift: number }[];
  readonly share: number;
  readonly out: number | null;
}

/** Pieces of 9 to 16 places with links at any price, wanted at any length, sometimes with a passage that is not to be heard. */
const drawn: fc.Arbitrary<Drawn> = fc.integer({ min: 9, max: 16 }).chain((count) =>
  fc.record({
    gaps: fc.array(fc.double({ min: 0.6, max: 3, noNaN: true }), { minLength: count, maxLength: count }),
    links: fc.array(
      fc.record({
        leave: fc.integer({ min: 1, max: count - 1 }),
        land: fc.integer({ min: 1, max: count - 1 }),
        price: fc.double({ min: 0.3, max: 3, noNaN: true }),
        shift: fc.double({ min: -0.05, max: 0.05, noNaN: true }),
      }),
      { maxLength: 24 },
    ),
    share: fc.double({ min: 0.3, max: 2.5, noNaN: true }),
    out: fc.option(fc.integer({ min: 1, max: count - 2 }), { nil: null, freq: 4 }),
  }),
);

function webOf({ gaps, links }: Drawn): { web: Web; own: Float32Array } {
  const times = new Float64Array(gaps.length + 1);
  gaps.forEach((gap, i) => (times[i + 1] = times[i]! + gap));
  const sorted = links
    .filter(({ leave, land }) => leave !== land)
    .filter((one, i, list) => list.findIndex((other) => other.leave === one.leave && other.land === one.land) === i)
    .sort((a, b) => a.leave - b.leave);
  const first = new Int32Array(times.length + 1);
  for (let i = 0; i <= times.length; i += 1) first[i] = sorted.filter(({ leave }) => leave < i).length;
  const change = Float64Array.from(sorted, ({ leave, land, shift }) => times[leave]! - times[land]! - Math.fround(shift));
  const web: Web = {
    piece: { from: 0, to: times.at(-1)! },
    times,
    first,
    leave: Int32Array.from(sorted, ({ leave }) => leave),
    to: Int32Array.from(sorted, ({ land }) => land),
    shift: Float32Array.from(sorted, ({ shift }) => shift),
    change,
    order: Int32Array.from(change.keys()).sort((a, b) => change[a]! - change[b]!),
    cost: new Float32Array(sorted.length),
    proved: new Float32Array(sorted.length),
    bar: 2,
  };
  return { web, own: Float32Array.from(sorted, ({ price }) => price) };
}

const asked = ({ share, gaps, out }: Drawn, web: Web): { length: Length; wish: Wish } => {
  const wanted = share * gaps.reduce((sum, gap) => sum + gap, 0);
  return {
    length: { wanted, near: 0.4, short: 0.5, long: 0.1, unit: wanted * 0.005, most: 0.4 + wanted * 0.01 },
    wish: {
      ...FIRST_WISH,
      shortest: { of: 'seconds', count: 1 },
      out: out === null ? [] : [{ from: web.times[out]!, to: web.times[out + 1]! }],
    },
  };
};

/** What a way costs, told from its passages alone; Infinity where it may not be. */
function judged(path: Path, own: Float32Array, length: Length, wish: Wish, web: Web): number {
  const heard = path.spans.some(({ from, to }) => wish.out.some((one) => Math.min(to, one.to) - Math.max(from, one.from) > 0.06));
  const short = path.spans.slice(1).some(({ from, to }) => to - from < 2.1 - 1e-9);
  const seconds = path.spans.reduce((sum, { from, to }) => sum + to - from, 0);
  const { early, late } = reachOf(length);
  const off = seconds - length.wanted;
  const whole = path.spans[0]!.from === web.times[0] && path.spans.at(-1)!.to === web.times.at(-1);
  if (heard || short || !whole || off < -early - 1e-6 || off > late + 1e-6) return Infinity;
  return path.jumps.reduce((sum, { link }) => sum + own[link]!, 0) + missPrice(off, length, HIDDEN);
}

describe('searches for the cheapest way', () => {
  it('of two splices at most finds what trying all of them finds, and costs what it says', () => {
    fc.assert(
      fc.property(drawn, (one) => {
        const { web, own } = webOf(one);
        const { length, wish } = asked(one, web);
        const ways = waysOf(web, own, wish, 0);
        const found = shortWay(ways, length, HIDDEN);
        const { leave, to, shift, times } = web;
        let least = Infinity;
        const attempt = (links: readonly number[]) => {
          let [from, place] = [times[ways.begin]!, -1];
          const spans = links.map((k) => {
            const span = { from, to: times[leave[k]!]! };
            from = times[to[k]!]! + shift[k]!;
            return span;
          });
          // A passage leads on: no link leaves before the one before it has landed, the first not before the opening is over.
          for (const k of links) {
            if (leave[k]! < (place < 0 ? ways.start : place)) return;
            place = ways.end[k]!;
          }
          spans.push({ from, to: times[ways.last]! });
          const path: Path = { spans, seconds: 0, cost: 0, jumps: links.map((link) => ({ leave: leave[link]!, land: to[link]!, link })) };
          least = Math.min(least, judged(path, own, length, wish, web));
        };
        attempt([]);
        for (let a = 0; a < own.length; a += 1) {
          attempt([a]);
          for (let b = 0; b < own.length; b += 1) attempt([a, b]);
        }
        if (found) expect(judged(found, own, length, wish, web)).toBeCloseTo(found.cost, 5);
        if (one.out !== 0) expect(found?.cost ?? Infinity).toBeCloseTo(least, 5);
      }),
      { numRuns: 300 },
    );
  });

  it('of any number is never dearer than a bound it is given, and none where nothing is cheaper', () => {
    fc.assert(
      fc.property(drawn, (one) => {
        const { web, own } = webOf(one);
        const { length, wish } = asked(one, web);
        const ways = waysOf(web, own, wish, 0.12);
        const free = longWay(ways, length, HIDDEN, []);
        if (!free) return;
        expect(judged(free, own, length, wish, web)).toBeCloseTo(free.cost, 4);
        expect(longWay(ways, length, HIDDEN, [], free.cost + 1e-4)?.cost).toBeCloseTo(free.cost, 4);
        expect(longWay(ways, length, HIDDEN, [], free.cost)).toBeNull();
        const short = shortWay(ways, length, HIDDEN);
        if (short && free.jumps.length <= 2) expect(short.cost).toBeLessThanOrEqual(free.cost + 1e-4);
      }),
      { numRuns: 200 },
    );
  });
});
