import { deepest, tidied, type Bend } from './bends';
import { bendAt } from './dips';
import { envelopeOf, fillEnvelope, rampOf } from './envelope';

const places = (bends: readonly Bend[]) => bends.map(({ at, gain }) => [Number(at.toFixed(6)), Number(gain.toFixed(6))]);

it('a bend that lies on the line between its neighbours says nothing, nor does one beside another at the same moment', () => {
  const steps: Bend[] = [
    { at: 0, gain: 0 },
    { at: 1, gain: -3 },
    { at: 2, gain: -6 },
    { at: 3, gain: -6 },
    { at: 4, gain: 0 },
  ];
  expect(places(tidied(steps))).toEqual([
    [0, 0],
    [2, -6],
    [3, -6],
    [4, 0],
  ]);
  const twice: Bend[] = [
    { at: 0, gain: 0 },
    { at: 1, gain: -3 },
    { at: 1 + 1e-6, gain: -9 },
    { at: 2, gain: 0 },
  ];
  expect(places(tidied(twice))).toEqual([
    [0, 0],
    [1, -3],
    [2, 0],
  ]);
});

it('dents that cross bend where they cross; one that lies within a deeper one is not seen', () => {
  const first = { begin: 0, low: 1, rise: 2, end: 4, gain: -6 };
  const second = { begin: 2, low: 4, rise: 5, end: 6, gain: -6 };
  const shallow = { begin: 0.5, low: 1.2, rise: 1.5, end: 1.8, gain: -1 };
  const bends = deepest([second, shallow, first]);
  expect(places(bends)).toEqual([
    [0, 0],
    [1, -6],
    [2, -6],
    [3, -3],
    [4, -6],
    [5, -6],
    [6, 0],
  ]);
  expect([-1, 0.5, 2.5, 3, 5.25, 7].map((at) => Number(bendAt(bends, at).toFixed(6)))).toEqual([0, -3, -4.5, -3, -4.5, 0]);
  expect(deepest([])).toEqual([]);
  expect(bendAt([], 3)).toBe(0);
});

it('a fade is as many frames as its seconds have, and an envelope looked at in steps is the whole one at every step', () => {
  const fade = rampOf({ seconds: 0.5, bend: 0.3 }, 48_000);
  expect(fade).toEqual({ frames: 24_000, bend: 0.3 });
  const ramps = [rampOf({ seconds: 0.02, bend: -0.4 }, 48_000), rampOf({ seconds: 0.01, bend: 0.6 }, 48_000)] as const;
  const envelope = envelopeOf(4_000, -3, ...ramps, [{ from: 1_500, to: 1_900 }], [{ at: 700, gain: -2 }], [{ at: 900, gain: -5 }]);
  const whole = new Float32Array(4_000);
  fillEnvelope(envelope, 0, 4_000, whole);
  const steps = new Float32Array(500);
  fillEnvelope(envelope, 30, 500, steps, 7);
  expect(steps.every((gain, i) => Math.abs(gain - whole[30 + i * 7]!) < 1e-6)).toBe(true);
});
