import { WavOutputFormat } from 'mediabunny';
import { WavReader, memoryBytes } from '../../../core/files';
import { planShow } from '../../../core/mix';
import { newShow } from '../../../core/show';
import { FakeFiles } from '../../../tests/opfs';
import { soundWriter } from './sound';
import { writeThrough } from './stream';

const quiet = { signal: new AbortController().signal, progress: () => undefined };
let files: FakeFiles;
beforeEach(() => {
  files = new FakeFiles();
  files.install();
});
afterEach(() => expect(files.open).toBe(0));

/** A show of so many seconds of silence: what is looked at is the file, not its sound. */
const plan = (seconds: number) =>
  planShow({ ...newShow('s', 'S'), pictures: [{ id: 'c', kind: 'card', colour: '#102030', words: '', hold: seconds, dissolve: 0 }] });
const kind = (ready = async () => undefined) => ({
  ...{ name: 'WAV', coding: 'pcm-s16' as const, bitrate: null, ready },
  format: () => new WavOutputFormat(),
});
const to = { name: 'out.wav', target: null };

it('writes a plan whole, to the frame, and tells how far it is; the words are in it', async () => {
  const shares: number[] = [];
  const desk = { ...quiet, progress: (share: number) => void shares.push(share) };
  const { bytes, clipped, unsound } = await soundWriter(kind()).write({ plan: plan(3), tags: { title: 'Rain' }, ...to }, desk);
  const written = files.bytes('written', 'out.wav');
  expect([written.length, clipped, unsound]).toEqual([bytes, 0, 0]);
  expect(new WavReader(memoryBytes(written)).header).toMatchObject({ frames: 3 * 48_000, rate: 48_000, channels: 2 });
  expect(Buffer.from(written).includes('Rain')).toBe(true);
  expect(shares.at(-1)).toBe(1);
  expect([...shares].sort((a, b) => a - b)).toEqual(shares);
});

it('stopped in the middle, or on a full disk, it leaves nothing behind and says which it was', async () => {
  const stop = new AbortController();
  const desk = { signal: stop.signal, progress: () => stop.abort() };
  await expect(soundWriter(kind()).write({ plan: plan(10), tags: {}, ...to }, desk)).rejects.toMatchObject({ code: 'cancelled' });
  expect(files.names()).toEqual([]);
  files.quota = 100_000;
  await expect(soundWriter(kind()).write({ plan: plan(10), tags: {}, ...to }, quiet)).rejects.toMatchObject({ code: 'storage.full' });
  expect(files.names()).toEqual([]);
});

it('what the browser cannot write, even with what was brought along, is refused by its name', async () => {
  let asked = 0;
  const lacking = { ...kind(async () => void (asked += 1)), coding: 'vorbis' as const, name: 'Vorbis' };
  const writer = soundWriter(lacking);
  expect(await writer.canWrite()).toBe(false);
  await expect(writer.write({ plan: plan(1), tags: {}, ...to }, quiet)).rejects.toMatchObject({
    code: 'sound.coding',
    details: { format: 'Vorbis' },
  });
  expect(asked).toBe(2);
});

it('room that is left free moves what lies behind it, and what is written over at the end lies in the finished file', async () => {
  const plain = soundWriter(kind());
  await plain.write({ plan: plan(1), tags: {}, ...to, name: 'plain.wav' }, quiet);
  const roomy = soundWriter({
    ...kind(),
    format: (fix) => {
      fix(Uint8Array.of(1, 2, 3, 4), 44);
      return new WavOutputFormat();
    },
    room: { after: () => 44, bytes: 8 },
  });
  const { bytes } = await roomy.write({ plan: plan(1), tags: {}, ...to, name: 'roomy.wav' }, quiet);
  const [one, other] = [files.bytes('written', 'plain.wav'), files.bytes('written', 'roomy.wav')];
  expect([other.length, bytes]).toEqual([one.length + 8, one.length + 8]);
  expect(Buffer.compare(one.subarray(0, 44), other.subarray(0, 44))).toBe(0);
  expect([...other.subarray(44, 52)]).toEqual([1, 2, 3, 4, 0, 0, 0, 0]);
  expect(Buffer.compare(one.subarray(44), other.subarray(52))).toBe(0);
});

it('what breaks while it is written breaks the file, and no half of it is found', async () => {
  const muxing = { format: () => new WavOutputFormat() };
  const broken = writeThrough(to, {}, muxing, quiet, async () => {
    throw new Error('the encoder gave up');
  });
  await expect(broken).rejects.toThrow('the encoder gave up');
  expect(files.names()).toEqual([]);
});
