import fc from 'fast-check';
import { pinLevel } from '../show/pins';
import { clamp, gainOfLevel } from '../units';
import { crossGain } from './cross';
import { EDGE, envelopeOf, fillLane, type Envelope, type PinAt, type Ramp } from './envelope';
import { HeardCross, fillLevel, sidesAlike, type CrossAt, type JoinSound } from './law';

// The law of level against itself written down frame by frame, from the formulas that its docstrings name and without any of its shortcuts.

const shape = (x: number, bend: number) => x / ((1 / ((1 + 0.9 * bend) / 2) - 2) * (1 - x) + 1);
const eased = (x: number) => 10 * x ** 3 - 15 * x ** 4 + 6 * x ** 5;
// A course is one whatever its moments are counted in.
const pinned = (pins: readonly PinAt[], at: number) => gainOfLevel(pinLevel(pins as readonly { at: number; gain: number }[], at));

function levelAt({ length, lane, gain, up, out, quiet, pins, dips }: Envelope, at: number): number {
  let level = gain * lane.gain * pinned(pins, at) * pinned(dips, at) * pinned(lane.ride, at);
  if (up.frames > 0 && at < up.frames) level *= shape(Math.max(0, at / up.frames), up.bend);
  if (at >= length - out.frames && out.frames > 0) level *= shape(clamp((length - at) / out.frames, 0, 1), out.bend);
  for (const { from, to } of quiet) level *= clamp((at < from ? from - at : at - to) / EDGE, 0, 1);
  return level;
}

function sideAt(
  { start, frames, seam, law, bendOut, bendIn }: CrossAt,
  side: 'out' | 'in',
  { hard, alike }: JoinSound,
  frame: number,
): number {
  const at = frame - start;
  const coming = side === 'in';
  if (at < 0) return coming ? 0 : 1;
  if (at >= frames) return coming ? 1 : 0;
  if (hard) return at >= seam === coming ? 1 : 0;
  const x = (at + 0.5) / frames;
  const [a, b] = [eased(shape(x, bendIn)), eased(shape(1 - x, bendOut))];
  const r = { power: 0, even: 1, matched: clamp(alike, -0.5, 1), fold: clamp(alike, -0.5, 1) }[law];
  const crossed = (coming ? a : b) / Math.sqrt(a * a + b * b + 2 * a * b * r);
  if (law !== 'fold') return crossed;
  const [before, behind] = [(at + 0.5) / seam, (at + 0.5 - seam) / (frames - seam)];
  const added = coming ? (before < 1 ? eased(before) : 1) : behind < 0 || seam === frames ? 1 : eased(1 - behind);
  const share = clamp(alike, 0, 1);
  return (1 - share) * added + share * crossed;
}

/** How far levels are at most from what they should be. */
const furthest = (levels: Float32Array, of: (i: number) => number) =>
  levels.reduce((most, level, i) => Math.max(most, Math.abs(level - of(i))), 0);

const bend = fc.double({ min: -1, max: 1, noNaN: true });
const ramp: fc.Arbitrary<Ramp> = fc.record({ frames: fc.oneof(fc.constant(0), fc.integer({ min: 1, max: 3000 })), bend });
const pins = fc
  .uniqueArray(fc.tuple(fc.integer({ min: -500, max: 6500 }), fc.constantFrom(-59, -40, -12.5, -3, 0, 0, 6)), {
    selector: ([at]) => at,
    maxLength: 5,
  })
  .map((list) => list.sort((a, b) => a[0] - b[0]).map(([at, gain]) => ({ at, gain })));
const hushes = fc.array(
  fc.tuple(fc.nat(5000), fc.nat(900)).map(([from, more]) => ({ from, to: from + more })),
  { maxLength: 2 },
);
const envelope = fc
  .tuple(
    fc.integer({ min: 1, max: 6000 }),
    fc.constantFrom(-60, -20, -3, 0, 5),
    ramp,
    ramp,
    hushes,
    pins,
    pins,
    fc.constantFrom(1, 0.3),
    pins,
  )
  .map(([length, level, up, out, quiet, own, dips, gain, ride]) => envelopeOf(length, level, up, out, quiet, own, dips, { gain, ride }));
const crossing = fc
  .tuple(
    fc.integer({ min: -200, max: 4000 }),
    fc.oneof(fc.integer({ min: 1, max: 900 }), fc.integer({ min: 16_000, max: 40_000 })),
    fc.double({ min: 0, max: 1, noNaN: true }),
  )
  .chain(([start, frames, share]) =>
    fc.record<CrossAt>({
      start: fc.constant(start),
      frames: fc.constant(frames),
      seam: fc.constant(Math.round(share * frames)),
      law: fc.constantFrom('power', 'even', 'matched', 'fold'),
      bendOut: fc.oneof(fc.constant(0), bend),
      bendIn: fc.oneof(fc.constant(0), bend),
    }),
  );
