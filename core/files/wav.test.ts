import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { WaveFile } from 'wavefile';
import { Failure } from '../failure';
import { noise } from '../../tests/tones';
import { memoryBytes } from './bytes';
import { readCuePoints } from './wavCues';
import { WavReader, readWavHeader } from './wavRead';
import { WavWriter, type WavFormat } from './wavWrite';

const FORMATS: readonly WavFormat[] = ['int16', 'int24', 'float32'];
const STEP: Readonly<Record<WavFormat, number>> = { int16: 2 / 32_768, int24: 0.51 / 8_388_608, float32: 1e-9 };

function write(samples: Float32Array, format: WavFormat): Uint8Array {
  const writer = new WavWriter(format);
  const frames = samples.length / 2;
  return Buffer.concat([writer.header(frames), writer.encode(samples, frames), writer.footer(frames)]);
}

function readAll(bytes: Uint8Array) {
  const reader = new WavReader(memoryBytes(bytes));
  const planes = Array.from({ length: reader.header.channels }, () => new Float32Array(reader.header.frames));
  reader.read(0, reader.header.frames, planes);
  return { header: reader.header, planes };
}

const samples = noise(2000, 21).map((value) => value * 0.8);

it('carries loop points in a smpl chunk that a second reader (wavefile) finds, behind an odd number of bytes too', () => {
  const writer = new WavWriter('int24', 1, 48_000, { start: 0, end: 333 });
  const bytes = Buffer.concat([writer.header(333), writer.encode(samples, 333), writer.footer(333)]);
  expect(bytes.length).toBe(writer.fileBytes(333));
  const wave = new WaveFile(bytes);
  expect(wave.smpl).toMatchObject({ dwNumSampleLoops: 1, dwSamplePeriod: 20_833, dwMIDIUnityNote: 60 });
  expect(wave.smpl).toHaveProperty('loops', [expect.objectContaining({ dwType: 0, dwStart: 0, dwEnd: 332, dwPlayCount: 0 })]);
  expect(readAll(bytes).header.frames).toBe(333);
});

it('carries a title, an artist and credits that a second reader (ffprobe) finds, beside loop points too', () => {
  const tags = { title: 'Regen – “rain” 🌧', artist: 'Class 4b', comment: 'Rill, free' };
  const writer = new WavWriter('int16', 1, 48_000, { start: 0, end: 333 }, tags);
  const bytes = Buffer.concat([writer.header(333), writer.encode(samples, 333), writer.footer(333)]);
  expect(bytes.length).toBe(writer.fileBytes(333));
  expect(new WaveFile(bytes).smpl).toMatchObject({ dwNumSampleLoops: 1 });
  const folder = mkdtempSync(join(tmpdir(), 'wav-'));
  writeFileSync(join(folder, 'a.wav'), bytes);
  const { stdout } = spawnSync('ffprobe', ['-v', 'error', '-show_entries', 'format_tags', '-of', 'json', join(folder, 'a.wav')], {
    encoding: 'utf8',
  });
  rmSync(folder, { recursive: true });
  expect((JSON.parse(stdout) as { format: { tags: object } }).format.tags).toEqual(tags);
});

it('carries moments with names as cue points that a second reader (wavefile) finds, and that are read back', async () => {
  const points = [
    { frame: 0, name: 'Regen – “rain” 🌧' },
    { frame: 48, name: '' },
    { frame: 331, name: 'even' },
  ];
  const writer = new WavWriter('int24', 1, 44_100, { start: 0, end: 333 }, { title: 'Rill' }, points);
  const bytes = Buffer.concat([writer.header(333), writer.encode(samples, 333), writer.footer(333)]);
  expect(bytes.length).toBe(writer.fileBytes(333));
  expect(readAll(bytes).header.frames).toBe(333);
  const wave = new WaveFile(bytes);
  expect(wave.cue).toMatchObject({ dwCuePoints: 3 });
  expect(wave.listCuePoints()).toMatchObject(points.map(({ frame }) => ({ position: (frame / 44_100) * 1000 })));
  const read = (at: number, length: number) => Promise.resolve(bytes.subarray(at, at + length));
  expect(await readCuePoints(read, bytes.length)).toEqual({ rate: 44_100, points });
  // Cut off or changed anywhere: an answer, never a hang or an error.
  await fc.assert(
    fc.asyncProperty(fc.nat(bytes.length), fc.nat(255), fc.boolean(), async (at, value, cut) => {
      const other = cut ? bytes.subarray(0, at) : Uint8Array.from(bytes, (byte, i) => (i === at ? value : byte));
      const found = await readCuePoints((from, length) => Promise.resolve(other.subarray(from, from + length)), other.length);
      for (const { frame } of found?.points ?? []) expect(Number.isFinite(frame)).toBe(true);
    }),
    { numRuns: 600 },
  );
});

