/**
 * Complex discrete Fourier transform of a power-of-two length, in place. Plan first, then transform any number of times
 * without allocating. Radix 2 by decimation in time (Cooley and Tukey, Mathematics of Computation 19, 1965), with the twiddles
 * of each stage side by side, so that long transforms read memory in order.
 */
export class Fft {
  private readonly cosines: Float64Array;
  private readonly sines: Float64Array;
  /** Pairs of places that change seats before the first stage; null where a table would be too large to stay in the cache. */
  private readonly swaps: Int32Array | null;

  /** @param size a power of two, at least 2. */
  constructor(readonly size: number) {
    if (size < 2 || (size & (size - 1)) !== 0) throw new RangeError(`size must be a power of two, at least 2: got ${size}`);
    // Stage of half-length h keeps its h twiddles at [h, 2h).
    this.cosines = new Float64Array(size);
    this.sines = new Float64Array(size);
    const most = size / 2;
    // Angles are put together from a coarse and a fine one: two short tables instead of a sine for every number.
    const fine = Math.min(most, FINE);
    const turn = Math.PI / most;
    for (let coarse = 0; coarse < most; coarse += fine) {
      const [c, s] = [Math.cos(coarse * turn), Math.sin(coarse * turn)];
      for (let k = 0; k < fine; k += 1) {
        const [fc, fs] = coarse === 0 ? [Math.cos(k * turn), Math.sin(k * turn)] : [this.cosines[most + k]!, -this.sines[most + k]!];
        this.cosines[most + coarse + k] = c * fc - s * fs;
        this.sines[most + coarse + k] = -(s * fc + c * fs);
      }
    }
    for (let half = most / 2; half >= 1; half /= 2) {
      for (let k = 0; k < half; k += 1) {
        this.cosines[half + k] = this.cosines[half * 2 + k * 2]!;
        this.sines[half + k] = this.sines[half * 2 + k * 2]!;
      }
    }
    this.swaps = size <= CACHED ? swapsOf(size) : null;
  }

  /** X[k] = Σ x[n] e^(−2πi kn/N), in place; `real` and `imaginary` have `size` numbers each. */
  forward(real: Float64Array, imaginary: Float64Array): void {
    const { size } = this;
    if (real.length !== size || imaginary.length !== size) throw new RangeError(`both arrays must have ${size} numbers`);
    if (this.swaps) swapAll(this.swaps, real, imaginary);
    else reverseBits(real, imaginary);
    // Blocks that stay in the cache go through all their stages before the next block begins.
    const block = Math.min(size, CACHED);
    for (let start = 0; start < size; start += block) {
      this.stages(real, imaginary, 1, block, start, start + block);
    }
    this.stages(real, imaginary, block, size, 0, size);
  }

  /** The inverse of `forward`, scaled by 1/N: exchanging real and imaginary parts turns the direction. */
  inverse(real: Float64Array, imaginary: Float64Array): void {
    this.forward(imaginary, real);
    const scale = 1 / this.size;
    for (let i = 0; i < this.size; i += 1) {
      real[i]! *= scale;
      imaginary[i]! *= scale;
    }
  }

  /** All stages from half-length `from` up to below `to`, two at a time where there are two: memory is passed half as often. */
  private stages(real: Float64Array, imaginary: Float64Array, from: number, to: number, start: number, end: number): void {
    let half = from;
    if (half === 1 && to > 2) {
      firstStages(real, imaginary, start, end);
      half = 4;
    }
    for (; half * 2 < to; half *= 4) this.twoStages(real, imaginary, half, start, end);
    if (half < to) this.stage(real, imaginary, half, start, end);
  }

