import fc from 'fast-check';
import { tones, noise, type Stretch } from '../../tests/tones';
import { LoudnessMeter, type Loudness } from './loudness';
import { PEAK_REACH, TruePeak, truePeakWithin } from './truePeak';

function measure(samples: Float32Array, block = 10_007): Loudness {
  const meter = new LoudnessMeter(2);
  for (let at = 0; at < samples.length; at += block * 2) {
    const piece = samples.subarray(at, Math.min(samples.length, at + block * 2));
    meter.push(piece, piece.length / 2);
  }
  return meter.finish();
}

const times = (count: number, ...stretches: Stretch[]): Stretch[] => Array.from({ length: count }, () => stretches).flat();

describe('EBU Tech 3341 test signals (from memory), ±0.1', () => {
  it.each([
    ['case 1', [[-23, 20]], -23],
    ['case 2', [[-33, 20]], -33],
    [
      'case 3',
      [
        [-36, 10],
        [-23, 60],
        [-36, 10],
      ],
      -23,
    ],
    [
      'case 4',
      [
        [-72, 10],
        [-36, 10],
        [-23, 60],
        [-36, 10],
        [-72, 10],
      ],
      -23,
    ],
    [
      'case 5',
      [
        [-26, 20],
        [-20, 20.1],
        [-26, 20],
      ],
      -23,
    ],
  ] as [string, Stretch[], number][])('%s: integrated', (_name, signal, expected) => {
    expect(Math.abs(measure(tones(signal)).integrated! - expected)).toBeLessThan(0.1);
  });

  it('case 1: momentary and short-term agree with integrated', () => {
    const { momentaryMax, shortTermMax } = measure(tones([[-23, 20]]));
    expect(Math.abs(momentaryMax! + 23)).toBeLessThan(0.1);
    expect(Math.abs(shortTermMax! + 23)).toBeLessThan(0.1);
  });

  it('case 9: short-term', () => {
    expect(Math.abs(measure(tones(times(5, [-20, 1.34], [-30, 1.66]))).shortTermMax! + 23)).toBeLessThan(0.1);
  });

  it('case 12: momentary', () => {
    const { momentary } = measure(tones(times(25, [-20, 0.18], [-30, 0.22])));
    for (const value of momentary.subarray(10)) expect(Math.abs(value + 23)).toBeLessThan(0.1);
  });
});

describe('EBU Tech 3342 loudness range (from memory), ±1 LU', () => {
  it.each([
    [[-20, -30], 10],
    [[-20, -15], 5],
    [[-40, -20], 20],
    [[-50, -35, -20, -35, -50], 15],
  ])('%j is %d LU', (levels, expected) => {
    expect(Math.abs(measure(tones(levels.map((level): Stretch => [level, 20]))).range! - expected)).toBeLessThan(1);
  });
});

describe('true peak, EBU Tech 3341 (from memory), +0.2/−0.4 dB', () => {
  it.each([
    ['fs/4, 0°', 12_000, 0, 0.5, -6],
    ['fs/4, 45°', 12_000, 45, 0.5, -6],
    ['fs/6, 60°', 8000, 60, 0.5, -6],
    ['fs/8, 67.5°', 6000, 67.5, 0.5, -6],
    ['fs/4 of 1.41, 45°', 12_000, 45, 1.41, 3],
  ])('%s', (_name, hertz, degrees, amplitude, expected) => {
    const signal = tones([[20 * Math.log10(amplitude), 1]], hertz, (degrees * Math.PI) / 180);
    // Faded up and out: what is read is the sine, not the edge where it is switched on.
    for (let i = 0; i < 9600; i += 1) {
      signal[i]! *= i / 9600;
      signal[signal.length - 1 - i]! *= i / 9600;
    }
    const { truePeak } = measure(signal);
    expect(truePeak! - expected).toBeLessThan(0.2);
    expect(truePeak! - expected).toBeGreaterThan(-0.4);
  });
});

it('reads −3.01 LUFS for a full-scale 997 Hz sine in one front channel (ITU-R BS.1770-4)', () => {
  const samples = tones([[0, 10]], 997);
  for (let i = 1; i < samples.length; i += 2) samples[i] = 0;
  expect(Math.abs(measure(samples).integrated! + 3.01)).toBeLessThan(0.02);
});

it('says nothing where there is nothing to measure', () => {
  expect(measure(new Float32Array(96_000 * 4))).toMatchObject({ integrated: null, momentaryMax: null, range: null, truePeak: null });
  expect(measure(tones([[-20, 0.3]])).integrated).toBeNull();
  expect(measure(new Float32Array(0))).toMatchObject({ integrated: null, truePeak: null });
});

it('reads the same however the stream is cut', () => {
  const samples = noise(96_000 * 2, 5);
  const whole = measure(samples, samples.length);
  const cut = measure(samples, 333);
  for (const key of ['integrated', 'momentaryMax', 'truePeak'] as const) expect(cut[key]).toBeCloseTo(whole[key]!, 9);
});

it('finds the same peaks in four samples at a time as in one, however the sound is cut, and passes over what is no number', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 1, max: 700 }), { minLength: 1, maxLength: 12 }), fc.nat(1000), (cuts, seed) => {
      const count = cuts.reduce((sum, one) => sum + one, 0);
      const sound = noise(count, seed);
      const peaks = new TruePeak(64);
      let at = 0;
      for (const size of cuts) {
        peaks.push(sound.subarray(at, at + size), size);
        at += size;
      }
      // The plain loop looks at the same samples with silence around them.
      const around = new Float32Array(count + PEAK_REACH * 4);
      around.set(sound, PEAK_REACH * 2);
      expect(peaks.finish()).toBeCloseTo(truePeakWithin(around, PEAK_REACH, count + PEAK_REACH * 2, 1, 0), 5);
    }),
    { numRuns: 60 },
  );
  const broken = new TruePeak();
  broken.push(Float32Array.of(0.25, NaN, 0.5, ...new Array<number>(100).fill(0)), 103);
  expect(broken.finish()).toBe(0.5);
});
