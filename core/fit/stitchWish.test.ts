import fc from 'fast-check';
import { changeStitch } from './stitchWish';
import { FIRST_WISH } from './wish';

const jumps = [
  { from: 20, to: 44 },
  { from: 60, to: 52 },
  { from: 90, to: 118 },
];

it('keeps the other stitches, and asks nothing of the one that is changed but what is said', () => {
  const next = changeStitch(FIRST_WISH, jumps, 1, 'next');
  expect(next.hold).toEqual([jumps[0], jumps[2]]);
  expect(next.avoid).toEqual([jumps[1]]);
  // Away: none leaves there and none lands there.
  expect(changeStitch(FIRST_WISH, jumps, 1, 'away').avoid).toEqual([
    { from: 60, to: 60 },
    { from: 52, to: 52 },
  ]);
  expect(changeStitch(FIRST_WISH, jumps, 9, 'next')).toBe(FIRST_WISH);
});

it('moves a stitch: it leaves and lands later by the same, near where the finger let go, and not where it was', () => {
  fc.assert(
    fc.property(fc.double({ min: 0.3, max: 30, noNaN: true }), fc.boolean(), (far, later) => {
      const by = later ? far : -far;
      const { hold, avoid } = changeStitch(FIRST_WISH, jumps, 1, { by });
      expect(avoid).toEqual([]);
      expect(hold.slice(0, 2)).toEqual([jumps[0], jumps[2]]);
      const near = hold.slice(2);
      expect(near.some(({ from }) => Math.abs(from - 60 - by) < 0.18)).toBe(true);
      for (const { from, to } of near) {
        expect(to - from).toBeCloseTo(-8, 9);
        expect(Math.abs(from - 60 - by)).toBeLessThanOrEqual(1.06);
        expect(Math.abs(from - 60)).toBeGreaterThan(0.2);
      }
    }),
  );
});
