import fc from 'fast-check';
import { THIRDS } from '../speech';
import { LOWEST } from './clear';
import { thinFor, type Masker } from './thin';
import { understood } from './understood';

const bands = (levels: readonly number[]) => Float64Array.from(levels, (level) => 10 ** (level / 10));
const spectrum = fc.array(fc.integer({ min: -80, max: 0 }), { minLength: THIRDS, maxLength: THIRDS }).map(bands);
const masker = fc.record({ bands: spectrum, piece: fc.constantFrom('a', 'b'), may: fc.boolean(), must: fc.constant(false) });

it('as many layers as it takes, something of each piece plays on, and what was asked for is held or the rest is all the way down', () => {
  fc.assert(
    fc.property(
      fc.array(masker, { minLength: 1, maxLength: 6 }),
      spectrum,
      fc.double({ min: 0.4, max: 0.98, noNaN: true }),
      (made, voice, share) => {
        const maskers = made.map((one, i): Masker => ({ ...one, key: `${i}` }));
        const { gone, gain } = thinFor(share, voice, maskers, []);
        const left = maskers.filter(({ key }) => !gone.includes(key));
        for (const key of gone) expect(maskers[Number(key)]!.may).toBe(true);
        for (const { piece } of maskers) expect(left.some((one) => one.piece === piece)).toBe(true);
        const clear = (those: readonly Masker[], level: number) => {
          const mask = new Float64Array(THIRDS);
          for (const one of those) one.bands.forEach((power, i) => (mask[i]! += power * 10 ** (level / 10)));
          return understood(voice, mask);
        };
        expect(gain === LOWEST || clear(left, gain) >= share - 1e-9).toBe(true);
        // Nothing goes that need not: with the last of them back it would not be clear.
        const last = gone.at(-1);
        if (last !== undefined) expect(clear([...left, maskers[Number(last)]!], 0)).toBeLessThan(share);
        if (gone.length === 0 && gain === 0) expect(clear(maskers, 0)).toBeGreaterThanOrEqual(share);
      },
    ),
  );
});

it('what was told to go goes, even where the voice is clear', () => {
  const quiet = bands(Array<number>(THIRDS).fill(-80));
  const loud = bands(Array<number>(THIRDS).fill(-10));
  const one: Masker = { key: 'told', piece: 'a', bands: quiet, may: true, must: true };
  expect(thinFor(0.75, loud, [one, { ...one, key: 'other', must: false }], [])).toEqual({ gone: ['told'], gain: 0 });
});
