import fc from 'fast-check';
import { soundMedia, showOf } from '../../tests/shows';
import { nameSound } from '../show/edits';
import { pinLevel } from '../show/pins';
import { SILENCE } from '../units';
import { addLevels, strandPartsOf } from './strand';

const course = fc
  .uniqueArray(fc.tuple(fc.integer({ min: 0, max: 60 }), fc.integer({ min: -40, max: 12 })), { selector: ([at]) => at, maxLength: 6 })
  .map((pins) => pins.sort((a, b) => a[0] - b[0]).map(([at, gain]) => ({ at, gain })));

it('two courses of a level on top of each other are their sum at every moment', () => {
  fc.assert(
    fc.property(course, course, fc.double({ min: -5, max: 70, noNaN: true }), (one, other, at) => {
      expect(pinLevel(addLevels(one, other), at)).toBeCloseTo(pinLevel(one, at) + pinLevel(other, at), 6);
    }),
  );
});

it('silence stays silence, whatever lies on top of it', () => {
  const silent = [{ at: 0, gain: SILENCE }];
  expect(
    addLevels(silent, [
      { at: 0, gain: 12 },
      { at: 9, gain: 3 },
    ]).every(({ gain }) => gain === SILENCE),
  ).toBe(true);
});

it('a part apart is one part a layer, the same ones as long as it is the same; a whole sound is none', () => {
  const piece = { ...soundMedia(1000, 8), layers: [1001, 1002].map((n) => ({ media: soundMedia(n, 8).id, title: `${n}` })) };
  const show = [soundMedia(1001, 8), soundMedia(1002, 8), piece].reduce((one, media) => nameSound(one, { media }), showOf([8], 8));
  const part = show.parts[0]!;
  const apart = strandPartsOf(show, part);
  expect(apart.map(({ part: one }) => one.media)).toEqual([soundMedia(1001, 8).id, soundMedia(1002, 8).id]);
  expect(strandPartsOf(show, part)).toBe(apart);
  expect(strandPartsOf(show, { ...part, media: soundMedia(1001, 8).id })).toEqual([]);
});
