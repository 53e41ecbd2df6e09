import type { VideoSample } from 'mediabunny';
import type { Shots } from './shots';

/** Canvases that were made, with what was put on each. */
let canvases: { width: number; height: number; put: Uint8ClampedArray | null }[] = [];

/** The module anew, in a browser that finds such a graphics device: it asks once. */
function shotsWhere(adapter: object | null | Promise<null>): Shots {
  canvases = [];
  Object.assign(globalThis, {
    navigator: { gpu: { requestAdapter: async () => adapter } },
    ImageData: class {
      constructor(readonly data: Uint8ClampedArray) {}
    },
    OffscreenCanvas: class {
      put: Uint8ClampedArray | null = null;
      constructor(
        public width: number,
        public height: number,
      ) {}
      getContext() {
        if (!canvases.includes(this)) canvases.push(this);
        return { putImageData: ({ data }: { data: Uint8ClampedArray }) => (this.put = data.slice()) };
      }
    },
  });
  let made: Shots | null = null;
  jest.isolateModules(() => {
    made = new (jest.requireActual('./shots') as { Shots: typeof Shots }).Shots();
  });
  return made!;
}

afterEach(() => {
  for (const name of ['navigator', 'OffscreenCanvas', 'ImageData']) Reflect.deleteProperty(globalThis, name);
});

const size = { codedWidth: 4, codedHeight: 2, displayWidth: 4, displayHeight: 2 };
function sampleOf(level: number, more: object = {}) {
  const close = jest.fn();
  const copyTo = async (into: Uint8ClampedArray) => void into.fill(level);
  const sample = { timestamp: level / 10, duration: 0.04, format: 'I420', rotation: 0, flip: false, ...size, copyTo, close, ...more };
  return { sample: sample as unknown as VideoSample, close };
}

it('are copied where only the processor draws, one after the other, and their canvases are used again', async () => {
  const shots = shotsWhere(null);
  const given = [1, 2].map((level) => sampleOf(level));
  const [first, second] = await Promise.all(given.map(({ sample }) => shots.of(sample)));
  expect(given.map(({ close }) => close.mock.calls.length)).toEqual([1, 1]);
  expect([first!.timestamp, second!.timestamp, second!.duration]).toEqual([0.1, 0.2, 0.04]);
  expect(canvases.map(({ put, width, height }) => [[...put!], width, height])).toEqual(
    [1, 2].map((level) => [Array(32).fill(level), 4, 2]),
  );
  const drawImage = jest.fn();
  second!.draw({ drawImage } as unknown as OffscreenCanvasRenderingContext2D, 0, 0, 4, 2, 0, 0, 8, 4);
  expect(drawImage.mock.calls).toEqual([[canvases[1], 0, 0, 4, 2, 0, 0, 8, 4]]);
  first!.close();
  await shots.of(sampleOf(3).sample);
  expect(canvases.map(({ put }) => put![0])).toEqual([3, 2]);
});

it('are the decoder’s own where the browser never says who draws', async () => {
  jest.useFakeTimers();
  const { sample } = sampleOf(1);
  const shot = shotsWhere(new Promise<null>(() => undefined)).of(sample);
  await jest.advanceTimersByTimeAsync(2_000);
  expect(await shot).toBe(sample);
  jest.useRealTimers();
});

it('are the decoder’s own where more than the processor draws, and where they are turned, stretched, very large or cannot be read', async () => {
  const plain = sampleOf(1);
  expect(await shotsWhere({ info: {} }).of(plain.sample)).toBe(plain.sample);
  const shots = shotsWhere({ info: { isFallbackAdapter: true } });
  for (const more of [
    { rotation: 90, displayWidth: 2, displayHeight: 4 },
    { flip: true },
    { displayWidth: 8 },
    { format: null },
    { format: 'I420P10' },
    { codedWidth: 3840, codedHeight: 2160, displayWidth: 3840, displayHeight: 2160 },
    { copyTo: () => Promise.reject(new Error('not in these colours')) },
  ]) {
    const { sample, close } = sampleOf(1, more);
    expect(await shots.of(sample)).toBe(sample);
    expect(close).not.toHaveBeenCalled();
  }
  expect((await shots.of(sampleOf(2).sample)).timestamp).toBe(0.2);
  expect(canvases).toHaveLength(1);
});