  private twoStages(real: Float64Array, imaginary: Float64Array, half: number, start: number, end: number): void {
    const { cosines, sines } = this;
    for (let base = start; base < end; base += half * 4) {
      for (let k = 0; k < half; k += 1) {
        const i0 = base + k;
        const i1 = i0 + half;
        const i2 = i1 + half;
        const i3 = i2 + half;
        const c = cosines[half + k]!;
        const s = sines[half + k]!;
        const r1 = real[i1]! * c - imaginary[i1]! * s;
        const m1 = real[i1]! * s + imaginary[i1]! * c;
        const r3 = real[i3]! * c - imaginary[i3]! * s;
        const m3 = real[i3]! * s + imaginary[i3]! * c;
        const ar = real[i0]! + r1;
        const am = imaginary[i0]! + m1;
        const br = real[i0]! - r1;
        const bm = imaginary[i0]! - m1;
        const er = real[i2]! + r3;
        const em = imaginary[i2]! + m3;
        const fr = real[i2]! - r3;
        const fm = imaginary[i2]! - m3;
        const c2 = cosines[half * 2 + k]!;
        const s2 = sines[half * 2 + k]!;
        const gr = er * c2 - em * s2;
        const gm = er * s2 + em * c2;
        const c3 = cosines[half * 3 + k]!;
        const s3 = sines[half * 3 + k]!;
        const hr = fr * c3 - fm * s3;
        const hm = fr * s3 + fm * c3;
        real[i0] = ar + gr;
        imaginary[i0] = am + gm;
        real[i2] = ar - gr;
        imaginary[i2] = am - gm;
        real[i1] = br + hr;
        imaginary[i1] = bm + hm;
        real[i3] = br - hr;
        imaginary[i3] = bm - hm;
      }
    }
  }

  private stage(real: Float64Array, imaginary: Float64Array, half: number, start: number, end: number): void {
    const { cosines, sines } = this;
    for (let base = start; base < end; base += half * 2) {
      for (let k = 0; k < half; k += 1) {
        const low = base + k;
        const high = low + half;
        const c = cosines[half + k]!;
        const s = sines[half + k]!;
        const re = real[high]! * c - imaginary[high]! * s;
        const im = real[high]! * s + imaginary[high]! * c;
        real[high] = real[low]! - re;
        imaginary[high] = imaginary[low]! - im;
        real[low]! += re;
        imaginary[low]! += im;
      }
    }
  }
}

/** Angles in the fine table of the twiddles. */
const FINE = 1024;
/** Complex numbers that fit into a core's second cache with room to spare. */
const CACHED = 8192;

/** The first two stages, whose turns are quarter turns: no multiplication. */
function firstStages(real: Float64Array, imaginary: Float64Array, start: number, end: number): void {
  for (let i = start; i < end; i += 4) {
    const r0 = real[i]!;
    const r1 = real[i + 1]!;
    const r2 = real[i + 2]!;
    const r3 = real[i + 3]!;
    const m0 = imaginary[i]!;
    const m1 = imaginary[i + 1]!;
    const m2 = imaginary[i + 2]!;
    const m3 = imaginary[i + 3]!;
    const ar = r0 + r1;
    const am = m0 + m1;
    const br = r0 - r1;
    const bm = m0 - m1;
    const er = r2 + r3;
    const em = m2 + m3;
    const fr = r2 - r3;
    const fm = m2 - m3;
    real[i] = ar + er;
    imaginary[i] = am + em;
    real[i + 2] = ar - er;
    imaginary[i + 2] = am - em;
    real[i + 1] = br + fm;
    imaginary[i + 1] = bm - fr;
    real[i + 3] = br - fm;
    imaginary[i + 3] = bm + fr;
  }
}

/** The pairs of places whose numbers are each other's bits in reverse. */
function swapsOf(size: number): Int32Array {
  const pairs: number[] = [];
  let j = 0;
  for (let i = 1; i < size; i += 1) {
    let bit = size >> 1;
    for (; j & bit; bit >>= 1) j ^= bit;
    j ^= bit;
    if (i < j) pairs.push(i, j);
  }
  return Int32Array.from(pairs);
}

function swapAll(pairs: Int32Array, real: Float64Array, imaginary: Float64Array): void {
  for (let p = 0; p < pairs.length; p += 2) {
    swap(pairs[p]!, pairs[p + 1]!, real, imaginary);
  }
}

function swap(i: number, j: number, real: Float64Array, imaginary: Float64Array): void {
  const re = real[i]!;
  real[i] = real[j]!;
  real[j] = re;
  const im = imaginary[i]!;
  imaginary[i] = imaginary[j]!;
  imaginary[j] = im;
}

function reverseBits(real: Float64Array, imaginary: Float64Array): void {
  const size = real.length;
  let j = 0;
  for (let i = 1; i < size; i += 1) {
    let bit = size >> 1;
    for (; j & bit; bit >>= 1) j ^= bit;
    j ^= bit;
    if (i < j) swap(i, j, real, imaginary);
  }
}

/** The power of two that is not below `length`, at least 2. */
export function fftSize(length: number): number {
  let size = 2;
  while (size < length) size *= 2;
  return size;
}
