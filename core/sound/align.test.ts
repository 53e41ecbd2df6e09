import { noise } from '../../tests/tones';
import { RATE } from '../units';
import { align } from './align';
import { Fft, fftSize } from './fft';
import { memorySource } from './pcm';
import { TraceBuilder, traceOf } from './trace';

describe('the Fourier transform', () => {
  it('agrees with the definition, at lengths on both sides of its blocks', () => {
    for (const size of [2, 8, 64, 512]) {
      const fft = new Fft(size);
      const re = Float64Array.from(noise(size, 3));
      const im = Float64Array.from(noise(size, 4));
      const real = re.slice();
      const imaginary = im.slice();
      fft.forward(real, imaginary);
      for (let k = 0; k < size; k += 1) {
        let sumRe = 0;
        let sumIm = 0;
        for (let n = 0; n < size; n += 1) {
          const angle = (-2 * Math.PI * k * n) / size;
          sumRe += re[n]! * Math.cos(angle) - im[n]! * Math.sin(angle);
          sumIm += re[n]! * Math.sin(angle) + im[n]! * Math.cos(angle);
        }
        expect(Math.hypot(real[k]! - sumRe, imaginary[k]! - sumIm)).toBeLessThan(1e-9);
      }
    }
  });

  it('comes back by its inverse and keeps the energy (Parseval), for long ones too', () => {
    for (const size of [4096, 16_384, 65_536]) {
      const fft = new Fft(size);
      const given = Float64Array.from(noise(size, 5));
      const real = given.slice();
      const imaginary = new Float64Array(size);
      fft.forward(real, imaginary);
      const energy = real.reduce((sum, value, k) => sum + value * value + imaginary[k]! ** 2, 0) / size;
      expect(energy / given.reduce((sum, value) => sum + value * value, 0)).toBeCloseTo(1, 9);
      fft.inverse(real, imaginary);
      expect(real.every((value, i) => Math.abs(value - given[i]!) < 1e-9)).toBe(true);
    }
    expect([1, 2, 3, 1025].map(fftSize)).toEqual([2, 2, 4, 2048]);
    expect(() => new Fft(12)).toThrow('power of two');
  });
});

/** One-pole filters: how another device colours a sound. */
function lowPass(samples: Float32Array, hertz: number): Float32Array {
  const keep = Math.exp((-2 * Math.PI * hertz) / RATE);
  let last = 0;
  return samples.map((value) => (last = keep * last + (1 - keep) * value));
}

function highPass(samples: Float32Array, hertz: number): Float32Array {
  const low = lowPass(samples, hertz);
  return samples.map((value, i) => value - low[i]!);
}

const power = (samples: Float32Array) => samples.reduce((sum, value) => sum + value * value, 0) / samples.length;

/** The sound with noise at so many dB of signal to noise. */
function withNoise(samples: Float32Array, ratio: number, seed: number): Float32Array {
  const hiss = noise(samples.length, seed);
  const gain = Math.sqrt(power(samples) / power(hiss) / 10 ** (ratio / 10));
  return samples.map((value, i) => value + hiss[i]! * gain);
}

const trace = (samples: Float32Array) => traceOf(memorySource(samples, 1));

it('traces a sound the same way however it streams by, on its own time', () => {
  const samples = noise(6000, 3);
  const whole = new TraceBuilder(2).push(samples);
  const builder = new TraceBuilder(2);
  const pieces = [0, 14, 15_00, 1502, 4000].flatMap((from, i, all) => [...builder.push(samples.subarray(from, all[i + 1] ?? 6000))]);
  expect(whole).toHaveLength(500);
  pieces.forEach((value, i) => expect(value).toBeCloseTo(whole[i]!, 6));
  const click = new Float32Array(600);
  click[300] = 36;
  expect([...new TraceBuilder(1).push(click)].map((value, i) => [i, value]).filter(([, value]) => value !== 0)).toEqual([[50, 6]]);
});

describe('lining up two recordings of 30 s', () => {
  const SECONDS = 30;
  const world = lowPass(noise(60 * RATE, 7), 3000);
  const offset = Math.round(7.1234 * RATE);
  const film = world.slice(offset, offset + SECONDS * RATE);
  const table = world.slice(0, SECONDS * RATE);
  const found = (first: Float32Array, second: Float32Array) => align(trace(first), trace(second))!;

  it('finds a known offset within 1 ms, clean and with as much noise as sound (0 dB)', () => {
    for (const [a, b] of [
      [film, table],
      [withNoise(film, 0, 9), withNoise(table, 0, 11)],
    ] as const) {
      const { offset: is, verdict } = found(a, b);
      expect(Math.abs(is + offset / RATE)).toBeLessThan(0.001);
      expect(verdict).toBe('sure');
      expect(Math.abs(found(b, a).offset - offset / RATE)).toBeLessThan(0.001);
    }
  });

  it('finds it within 5 ms when filtered, 26 dB quieter and at 5 dB signal to noise', () => {
    const coloured = lowPass(highPass(table, 300), 1200).map((value) => value * 0.05);
    const { offset: is, verdict } = found(withNoise(film, 5, 13), withNoise(coloured, 5, 15));
    expect(Math.abs(is + offset / RATE)).toBeLessThan(0.005);
    expect(verdict).toBe('sure');
  });

  it('finds it from stereo against mono, whichever is longer', () => {
    const both = new Float32Array(film.length * 2);
    film.forEach((value, i) => (both[i * 2] = both[i * 2 + 1] = value));
    const { offset: is } = align(traceOf(memorySource(both, 2)), trace(table.slice(10 * RATE, 14 * RATE)))!;
    expect(Math.abs(is - (10 - offset / RATE))).toBeLessThan(0.001);
  });

  it('is unsure of recordings that have nothing in common, steady or beating', () => {
    const beating = (perMinute: number, seed: number) => {
      const hit = noise(4800, seed);
      const out = new Float32Array(SECONDS * RATE);
      for (let at = 0; at < out.length; at += Math.round((60 / perMinute) * RATE))
        hit.forEach((value, i) => (at + i < out.length ? (out[at + i]! += value * Math.exp(-i / 800)) : 0));
      return out;
    };
    for (const seed of [1, 2, 3]) {
      const other = lowPass(noise(SECONDS * RATE, seed * 977 + 5), 3000);
      expect(found(film, other).verdict).toBe('unsure');
      expect(found(beating(120, seed), beating(97, seed + 50)).verdict).toBe('unsure');
    }
  });

  it('says nothing of silence, and tells how far it is', () => {
    expect(align(trace(new Float32Array(RATE)), trace(film))).toBeNull();
    const shares: number[] = [];
    align(trace(film), trace(table), (share) => void shares.push(share));
    expect(shares.at(-1)).toBeGreaterThan(0.9);
    expect([...shares]).toEqual([...shares].sort((a, b) => a - b));
  });
});
