import { Failure } from '../failure';
import { silenceUnsound } from '../unsound';
import type { ByteSource } from './bytes';

/** RIFF/WAVE, Microsoft and IBM 1991, with WAVE_FORMAT_EXTENSIBLE (from memory). */
const PCM = 1;
const FLOAT = 3;
const EXTENSIBLE = 0xfffe;

type Coding = 'int8' | 'int16' | 'int24' | 'int32' | 'float32' | 'float64';
const WIDTH: Readonly<Record<Coding, number>> = { int8: 1, int16: 2, int24: 3, int32: 4, float32: 4, float64: 8 };

/** Chunks that are looked through for the samples. Files that people have hold a handful; damaged ones may hold a million of nothing. */
const MOST_CHUNKS = 1000;
/** Above this no recorder writes, Hz. */
const HIGHEST_RATE = 384_000;

export interface WavHeader {
  readonly rate: number;
  readonly channels: number;
  readonly coding: Coding;
  /** Offset of the first sample and number of whole frames that the file really holds. */
  readonly offset: number;
  readonly frames: number;
  /** Frames that the header claims; more than `frames` where the file was cut off. */
  readonly claimed: number;
}

const text = (view: DataView, at: number) =>
  String.fromCharCode(view.getUint8(at), view.getUint8(at + 1), view.getUint8(at + 2), view.getUint8(at + 3));

const viewOf = (bytes: Uint8Array) => new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);

/** Whether the bytes begin as a RIFF/WAVE file does. */
export function looksLikeWav(source: ByteSource): boolean {
  const head = source.read(0, 12);
  return head.length === 12 && text(viewOf(head), 0) === 'RIFF' && text(viewOf(head), 8) === 'WAVE';
}

/**
 * Reads the header. @throws Failure `media.unknown` for what is no WAV or a coding we do not read, `media.damaged` where
 * a needed chunk is missing or makes no sense.
 */
export function readWavHeader(source: ByteSource): WavHeader {
  if (!looksLikeWav(source)) throw new Failure('media.unknown');
  let format: { rate: number; channels: number; coding: Coding } | null = null;
  for (let at = 12, chunk = 0; at + 8 <= source.size && chunk < MOST_CHUNKS; chunk += 1) {
    const head = viewOf(source.read(at, 8));
    const name = text(head, 0);
    const size = head.getUint32(4, true);
    if (name === 'fmt ') format = readFormat(viewOf(source.read(at + 8, Math.min(size, 64))));
    if (name === 'data') {
      if (!format) throw new Failure('media.damaged', { why: 'samples before their format' });
      const frameBytes = WIDTH[format.coding] * format.channels;
      const there = source.size - at - 8;
      // Streamed files leave their length open: what is there is what counts.
      const claimed = size === 0xffffffff ? there : size;
      return {
        ...format,
        offset: at + 8,
        frames: Math.floor(Math.min(claimed, there) / frameBytes),
        claimed: Math.floor(claimed / frameBytes),
      };
    }
    at += 8 + size + (size % 2);
  }
  throw new Failure('media.damaged', { why: 'no samples in the file' });
}

function readFormat(view: DataView): { rate: number; channels: number; coding: Coding } {
  if (view.byteLength < 16) throw new Failure('media.damaged', { why: 'the format is cut off' });
  let tag = view.getUint16(0, true);
  const channels = view.getUint16(2, true);
  const rate = view.getUint32(4, true);
  const bits = view.getUint16(14, true);
  if (tag === EXTENSIBLE && view.byteLength >= 26) tag = view.getUint16(24, true);
  if (channels < 1 || channels > 64 || rate < 1000 || rate > HIGHEST_RATE) {
    throw new Failure('media.damaged', { why: `${channels} channels at ${rate} Hz` });
  }
  const coding = codingOf(tag, bits);
  if (!coding) throw new Failure('media.unknown', { why: `WAV coding ${tag} with ${bits} bits` });
  return { rate, channels, coding };
}

function codingOf(tag: number, bits: number): Coding | null {
  if (tag === FLOAT) return bits === 32 ? 'float32' : bits === 64 ? 'float64' : null;
  if (tag !== PCM) return null;
  return bits === 8 ? 'int8' : bits === 16 ? 'int16' : bits === 24 ? 'int24' : bits === 32 ? 'int32' : null;
}

/** Reads frames of a WAV as planar floats, full scale 1. */
export class WavReader {
  readonly header: WavHeader;

  /** Samples read so far that were no numbers, or beyond 32 bits; they are silence. */
  unsound = 0;

  constructor(private readonly source: ByteSource) {
    this.header = readWavHeader(source);
  }

  /** Writes up to `count` frames from `first` into the planes; returns how many there were. */
  read(first: number, count: number, planes: readonly Float32Array[]): number {
    const { coding, channels, offset, frames } = this.header;
    const size = Math.max(0, Math.min(count, frames - first));
    const width = WIDTH[coding];
    const stride = width * channels;
    const view = viewOf(this.source.read(offset + first * stride, size * stride));
    const got = Math.floor(view.byteLength / stride);
    for (let channel = 0; channel < channels; channel += 1) {
      decodePlane(view, coding, channel * width, stride, got, planes[channel]!);
      if (coding === 'float32' || coding === 'float64') this.unsound += silenceUnsound(planes[channel]!, got);
    }
    return got;
  }
}

/** One channel of one block. The coding is chosen outside the loop. Integers are scaled by their negative full scale. */
function decodePlane(view: DataView, coding: Coding, first: number, stride: number, count: number, out: Float32Array): void {
  switch (coding) {
    case 'int8': // unsigned, 128 is zero
      for (let i = 0, at = first; i < count; i += 1, at += stride) out[i] = (view.getUint8(at) - 128) / 128;
      return;
    case 'int16':
      for (let i = 0, at = first; i < count; i += 1, at += stride) out[i] = view.getInt16(at, true) / 32_768;
      return;
    case 'int24':
      for (let i = 0, at = first; i < count; i += 1, at += stride) {
        out[i] = (view.getUint16(at, true) | (view.getInt8(at + 2) << 16)) / 8_388_608;
      }
      return;
    case 'int32':
      for (let i = 0, at = first; i < count; i += 1, at += stride) out[i] = view.getInt32(at, true) / 2_147_483_648;
      return;
    case 'float32':
      for (let i = 0, at = first; i < count; i += 1, at += stride) out[i] = view.getFloat32(at, true);
      return;
    case 'float64':
      for (let i = 0, at = first; i < count; i += 1, at += stride) out[i] = view.getFloat64(at, true);
      return;
  }
}
