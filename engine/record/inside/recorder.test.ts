import { FakeFiles } from '../../../tests/opfs';
import type { Show } from '../../../core/show';
import { sweep as sweepOf } from '../../../core/sound';
import { RATE } from '../../../core/units';
import { dropRecording, recordedFile, recordings, type About } from '../../media/recordings';
import { Recorder } from './recorder';

const files = new FakeFiles();
beforeEach(() => {
  files.folders.clear();
  files.quota = Infinity;
  files.install();
});

const about = (id: string, show: Show['id'] = 'mine'): About => ({ id, show, lane: 'voice', at: 3, late: 0.04, started: 1 });

/** What a microphone sends: blocks of a ramp whose samples are the frames they stand on. */
function microphone() {
  const { port1, port2 } = new MessageChannel();
  const open = new Set([port1, port2]);
  return {
    port: port2 as unknown as globalThis.MessagePort,
    send(frame: number, count = 1024) {
      port1.postMessage({ frame, samples: Float32Array.from({ length: count }, (_, i) => frame + i) });
    },
    close: () => open.forEach((port) => port.close()),
  };
}

const turns = () => new Promise((resolve) => setTimeout(resolve, 20));

async function written(id: string): Promise<Float32Array> {
  const file = (await recordedFile(id, 'x.wav'))!;
  const bytes = new Uint8Array(await file.arrayBuffer());
  const view = new DataView(bytes.buffer);
  let at = 12;
  while (String.fromCharCode(...bytes.subarray(at, at + 4)) !== 'data') at += 8 + view.getUint32(at + 4, true);
  return new Float32Array(bytes.slice(at + 8, at + 8 + view.getUint32(at + 4, true)).buffer);
}

it('writes from the very frame that the show begins with, however early or late it is told', async () => {
  const recorder = new Recorder();
  const mic = microphone();
  const done = recorder.record({ about: about('a'), port: mic.port });
  // Told before its file is open; what came in before that frame is dropped, also the first half of a block.
  const told = recorder.begin({ frame: 1500 });
  mic.send(0);
  mic.send(1024);
  mic.send(2048);
  // A block was lost: what follows keeps its time.
  mic.send(4096);
  await told;
  await turns();
  await recorder.finish();
  expect(await done).toEqual({ frames: 4096 + 1024 - 1500 });
  const sound = await written('a');
  expect([sound[0], sound[1], sound[1571]]).toEqual([1500, 1501, 3071]);
  expect(sound.subarray(1572, 2596).every((one) => one === 0)).toBe(true);
  expect(sound[2596]).toBe(4096);
  mic.close();
});

it('writes through to the disk as it goes, so that a crash loses less than a second', async () => {
  const recorder = new Recorder();
  const mic = microphone();
  const done = recorder.record({ about: about('d'), port: mic.port });
  await recorder.begin({ frame: 0 });
  const before = files.flushes;
  for (let block = 0; block * 1024 < 2 * RATE; block += 1) mic.send(block * 1024);
  await turns();
  expect(files.flushes - before).toBeGreaterThanOrEqual(3);
  await recorder.finish();
  await done;
  mic.close();
});

it('keeps what was written when the disk is full, and finds it again', async () => {
  const recorder = new Recorder();
  const mic = microphone();
  const done = recorder.record({ about: about('b'), port: mic.port });
  done.catch(() => undefined);
  await recorder.begin({ frame: 0 });
  for (let block = 0; block < 20; block += 1) mic.send(block * 1024);
  await turns();
  files.quota = 0;
  mic.send(20 * 1024);
  await expect(done).rejects.toMatchObject({ code: 'storage.full' });
  files.quota = Infinity;
  const [found] = await recordings();
  expect(found).toMatchObject({ about: { id: 'b', at: 3, lane: 'voice' }, seconds: (20 * 1024) / RATE });
  expect(await recordings('b')).toEqual([]);
  await dropRecording('b');
  expect(await recordings()).toEqual([]);
  mic.close();
});

it('leaves nothing behind where the disk is full before anything was heard', async () => {
  const mic = microphone();
  files.quota = 0;
  const done = new Recorder().record({ about: about('c'), port: mic.port });
  await expect(done).rejects.toMatchObject({ code: 'storage.full' });
  expect(files.names()).toEqual([]);
  // One that a killed browser left goes with the next visit; one that is busy stays.
  files.put('recordings', 'left.pcm', new Uint8Array(0));
  files.put('recordings', 'busy.pcm', new Uint8Array(0));
  expect(await recordings('busy')).toEqual([]);
  expect(files.names()).toEqual(['recordings/busy.pcm']);
  mic.close();
});

it('says how late sweeps are heard, and nothing where none is', async () => {
  const recorder = new Recorder();
  const starts = [10_000, 40_000, 70_000];
  const heardWith = async (delay: number | null) => {
    const mic = new MessageChannel();
    const found = recorder.delay({ port: mic.port2 as unknown as globalThis.MessagePort, starts });
    const click = sweepOf();
    const sound = Float32Array.from({ length: 120_000 }, (_, i) => 0.001 * Math.sin(i * 0.7) + 0.001 * Math.sin(i * i));
    if (delay !== null) for (const start of starts) for (let i = 0; i < click.length; i += 1) sound[start + delay + i]! += click[i]! * 0.1;
    for (let frame = 0; frame < sound.length; frame += 1024) mic.port1.postMessage({ frame, samples: sound.slice(frame, frame + 1024) });
    const result = await found;
    mic.port1.close();
    return result;
  };
  expect(await heardWith(7200)).toBeCloseTo(0.15, 4);
  expect(await heardWith(null)).toBeNull();
});
