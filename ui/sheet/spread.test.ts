import fc from 'fast-check';
import { pushes, spreadOut } from './spread';

it('keeps every two apart, keeps the order, and moves nothing that has room', () => {
  fc.assert(
    fc.property(fc.array(fc.double({ min: 0, max: 2000, noNaN: true }), { maxLength: 40 }), (unsorted) => {
      const places = unsorted.sort((a, b) => a - b);
      const drawn = spreadOut(places, 44);
      expect(drawn).toHaveLength(places.length);
      for (let i = 1; i < drawn.length; i += 1) expect(drawn[i]! - drawn[i - 1]!).toBeGreaterThanOrEqual(44 - 1e-6);
      if (places.every((place, i) => i === 0 || place - places[i - 1]! >= 44)) {
        drawn.forEach((y, i) => expect(y).toBeCloseTo(places[i]!, 6));
      }
    }),
  );
});

it('pushes what lies in any order', () => {
  expect(pushes([100, 300, 110], 44)).toEqual([-17, 0, 17]);
  expect(pushes([], 44)).toEqual([]);
});

it('spreads those that lie on one another around where they lie', () => {
  expect(spreadOut([100, 100, 100], 44)).toEqual([56, 100, 144]);
  expect(spreadOut([0, 10, 300], 44)).toEqual([-17, 27, 300]);
});
