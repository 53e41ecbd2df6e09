import { ALL_FORMATS, BufferSource, EncodedPacketSink, Input, MkvOutputFormat } from 'mediabunny';
import { planShow } from '../../../core/mix';
import { newShow } from '../../../core/show';
import { filmSteps, sceneOf } from '../../../core/stage';
import { FakeFiles } from '../../../tests/opfs';
import { filmWriter } from './film';

// The coders are the browser's, and so is the canvas: here stands what goes to them, when, and what becomes of the file.

const mockAsked: string[] = [];
const mockCan = { pictures: ['vp8'], sound: ['pcm-s16'] };
jest.mock('mediabunny', () => {
  const actual = jest.requireActual<{
    EncodedVideoPacketSource: new (codec: string) => { add(packet: object, about: object): Promise<void> };
    EncodedPacket: new (data: Uint8Array, kind: 'key', at: number, seconds: number) => object;
  }>('mediabunny');
  return {
    ...actual,
    canEncodeVideo: async (coding: string) => (mockAsked.push(coding), mockCan.pictures.includes(coding)),
    canEncodeAudio: async (coding: string) => mockCan.sound.includes(coding),
    /** One packet of a byte for each picture. */
    CanvasSource: jest.fn((_: object, { codec }: { codec: string }) => {
      const source = new actual.EncodedVideoPacketSource(codec);
      const put = source.add.bind(source);
      const about = { decoderConfig: { codec, codedWidth: 4, codedHeight: 2 } };
      return Object.assign(source, {
        add: (at: number, seconds: number) => put(new actual.EncodedPacket(Uint8Array.of(mockPainted.length), 'key', at, seconds), about),
      });
    }),
  };
});

const mockPainted: number[] = [];
const mockPainter = { open: 0, lost: false, stopAt: Infinity };
jest.mock('../../stage/inside/painter', () => ({
  Painter: class {
    get lost() {
      return mockPainter.lost;
    }
    attach = async () => void (mockPainter.open += 1);
    show = () => undefined;
    paint = async ({ moment }: { moment: number }) => (mockPainted.push(moment) > mockPainter.stopAt ? null : []);
    giveUp = () => undefined;
    close = () => void (mockPainter.open -= 1);
  },
}));

let files: FakeFiles;
beforeEach(() => {
  files = new FakeFiles();
  files.install();
  Object.assign(globalThis, { OffscreenCanvas: jest.fn() });
  mockAsked.length = mockPainted.length = 0;
  Object.assign(mockCan, { pictures: ['vp8'], sound: ['pcm-s16'] });
  Object.assign(mockPainter, { lost: false, stopAt: Infinity });
});
afterEach(() => expect([files.open, mockPainter.open]).toEqual([0, 0]));

const card = (id: string, hold: number) => ({ id, kind: 'card', colour: '#102030', words: '', hold, dissolve: 0 }) as const;
const show = { ...newShow('s', 'S'), pictures: [card('a', 1), card('b', 1.5)] };
const scene = sceneOf(show, () => '');
const details = { scene, plan: planShow(show), font: null, tags: {}, width: 4, height: 2, name: 'out.mkv', target: null };
const quiet = { signal: new AbortController().signal, progress: () => undefined };
const writer = filmWriter({
  ...{ name: 'MKV', pictures: ['avc', 'vp8'], sound: 'pcm-s16', late: () => 0 },
  format: () => new MkvOutputFormat(),
  ready: async () => undefined,
});

it('holds every picture from its moment until the next one, and sound as long as the show, to the frame', async () => {
  const shares: number[] = [];
  const { bytes, clipped, unsound } = await writer.write(details, { ...quiet, progress: (share: number) => void shares.push(share) });
  const file = files.bytes('written', 'out.mkv');
  expect([file.length, clipped, unsound]).toEqual([bytes, 0, 0]);
  const steps = [...filmSteps(scene)];
  expect(mockPainted).toEqual(steps.map(({ moment }) => moment));
  const input = new Input({ source: new BufferSource(file.slice().buffer), formats: ALL_FORMATS });
  const [picture, sound] = [(await input.getPrimaryVideoTrack())!, (await input.getPrimaryAudioTrack())!];
  const begins: number[] = [];
  const made: number[] = [];
  for await (const { timestamp, data } of new EncodedPacketSink(picture).packets()) {
    begins.push(timestamp);
    made.push(data[0]!);
  }
  // A Matroska file counts in milliseconds.
  expect(begins.map((at) => Math.round(at * 1000))).toEqual(steps.map(({ at }) => Math.round(at * 1000)));
  // What is in each was painted before it was taken.
  expect(made).toEqual(steps.map((_, index) => index + 1));
  let length = 0;
  for await (const { byteLength } of new EncodedPacketSink(sound).packets()) length += byteLength;
  expect(length).toBe(2.5 * 48_000 * 2 * 2);
  expect(shares.at(-1)).toBe(1);
  expect([...shares].sort((a, b) => a - b)).toEqual(shares);
});

it('stopped, or short of a photo, it leaves nothing behind and says which it was', async () => {
  const stop = new AbortController();
  await expect(writer.write(details, { signal: stop.signal, progress: () => stop.abort() })).rejects.toMatchObject({ code: 'cancelled' });
  // When all is there but the file is not handed over yet.
  const late = new AbortController();
  const atLast = (share: number) => share === 1 && late.abort();
  await expect(writer.write(details, { signal: late.signal, progress: atLast })).rejects.toMatchObject({ code: 'cancelled' });
  expect(files.names()).toEqual([]);
  // While a picture is waited for.
  mockPainter.stopAt = 1;
  await expect(writer.write(details, quiet)).rejects.toMatchObject({ code: 'cancelled' });
  Object.assign(mockPainter, { lost: true, stopAt: Infinity });
  await expect(writer.write(details, quiet)).rejects.toMatchObject({ code: 'media.missing' });
  expect(files.names()).toEqual([]);
});

it('takes the best coding that the browser has, and without one for picture and sound refuses by name', async () => {
  const size = { width: 4, height: 2 };
  expect(await writer.canWrite(size)).toBe(true);
  expect(mockAsked).toEqual(['avc', 'vp8']);
  for (const lacking of [{ pictures: [] }, { sound: [] }]) {
    Object.assign(mockCan, { pictures: ['vp8'], sound: ['pcm-s16'] }, lacking);
    expect(await writer.canWrite(size)).toBe(false);
    await expect(writer.write(details, quiet)).rejects.toMatchObject({ code: 'film.coding', details: { format: 'MKV' } });
  }
  expect(mockPainted).toEqual([]);
});
