import { RATE, type Frames, type Hertz } from '../units';

/** Zero crossings on each side of the kernel, in source frames at unity or upward conversion. */
const HALF = 32;
/** Kaiser window parameter and pass-band edge: together −100 dB of images and flat to 19 kHz from 44.1 kHz. */
const BETA = 10;
const EDGE = 0.955;

/** Modified Bessel function of the first kind, order 0, by its power series (Abramowitz and Stegun, 9.6.10). */
function besselI0(x: number): number {
  let sum = 1;
  let term = 1;
  for (let k = 1; term > 1e-12 * sum; k += 1) {
    term *= (x / (2 * k)) ** 2;
    sum += term;
  }
  return sum;
}

function gcd(a: number, b: number): number {
  return b === 0 ? a : gcd(b, a % b);
}

/**
 * Streaming conversion to the mix rate by a windowed-sinc polyphase filter (Kaiser window; J. O. Smith, "Digital Audio
 * Resampling", from memory). Interleaved in, interleaved out; the total length is exactly round(frames × 48000 / rate).
 */
export class Resampler {
  private readonly up: number;
  private readonly down: number;
  private readonly taps: number;
  private readonly kernels: Float32Array;
  /** Source frames not yet used up, interleaved; `start` is the source frame of its first entry. */
  private held: Float32Array;
  private heldFrames = 0;
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
    const half = Math.ceil(HALF / scale);
    this.taps = half * 2;
    this.kernels = new Float32Array(this.taps * this.up);
    const cutoff = scale * EDGE;
    const windowScale = besselI0(BETA);
    for (let phase = 0; phase < this.up; phase += 1) {
      let total = 0;
      for (let k = 0; k < this.taps; k += 1) {
        const x = k - (half - 1) - phase / this.up;
        const place = x / half;
        const window = Math.abs(place) >= 1 ? 0 : besselI0(BETA * Math.sqrt(1 - place * place)) / windowScale;
        const arc = Math.PI * x * cutoff;
        const value = (x === 0 ? 1 : Math.sin(arc) / arc) * cutoff * window;
        this.kernels[phase * this.taps + k] = value;
        total += value;
      }
      // Each phase passes a constant unchanged: no ripple at the rate of the phases.
      for (let k = 0; k < this.taps; k += 1) this.kernels[phase * this.taps + k]! /= total;
    }
    this.start = -(half - 1);
    this.held = new Float32Array((half - 1) * channels);
    this.heldFrames = half - 1;
  }

  /** Converts the next `frames` frames of interleaved sound. The result is fresh and belongs to the caller. */
  push(input: Float32Array, frames: number): Float32Array {
    this.taken += frames;
    this.append(input, frames);
    const ready = this.start + this.heldFrames - this.taps / 2;
    // Output n needs source frames up to floor(n·down/up) + half.
    return this.emit(Math.max(0, Math.floor((ready * this.up) / this.down) + 1));
  }

  /** The rest, up to the exact length. Nothing may be pushed after it. */
  finish(): Float32Array {
    this.append(new Float32Array(this.taps * this.channels), this.taps);
    return this.emit(Math.round((this.taken * this.up) / this.down));
  }

  private append(input: Float32Array, frames: number): void {
    const { channels } = this;
    const joined = new Float32Array((this.heldFrames + frames) * channels);
    joined.set(this.held.subarray(0, this.heldFrames * channels));
    joined.set(input.subarray(0, frames * channels), this.heldFrames * channels);
    this.held = joined;
    this.heldFrames += frames;
  }

  /** Writes outputs [produced, until) and drops the source frames that no later output needs. */
  private emit(until: Frames): Float32Array {
    const { channels, taps, up, down, kernels, held, start } = this;
    const half = taps / 2;
    const limit = this.start + this.heldFrames - half;
    let last = Math.max(until, this.produced);
    while (last > this.produced && Math.floor(((last - 1) * down) / up) > limit - 1) last -= 1;
    const out = new Float32Array((last - this.produced) * channels);
    let whole = Math.floor((this.produced * down) / up);
    let phase = (this.produced * down) % up;
    for (let o = 0; o < out.length; o += channels) {
      const kernel = phase * taps;
      const base = (whole - (half - 1) - start) * channels;
      if (channels === 1) {
        let sum = 0;
        for (let k = 0; k < taps; k += 1) sum += held[base + k]! * kernels[kernel + k]!;
        out[o] = sum;
      } else {
        let left = 0;
        let right = 0;
        for (let k = 0, at = base; k < taps; k += 1, at += 2) {
          const weight = kernels[kernel + k]!;
          left += held[at]! * weight;
          right += held[at + 1]! * weight;
        }
        out[o] = left;
        out[o + 1] = right;
      }
      phase += down;
      while (phase >= up) {
        phase -= up;
        whole += 1;
      }
    }
    this.produced = last;
    const needed = Math.floor((last * down) / up) - (half - 1);
    const drop = Math.min(this.heldFrames, Math.max(0, needed - start));
    this.held = held.subarray(drop * channels);
    this.heldFrames -= drop;
    this.start += drop;
    return out;
  }
}
