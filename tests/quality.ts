import { Fft } from '../core/sound/fft';

/**
 * Scale-invariant signal-to-distortion ratio, dB: how much of an estimate is the wanted sound, whatever its level (J. Le Roux et al., ICASSP
 * 2019).
 */
export function siSdr(wanted: Float32Array, estimate: Float32Array): number {
  let [both, own] = [0, 0];
  for (let i = 0; i < wanted.length; i += 1) {
    both += estimate[i]! * wanted[i]!;
    own += wanted[i]! ** 2;
  }
  const scale = both / own;
  let [target, rest] = [0, 0];
  for (let i = 0; i < wanted.length; i += 1) {
    const part = scale * wanted[i]!;
    target += part ** 2;
    rest += (estimate[i]! - part) ** 2;
  }
  return 10 * Math.log10(target / rest);
}

/** Levels of a mono sound in octave bands from 63 Hz to 16 kHz, dB. */
export function octaves(sound: Float32Array, rate: number): number[] {
  const size = 8192;
  const fft = new Fft(size);
  const power = new Float64Array(size / 2);
  for (let at = 0; at + size <= sound.length; at += size) {
    const re = Float64Array.from({ length: size }, (_, i) => sound[at + i]! * (0.5 - 0.5 * Math.cos((2 * Math.PI * i) / size)));
    const im = new Float64Array(size);
    fft.forward(re, im);
    for (let k = 0; k < power.length; k += 1) power[k]! += re[k]! ** 2 + im[k]! ** 2;
  }
  return [63, 125, 250, 500, 1000, 2000, 4000, 8000, 16_000].map((middle) => {
    let sum = 1e-20;
    for (let k = Math.ceil(((middle / Math.SQRT2) * size) / rate); k < (middle * Math.SQRT2 * size) / rate && k < power.length; k += 1)
      sum += power[k]!;
    return 10 * Math.log10(sum);
  });
}

/** The frequency of a steady tone, Hz: the highest bin of a long spectrum, and between it and its neighbours by a parabola. */
export function toneOf(sound: Float32Array, rate: number): number {
  const size = 2 ** Math.floor(Math.log2(sound.length));
  const fft = new Fft(size);
  const re = Float64Array.from({ length: size }, (_, i) => sound[i]! * (0.5 - 0.5 * Math.cos((2 * Math.PI * i) / size)));
  const im = new Float64Array(size);
  fft.forward(re, im);
  const level = (k: number) => Math.log(re[k]! ** 2 + im[k]! ** 2 + 1e-30);
  let best = 1;
  for (let k = 2; k < size / 2 - 1; k += 1) if (level(k) > level(best)) best = k;
  const [a, b, c] = [level(best - 1), level(best), level(best + 1)];
  return ((best + (a - c) / (2 * (a - 2 * b + c))) * rate) / size;
}
