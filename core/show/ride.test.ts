import fc from 'fast-check';
import { showOf } from '../../tests/shows';
import { rideLane, setLane, setLanePins } from './edits';
import { BED_LANE, LIMITS, pinLevel, thinned, type Pin, type Show } from '.';

const trail = fc
  .array(fc.tuple(fc.double({ min: 0.01, max: 0.4, noNaN: true }), fc.double({ min: -30, max: 10, noNaN: true })), {
    minLength: 1,
    maxLength: 120,
  })
  .map((steps) => {
    let at = 3;
    return steps.map(([step, gain]): Pin => ({ at: (at += step), gain }));
  });
const pinsOf = (show: Show) => show.lanes.find(({ id }) => id === BED_LANE)!.pins ?? [];

it('keeps as few pins as say what the hand did, none further off than half a dB, and no needless one', () => {
  fc.assert(
    fc.property(trail, (pins) => {
      const kept = thinned(pins, LIMITS.ride.apart);
      const furthest = (of: readonly Pin[]) => Math.max(...pins.map(({ at, gain }) => Math.abs(pinLevel(of, at) - gain)));
      expect(furthest(kept)).toBeLessThanOrEqual(LIMITS.ride.apart + 1e-9);
      // Without any of them something would lie too far off.
      for (let i = 1; i < kept.length - 1; i += 1) expect(furthest(kept.toSpliced(i, 1))).toBeGreaterThan(LIMITS.ride.apart - 1e-9);
    }),
  );
  const slow = Array.from({ length: 200 }, (_, i): Pin => ({ at: i / 30, gain: -i / 20 }));
  expect(thinned(slow, LIMITS.ride.apart)).toHaveLength(2);
});

it('writes a ride into a lane: within it the hand, outside what was there before; a second ride over it takes its place', () => {
  fc.assert(
    fc.property(trail, trail, (first, second) => {
      const once = rideLane(showOf([60]), { id: BED_LANE, trail: first });
      const twice = rideLane(once, { id: BED_LANE, trail: second });
      const [begin, end] = [second[0]!.at - 0.01, second.at(-1)!.at + LIMITS.ride.back + 0.01];
      for (let at = 0; at < 60; at += 0.37) {
        if (at < begin || at > end) expect(pinLevel(pinsOf(twice), at)).toBeCloseTo(pinLevel(pinsOf(once), at), 6);
      }
      for (const { at, gain } of second) expect(Math.abs(pinLevel(pinsOf(twice), at) - gain)).toBeLessThanOrEqual(LIMITS.ride.apart + 1e-6);
      const moments = pinsOf(twice).map(({ at }) => at);
      expect(moments).toEqual([...moments].sort((a, b) => a - b));
    }),
    { numRuns: 60 },
  );
});

it('moves lane pins like any, within their limits; without any the lane has none', () => {
  const show = setLanePins(showOf([60]), {
    id: BED_LANE,
    pins: [
      { at: 9, gain: 40 },
      { at: 2, gain: -400 },
    ],
  });
  expect(pinsOf(show)).toEqual([
    { at: 2, gain: LIMITS.pin.least },
    { at: 9, gain: LIMITS.pin.most },
  ]);
  expect(setLanePins(show, { id: BED_LANE, pins: [] }).lanes).toEqual(showOf([60]).lanes);
  expect(setLane(show, { id: BED_LANE, change: { gain: 99 } }).lanes.find(({ id }) => id === BED_LANE)!.gain).toBe(12);
});