describe.each(FORMATS)('a %s file', (format) => {
  it('is read by a second reader (wavefile) with the same sound', () => {
    const wave = new WaveFile(write(samples, format));
    const channels = wave.getSamples(false, Float64Array) as unknown as Float64Array[];
    const scale = { int16: 32_768, int24: 8_388_608, float32: 1 }[format];
    expect(wave.fmt).toMatchObject({ sampleRate: 48_000, numChannels: 2 });
    for (let i = 0; i < 1000; i += 1) {
      expect(Math.abs(channels[0]![i]! / scale - samples[i * 2]!)).toBeLessThan(STEP[format]);
      expect(Math.abs(channels[1]![i]! / scale - samples[i * 2 + 1]!)).toBeLessThan(STEP[format]);
    }
  });

  it('is read by ffprobe with the right coding, rate and length', () => {
    const folder = mkdtempSync(join(tmpdir(), 'wav-'));
    try {
      const path = join(folder, 'a.wav');
      writeFileSync(path, write(samples, format));
      const { stdout } = spawnSync('ffprobe', [
        '-v',
        'error',
        '-show_entries',
        'stream=codec_name,sample_rate,channels,duration_ts',
        '-of',
        'json',
        path,
      ]);
      const [stream] = (JSON.parse(stdout.toString()) as { streams: object[] }).streams;
      const codec = { int16: 'pcm_s16le', int24: 'pcm_s24le', float32: 'pcm_f32le' }[format];
      expect(stream).toMatchObject({ codec_name: codec, sample_rate: '48000', channels: 2, duration_ts: 1000 });
    } finally {
      rmSync(folder, { recursive: true });
    }
  });

  it('comes back through our own reader', () => {
    const { planes } = readAll(write(samples, format));
    for (let i = 0; i < 1000; i += 1) expect(Math.abs(planes[0]![i]! - samples[i * 2]!)).toBeLessThan(STEP[format]);
  });
});

it('dithers 16 bits: a sound below one step is not lost in silence, and its mean survives', () => {
  const quiet = new Float32Array(96_000).fill(0.4 / 32_768);
  const { planes } = readAll(write(quiet, 'int16'));
  const mean = planes[0]!.reduce((sum, value) => sum + value, 0) / planes[0]!.length;
  expect(mean * 32_768).toBeCloseTo(0.4, 1);
});

it('stops at full scale and counts what it stopped', () => {
  const writer = new WavWriter('int24');
  const bytes = writer.encode(Float32Array.of(1.5, -1.5, 0.5, -1), 2);
  expect([...bytes.subarray(0, 6)]).toEqual([0xff, 0xff, 0x7f, 0, 0, 0x80]);
  expect(writer.clipped).toBe(2);
});

it.each(['8', '16', '24', '32', '32f'])('reads %s-bit files by another writer, mono to 7.1', (bits) => {
  for (const channels of [1, 2, 6, 8]) {
    const wave = new WaveFile();
    const full = { '8': 127, '16': 32_767, '24': 8_388_607, '32': 2_147_483_647, '32f': 1 }[bits]!;
    const data = Array.from({ length: channels }, (_, channel) =>
      [0, 0.5, -0.5, 0.1 * channel].map((value) => (bits === '32f' ? value : Math.round(value * full) + (bits === '8' ? 128 : 0))),
    );
    wave.fromScratch(channels, 44_100, bits, channels === 1 ? data[0]! : data);
    const { header, planes } = readAll(wave.toBuffer());
    expect(header).toMatchObject({ rate: 44_100, channels, frames: 4, claimed: 4 });
    planes.forEach((plane, channel) => {
      expect(plane[1]).toBeCloseTo(0.5, 1);
      expect(plane[3]).toBeCloseTo(0.1 * channel, bits === '8' ? 1 : 3);
    });
  }
});

it('reads what is there of a file that was cut off, and knows what is missing', () => {
  const bytes = write(samples, 'int16').subarray(0, 44 + 400);
  expect(readWavHeader(memoryBytes(bytes))).toMatchObject({ frames: 100, claimed: 1000 });
});

it('refuses everything else with a Failure, whatever the bytes', () => {
  const whole = write(samples.subarray(0, 20), 'int24');
  const attempt = (bytes: Uint8Array) => {
    try {
      readAll(bytes);
      return true;
    } catch (error) {
      return error instanceof Failure;
    }
  };
  fc.assert(fc.property(fc.uint8Array({ maxLength: 200 }), attempt));
  fc.assert(
    fc.property(fc.nat(43), fc.nat(255), (at, value) => attempt(Uint8Array.from(whole, (byte, i) => (i === at ? value : byte)))),
    { numRuns: 500 },
  );
  fc.assert(fc.property(fc.nat(whole.length), (length) => attempt(whole.subarray(0, length))));
});
