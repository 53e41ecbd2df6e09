import fc from 'fast-check';
import { firstDifference } from '../../tests/tones';
import { EDGE, envelopeAt, envelopeOf, fadeShape, fillEnvelope } from './envelope';

const bend = fc.double({ min: -1, max: 1, noNaN: true });

it('fades from nothing to all, only upward, straight where it is not bent', () => {
  fc.assert(
    fc.property(bend, (by) => {
      expect(fadeShape(0, by)).toBe(0);
      expect(fadeShape(1, by)).toBeCloseTo(1, 12);
      const steps = Array.from({ length: 51 }, (_, i) => fadeShape(i / 50, by));
      expect(steps.every((value, i) => i === 0 || value > steps[i - 1]!)).toBe(true);
    }),
  );
  expect(fadeShape(0.25, 0)).toBeCloseTo(0.25, 12);
  expect(fadeShape(0.5, -1)).toBeLessThan(0.1);
  expect(fadeShape(0.5, 1)).toBeGreaterThan(0.9);
});

it('gives the mixer and the river the same numbers, however the block is cut', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 3000 }),
      fc.double({ min: -30, max: 6, noNaN: true }),
      fc.nat(4000),
      bend,
      fc.nat(4000),
      bend,
      fc.nat(2999),
      fc.array(fc.tuple(fc.nat(3000), fc.nat(900)), { maxLength: 3 }),
      (length, level, up, upBend, out, outBend, cut, silent) => {
        const quiet = silent.map(([from, more]) => ({ from, to: from + more }));
        const envelope = envelopeOf(length, level, { frames: up, bend: upBend }, { frames: out, bend: outBend }, quiet);
        const whole = new Float32Array(length);
        fillEnvelope(envelope, 0, length, whole);
        const first = Math.min(cut, length);
        const parts = new Float32Array(length);
        fillEnvelope(envelope, 0, first, parts);
        const rest = new Float32Array(length - first);
        fillEnvelope(envelope, first, length - first, rest);
        parts.set(rest, first);
        expect(firstDifference(parts, whole)).toBe(-1);
        expect(whole.every((gain, i) => Math.abs(gain - envelopeAt(envelope, i)) < 1e-6)).toBe(true);
      },
    ),
    { numRuns: 100 },
  );
});

it('is silent throughout a silent stretch and itself again an edge away, without a step between', () => {
  const none = { frames: 0, bend: 0 };
  const level = new Float32Array(4000);
  fillEnvelope(envelopeOf(4000, 0, none, none, [{ from: 1000, to: 2000 }]), 0, 4000, level);
  expect(level.subarray(1000, 2001).every((gain) => gain === 0)).toBe(true);
  expect([level[999 - EDGE], level[2001 + EDGE]]).toEqual([1, 1]);
  for (let i = 1; i < level.length; i += 1) expect(Math.abs(level[i]! - level[i - 1]!)).toBeLessThanOrEqual(1 / EDGE + 1e-6);
});
