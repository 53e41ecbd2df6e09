import fc from 'fast-check';
import { noise } from '../../tests/tones';
import { Adder } from './adding';

const MOST = 64;
const f32 = Math.fround;

it('adds what plain sums add, to the last bit, and touches nothing beside it, however many frames and channels there are', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(1, 2),
      fc.integer({ min: 0, max: 40 }),
      fc.integer({ min: 0, max: 20 }),
      fc.integer({ min: 1, max: 1000 }),
      fc.tuple(fc.double({ min: 0, max: 2, noNaN: true }), fc.double({ min: 0, max: 2, noNaN: true })),
      (channels, count, at, seed, [left, right]) => {
        const adder = new Adder(MOST);
        const fill = (into: Float32Array, with_: number) => into.set(noise(into.length, seed + with_));
        for (const [i, one] of [adder.page, adder.levels, adder.lane, adder.whole].entries()) fill(one, i);
        const [lane, whole] = [adder.lane.slice(), adder.whole.slice()];
        for (let i = 0; i < count; i += 1) {
          for (const side of [0, 1]) {
            const sample = adder.page[channels === 1 ? i : i * 2 + side]!;
            const level = f32(sample * adder.levels[i]!);
            const o = (at + i) * 2 + side;
            lane[o] = f32(lane[o]! + (channels === 1 ? f32(f32(left) * level) : level));
          }
        }
        adder.pageToLane(channels, count, at, left);
        expect(adder.lane).toEqual(lane);
        for (let i = 0; i < count; i += 1) {
          for (const side of [0, 1]) {
            const o = i * 2 + side;
            whole[o] = f32(whole[o]! + f32(f32(side === 0 ? left : right) * f32(adder.lane[o]! * adder.levels[i]!)));
          }
        }
        adder.laneToWhole(count, left, right);
        expect(adder.whole).toEqual(whole);
      },
    ),
    { numRuns: 60 },
  );
});
