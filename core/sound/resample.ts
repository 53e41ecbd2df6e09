import { RATE, type Frames, type Hertz } from '../units';
import { besselI0 } from './bessel';
import { Convolver } from './convolve';

/** Zero crossings on each side of the kernel, in source frames at unity or upward conversion. */
const HALF = 32;
/** Kaiser window parameter and pass-band edge: together −100 dB of images and flat to 19 kHz from 44.1 kHz. */
const BETA = 10;
const EDGE = 0.955;

function gcd(a: number, b: number): number {
  return b === 0 ? a : gcd(b, a % b);
}

/** Source frames converted in one go. */
const CHUNK = 8192;

/**
 * Streaming conversion to the mix rate by a windowed-sinc polyphase filter (Kaiser window; J. O. Smith, "Digital Audio
 * Resampling", from memory). Interleaved in, interleaved out; the total length is exactly round(frames × 48000 / rate).
 */
export class Resampler {
  private readonly up: number;
  private readonly down: number;
  private readonly half: number;
  private readonly convolver: Convolver;
  /** Source frames not yet used up lie at the front of `convolver.held`; `start` is the source frame of the first. */
  private heldFrames: number;
  private start: number;
  private produced = 0;
  private taken = 0;

  /** @param from source rate, Hz, a whole number in [1000, 768000]. @param channels 1 or 2. */
  constructor(
    from: Hertz,
    private readonly channels: 1 | 2,
  ) {
    if (!Number.isInteger(from) || from < 1000 || from > 768_000) {
      throw new RangeError(`from must be a whole number in [1000, 768000] Hz: got ${from}`);
    }
    const common = gcd(from, RATE);
    this.up = RATE / common;
    this.down = from / common;
    const scale = Math.min(1, RATE / from);
    // A multiple of two, so that the taps are one of four.
    this.half = Math.ceil(HALF / scale / 2) * 2;
    const produced = Math.ceil((CHUNK * this.up) / this.down) + 1;
    this.convolver = new Convolver(kernelsOf(this.up, this.half, scale), channels, (Math.max(CHUNK, produced) + this.half * 4) * channels);
    this.start = -(this.half - 1);
    this.heldFrames = this.half - 1;
  }

  /** Converts the next `frames` frames of interleaved sound. The result is fresh and belongs to the caller. */
  push(input: Float32Array, frames: number): Float32Array {
    this.taken += frames;
    return this.convert(input, frames, Infinity);
  }

  /** The rest, up to the exact length. Nothing may be pushed after it. */
  finish(): Float32Array {
    return this.convert(new Float32Array(this.half * 2 * this.channels), this.half * 2, Math.round((this.taken * this.up) / this.down));
  }

  /** Takes frames in, chunk by chunk, and gives every output before `end` that has all the frames it needs. */
  private convert(input: Float32Array, frames: number, end: Frames): Float32Array {
    const { channels, up, down, half, convolver } = this;
    const taps = half * 2;
    const out = new Float32Array((Math.ceil(((this.heldFrames + frames) * up) / down) + 1) * channels);
    let filled = 0;
    for (let done = 0; done < frames;) {
      const size = Math.min(CHUNK, frames - done);
      convolver.held.set(input.subarray(done * channels, (done + size) * channels), this.heldFrames * channels);
      this.heldFrames += size;
      done += size;
      // Output n needs the frames up to floor(n·down/up) + half.
      const last = this.start + this.heldFrames - 1 - half;
      const ready = Math.min(end, last < 0 ? 0 : Math.ceil(((last + 1) * up) / down));
      const count = Math.max(0, ready - this.produced);
      const whole = Math.floor((this.produced * down) / up);
      const block = convolver.run(whole - (half - 1) - this.start, taps, up, down, (this.produced * down) % up, count);
      out.set(block, filled);
      filled += block.length;
      this.produced += count;
      const needed = Math.floor((this.produced * down) / up) - (half - 1);
      const drop = Math.min(this.heldFrames, Math.max(0, needed - this.start));
      convolver.held.copyWithin(0, drop * channels, this.heldFrames * channels);
      this.heldFrames -= drop;
      this.start += drop;
    }
    return out.subarray(0, filled);
  }
}

/** One kernel for each of `up` phases, `2 × half` taps each, one behind the other. */
function kernelsOf(up: number, half: number, scale: number): Float32Array {
  const taps = half * 2;
  const kernels = new Float32Array(taps * up);
  const cutoff = scale * EDGE;
  const windowScale = besselI0(BETA);
  const kernel = new Float64Array(taps);
  for (let phase = 0; phase < up; phase += 1) {
    let total = 0;
    for (let k = 0; k < taps; k += 1) {
      const x = k - (half - 1) - phase / up;
      const place = x / half;
      const window = Math.abs(place) >= 1 ? 0 : besselI0(BETA * Math.sqrt(1 - place * place)) / windowScale;
      const arc = Math.PI * x * cutoff;
      kernel[k] = (x === 0 ? 1 : Math.sin(arc) / arc) * cutoff * window;
      total += kernel[k]!;
    }
    // Each phase passes a constant unchanged: no ripple at the rate of the phases.
    for (let k = 0; k < taps; k += 1) kernels[phase * taps + k] = kernel[k]! / total;
  }
  return kernels;
}
