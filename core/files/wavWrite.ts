import { RATE } from '../units';

export type WavFormat = 'int16' | 'int24' | 'float32';
const BYTES: Readonly<Record<WavFormat, number>> = { int16: 2, int24: 3, float32: 4 };
const PCM = 1;
const FLOAT = 3;

/**
 * Writes stereo WAV at 48 kHz: first `header`, then `encode` for block after block, then `padding`. 16-bit gets
 * triangular dither of ±1 step (TPDF; Lipshitz, Wannamaker, Vanderkooy, JAES 1992, from memory); 24-bit is rounded;
 * both stop at full scale. The dither's random numbers start from a fixed seed: the same sound gives the same file.
 */
export class WavWriter {
  readonly frameBytes: number;
  /** Samples that were stopped at full scale so far. Always 0 for float. */
  clipped = 0;
  private seed = 0x2f6e2b1;

  constructor(
    private readonly format: WavFormat,
    private readonly channels: 1 | 2 = 2,
    private readonly rate: number = RATE,
  ) {
    this.frameBytes = BYTES[format] * channels;
  }

  /** Bytes of a whole file of `frames` frames. */
  fileBytes(frames: number): number {
    const data = frames * this.frameBytes;
    return this.headerBytes() + data + (data % 2);
  }

  header(frames: number): Uint8Array<ArrayBuffer> {
    const data = frames * this.frameBytes;
    const out = new Uint8Array(this.headerBytes());
    const view = new DataView(out.buffer);
    let at = 0;
    const name = (letters: string) => {
      for (const letter of letters) view.setUint8(at++, letter.charCodeAt(0));
    };
    const u32 = (value: number) => {
      view.setUint32(at, value, true);
      at += 4;
    };
    const u16 = (value: number) => {
      view.setUint16(at, value, true);
      at += 2;
    };
    const riff = this.fileBytes(frames) - 8;
    if (riff > 0xffffffff) throw new RangeError(`a RIFF file holds 4 GiB at most: ${frames} frames need ${riff} bytes`);
    const float = this.format === 'float32';
    name('RIFF');
    u32(riff);
    name('WAVE');
    name('fmt ');
    u32(float ? 18 : 16);
    u16(float ? FLOAT : PCM);
    u16(this.channels);
    u32(this.rate);
    u32(this.rate * this.frameBytes);
    u16(this.frameBytes);
    u16(BYTES[this.format] * 8);
    if (float) {
      u16(0);
      name('fact');
      u32(4);
      u32(frames);
    }
    name('data');
    u32(data);
    return out;
  }

  /** Encodes `frames` frames of interleaved sound; the result is fresh and belongs to the caller. */
  encode(samples: Float32Array, frames: number): Uint8Array<ArrayBuffer> {
    const count = frames * this.channels;
    const out = new Uint8Array(frames * this.frameBytes);
    const view = new DataView(out.buffer);
    switch (this.format) {
      case 'float32':
        for (let i = 0; i < count; i += 1) view.setFloat32(i * 4, samples[i]!, true);
        break;
      case 'int24':
        for (let i = 0; i < count; i += 1) {
          const value = this.limit(Math.round(samples[i]! * 8_388_608), 8_388_607);
          view.setUint16(i * 3, value & 0xffff, true);
          view.setInt8(i * 3 + 2, value >> 16);
        }
        break;
      case 'int16':
        for (let i = 0; i < count; i += 1) {
          const noise = this.random() - this.random();
          view.setInt16(i * 2, this.limit(Math.round(samples[i]! * 32_768 + noise), 32_767), true);
        }
        break;
    }
    return out;
  }

  /** The byte that makes a chunk even, or none. */
  padding(frames: number): Uint8Array {
    return new Uint8Array((frames * this.frameBytes) % 2);
  }

  private headerBytes(): number {
    return this.format === 'float32' ? 58 : 44;
  }

  private limit(value: number, most: number): number {
    if (value > most) {
      this.clipped += 1;
      return most;
    }
    if (value < -most - 1) {
      this.clipped += 1;
      return -most - 1;
    }
    return value;
  }

  /** xorshift32 (Marsaglia, Journal of Statistical Software, 2003), in [0, 1). */
  private random(): number {
    let x = this.seed;
    x ^= x << 13;
    x ^= x >>> 17;
    x ^= x << 5;
    this.seed = x;
    return (x >>> 0) / 4_294_967_296;
  }
}