const sound = fc.record({ hard: fc.boolean(), alike: fc.double({ min: -1, max: 1, noNaN: true }) });

it('the level of a part is the one that its formulas give, at every frame, from anywhere and in steps of any size', () => {
  fc.assert(
    fc.property(envelope, fc.integer({ min: -900, max: 6000 }), fc.constantFrom(1, 1, 7, 480.5), (of, first, step) => {
      const start = 1200;
      const level = new Float32Array(400);
      fillLevel({ start, envelope: of }, [], start + first, 400, level, step);
      expect(furthest(level, (i) => levelAt(of, first + i * step))).toBeLessThan(1e-5);
    }),
    { numRuns: 150 },
  );
});

it('a crossing takes one side away and brings the other in as its law says, short or long, hard or not; its sounds are compared once', () => {
  fc.assert(
    fc.property(
      crossing,
      sound,
      fc.double({ min: -0.1, max: 1.1, noNaN: true }),
      fc.constantFrom(1, 1, 3, 480.5),
      (cross, of, share, step) => {
        let asked = 0;
        const heard = new HeardCross(cross, () => ({ ...of, asked: (asked += 1) }));
        const first = cross.start + Math.round(share * cross.frames);
        for (const side of ['out', 'in'] as const) {
          const level = new Float32Array(302).fill(0.5);
          heard.multiply(side, first, 301, level, step);
          expect(furthest(level.subarray(0, 301), (i) => sideAt(cross, side, of, first + i * step) / 2)).toBeLessThan(2e-5);
          expect(level[301]).toBe(0.5);
        }
        expect(asked).toBeLessThanOrEqual(1);
      },
    ),
    { numRuns: 150 },
  );
});

it('a side of a crossing is drawn as it is heard, and stays as it is beyond its ends; without what its sounds are like they are taken to be unlike', () => {
  const cross: CrossAt = { start: 100, frames: 1001, seam: 300, law: 'even', bendOut: 0.4, bendIn: -0.3 };
  for (const [at, of] of [
    [-5, 0],
    [0, 0],
    [500, 500],
    [1000, 1000],
    [1009, 1000],
  ] as const)
    expect(crossGain(cross, 'in', at, 0)).toBeCloseTo(sideAt(cross, 'in', { hard: false, alike: 0 }, 100 + of), 6);
  // As short as this a frame is a third of it.
  const few: CrossAt = { ...cross, frames: 3, seam: 1 };
  expect([crossGain(few, 'in', 2, 0), crossGain(few, 'in', 9, 0)]).toEqual(
    [1, 1].map(() => expect.closeTo(sideAt(few, 'in', { hard: false, alike: 0 }, 102), 6)),
  );
  const matched = { ...cross, law: 'matched' as const };
  const at = (sides: ReturnType<typeof sidesAlike>) =>
    sides.map(({ side, cross: heard }) => {
      const one = new Float32Array(1).fill(1);
      heard.multiply(side, 600, 1, one, 1);
      return [side, Number(one[0]!.toFixed(5))];
    });
  const like = (side: 'out' | 'in', alike: number) => [side, Number(sideAt(matched, side, { hard: false, alike }, 600).toFixed(5))];
  expect(at(sidesAlike({ into: matched, out: matched }))).toEqual([like('in', 0), like('out', 0)]);
  expect(at(sidesAlike({ into: matched, out: null }, { into: 0.7, out: 0 }))).toEqual([like('in', 0.7)]);
  expect(at(sidesAlike({ into: null, out: matched }, { into: 0, out: 0.7 }))).toEqual([like('out', 0.7)]);
});

it('a course that lies at nothing is silent, and a slope to it is one in decibels', () => {
  const none = { frames: 0, bend: 0 };
  const course = [
    { at: 0, gain: 0 },
    { at: 60, gain: -60 },
    { at: 90, gain: -60 },
  ];
  const level = new Float32Array(100);
  fillLevel({ start: 0, envelope: envelopeOf(100, 0, none, none, [], course) }, [], 0, 100, level);
  expect(level[20]).toBeCloseTo(0.1, 6);
  expect([...level.subarray(60)].every((gain) => gain === 0)).toBe(true);
});

it('the level of a lane is its own and what was ridden there', () => {
  const level = new Float32Array(4).fill(9);
  fillLane({ gain: 0.5, ride: [] }, 0, 3, level);
  expect([...level]).toEqual([0.5, 0.5, 0.5, 9]);
  fillLane(
    {
      gain: 0.5,
      ride: [
        { at: 10, gain: 0 },
        { at: 30, gain: -20 },
      ],
    },
    20,
    3,
    level,
  );
  [20, 21, 22].forEach((at, i) => expect(level[i]).toBeCloseTo(0.5 * 10 ** (-(at - 10) / 20), 6));
});
