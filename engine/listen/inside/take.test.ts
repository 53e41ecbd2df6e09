import { createHash } from 'node:crypto';
import { WavWriter } from '../../../core/files';
import { unpackPeaks } from '../../../core/sound';
import { FakeFiles, asBlob } from '../../../tests/opfs';
import { noise } from '../../../tests/tones';
import type { SoundFacts } from '../../media/facts';
import { take } from './take';

let files: FakeFiles;
beforeEach(() => {
  files = new FakeFiles();
  files.install();
});

function wav(frames: number, rate: number, channels: 1 | 2 = 2): Uint8Array {
  const writer = new WavWriter('int24', channels, rate);
  const samples = noise(frames * channels, 3).map((value) => value * 0.5);
  return Buffer.concat([writer.header(frames), writer.encode(samples, frames), writer.footer(frames)]);
}

const quiet = { signal: new AbortController().signal, progress: () => undefined };
const bring = (bytes: Uint8Array, name = 'Some song.wav', desk = quiet) => take({ file: asBlob(bytes), name, want: 'sound' }, desk);

it('stores a WAV under its hash with converted samples, peaks and facts', async () => {
  const bytes = wav(44_100, 44_100);
  const shares: number[] = [];
  const { media, facts, known } = await bring(bytes, 'Some song.wav', { ...quiet, progress: (share: number) => void shares.push(share) });
  const id = createHash('sha256').update(bytes).digest('hex');
  expect(media).toMatchObject({ id, kind: 'sound', title: 'Some song', bytes: bytes.length, seconds: 1, rate: 44_100, channels: 2 });
  expect(facts).toMatchObject({ frames: 48_000, pcmChannels: 2, claimed: null, sounding: { from: 0, to: 1 } });
  expect(known).toBe(false);
  expect(files.names()).toEqual([`facts/${id}.v1.json`, `media/${id}`, `pcm/${id}.v1`, `peaks/${id}.v1`, `traces/${id}.v1`]);
  expect(files.bytes('traces', `${id}.v1`)).toHaveLength(8_000 * 4);
  expect(files.bytes('pcm', `${id}.v1`)).toHaveLength(48_000 * 2 * 4);
  const packed = files.bytes('peaks', `${id}.v1`);
  expect(unpackPeaks(new Float32Array(packed.slice().buffer))?.frames).toBe(48_000);
  expect(JSON.parse(Buffer.from(files.bytes('facts', `${id}.v1.json`)).toString()) as SoundFacts).toEqual(facts);
  expect([...shares]).toEqual([...shares].sort((a, b) => a - b));
});

it('keeps samples at 48 kHz as they are, and mono as mono', async () => {
  const bytes = wav(4800, 48_000, 1);
  const { media, facts } = await bring(bytes);
  expect(facts).toMatchObject({ frames: 4800, pcmChannels: 1 });
  const stored = new Float32Array(files.bytes('pcm', `${media.id}.v1`).slice().buffer);
  const wanted = noise(4800, 3);
  expect(stored.every((value, i) => Math.abs(value - wanted[i]! * 0.5) < 1e-6)).toBe(true);
});

it('makes silence of samples that are no numbers or lie beyond 32 bits, counts them, and leaves the others alone', async () => {
  // A 64-bit float WAV by hand: fmt 3, 64 bits (RIFF/WAVE, Microsoft and IBM 1991, from memory).
  const values = Float64Array.from({ length: 4800 }, (_, i) => (i % 2 ? 0.25 : -0.25));
  [values[10], values[20], values[30], values[40]] = [1e300, Number.NaN, -Infinity, 3e38];
  const head = Buffer.alloc(44);
  head.write('RIFF', 0);
  head.writeUInt32LE(36 + values.byteLength, 4);
  head.write('WAVEfmt ', 8);
  head.writeUInt32LE(16, 16);
  head.writeUInt16LE(3, 20);
  head.writeUInt16LE(1, 22);
  head.writeUInt32LE(48_000, 24);
  head.writeUInt32LE(48_000 * 8, 28);
  head.writeUInt16LE(8, 32);
  head.writeUInt16LE(64, 34);
  head.write('data', 36);
  head.writeUInt32LE(values.byteLength, 40);
  const { media, facts } = await bring(Buffer.concat([head, Buffer.from(values.buffer)]));
  expect(facts).toMatchObject({ frames: 4800, unsound: 3 });
  const stored = new Float32Array(files.bytes('pcm', `${media.id}.v1`).slice().buffer);
  expect([stored[10], stored[20], stored[30], stored[40], stored[41]]).toEqual([0, 0, 0, Math.fround(3e38), 0.25]);
  expect(stored.every(Number.isFinite)).toBe(true);
});

it('knows a file that came before, whatever it is called now', async () => {
  const bytes = wav(9600, 48_000);
  const first = await bring(bytes);
  const again = await bring(bytes, 'folder/other name.WAV');
  expect(again).toMatchObject({ known: true, facts: first.facts, media: { id: first.media.id, title: 'other name' } });
});

it('names what is missing of a WAV that was cut short', async () => {
  const bytes = wav(48_000, 48_000);
  const { facts } = await bring(bytes.subarray(0, bytes.length / 2));
  expect(facts!.claimed).toBeCloseTo(1, 3);
  expect(facts!.seconds).toBeCloseTo(0.5, 2);
});

it('refuses what is empty, torn, without length or too long, by name, and leaves nothing behind', async () => {
  const bytes = wav(4800, 48_000);
  // Two hours and a second at 1 kHz; the header leaves its length open, as streamed files do.
  const tooLong = new Uint8Array(44 + 2 * 1000 * 7201);
  tooLong.set(new WavWriter('int16', 1, 1000).header(0));
  new DataView(tooLong.buffer).setUint32(40, 0xffffffff, true);
  const cases: [Uint8Array, string][] = [
    [new Uint8Array(0), 'media.empty'],
    [bytes.subarray(0, 40), 'media.damaged'],
    [bytes.subarray(0, 44), 'media.no-length'],
    [tooLong, 'media.too-long'],
  ];
  for (const [given, code] of cases) {
    await expect(bring(given, 'bad.wav')).rejects.toMatchObject({ code, details: { name: 'bad.wav' } });
    expect(files.names()).toEqual([]);
    expect(files.open).toBe(0);
  }
});

it('stops when it is told to, and says when the disk is full; either way nothing is left', async () => {
  const controller = new AbortController();
  const desk = { signal: controller.signal, progress: (share: number) => (share > 0.3 ? controller.abort() : undefined) };
  await expect(bring(wav(480_000, 44_100), 'a.wav', desk)).rejects.toMatchObject({ code: 'cancelled' });
  expect(files.names()).toEqual([]);
  files.quota = 500_000;
  await expect(bring(wav(96_000, 44_100))).rejects.toMatchObject({ code: 'storage.full' });
  expect(files.names()).toEqual([]);
  expect(files.open).toBe(0);
});
