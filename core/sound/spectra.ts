import { Fft } from './fft';

const hann = (size: number) => Float64Array.from({ length: size }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / size));

/** Two real windows in one transform: `take` leaves the squared magnitudes of each in `one` and `two`, bins 1 to size / 2 − 1. */
export class PairedSpectra {
  private readonly fft: Fft;
  private readonly window: Float64Array;
  private readonly real: Float64Array;
  private readonly imaginary: Float64Array;
  readonly one: Float32Array;
  readonly two: Float32Array;

  constructor(private readonly size: number) {
    this.fft = new Fft(size);
    this.window = hann(size);
    this.real = new Float64Array(size);
    this.imaginary = new Float64Array(size);
    this.one = new Float32Array(size / 2);
    this.two = new Float32Array(size / 2);
  }

  /** Windows that begin at `a` and `b` of `sound`. */
  take(sound: Float32Array, a: number, b: number): void {
    const { size, window, real, imaginary, one, two } = this;
    for (let i = 0; i < size; i += 1) {
      real[i] = sound[a + i]! * window[i]!;
      imaginary[i] = sound[b + i]! * window[i]!;
    }
    this.fft.forward(real, imaginary);
    const scale = 4 / (size * size);
    for (let k = 1, m = size - 1; k < m; k += 1, m -= 1) {
      const rs = real[k]! + real[m]!;
      const rd = real[m]! - real[k]!;
      const is = imaginary[k]! + imaginary[m]!;
      const id = imaginary[k]! - imaginary[m]!;
      one[k] = (rs * rs + id * id) * scale;
      two[k] = (is * is + rd * rd) * scale;
    }
  }
}
