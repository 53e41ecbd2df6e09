import fc from 'fast-check';
import { noise } from '../../tests/tones';
import { Fft } from './fft';
import { Transform, transformOf } from './transform';

/** The largest difference, as a share of the largest number. */
function off(found: Float32Array, wanted: ArrayLike<number>): number {
  let [most, worst] = [1e-30, 0];
  for (let i = 0; i < found.length; i += 1) {
    most = Math.max(most, Math.abs(wanted[i]!));
    worst = Math.max(worst, Math.abs(found[i]! - wanted[i]!));
  }
  return worst / most;
}

it.each([4, 5, 6, 7, 11, 12, 15])('of 2^%d numbers is that of 64-bit numbers, and leads back', (power) => {
  const size = 2 ** power;
  const transform = new Transform(size);
  fc.assert(
    fc.property(fc.integer(), (seed) => {
      const [re, im] = [noise(size, seed), noise(size, seed + 1)];
      transform.re.set(re);
      transform.im.set(im);
      transform.forward();
      const [real, imaginary] = [Float64Array.from(re), Float64Array.from(im)];
      new Fft(size).forward(real, imaginary);
      expect(off(transform.re, real)).toBeLessThan(1e-6);
      expect(off(transform.im, imaginary)).toBeLessThan(1e-6);
      transform.inverse();
      expect(off(transform.re, re)).toBeLessThan(1e-6);
      expect(off(transform.im, im)).toBeLessThan(1e-6);
    }),
    { numRuns: power > 12 ? 2 : 10 },
  );
});

it('shows a click as evenly high and a turning number as one line', () => {
  const transform = transformOf(64);
  transform.re.fill(0);
  transform.im.fill(0);
  transform.re[0] = 1;
  transform.forward();
  expect([...transform.re]).toEqual(Array<number>(64).fill(1));
  for (let i = 0; i < 64; i += 1) {
    transform.re[i] = Math.cos((2 * Math.PI * 5 * i) / 64);
    transform.im[i] = Math.sin((2 * Math.PI * 5 * i) / 64);
  }
  transform.forward();
  expect(transform.re.indexOf(Math.max(...transform.re))).toBe(5);
  expect(transform.re[5]).toBeCloseTo(64, 4);
});

it('folds spectra that are kept: what comes of it is the sum of the sounds folded round', () => {
  const transform = new Transform(32, 4);
  const sounds = [0, 1, 2, 3].map((seed) => [noise(32, seed), noise(32, seed + 9)] as const);
  for (const [place, [re, im]] of sounds.entries()) {
    transform.re.set(re);
    transform.im.set(im);
    transform.forward();
    transform.keep(place);
  }
  const pairs = [
    [0, 1],
    [2, 3],
  ] as const;
  transform.fold(pairs);
  transform.inverse();
  const [wantedRe, wantedIm] = [new Float64Array(32), new Float64Array(32)];
  for (const [a, b] of pairs) {
    const [[ar, ai], [br, bi]] = [sounds[a]!, sounds[b]!];
    for (let i = 0; i < 32; i += 1) {
      for (let j = 0; j < 32; j += 1) {
        const k = (i + j) % 32;
        wantedRe[k]! += ar[i]! * br[j]! - ai[i]! * bi[j]!;
        wantedIm[k]! += ar[i]! * bi[j]! + ai[i]! * br[j]!;
      }
    }
  }
  expect(off(transform.re, wantedRe)).toBeLessThan(1e-5);
  expect(off(transform.im, wantedIm)).toBeLessThan(1e-5);
});

it('says which sizes it knows', () => {
  expect(() => new Transform(8)).toThrow(RangeError);
  expect(() => new Transform(48)).toThrow(RangeError);
});
