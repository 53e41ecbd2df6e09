import { FakeFiles } from '../../tests/opfs';
import { storageFailure } from '../cabinets/cabinet';
import { openPcm } from './inside/pcm';
import { fileAt, namesIn, places, removeAt } from './folders';
import { dropLeftovers, dropMedia, keptMedia } from './sweep';
import { PlaceWriter, writeAt } from './write';

let files: FakeFiles;
beforeEach(() => {
  files = new FakeFiles();
  files.install();
});

const id = (digit: string) => digit.repeat(64);

it('writes pieces of any size as one file, which has its name only when it is whole', async () => {
  const writer = await PlaceWriter.open(places.original(id('a')));
  const pieces = [3, 700_000, 0, 600_000, 2_500_000, 5].map((size, i) => new Uint8Array(size).fill(i + 1));
  for (const piece of pieces) writer.write(piece);
  expect(await fileAt(places.original(id('a')))).toBeNull();
  await writer.finish();
  await writer.close();
  expect(files.names()).toEqual([`media/${id('a')}`]);
  expect(Buffer.compare(files.bytes('media', id('a')), Buffer.concat(pieces))).toBe(0);
  expect(files.open).toBe(0);
});

it('leaves nothing of a file that was not finished, nor of one that did not fit', async () => {
  const given = await PlaceWriter.open(places.original(id('b')));
  given.write(new Uint8Array(10));
  await given.close();
  await given.close();
  files.quota = 1000;
  const full = await PlaceWriter.open(places.original(id('c')));
  expect(() => full.write(new Uint8Array(2 << 20))).toThrow(expect.objectContaining({ code: 'storage.full' }));
  await full.close();
  await expect(writeAt(places.original(id('d')), new Uint8Array(2000))).rejects.toMatchObject({ code: 'storage.full' });
  expect(files.names()).toEqual([]);
  expect(files.open).toBe(0);
});

it('writes floats as their bytes, also from the middle of an array', async () => {
  const samples = Float32Array.of(0, 1, -0.5, 0.25);
  await writeAt(places.pcm(id('e')), samples.subarray(1, 3));
  const stored = files.bytes('pcm', `${id('e')}.v1`);
  expect([...new Float32Array(stored.buffer, stored.byteOffset, 2)]).toEqual([1, -0.5]);
});

it('tells what is not there from what may not be used', async () => {
  expect(await fileAt(places.facts(id('f')))).toBeNull();
  await removeAt(places.facts(id('f')));
  expect(storageFailure(new DOMException('x', 'SecurityError')).code).toBe('storage.denied');
  expect(storageFailure(new DOMException('x', 'QuotaExceededError')).code).toBe('storage.full');
  Object.defineProperty(globalThis, 'navigator', { value: { storage: {} }, configurable: true });
  await expect(namesIn('media')).rejects.toMatchObject({ code: 'storage.denied' });
});

it('sweeps out half-written files and what was handed over; of media it tells what is kept, and drops all of one', async () => {
  const first = [places.original(id('1')), places.pcm(id('1')), places.facts(id('1')), places.findings(id('1'), 'speed-1.02')];
  const second = [places.original(id('2')), places.picture(id('2'), 'stage')];
  for (const place of [...first, ...second, places.written('My show.wav')]) await writeAt(place, new Uint8Array(4));
  await PlaceWriter.open(places.pcm(id('1')));
  await dropLeftovers();
  const named = (list: readonly (readonly [string, string])[]) => list.map(([folder, name]) => `${folder}/${name}`).sort();
  expect(files.names()).toEqual(named([...first, ...second]));
  expect((await keptMedia()).sort()).toEqual([id('1'), id('2')]);
  await dropMedia(new Set([id('2')]));
  expect(files.names()).toEqual(named(first));
});

it('reads many sounds in turn from few pages, each as it is', async () => {
  const COUNT = 40;
  const LONG = 3_000;
  const sound = (i: number) => Float32Array.from({ length: LONG }, (_, frame) => i * 10_000 + frame);
  for (let i = 0; i < COUNT; i += 1) {
    files.put('pcm', `${i}.v1`, new Uint8Array(sound(i).buffer));
    files.put('facts', `${i}.v1.json`, new TextEncoder().encode(JSON.stringify({ frames: LONG, pcmChannels: 1 })));
  }
  const opened = await Promise.all(Array.from({ length: COUNT }, (_, i) => openPcm(String(i))));
  const into = new Float32Array(100);
  for (let turn = 0; turn < 300; turn += 1) {
    const [i, first] = [(turn * 7) % COUNT, (turn * 101) % (LONG - 50)];
    opened[i]!.read(first, 100, into);
    expect([into[0], into[49]]).toEqual([i * 10_000 + first, i * 10_000 + first + 49]);
    if (turn === 150) opened.splice(0, 5).forEach((one) => one.close());
    if (turn === 150) opened.unshift(...(await Promise.all([0, 1, 2, 3, 4].map((again) => openPcm(String(again))))));
  }
  for (const one of opened) one.close();
  expect(files.open).toBe(0);
});
