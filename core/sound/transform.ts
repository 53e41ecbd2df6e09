import { TRANSFORM } from './transform.wasm';
import { instanceOf, type Memory } from './webAssembly';

interface Exports {
  readonly memory: Memory;
  transform(x: number, y: number, n: number, w: number): number;
  mirror(x: number, n: number, scale: number): void;
  fold(sum: number, a: number, b: number, n: number): void;
}

export interface Complex {
  readonly re: Float32Array;
  readonly im: Float32Array;
}

const FLOAT = 4;
const LEAST = 16;

/**
 * The discrete Fourier transform of `fft.ts` in 32-bit floats, compiled (transform.wat): for what is played, where its error of
 * 10⁻⁷ of the loudest does not count and its time does. Numbers are written into `re` and `im`, transformed where they are, and read there:
 * ask for both anew after each transform, they change places.
 */
export class Transform {
  private readonly exports: Exports;
  private readonly buffers: readonly [Complex, Complex];
  private readonly turnsAt: number;
  private readonly keptAt: number;
  private at: 0 | 1 = 0;

  /** @param size a power of two, at least 16. @param kept how many spectra can be kept beside it, all zero at first. */
  constructor(
    readonly size: number,
    kept = 0,
  ) {
    if (size < LEAST || (size & (size - 1)) !== 0) throw new RangeError(`size must be a power of two, at least ${LEAST}: got ${size}`);
    const turns = turnsOf(size);
    this.turnsAt = 4 * size * FLOAT;
    this.keptAt = Math.ceil((this.turnsAt + turns.length * FLOAT) / 16) * 16;
    this.exports = instanceOf<Exports>(TRANSFORM, this.keptAt + kept * 2 * size * FLOAT);
    const { buffer } = this.exports.memory;
    const part = (place: number) => new Float32Array(buffer, place * size * FLOAT, size);
    this.buffers = [
      { re: part(0), im: part(1) },
      { re: part(2), im: part(3) },
    ];
    new Float32Array(buffer, this.turnsAt, turns.length).set(turns);
  }

  get re(): Float32Array {
    return this.buffers[this.at].re;
  }

  get im(): Float32Array {
    return this.buffers[this.at].im;
  }

  /** X[k] = Σ x[n] e^(−2πi kn/N). */
  forward(): void {
    const { size, exports, turnsAt } = this;
    const bytes = 2 * size * FLOAT;
    const [x, y] = this.at === 0 ? [0, bytes] : [bytes, 0];
    this.at = exports.transform(x, y, size, turnsAt) === 0 ? 0 : 1;
  }

  /** The inverse of `forward`, scaled by 1/N. */
  inverse(): void {
    this.mirror(1);
    this.forward();
    this.mirror(1 / this.size);
  }

  /** A spectrum that is kept, to be written and read. */
  kept(place: number): Complex {
    const { buffer } = this.exports.memory;
    const at = this.keptPlace(place);
    return { re: new Float32Array(buffer, at, this.size), im: new Float32Array(buffer, at + this.size * FLOAT, this.size) };
  }

  /** Keeps the numbers that are there now. */
  keep(place: number): void {
    const { re, im } = this.kept(place);
    re.set(this.re);
    im.set(this.im);
  }

  /** Makes the numbers the sum of products of pairs that are kept. */
  fold(pairs: Iterable<readonly [number, number]>): void {
    this.re.fill(0);
    this.im.fill(0);
    const { exports, size, at } = this;
    for (const [a, b] of pairs) exports.fold(at * 2 * size * FLOAT, this.keptPlace(a), this.keptPlace(b), size);
  }

  private keptPlace(place: number): number {
    return this.keptAt + place * 2 * this.size * FLOAT;
  }

  private mirror(scale: number): void {
    this.exports.mirror(this.at * 2 * this.size * FLOAT, this.size, scale);
  }
}

/** The turns of all stages of radix 4, one behind the other: real and imaginary parts of w, w², w³ for each place. */
function turnsOf(size: number): Float32Array {
  const all: number[] = [];
  for (let n = size; n >= 4; n /= 4) {
    for (const power of [1, 2, 3]) {
      for (const part of [Math.cos, Math.sin]) {
        for (let p = 0; p < n / 4; p += 1) all.push(part((-2 * Math.PI * power * p) / n));
      }
    }
  }
  return Float32Array.from(all);
}

const transforms = new Map<number, Transform>();

/** A transform that is shared: it keeps nothing for anybody from one use to the next. */
export function transformOf(size: number): Transform {
  let transform = transforms.get(size);
  if (!transform) transforms.set(size, (transform = new Transform(size)));
  return transform;
}
