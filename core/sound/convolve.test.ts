import fc from 'fast-check';
import { noise } from '../../tests/tones';
import { Convolver } from './convolve';

it('sums the same products as a plain loop, mono and stereo, at any phase', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(1 as const, 2 as const),
      fc.integer({ min: 1, max: 5 }),
      fc.integer({ min: 1, max: 7 }),
      fc.integer({ min: 1, max: 11 }),
      fc.nat(100),
      fc.nat(20),
      fc.nat(40),
      (channels, fours, up, down, phaseSeed, first, count) => {
        const taps = fours * 4;
        const phase = phaseSeed % up;
        const room = (first + taps + Math.ceil((count * down) / up) + 2) * channels;
        const kernels = noise(taps * up, 3);
        const convolver = new Convolver(kernels, channels, Math.max(room, (count + 1) * channels));
        const held = noise(room, 5);
        convolver.held.set(held);
        const out = convolver.run(first, taps, up, down, phase, count);
        expect(out.length).toBe(count * channels);
        for (let n = 0; n < count; n += 1) {
          const place = phase + n * down;
          const base = first + Math.floor(place / up);
          for (let channel = 0; channel < channels; channel += 1) {
            let sum = 0;
            for (let k = 0; k < taps; k += 1) sum += held[(base + k) * channels + channel]! * kernels[(place % up) * taps + k]!;
            expect(Math.abs(out[n * channels + channel]! - sum)).toBeLessThan(1e-5);
          }
        }
      },
    ),
    { numRuns: 60 },
  );
});
