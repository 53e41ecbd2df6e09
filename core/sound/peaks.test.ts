import fc from 'fast-check';
import { noise } from '../../tests/tones';
import { RATE } from '../units';
import { LEVELS, PeakBuilder, binFrames, levelFor, packPeaks, peakBetween, unpackPeaks } from './peaks';
import { soundingOf } from './silence';

function peaksOf(samples: Float32Array, channels: 1 | 2 = 1, block = 1000) {
  const builder = new PeakBuilder(channels);
  for (let at = 0; at < samples.length; at += block * channels) builder.push(samples.subarray(at, at + block * channels));
  return builder.finish();
}

it('never shows less than the loudest sample of a bin, at any zoom', () => {
  const samples = noise(100_000, 9).map((value, i) => value * Math.abs(Math.sin(i / 9000)));
  const peaks = peaksOf(samples);
  for (let level = 0; level < LEVELS; level += 1) {
    const size = binFrames(level);
    peaks.levels[level]!.forEach((peak, bin) => {
      const most = samples.subarray(bin * size, (bin + 1) * size).reduce((high, value) => Math.max(high, Math.abs(value)), 0);
      if (peak !== Math.fround(most)) throw new Error(`level ${level}, bin ${bin}: ${peak} is not ${most}`);
    });
  }
});

it('finds a single click wherever it is', () => {
  fc.assert(
    fc.property(fc.nat(RATE * 2 - 1), (at) => {
      const samples = new Float32Array(RATE * 2);
      samples[at] = 0.7;
      const peaks = peaksOf(samples);
      const moment = at / RATE;
      expect(peakBetween(peaks, levelFor(0.01), moment, moment + 0.001)).toBeCloseTo(0.7, 5);
    }),
    { numRuns: 50 },
  );
});

it('is packed for storage and read back; a block that was cut is refused', () => {
  const peaks = peaksOf(noise(70_001, 4));
  const block = packPeaks(peaks);
  expect(unpackPeaks(block)).toEqual(peaks);
  expect(unpackPeaks(block.subarray(0, block.length - 1))).toBeNull();
  expect(unpackPeaks(new Float32Array(0))).toBeNull();
});

it('finds the silence at both ends to within 3 ms', () => {
  const samples = new Float32Array(RATE * 4);
  samples.set(
    noise(RATE, 2).map((value) => value * 0.3),
    RATE * 1.5,
  );
  const sounding = soundingOf(peaksOf(samples))!;
  expect(Math.abs(sounding.from - 1.5)).toBeLessThan(0.003);
  expect(Math.abs(sounding.to - 2.5)).toBeLessThan(0.003);
  expect(soundingOf(peaksOf(new Float32Array(1000)))).toBeNull();
});

it('takes a quiet recording for sound, not for silence', () => {
  const samples = noise(RATE, 2).map((value) => value * 0.002);
  expect(soundingOf(peaksOf(samples))).toEqual({ from: 0, to: 1 });
});
