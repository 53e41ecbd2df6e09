import { sceneOf } from '../../../core/stage';
import { newCard } from '../../../core/show/edits';
import type { Show } from '../../../core/show';
import { FakeFiles } from '../../../tests/opfs';
import { showOf, withClip } from '../../../tests/shows';

const mockFrame: { now: { sample: object; exact: boolean } | null; asked: number[]; open: number; changed: () => void } = {
  now: null,
  asked: [],
  open: 0,
  changed: () => undefined,
};
jest.mock('./clipReader', () => ({
  ClipReader: class {
    broken = false;
    constructor(_media: string, changed: () => void) {
      mockFrame.open += 1;
      mockFrame.changed = changed;
    }
    at(second: number) {
      mockFrame.asked.push(Number(second.toFixed(3)));
      return mockFrame.now;
    }
    close() {
      mockFrame.open -= 1;
    }
  },
}));

import { Painter } from './painter';

interface Drawn {
  readonly what: string;
  readonly alpha: number;
  readonly at: number[];
}

/** A canvas whose pen notes what is painted. */
function notingCanvas() {
  const drawn: Drawn[] = [];
  const note = (what: string, at: number[]) => drawn.push({ what, alpha: Number(pen.globalAlpha.toFixed(3)), at: at.map(Math.round) });
  const pen = {
    globalAlpha: 1,
    fillStyle: '',
    fillRect: (...at: number[]) => (at[2]! > 0 && at[3]! > 0 ? note(`fill ${pen.fillStyle}`, at) : undefined),
    drawImage: (image: { name: string }, ...at: number[]) => note(`image ${image.name}`, at),
    measureText: (text: string) => ({ width: text.length * 20 }),
    fillText: (text: string, x: number, y: number) => note(`text ${text}`, [x, y]),
  };
  const canvas = { width: 160, height: 90, getContext: () => pen };
  return { canvas: canvas as unknown as OffscreenCanvas, drawn };
}

const settle = () => new Promise((resolve) => setImmediate(resolve));
const desk = { signal: new AbortController().signal, progress: jest.fn() };

let files: FakeFiles;
let names = new Map<number, string>();
beforeEach(() => {
  files = new FakeFiles();
  files.install();
  names = new Map();
  mockFrame.now = null;
  mockFrame.asked = [];
  desk.progress.mockClear();
  // A stored picture is one byte that says which one it is.
  Object.assign(globalThis, {
    createImageBitmap: async (file: Blob) => {
      const [byte] = new Uint8Array(await file.arrayBuffer());
      return { name: names.get(byte!), width: 40, height: 30, close: () => undefined };
    },
  });
});

function store(place: [string, string], name: string): void {
  const byte = names.size + 1;
  names.set(byte, name);
  files.put(place[0], place[1], new Uint8Array([byte]));
}

/** Two photos of 4:3 in a wide frame; their stored pictures are there unless they are kept back. */
function stage(show: Show, stored = true) {
  const painter = new Painter();
  const { canvas, drawn } = notingCanvas();
  if (stored) {
    for (const one of show.pictures) if (one.kind === 'photo') store(['pictures', `${one.media}.stage.v1`], one.id);
  }
  painter.attach({ canvas, font: null });
  painter.show({ scene: sceneOf(show, ({ key }) => key) });
  const at = async (moment: number) => {
    const painted = painter.paint({ moment }, desk);
    await settle();
    await settle();
    drawn.length = 0;
    void painted;
    const again = painter.paint({ moment }, desk);
    await settle();
    return { drawn: [...drawn], painted: await again };
  };
  return { painter, drawn, at };
}

it('paints a photo whole with black beside it, and two where they dissolve, bars and all', async () => {
  const { at } = stage(showOf([5, 5]));
  const alone = await at(1);
  expect(alone.painted).toEqual([{ picture: 'p1', source: null }]);
  expect(alone.drawn).toEqual([
    { what: 'fill #000', alpha: 1, at: [0, 0, 20, 90] },
    { what: 'fill #000', alpha: 1, at: [140, 0, 20, 90] },
    { what: 'image p1', alpha: 1, at: [0, 0, 40, 30, 20, 0, 120, 90] },
  ]);
  const both = await at(4.75);
  expect(both.drawn.filter((one) => one.what.startsWith('image')).map(({ what, alpha }) => [what, alpha])).toEqual([
    ['image p1', 1],
    ['image p2', 0.5],
  ]);
  expect(both.drawn.filter((one) => one.what.startsWith('fill')).map((one) => one.alpha)).toEqual([1, 1, 0.5, 0.5]);
});

it('leaves what was painted before until the next picture is there: never black', async () => {
  const { painter, drawn } = stage(showOf([5, 5]));
  const load = (globalThis as unknown as { createImageBitmap: (file: Blob) => Promise<unknown> }).createImageBitmap;
  let release: () => void = () => undefined;
  const held = new Promise<void>((resolve) => (release = resolve));
  const isSecond = async (file: Blob) => new Uint8Array(await file.arrayBuffer())[0] === 2;
  Object.assign(globalThis, {
    createImageBitmap: async (file: Blob) => {
      if (await isSecond(file)) await held;
      return load(file);
    },
  });
  await painter.paint({ moment: 1 }, desk);
  drawn.length = 0;
  const next = painter.paint({ moment: 6 }, desk);
  await settle();
  await settle();
  expect(drawn).toEqual([]);
  release();
  expect(await next).toEqual([{ picture: 'p2', source: null }]);
  expect(drawn.at(-1)?.what).toBe('image p2');
});

