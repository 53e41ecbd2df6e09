import fc from 'fast-check';
import { stepped } from './useTypedNumber';

it('steps to the next whole step', () => {
  expect(stepped(4.13, 0.1, 1)).toBe(4.2);
  expect(stepped(4.13, 0.1, -1)).toBe(4.1);
  expect(stepped(4.2, 0.1, 1)).toBe(4.3);
  expect(stepped(4.2, 0.1, -1)).toBe(4.1);
  expect(stepped(0, 0.5, -1)).toBe(-0.5);
});

it('always moves, by one step at the most', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -1000, max: 1000, noNaN: true }),
      fc.constantFrom(0.01, 0.1, 0.5, 5),
      fc.constantFrom(1 as const, -1 as const),
      (value, step, way) => {
        const moved = (stepped(value, step, way) - value) * way;
        expect(moved).toBeGreaterThan(0);
        expect(moved).toBeLessThanOrEqual(step * 1.002 + 1e-6);
      },
    ),
  );
});
