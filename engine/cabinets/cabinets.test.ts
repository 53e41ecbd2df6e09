import 'fake-indexeddb/auto';
import fc from 'fast-check';
import { FakeFiles, asBlob } from '../../tests/opfs';
import { databaseBlocks } from './blocks';
import type { Cabinet, Place } from './cabinet';
import { privateFiles } from './files';
import { BLOCK } from './growingBlocks';
import { memoryCabinet, pagesMemory } from './memory';

const files = new FakeFiles();
beforeEach(() => {
  files.folders.clear();
  files.quota = Infinity;
  files.install();
});

const CABINETS: readonly [string, () => Cabinet][] = [
  ['private files', () => privateFiles],
  ['blocks of a database', () => databaseBlocks],
  ["the window's memory", () => memoryCabinet(pagesMemory())],
];

const bytesOf = async (cabinet: Cabinet, place: Place) => {
  const file = await cabinet.file(place);
  return file && new Uint8Array(await file.arrayBuffer());
};

let next = 0;
const somewhere = (): Place => ['media', `file-${next++}`];

describe.each(CABINETS)('%s', (_name, make) => {
  it('keeps what was written, wherever the pieces were laid, under the name it got last', async () => {
    const cabinet = make();
    const piece = fc.record({
      size: fc.integer({ min: 0, max: (2.2 * BLOCK) | 0 }),
      share: fc.double({ min: 0, max: 1, noNaN: true }),
      fill: fc.nat(255),
    });
    await fc.assert(
      fc.asyncProperty(fc.array(piece, { minLength: 1, maxLength: 6 }), fc.boolean(), async (pieces, flushes) => {
        const [folder, name] = somewhere();
        const file = await cabinet.create([folder, `${name}.part`]);
        let wanted = new Uint8Array(0);
        for (const { size, share, fill } of pieces) {
          const at = Math.floor(share * wanted.length);
          const bytes = new Uint8Array(size).fill(fill);
          file.write(bytes, at);
          const longer = new Uint8Array(Math.max(wanted.length, at + size));
          longer.set(wanted);
          longer.set(bytes, at);
          wanted = longer;
          if (flushes) {
            await file.flush();
            expect((await cabinet.file([folder, `${name}.part`]))!.size).toBe(wanted.length);
          }
        }
        await file.finish(name);
        await file.close();
        expect(Buffer.compare((await bytesOf(cabinet, [folder, name]))!, wanted)).toBe(0);
        expect(await cabinet.file([folder, `${name}.part`])).toBeNull();
      }),
      { numRuns: 12 },
    );
  });

  it('lays a file in place of another, tells names folder by folder, and forgets what is removed', async () => {
    const cabinet = make();
    const put = async ([folder, name]: Place, ...bytes: number[]) => {
      const file = await cabinet.create([folder, `${name}.part`]);
      file.write(Uint8Array.of(...bytes), 0);
      await file.finish(name);
    };
    await put(['pcm', 'a'], 1, 2, 3);
    await put(['pcm', 'a'], 4);
    await put(['pcm', 'b'], 5);
    await put(['pcmx', 'c'], 6);
    expect([...(await bytesOf(cabinet, ['pcm', 'a']))!]).toEqual([4]);
    expect((await cabinet.names('pcm')).sort()).toEqual(['a', 'b']);
    await cabinet.remove(['pcm', 'a']);
    await cabinet.remove(['pcm', 'a']);
    expect(await cabinet.file(['pcm', 'a'])).toBeNull();
    expect(await cabinet.names('pcm')).toEqual(['b']);
  });

  it('shows what was flushed of a file that was never finished', async () => {
    const cabinet = make();
    const place = somewhere();
    const file = await cabinet.create(place);
    file.write(new Uint8Array(100).fill(1), 0);
    await file.flush();
    file.write(new Uint8Array(50).fill(2), 100);
    await file.flush();
    expect((await bytesOf(cabinet, place))!.length).toBe(150);
    await file.close();
    await file.close();
  });

  it('reads samples from anywhere without waiting', async () => {
    const cabinet = make();
    const place = somewhere();
    const file = await cabinet.create(place);
    const samples = Float32Array.from({ length: 300_000 }, (_, i) => i);
    file.write(new Uint8Array(samples.buffer), 0);
    await file.finish(place[1]);
    const kept = asBlob((await bytesOf(cabinet, place))!) as unknown as File;
    const pages = await cabinet.pages(place, kept);
    const into = new Float32Array(5);
    pages.copy(into, 4 * 262_142);
    expect([...into]).toEqual([262_142, 262_143, 262_144, 262_145, 262_146]);
    pages.close();
  });
});

it('says that a file does not fit at the latest when it is finished, and holds back who writes faster than is kept', async () => {
  const full = new DOMException('full', 'QuotaExceededError');
  const put = jest.spyOn(IDBObjectStore.prototype, 'put');
  const file = await databaseBlocks.create(somewhere());
  expect(file.behind).toBeNull();
  file.write(new Uint8Array(12 * BLOCK), 0);
  expect(file.behind).not.toBeNull();
  await file.behind;
  expect(file.behind).toBeNull();
  put.mockImplementation(() => {
    throw full;
  });
  file.write(new Uint8Array(10), 12 * BLOCK);
  await expect(file.finish('x')).rejects.toMatchObject({ code: 'storage.full' });
  put.mockRestore();
});

it('opens a lost database anew', async () => {
  const place = somewhere();
  const file = await databaseBlocks.create(place);
  file.write(Uint8Array.of(7), 0);
  await file.finish(place[1]);
  const transaction = jest.spyOn(IDBDatabase.prototype, 'transaction').mockImplementationOnce(() => {
    throw new DOMException('the connection is closing', 'InvalidStateError');
  });
  expect([...(await bytesOf(databaseBlocks, place))!]).toEqual([7]);
  expect(transaction).toHaveBeenCalledTimes(2);
  transaction.mockRestore();
});
