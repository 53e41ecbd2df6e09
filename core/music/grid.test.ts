import fc from 'fast-check';
import { barSeconds, barStart, barsWithin, beatsBetween, beatsOfPart, gridFromTaps, nearestBar } from '.';

// A bar of b beats at tempo T lasts 60 b / T seconds (formula).
it('knows how long bars are: 4 bars of 4/4 at 90 BPM last 10.667 s, 8 beats at 120 BPM 4 s', () => {
  expect(4 * barSeconds({ tempo: 90, beats: 4 })).toBeCloseTo(10.667, 3);
  expect(2 * barSeconds({ tempo: 120, beats: 4 })).toBe(4);
});

it('counts bars from the first downbeat and finds the nearest one', () => {
  const grid = { tempo: 120, beats: 3, downbeat: 2 };
  expect([1, 2, 0].map((bar) => barStart(grid, bar))).toEqual([2, 3.5, 0.5]);
  fc.assert(
    fc.property(fc.integer({ min: -20, max: 200 }), fc.double({ min: -0.7, max: 0.7, noNaN: true }), (bar, off) =>
      expect(nearestBar(grid, barStart(grid, bar) + off)).toBe(bar),
    ),
  );
  expect(barsWithin(grid, 8)).toEqual({ first: 0, last: 5 });
});

it('lays beats over a stretch and over a part, cuts and repeats included', () => {
  const grid = { tempo: 60, beats: 4, downbeat: 0.5 };
  expect(beatsBetween(grid, 0, 3).map(({ at, bar, beat }) => [at, bar, beat])).toEqual([
    [0.5, 1, 0],
    [1.5, 1, 1],
    [2.5, 1, 2],
  ]);
  const part = {
    at: 10,
    spans: [
      { from: 3, to: 5, join: 0 },
      { from: 0, to: 1, join: 0 },
    ],
  };
  expect(beatsOfPart(part, grid).map(({ at }) => at)).toEqual([10.5, 11.5, 12.5]);
});

it('hears the tempo out of taps, one late tap and a trembling hand included', () => {
  const taps = Array.from({ length: 16 }, (_, i) => 1.2 + i * (60 / 97) + 0.012 * Math.sin(i * 12.9898));
  const grid = gridFromTaps(taps, 3)!;
  expect(Math.abs(grid.tempo - 97)).toBeLessThan(0.5);
  expect(Math.abs(grid.downbeat - 1.2)).toBeLessThan(0.02);
  expect(gridFromTaps([1, 2], 4)).toBeNull();
  expect(gridFromTaps([1, 1, 1], 4)).toBeNull();
});
