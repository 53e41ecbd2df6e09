import fc from 'fast-check';
import { FakeFiles } from '../../../tests/opfs';
import { LONGEST_EDGE } from '../../media/folders';
import { Images, decodedEdge, type Wanted } from './images';

const place = ['pictures', 'one'] as const;
const wanted = (edge: number, width = 4000, height = 3000): Wanted => ({ edge, width, height });
const settle = () => new Promise((resolve) => setImmediate(resolve));

/** What was asked of the browser, and what was made of it. */
let asked: (ImageBitmapOptions | undefined)[] = [];
let open = 0;
let gate: Promise<void> = Promise.resolve();

beforeEach(() => {
  const files = new FakeFiles();
  files.install();
  files.put(place[0], place[1], new Uint8Array([1]));
  asked = [];
  open = 0;
  gate = Promise.resolve();
  Object.assign(globalThis, {
    createImageBitmap: async (_file: Blob, options?: ImageBitmapOptions) => {
      asked.push(options);
      await gate;
      open += 1;
      return { width: options?.resizeWidth ?? options?.resizeHeight ?? 1920, close: () => (open -= 1) };
    },
  });
});

it('decodes a picture no smaller than it is painted, and never larger than it is stored', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 1, max: 8000, noNaN: true }),
      fc.integer({ min: 1, max: 20_000 }),
      fc.integer({ min: 1, max: 20_000 }),
      (edge, width, height) => {
        const decoded = decodedEdge({ edge, width, height });
        const stored = Math.min(LONGEST_EDGE.stage, Math.max(width, height));
        if (decoded < Infinity) expect([decoded >= edge, decoded < stored]).toEqual([true, true]);
      },
    ),
  );
  expect([300, 480, 481, 1000, 1500].map((edge) => decodedEdge(wanted(edge)))).toEqual([480, 480, 960, 1440, Infinity]);
  // A small photo is not blown up.
  expect(decodedEdge(wanted(700, 640, 480))).toBe(Infinity);
});

it('scales along the longer edge, and brings a larger one where it is wanted, showing the small one until then', async () => {
  const changed = jest.fn();
  const images = new Images(changed);
  expect(images.get([...place], wanted(300, 3000, 4000))).toBeNull();
  await settle();
  await settle();
  expect(asked).toEqual([{ resizeHeight: 480, resizeQuality: 'high' }]);
  const small = images.get([...place], wanted(300, 3000, 4000));
  expect(small?.width).toBe(480);
  expect(images.get([...place], wanted(1900, 3000, 4000))).toBe(small);
  expect(images.get([...place], wanted(1900, 3000, 4000))).toBe(small);
  await settle();
  await settle();
  expect(asked).toHaveLength(2);
  expect(asked[1]).toBeUndefined();
  expect([images.get([...place], wanted(300))?.width, open, changed.mock.calls.length]).toEqual([1920, 1, 2]);
  images.close();
  expect(open).toBe(0);
});

it('lets go of one that comes after it was closed, and of a smaller one that comes after a larger', async () => {
  const images = new Images(() => undefined);
  let release: () => void = () => undefined;
  gate = new Promise((resolve) => (release = resolve));
  images.get([...place], wanted(300));
  await settle();
  images.close();
  release();
  await settle();
  await settle();
  expect(open).toBe(0);
});
