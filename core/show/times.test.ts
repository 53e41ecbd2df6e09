import fc from 'fast-check';
import { framesOf } from '../units';
import { ontoTimes, spreadHolds, spreadRange, tappedHolds, type Spreading } from './times';

const sum = (values: readonly number[]) => values.reduce((total, value) => total + value, 0);
const free = (hold: number, most = 600): Spreading => ({ hold, most, fixed: false });
const fixed = (hold: number): Spreading => ({ hold, most: 600, fixed: true });

const anyPicture = fc
  .tuple(fc.integer({ min: 100, max: 60_000 }), fc.boolean(), fc.integer({ min: 0, max: 100_000 }))
  .map(([ms, keeps, more]): Spreading => ({ hold: ms / 1000, most: Math.min(600, (ms + more) / 1000), fixed: keeps }));

describe('spreading', () => {
  it('meets the wanted length to the frame, within bounds, fixed pictures untouched, order of times kept', () => {
    fc.assert(
      fc.property(fc.array(anyPicture, { minLength: 1, maxLength: 40 }), fc.double({ min: 0, max: 1, noNaN: true }), (pictures, share) => {
        const { least, most } = spreadRange(pictures);
        const wanted = least + (most - least) * share;
        const holds = spreadHolds(pictures, wanted);
        if (pictures.every((one) => one.fixed)) return expect(holds).toBeNull();
        expect(framesOf(sum(holds!))).toBe(framesOf(wanted));
        pictures.forEach((one, i) => {
          if (one.fixed) expect(holds![i]).toBe(one.hold);
          expect(holds![i]).toBeGreaterThanOrEqual(0.1 - 1e-9);
          expect(holds![i]).toBeLessThanOrEqual(one.fixed ? 600 : one.most + 1e-9);
        });
        return undefined;
      }),
    );
  });

  it('keeps proportions to within two milliseconds where no bound is met', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1000, max: 20_000 }), { minLength: 2, maxLength: 60 }),
        fc.double({ min: 0.5, max: 4, noNaN: true }),
        (ms, scale) => {
          const pictures = ms.map((one) => free(one / 1000));
          const holds = spreadHolds(pictures, sum(pictures.map((one) => one.hold)) * scale)!;
          pictures.forEach((one, i) => expect(Math.abs(holds[i]! - one.hold * scale)).toBeLessThan(0.002));
        },
      ),
    );
  });

  it('gives what bounded pictures cannot take to the others', () => {
    const holds = spreadHolds([free(1), free(10, 12), fixed(5)], 45)!;
    expect(holds).toEqual([28, 12, 5]);
  });

  it('says no where it cannot be met', () => {
    expect(spreadHolds([fixed(5), free(2)], 5.05)).toBeNull();
    expect(spreadHolds([free(5, 6)], 7)).toBeNull();
    expect(spreadHolds([fixed(5)], 5)).toBeNull();
  });
});

describe('tapping along', () => {
  it('ends the picture on screen at each tap and leaves those behind the last tap alone', () => {
    const pictures = [free(5), free(5), free(5), free(7)];
    expect(tappedHolds(pictures, 1, 5, [6.5, 11])).toEqual([5, 1.5, 4.5, 7]);
  });

  it('puts every change exactly where the tap was, whatever came before', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 100, max: 9000 }), { minLength: 1, maxLength: 30 }), (gaps) => {
        let moment = 0;
        const taps = gaps.map((gap) => (moment += gap / 1000));
        const holds = tappedHolds(
          gaps.map(() => free(5)),
          0,
          0,
          taps,
        );
        let end = 0;
        holds.forEach((hold, i) => expect((end += hold)).toBeCloseTo(taps[i]!, 6));
      }),
    );
  });

  it('lets a clip end by itself where no tap comes in time, and takes a bounce for one tap', () => {
    expect(tappedHolds([free(4, 4), free(5)], 0, 0, [6])).toEqual([4, 2]);
    expect(tappedHolds([free(5), free(5)], 0, 0, [2, 2.05, 4])).toEqual([2, 2]);
    expect(tappedHolds([free(5)], 0, 0, [1, 2, 3])).toEqual([1]);
  });
});

describe('changes onto beats', () => {
  it('moves each change to the nearest beat and keeps the end', () => {
    const beats = Array.from({ length: 60 }, (_, i) => i * 0.5);
    expect(ontoTimes([free(2.2), free(3.1), free(4.7)], beats)).toEqual([2, 3.5, 4.5]);
  });

  it('keeps every picture its shortest time, fixed ones theirs, and the show its length where the last one can', () => {
    const times = fc.array(fc.double({ min: 0, max: 100, noNaN: true }), { maxLength: 60 });
    fc.assert(
      fc.property(fc.array(anyPicture, { minLength: 1, maxLength: 20 }), times, (pictures, beats) => {
        const holds = ontoTimes(pictures, beats);
        pictures.forEach((one, i) => {
          if (one.fixed) expect(holds[i]).toBe(one.hold);
          else expect(holds[i]).toBeGreaterThanOrEqual(0.1 - 1e-9);
          if (!one.fixed) expect(holds[i]).toBeLessThanOrEqual(one.most + 1e-9);
        });
      }),
    );
  });
});
