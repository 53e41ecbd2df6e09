import { spawnSync } from 'node:child_process';
import { closeSync, fstatSync, openSync, readSync, rmSync, mkdtempSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { WavReader, looksLikeWav, type ByteSource } from '../core/files';
import { Converter, readWindow, type PcmSource } from '../core/sound';

/** A sentence for whoever typed the command; exit code 2. */
export class Complaint extends Error {}

export interface OpenFile extends ByteSource {
  close(): void;
}

/** Opens a file for reading in pieces. @throws Complaint where it cannot be read. */
export function openFile(path: string): OpenFile {
  let handle: number | null = null;
  try {
    handle = openSync(path, 'r');
    const stat = fstatSync(handle);
    if (!stat.isFile()) throw new Error('not a file');
    const open = handle;
    return {
      size: stat.size,
      read(offset, length) {
        const bytes = new Uint8Array(Math.max(0, Math.min(length, stat.size - offset)));
        const got = bytes.length > 0 ? readSync(open, bytes, 0, bytes.length, offset) : 0;
        return bytes.subarray(0, got);
      },
      close: () => closeSync(open),
    };
  } catch (error) {
    if (handle !== null) closeSync(handle);
    throw new Complaint(`${path} cannot be read: ${error instanceof Error ? error.message : String(error)}`);
  }
}

const BLOCK = 65_536;

/** Calls `take` with every block of a WAV, planar, and its number of frames. */
export function eachBlock(reader: WavReader, take: (planes: Float32Array[], count: number) => void): void {
  const { channels, frames } = reader.header;
  const planes = Array.from({ length: channels }, () => new Float32Array(BLOCK));
  for (let first = 0; first < frames; first += BLOCK) take(planes, reader.read(first, BLOCK, planes));
}

/** A sound file as a WAV: as it is, or decoded by ffmpeg (the sound of a clip, say) into `folder`. */
function asWav(path: string, folder: string): OpenFile {
  const file = openFile(path);
  if (looksLikeWav(file)) return file;
  file.close();
  const decoded = join(folder, 'decoded.wav');
  const options = ['-nostdin', '-v', 'error', '-i', path, '-vn', '-c:a', 'pcm_f32le', decoded];
  const { error, status, stderr } = spawnSync('ffmpeg', options, { encoding: 'utf8' });
  if (error) throw new Complaint(`${path} is no WAV, and ffmpeg, which could read it, is not installed.`);
  if (status !== 0) throw new Complaint(`${path} cannot be read: ${stderr.trim()}`);
  return openFile(decoded);
}

/** A sound as a source at the mix rate. What is not at that rate, or not mono or stereo, is converted into a temporary file first. */
export function soundSource(path: string): { source: PcmSource; close(): void } {
  const folder = mkdtempSync(join(tmpdir(), 'rain-bed-'));
  let file: OpenFile | null = null;
  const close = () => {
    file?.close();
    rmSync(folder, { recursive: true, force: true });
  };
  try {
    file = asWav(path, folder);
    const reader = new WavReader(file);
    const converter = new Converter(reader.header.rate, reader.header.channels);
    const { channels } = converter;
    const pages = openSync(join(folder, 'pcm'), 'w+');
    let samples = 0;
    const write = (block: Float32Array) => {
      if (block.length > 0) writeSync(pages, new Uint8Array(block.buffer, block.byteOffset, block.byteLength));
      samples += block.length;
    };
    eachBlock(reader, (planes, count) => write(converter.push(planes, count)));
    write(converter.finish());
    const frames = samples / channels;
    const source: PcmSource = {
      channels,
      frames,
      read(first, count, into) {
        readWindow(first, count, frames, channels, into, (from, to, at) => {
          readSync(pages, new Uint8Array(into.buffer, into.byteOffset + at * 4, (to - from) * 4), 0, (to - from) * 4, from * 4);
        });
      },
    };
    return {
      source,
      close() {
        closeSync(pages);
        close();
      },
    };
  } catch (error) {
    close();
    throw error;
  }
}
