import { RATE } from '../units';
import { utf8 } from './bytes';
import { cueChunks, type CuePoint } from './wavCues';

export type WavFormat = 'int16' | 'int24' | 'float32';
const BYTES: Readonly<Record<WavFormat, number>> = { int16: 2, int24: 3, float32: 4 };
/** Frames that a sampler repeats without end: [start, end), from 0. */
export interface SampleLoop {
  readonly start: number;
  readonly end: number;
}

/** Words that go along with a sound. */
export interface Tags {
  readonly title?: string | undefined;
  readonly artist?: string | undefined;
  readonly comment?: string | undefined;
}

/** Bytes of a `smpl` chunk with one loop, its name and size included. */
const SMPL = 8 + 36 + 24;
const PCM = 1;
const FLOAT = 3;

/** Words as a `LIST INFO` chunk (RIFF/WAVE, Microsoft and IBM 1991, from memory): each with a zero at its end, padded to even. */
function infoOf({ title, artist, comment }: Tags): Uint8Array {
  const words = [
    ['INAM', title],
    ['IART', artist],
    ['ICMT', comment],
  ] as const;
  const pieces = words.flatMap(([name, text]) => (text ? [{ name, bytes: utf8(text) }] : []));
  if (pieces.length === 0) return new Uint8Array(0);
  const sizeOf = (bytes: Uint8Array) => 8 + bytes.length + 1 + ((bytes.length + 1) % 2);
  const body = 4 + pieces.reduce((sum, { bytes }) => sum + sizeOf(bytes), 0);
  const out = new Uint8Array(8 + body);
  const view = new DataView(out.buffer);
  out.set(utf8('LIST'), 0);
  view.setUint32(4, body, true);
  out.set(utf8('INFO'), 8);
  let at = 12;
  for (const { name, bytes } of pieces) {
    out.set(utf8(name), at);
    view.setUint32(at + 4, bytes.length + 1, true);
    out.set(bytes, at + 8);
    at += sizeOf(bytes);
  }
  return out;
}

/**
 * Writes stereo WAV at 48 kHz: first `header`, then `encode` for block after block, then `footer`. 16-bit gets
 * triangular dither of ±1 step (TPDF; Lipshitz, Wannamaker, Vanderkooy, JAES 1992, from memory); 24-bit is rounded;
 * both stop at full scale. The dither's random numbers start from a fixed seed: the same sound gives the same file.
 */
export class WavWriter {
  readonly frameBytes: number;
  /** Samples that were stopped at full scale so far. Always 0 for float. */
  clipped = 0;
  private seed = 0x2f6e2b1;
  private readonly info: Uint8Array;
  private readonly cues: Uint8Array;

  constructor(
    private readonly format: WavFormat,
    private readonly channels: 1 | 2 = 2,
    private readonly rate: number = RATE,
    private readonly loop: SampleLoop | null = null,
    tags: Tags = {},
    cues: readonly CuePoint[] = [],
  ) {
    this.info = infoOf(tags);
    this.cues = cueChunks(cues);
    this.frameBytes = BYTES[format] * channels;
  }

  /** Bytes of a whole file of `frames` frames. */
  fileBytes(frames: number): number {
    const data = frames * this.frameBytes;
    return this.headerBytes() + data + (data % 2) + (this.loop ? SMPL : 0) + this.cues.length + this.info.length;
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

  /**
   * What follows the samples: a byte that makes their chunk even where it needs one, the moments with names, the words, and the loop as a `smpl` chunk (RIFF/WAVE,
   * Microsoft and IBM 1991, from memory: its loop's start and end are frames, the end the last one that sounds).
   */
  footer(frames: number): Uint8Array<ArrayBuffer> {
    const even = (frames * this.frameBytes) % 2;
    const { loop, cues, info } = this;
    const out = new Uint8Array(even + (loop ? SMPL : 0) + cues.length + info.length);
    out.set(cues, out.length - info.length - cues.length);
    out.set(info, out.length - info.length);
    if (!loop) return out;
    const view = new DataView(out.buffer, even);
    for (const [at, letter] of [...'smpl'].entries()) view.setUint8(at, letter.charCodeAt(0));
    // Size; maker, product; nanoseconds a frame; unity note (middle C), its fraction; SMPTE; loops; further bytes.
    const head = [SMPL - 8, 0, 0, Math.round(1e9 / this.rate), 60, 0, 0, 0, 1, 0];
    // Name; forward; first and last frame; fraction; played without end.
    const body = [0, 0, loop.start, loop.end - 1, 0, 0];
    for (const [index, value] of [...head, ...body].entries()) view.setUint32(4 + index * 4, value, true);
    return out;
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
