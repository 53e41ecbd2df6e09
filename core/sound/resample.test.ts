import fc from 'fast-check';
import { firstDifference, noise } from '../../tests/tones';
import { Converter } from './convert';
import { fold } from './fold';
import { Resampler } from './resample';

function resample(samples: Float32Array, from: number, channels: 1 | 2, blocks: readonly number[]): Float32Array {
  const resampler = new Resampler(from, channels);
  const out: number[] = [];
  let at = 0;
  for (let turn = 0; at < samples.length; turn += 1) {
    const frames = Math.min(blocks[turn % blocks.length]!, (samples.length - at) / channels);
    out.push(...resampler.push(samples.subarray(at, at + frames * channels), frames));
    at += frames * channels;
  }
  out.push(...resampler.finish());
  return Float32Array.from(out);
}

const sine = (hertz: number, rate: number, frames: number) =>
  Float32Array.from({ length: frames }, (_, i) => 0.9 * Math.sin((2 * Math.PI * hertz * i) / rate));

it.each([
  [44_100, 997],
  [44_100, 15_000],
  [22_050, 5000],
  [96_000, 12_000],
  [32_000, 440],
  [48_000, 997],
])('turns %d Hz into 48 kHz: a sine of %d Hz stays itself, −90 dB below', (rate, hertz) => {
  const out = resample(sine(hertz, rate, rate / 2), rate, 1, [4096]);
  const ideal = sine(hertz, 48_000, out.length);
  let error = 0;
  for (let i = 400; i < out.length - 400; i += 1) error += (out[i]! - ideal[i]!) ** 2;
  const level = 10 * Math.log10(error / (out.length - 800) / 0.405);
  expect(level).toBeLessThan(-90);
});

it('has exactly the length of the sound, and the same samples however the stream is cut', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(8000, 11_025, 22_050, 44_100, 88_200, 96_000),
      fc.integer({ min: 0, max: 3000 }),
      fc.constantFrom(1 as const, 2 as const),
      fc.array(fc.integer({ min: 1, max: 700 }), { minLength: 1, maxLength: 5 }),
      (rate, frames, channels, blocks) => {
        const samples = noise(frames * channels, 7);
        const whole = resample(samples, rate, channels, [Math.max(1, frames)]);
        expect(whole.length).toBe(Math.round((frames * 48_000) / rate) * channels);
        expect(firstDifference(resample(samples, rate, channels, blocks), whole)).toBe(-1);
      },
    ),
    { numRuns: 60 },
  );
});

it('folds surround by ITU-R BS.775 (from memory): centre and surrounds at −3 dB, no low-frequency channel', () => {
  const planes = [1, 2, 4, 8, 16, 32].map((value) => Float32Array.of(value));
  const out = new Float32Array(2);
  fold(planes, 1, out);
  expect(out[0]).toBeCloseTo(1 + (4 + 16) * Math.SQRT1_2, 5);
  expect(out[1]).toBeCloseTo(2 + (4 + 32) * Math.SQRT1_2, 5);
});

it('keeps mono mono and passes 48 kHz through untouched', () => {
  const mono = noise(1000, 3);
  const converter = new Converter(48_000, 1);
  expect(converter.push([mono], 1000)).toEqual(mono);
  expect(converter.finish()).toHaveLength(0);
});