it('shows a photo whose file is gone as an empty frame, and says so: no film is made of that', async () => {
  const { painter, at } = stage(showOf([5, 5]), false);
  store(['pictures', `${(showOf([5, 5]).pictures[1] as { media: string }).media}.stage.v1`], 'p2');
  expect((await at(6)).drawn.at(-1)?.what).toBe('image p2');
  expect(painter.lost).toBe(false);
  expect((await at(1)).drawn).toEqual([{ what: 'fill #000', alpha: 1, at: [0, 0, 160, 90] }]);
  expect(painter.lost).toBe(true);
});

it('gives the newest moment way: an older one that still waits settles with nothing, as does one given up', async () => {
  const { painter } = stage(showOf([5, 5]));
  const older = painter.paint({ moment: 1 }, desk);
  const newer = painter.paint({ moment: 6 }, desk);
  expect(await older).toBeNull();
  expect(await newer).toEqual([{ picture: 'p2', source: null }]);
  const stopped = painter.paint({ moment: 1 }, desk);
  painter.giveUp();
  expect(await stopped).toBeNull();
});

it('fades to black at the ends, and paints cards with their words in lines', async () => {
  const card = newCard('card', '#E8C872', 'The rain garden by the shed');
  const { at } = stage({ ...showOf([]), pictures: [card], black: { up: 2, out: 0 } });
  const { drawn } = await at(0.5);
  expect(drawn[0]).toEqual({ what: 'fill #E8C872', alpha: 1, at: [0, 0, 160, 90] });
  expect(drawn.filter((one) => one.what.startsWith('text')).map((one) => one.what.slice(5))).toEqual([
    'The',
    'rain',
    'garden',
    'by the',
    'shed',
  ]);
  expect(drawn.at(-1)).toEqual({ what: 'fill #000', alpha: 0.75, at: [0, 0, 160, 90] });
});

describe('a clip', () => {
  const show = withClip(showOf([]), 0, 8, { from: 2, hold: 5 });
  const media = show.pictures[0]!.kind === 'clip' ? show.pictures[0]!.media : '';

  it('shows its very frame where it is decoded', async () => {
    const draw = jest.fn();
    mockFrame.now = { exact: true, sample: { timestamp: 3.5, draw } };
    const { at } = stage(show);
    expect((await at(1.5)).painted).toEqual([{ picture: 'clip', source: 3.5 }]);
    expect(draw.mock.lastCall?.slice(1)).toEqual([0, 0, 16, 9, 0, 0, 160, 90]);
  });

  it('stands in with the small frame of its strip, tells so, and waits on for the very one', async () => {
    store(['films', `${media}.v1`], 'strip');
    store(['pictures', `${media}.stage.v1`], 'poster');
    const { painter, drawn } = stage(show);
    let painted: unknown = 'waiting';
    void painter.paint({ moment: 1.5 }, desk).then((result) => (painted = result));
    await settle();
    await settle();
    expect(drawn.at(-1)?.what).toBe('image strip');
    expect(desk.progress).toHaveBeenCalledWith(1);
    expect(painted).toBe('waiting');
    const draw = jest.fn();
    mockFrame.now = { exact: true, sample: { timestamp: 3.5, draw } };
    painter.size({ width: 320, height: 180 });
    await settle();
    expect(painted).toEqual([{ picture: 'clip', source: 3.5 }]);
  });

  it('is made ready from before its time, and while it dissolves in asked for its own second alone', async () => {
    const behind = withClip(showOf([5]), 1, 8, { from: 2, hold: 5 });
    mockFrame.now = { exact: true, sample: { timestamp: 1.75, draw: jest.fn() } };
    const { at } = stage(behind);
    await at(4);
    expect(new Set(mockFrame.asked)).toEqual(new Set([1.5]));
    mockFrame.asked = [];
    await at(4.75);
    expect(new Set(mockFrame.asked)).toEqual(new Set([1.75]));
  });

  it('shows its first frame where nothing better is there', async () => {
    store(['pictures', `${media}.stage.v1`], 'poster');
    const { painter, drawn } = stage(show);
    void painter.paint({ moment: 1.5 }, desk);
    await settle();
    await settle();
    expect(drawn.at(-1)?.what).toBe('image poster');
    expect(desk.progress).not.toHaveBeenCalled();
  });
});

it('once closed it opens no video again, though a frame was still on its way', async () => {
  mockFrame.open = 0;
  const { painter } = stage(withClip(showOf([5]), 0, 8));
  void painter.paint({ moment: 1 }, desk);
  await settle();
  expect(mockFrame.open).toBe(1);
  painter.close();
  mockFrame.changed();
  await settle();
  expect(mockFrame.open).toBe(0);
});

it('paints what rushes by from the small pictures and opens no video for it; what it rests at is painted as it is', async () => {
  mockFrame.open = 0;
  const show = withClip(showOf([5, 5, 5, 5]), 1, 4);
  const { painter, drawn } = stage(show);
  for (const one of show.pictures) if (one.kind !== 'card') store(['pictures', `${one.media}.thumb.v1`], `small ${one.id}`);
  let last: Promise<unknown> = Promise.resolve();
  for (let moment = 0; moment <= 12; moment += 1.5) {
    last = painter.paint({ moment }, desk);
    await settle();
  }
  // Small, and of the very moment: whoever scrolls is told that it is there.
  expect(drawn.at(-1)!.what).toMatch(/^image small p/);
  expect(desk.progress).toHaveBeenCalled();
  expect(mockFrame.open).toBe(0);
  // It rests, and is painted as it is by itself.
  expect(await last).toEqual([{ picture: 'p2', source: null }]);
  expect(drawn.at(-1)).toMatchObject({ what: 'image p2', alpha: 1 });
  painter.close();
});
