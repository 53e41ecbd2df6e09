import { Fft } from '../sound/fft';
import { RATE, type Decibels } from '../units';

/**
 * How much each third of an octave counts for understanding speech, by its middle, Hz (ANSI S3.5-1997, Table 3, band importance for average speech;
 * from memory, they add up to 1).
 */
export const IMPORTANCE: readonly (readonly [hertz: number, share: number])[] = [
  [160, 0.0083],
  [200, 0.0095],
  [250, 0.015],
  [315, 0.0289],
  [400, 0.044],
  [500, 0.0578],
  [630, 0.0653],
  [800, 0.0711],
  [1000, 0.0818],
  [1250, 0.0844],
  [1600, 0.0882],
  [2000, 0.0898],
  [2500, 0.0868],
  [3150, 0.0844],
  [4000, 0.0771],
  [5000, 0.0527],
  [6300, 0.0364],
  [8000, 0.0185],
];

/** A voice this far below what masks it is not heard, this far above it wholly (as in the standard), dB. */
const RANGE = 15;
const SIZE = 8192;

/** Mean power of a sound in each third of an octave, both channels. @param sound interleaved. */
export function thirdsOf(sound: Float32Array, channels: 1 | 2): Float64Array {
  const fft = new Fft(SIZE);
  const [re, im] = [new Float64Array(SIZE), new Float64Array(SIZE)];
  const power = new Float64Array(IMPORTANCE.length);
  const frames = sound.length / channels;
  let count = 0;
  for (let first = 0; first + SIZE <= frames; first += SIZE / 2) {
    for (let i = 0; i < SIZE; i += 1) {
      const window = 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / SIZE);
      re[i] = sound[(first + i) * channels]! * window;
      im[i] = channels === 2 ? sound[(first + i) * 2 + 1]! * window : 0;
    }
    fft.forward(re, im);
    for (const [band, [hertz]] of IMPORTANCE.entries()) {
      const low = Math.round((hertz * 2 ** (-1 / 6) * SIZE) / RATE);
      const high = Math.round((hertz * 2 ** (1 / 6) * SIZE) / RATE);
      for (let k = low; k < high; k += 1) power[band]! += re[k]! ** 2 + im[k]! ** 2 + re[SIZE - k]! ** 2 + im[SIZE - k]! ** 2;
    }
    count += 1;
  }
  return power.map((one) => one / Math.max(1, count));
}

/**
 * How much of a voice can be understood beside what masks it, [0, 1]: its level above the mask in each third of an octave, between −15 and +15 dB,
 * counted by its importance (after ANSI S3.5, without its spread of masking and hearing threshold). Both in powers of `thirdsOf`.
 */
export function understood(voice: ArrayLike<number>, mask: ArrayLike<number>): number {
  return IMPORTANCE.reduce((sum, [, share], band) => {
    const over: Decibels = 10 * Math.log10((voice[band]! + 1e-20) / (mask[band]! + 1e-20));
    return sum + share * Math.min(1, Math.max(0, (over + RANGE) / (2 * RANGE)));
  }, 0);
}
