import fc from 'fast-check';
import { FakeFiles } from '../../../tests/opfs';

/** A video of 25 frames a second whose first frame comes a little late, as some do. */
const even = Array.from({ length: 100 }, (_, i) => ({ timestamp: 0.02 + i / 25, duration: 1 / 25 }));
let mockFrames = even;
const mockCounts = { jumps: 0, decoded: 0, open: 0 };

interface MockSample {
  readonly timestamp: number;
  readonly duration: number;
  close(): void;
}

function mockOpened(frame: { timestamp: number; duration: number }): MockSample {
  mockCounts.decoded += 1;
  mockCounts.open += 1;
  let closed = false;
  return {
    ...frame,
    close() {
      if (closed) throw new Error('a frame was closed twice');
      closed = true;
      mockCounts.open -= 1;
    },
  };
}

jest.mock('mediabunny', () => ({
  VideoSampleSink: class {
    async *samples(from: number) {
      mockCounts.jumps += 1;
      let first = 0;
      while (first + 1 < mockFrames.length && mockFrames[first + 1]!.timestamp <= from + 1e-9) first += 1;
      if (from > (mockFrames.at(-1)?.timestamp ?? -1) + 1 / 25) return;
      for (const frame of mockFrames.slice(first)) yield mockOpened(frame);
    }
    async getSample() {
      const last = mockFrames.at(-1);
      return last ? mockOpened(last) : null;
    }
  },
}));
let mockBroken = false;
jest.mock('../../media/video', () => ({
  openVideo: async () => {
    if (mockBroken) throw new Error('cannot be read');
    return { track: {}, seconds: 4.02, sound: 'none', close: () => undefined };
  },
}));

import { ClipReader } from './clipReader';

/** Everything here settles in microtasks: they are done before the next turn of the event loop. */
const settle = () => new Promise((resolve) => setImmediate(resolve));

let reader: ClipReader;
let changes = 0;
beforeEach(async () => {
  const files = new FakeFiles();
  files.install();
  files.put('media', 'clip', new Uint8Array([1]));
  Object.assign(mockCounts, { jumps: 0, decoded: 0, open: 0 });
  mockBroken = false;
  mockFrames = even;
  changes = 0;
  reader = new ClipReader('clip', () => void (changes += 1));
});

/** What is shown at a second once everything asked for has arrived. */
async function shownAt(seconds: number): Promise<number | null> {
  reader.at(seconds);
  await settle();
  const frame = reader.at(seconds);
  await settle();
  expect(frame?.exact).toBe(true);
  return frame ? Number(frame.sample.timestamp.toFixed(2)) : null;
}

it('has nothing at first, then the very frame of any second: the first, one within, the last and what lies beyond', async () => {
  expect(reader.at(1)).toBeNull();
  await settle();
  expect(changes).toBeGreaterThan(0);
  expect(await shownAt(0)).toBe(0.02);
  expect(await shownAt(1.02)).toBe(1.02);
  expect(await shownAt(1.059)).toBe(1.02);
  expect(await shownAt(1.06)).toBe(1.06);
  expect(await shownAt(3.99)).toBe(3.98);
  expect(await shownAt(9)).toBe(3.98);
  await shownAt(1);
  expect(await shownAt(9)).toBe(3.98);
  expect(await shownAt(2)).toBe(1.98);
});

it('decodes on while moments rise, and jumps only for what is elsewhere', async () => {
  await shownAt(1);
  const { jumps } = mockCounts;
  for (let moment = 1; moment < 2.5; moment += 1 / 60) expect(Math.abs((await shownAt(moment))! - moment)).toBeLessThan(0.041);
  expect(mockCounts.jumps).toBe(jumps);
  await shownAt(0.5);
  await shownAt(3.5);
  expect(mockCounts.jumps).toBe(jumps + 2);
});

it('hands out the next frame at once when it is decoded already', async () => {
  await shownAt(1);
  const frame = reader.at(1.02);
  expect(frame).toMatchObject({ exact: true, sample: { timestamp: 1.02 } });
});

it('holds two frames at the most and none after it was closed', async () => {
  for (const moment of [0, 0.5, 3, 1, 1.2]) {
    await shownAt(moment);
    expect(mockCounts.open).toBeLessThanOrEqual(2);
  }
  reader.close();
  await settle();
  expect(mockCounts.open).toBe(0);
});

it('says so when the very frame is there: whoever paints a film never waits for ever', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.constantFrom(0, 1 / 50, 1 / 25), { minLength: 1, maxLength: 12 }),
      fc.array(fc.record({ step: fc.constantFrom(1 / 30, 0.2, -0.3), turns: fc.nat(12) }), { minLength: 1, maxLength: 20 }),
      async (durations, asked) => {
        // Some videos say their frames' lengths wrongly, or not at all.
        mockFrames = durations.map((duration, i) => ({ timestamp: i / 25, duration }));
        let target = 0;
        let arrived = false;
        const ask = () => {
          if (read.at(target)!.exact) arrived = true;
        };
        const read = new ClipReader('clip', () => queueMicrotask(() => !arrived && ask()));
        read.at(target);
        await settle();
        for (const { step, turns } of asked) {
          target = Math.max(0, target + step);
          arrived = false;
          ask();
          await settle();
          expect(arrived).toBe(true);
          read.at(target);
          for (let turn = 0; turn < turns; turn += 1) await null;
        }
        read.close();
        await settle();
      },
    ),
    { numRuns: 300 },
  );
});

it('gives up on a video of which no frame can be decoded', async () => {
  mockFrames = [];
  expect(reader.at(1)).toBeNull();
  await settle();
  expect(reader.broken).toBe(true);
});

it('gives up on a video that cannot be read, and says so', async () => {
  mockBroken = true;
  expect(reader.at(1)).toBeNull();
  await settle();
  expect(reader.broken).toBe(true);
  expect(reader.at(1)).toBeNull();
});
