import type { Frames } from '../units';
import { utf8 } from './bytes';

/** A moment of a sound with a name; empty where it has none. */
export interface CuePoint {
  readonly frame: Frames;
  readonly name: string;
}

/** Bytes of a chunk's name and size, and of a cue point. */
const HEAD = 8;
const POINT = 24;
/** More than these are not read. */
const MOST = 5000;

/**
 * Moments as a `cue ` chunk with their names in a `LIST adtl` chunk behind it (RIFF/WAVE, Microsoft and IBM 1991, from memory); nothing where
 * there are none.
 */
export function cueChunks(points: readonly CuePoint[]): Uint8Array<ArrayBuffer> {
  if (points.length === 0) return new Uint8Array(0);
  const labels = points.map(({ name }) => utf8(name));
  const sizeOf = (label: Uint8Array) => HEAD + 4 + label.length + 1 + ((label.length + 1) % 2);
  const listed = 4 + labels.reduce((sum, label) => sum + sizeOf(label), 0);
  const out = new Uint8Array(HEAD + 4 + points.length * POINT + HEAD + listed);
  const view = new DataView(out.buffer);
  out.set(utf8('cue '), 0);
  view.setUint32(4, 4 + points.length * POINT, true);
  view.setUint32(8, points.length, true);
  let at = HEAD + 4;
  for (const [index, { frame }] of points.entries()) {
    // Its number; its place in the play order; the chunk that it is in, that chunk's start, the block's start, the frame.
    view.setUint32(at, index + 1, true);
    view.setUint32(at + 4, frame, true);
    out.set(utf8('data'), at + 8);
    view.setUint32(at + 20, frame, true);
    at += POINT;
  }
  out.set(utf8('LIST'), at);
  view.setUint32(at + 4, listed, true);
  out.set(utf8('adtl'), at + HEAD);
  at += HEAD + 4;
  for (const [index, label] of labels.entries()) {
    out.set(utf8('labl'), at);
    view.setUint32(at + 4, 4 + label.length + 1, true);
    view.setUint32(at + HEAD, index + 1, true);
    out.set(label, at + HEAD + 4);
    at += sizeOf(label);
  }
  return out;
}

/** Reads bytes [at, at + length) of a file; fewer where it ends before. */
export type ReadAt = (at: number, length: number) => Promise<Uint8Array>;

/** The cue points of a WAV, in their order, and its rate; null for what is no WAV. What is cut off or makes no sense is left out. */
export async function readCuePoints(read: ReadAt, size: number): Promise<{ rate: number; points: CuePoint[] } | null> {
  const head = await chunkHead(read, 0);
  if (head?.name !== 'RIFF') return null;
  let rate = 0;
  const frames = new Map<number, Frames>();
  const names = new Map<number, string>();
  let at = 12;
  for (let chunks = 0; at + HEAD <= size && chunks < MOST; chunks += 1) {
    const chunk = await chunkHead(read, at);
    if (!chunk) break;
    const body = at + HEAD;
    if (chunk.name === 'fmt ') rate = rateIn(await read(body, 16));
    if (chunk.name === 'cue ') pointsIn(await read(body, Math.min(chunk.size, 4 + MOST * POINT)), frames);
    if (chunk.name === 'LIST') labelsIn(await read(body, Math.min(chunk.size, 1 << 20)), names);
    at = body + chunk.size + (chunk.size % 2);
  }
  const points = [...frames].map(([id, frame]) => ({ frame, name: names.get(id) ?? '' })).sort((a, b) => a.frame - b.frame);
  return rate > 0 ? { rate, points } : null;
}

const viewOf = (bytes: Uint8Array) => new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
const wordAt = (bytes: Uint8Array, at: number) => String.fromCharCode(...bytes.subarray(at, at + 4));

/** UTF-8, or what older programs wrote: one letter a byte. */
function wordsOf(bytes: Uint8Array): string {
  try {
    return decodeURIComponent(Array.from(bytes, (byte) => `%${byte.toString(16).padStart(2, '0')}`).join(''));
  } catch {
    return String.fromCharCode(...bytes);
  }
}

/** The rate that a format names; 0 where it is cut off. */
const rateIn = (format: Uint8Array): number => (format.length < 8 ? 0 : viewOf(format).getUint32(4, true));

async function chunkHead(read: ReadAt, at: number): Promise<{ name: string; size: number } | null> {
  const bytes = await read(at, HEAD);
  return bytes.length < HEAD ? null : { name: wordAt(bytes, 0), size: viewOf(bytes).getUint32(4, true) };
}

function pointsIn(bytes: Uint8Array, into: Map<number, Frames>): void {
  const view = viewOf(bytes);
  for (let at = 4; at + POINT <= bytes.length; at += POINT) into.set(view.getUint32(at, true), view.getUint32(at + 20, true));
}

function labelsIn(bytes: Uint8Array, into: Map<number, string>): void {
  if (bytes.length < 4 || wordAt(bytes, 0) !== 'adtl') return;
  const view = viewOf(bytes);
  for (let at = 4; at + HEAD + 4 <= bytes.length;) {
    const size = view.getUint32(at + 4, true);
    const text = bytes.subarray(at + HEAD + 4, Math.min(bytes.length, at + HEAD + size));
    const end = text.indexOf(0);
    if (wordAt(bytes, at) === 'labl') into.set(view.getUint32(at + HEAD, true), wordsOf(end < 0 ? text : text.subarray(0, end)));
    at += HEAD + size + (size % 2);
  }
}
