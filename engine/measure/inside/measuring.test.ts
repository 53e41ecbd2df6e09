import { WaveFile } from 'wavefile';
import { memoryBytes, WavReader, WavWriter } from '../../../core/files';
import { planPass } from '../../../core/fit';
import { planShow, planSpans } from '../../../core/mix';
import { FIRST_LANES, type BedPart } from '../../../core/show';
import { newPart, stopEarly } from '../../../core/show/edits';
import { FakeFiles, asBlob } from '../../../tests/opfs';
import { showOf } from '../../../tests/shows';
import { noise } from '../../../tests/tones';
import { take } from '../../listen/inside/take';
import type { Handover } from '../../workers/serve';
import type { Block } from '../../play/play.protocol';
import { closeUp, joinSounds, lineUp, readSeam } from '../../analyse/inside/listening';
import { PlayDesk } from '../../play/inside/playing';
import { measure, write } from './measuring';

let files: FakeFiles;
beforeEach(() => {
  files = new FakeFiles();
  files.install();
});

const quiet = { signal: new AbortController().signal, progress: () => undefined };

/** A show of two seconds whose bed, three seconds long, was really taken in. */
async function laidShow() {
  const frames = 48_000 * 3;
  const writer = new WavWriter('float32');
  const samples = noise(frames * 2, 8).map((value) => value * 0.4);
  const { media } = await take(
    { file: asBlob(Buffer.concat([writer.header(frames), writer.encode(samples, frames)])), name: 'a.wav', want: 'sound' },
    quiet,
  );
  const show = showOf([0.75, 1.25], 3);
  const laid = { ...show, media: { ...show.media, [media.id]: media }, parts: show.parts.map((part) => ({ ...part, media: media.id })) };
  return { plan: planShow(stopEarly(laid, { id: 'bed-1', end: 2, fade: 0.5 })), samples };
}

it('plays blocks that are the written file, sample for sample', async () => {
  const { plan, samples } = await laidShow();
  const desk = new PlayDesk();
  await desk.prepare({ plan });
  const written = await write({ plan, format: 'float32', name: 'My show.wav', target: null }, quiet);
  const bytes = files.bytes('written', 'My show.wav');
  expect(written).toEqual({ frames: 96_000, bytes: bytes.length, clipped: 0, unsound: 0 });
  const reader = new WavReader(memoryBytes(bytes));
  const file = [new Float32Array(96_000), new Float32Array(96_000)];
  reader.read(0, 96_000, file);
  for (const [first, frames] of [
    [0, 4800],
    [4800, 24_000],
    [90_000, 6000],
  ] as const) {
    const { result } = desk.render({ first, frames }) as Handover<Block>;
    expect(Buffer.compare(Buffer.from(result.left.buffer), Buffer.from(file[0]!.slice(first, first + frames).buffer))).toBe(0);
    expect(Buffer.compare(Buffer.from(result.right.buffer), Buffer.from(file[1]!.slice(first, first + frames).buffer))).toBe(0);
  }
  expect(file[0]![1000]).toBe(samples[2000]);
});

it.each([null, 0.5])(
  'writes nothing but numbers where sound lies beyond what a file can hold, and counts what was lost (ceiling %p)',
  async (ceiling) => {
    const frames = 48_000;
    const writer = new WavWriter('float32', 1);
    const samples = new Float32Array(frames).fill(0.1);
    samples[24_000] = 3e38;
    const bytes = Buffer.concat([writer.header(frames), writer.encode(samples, frames)]);
    const { media } = await take({ file: asBlob(bytes), name: 'a.wav', want: 'sound' }, quiet);
    const plan = planSpans(media.id, 1, [{ from: 0, to: 1, join: 0 }]);
    const written = await write({ plan: { ...plan, master: 4, ceiling }, format: 'float32', name: 'loud.wav', target: null }, quiet);
    const reader = new WavReader(memoryBytes(files.bytes('written', 'loud.wav')));
    const planes = [new Float32Array(frames), new Float32Array(frames)];
    reader.read(0, frames, planes);
    expect(reader.unsound).toBe(0);
    expect(planes[0]!.every(Number.isFinite)).toBe(true);
    expect(planes[0]![24_000]).toBe(0);
    expect(planes[0]![1000]).toBeCloseTo(0.4 * Math.SQRT1_2, 5);
    expect(written.unsound).toBe(2);
  },
);

it('measures the plan, tells its progress up to the whole, and closes what it opened', async () => {
  const { plan } = await laidShow();
  const shares: number[] = [];
  const loudness = await measure({ plan }, { ...quiet, progress: (share: number) => void shares.push(share) });
  expect(loudness.integrated).toBeLessThan(-5);
  expect(loudness.integrated).toBeGreaterThan(-20);
  expect(shares.at(-1)).toBe(1);
  expect(files.open).toBe(0);
});

it('writes into a chosen file, and gives it up whole when it is stopped: what stood there stays, what was new goes', async () => {
  const { plan } = await laidShow();
  const log: string[] = [];
  let bytes = 0;
  const stream = {
    write: async (piece: Uint8Array) => void (bytes += piece.length),
    close: async () => void log.push('closed'),
    abort: async () => void log.push('aborted'),
  };
  const targetOf = (size: number) =>
    ({
      getFile: async () => ({ size }),
      createWritable: async () => stream,
      remove: async () => void log.push('removed'),
    }) as unknown as FileSystemFileHandle;
  await write({ plan, format: 'int16', name: 'x', target: targetOf(0) }, quiet);
  expect({ bytes, log }).toEqual({ bytes: 44 + 96_000 * 4, log: ['closed'] });
  for (const [size, then] of [
    [0, ['aborted', 'removed']],
    [100, ['aborted']],
  ] as const) {
    log.length = 0;
    const controller = new AbortController();
    const desk = { signal: controller.signal, progress: () => controller.abort() };
    const stopped = write({ plan, format: 'int16', name: 'x', target: targetOf(size) }, desk);
    await expect(stopped).rejects.toMatchObject({ code: 'cancelled' });
    expect(log).toEqual(then);
  }
});

it('names a sound that is not there, and leaves no half-written file of a stopped export', async () => {
  const { plan } = await laidShow();
  const controller = new AbortController();
  const desk = { signal: controller.signal, progress: () => controller.abort() };
  await expect(write({ plan, format: 'int24', name: 'x.wav', target: null }, desk)).rejects.toMatchObject({
    code: 'cancelled',
  });
  expect(files.names().filter((name) => name.startsWith('written'))).toEqual([]);
  files.folders.get('pcm')!.clear();
  await expect(new PlayDesk().prepare({ plan })).rejects.toMatchObject({ code: 'media.missing' });
  expect(() => new PlayDesk().render({ first: 0, frames: 10 })).toThrow('prepared');
});

it('answers questions about stored sounds: a close-up row by row, a seam, a shift, how alike two sides are; nothing stays open', async () => {
  const { plan, samples } = await laidShow();
  const { media } = plan.parts[0]!;
  const starts = Float64Array.from({ length: 40 }, (_, row) => (row < 20 ? 1 : 0.5) + row / 48_000);
  const { result } = await closeUp({ media, starts, seconds: 1 / 48_000 });
  for (const row of [0, 7, 19, 20, 39]) {
    const frame = Math.floor(starts[row]! * 48_000);
    expect(result[row]).toBe(Math.max(Math.abs(samples[frame * 2]!), Math.abs(samples[frame * 2 + 1]!)));
  }
  const fold = { lead: 0.1, tail: 0.1 };
  expect(await readSeam({ media, loop: { from: 0.5, to: 2.5, fold } })).toMatchObject({ click: expect.any(Number) as number, phase: null });
  expect(await lineUp({ left: { media, at: 1.5 }, right: { media, at: 1.46 } })).toMatchObject({ by: expect.closeTo(0.04, 4) as number });
  const spans = [
    { from: 0, to: 1, join: 0.01 },
    { from: 1, to: 2, join: 0 },
  ];
  const join = planSpans(media, 3, spans).parts[0]!.spans[0]!.out!;
  expect(await joinSounds({ joins: [join] })).toEqual([{ hard: false, alike: expect.closeTo(1, 6) as number }]);
  expect(files.open).toBe(0);
});

it('writes one pass of a loop, with its loop points', async () => {
  const { plan } = await laidShow();
  const pass = planPass(plan.parts[0]!.media, 3, { from: 0.5, to: 1.5, fold: { lead: 0.1, tail: 0.2 } }, 2)!;
  const only = { first: pass.first, frames: pass.frames };
  await write({ plan: pass.plan, format: 'int24', name: 'loop.wav', target: null, only, loop: true }, quiet);
  const wave = new WaveFile(files.bytes('written', 'loop.wav'));
  expect(wave.smpl).toMatchObject({ dwNumSampleLoops: 1, loops: [{ dwStart: 0, dwEnd: 47_999 }] });
});

it('an older plan that comes ready last never replaces a newer one, and closes nothing that the newer one plays', async () => {
  const { plan } = await laidShow();
  const desk = new PlayDesk();
  // The older one opens its sound anew; the newer one plays nothing, so it is ready first.
  const silent = { ...plan, parts: [] };
  const older = desk.prepare({ plan });
  const newer = desk.prepare({ plan: silent });
  await Promise.all([older, newer]);
  expect((await desk.render({ first: 4800, frames: 100 })).result.left.every((value) => value === 0)).toBe(true);
  // And the other way round: what the newer one needs stays open, whatever the older one let go of.
  const before = desk.prepare({ plan: silent });
  const after = desk.prepare({ plan });
  await Promise.all([before, after]);
  expect((await desk.render({ first: 4800, frames: 100 })).result.left.some((value) => value !== 0)).toBe(true);
});

it('of many sounds opens first what sounds from where playing begins, and plays the same samples; what lies further off is waited for', async () => {
  const base = showOf([200]);
  const parts: BedPart[] = [];
  const media = { ...base.media };
  for (let i = 0; i < 30; i += 1) {
    const writer = new WavWriter('float32');
    const samples = noise(4800 * 2, 100 + i);
    const file = asBlob(Buffer.concat([writer.header(4800), writer.encode(samples, 4800)]));
    const { media: one } = await take({ file, name: `${i}.wav`, want: 'sound' }, quiet);
    media[one.id] = one;
    parts.push({ ...newPart(`part-${i}`, FIRST_LANES.bed, one), at: i * 6 } as BedPart);
  }
  const plan = planShow({ ...base, media, parts });
  const whole = new PlayDesk();
  await whole.prepare({ plan });
  const desk = new PlayDesk();
  const at = 48_000 * 60;
  const { opened } = await desk.prepare({ plan, at });
  expect(opened).toBeLessThan(20);
  for (const first of [at, at + 48_000 * 6, 48_000 * 174, 48_000 * 6]) {
    const [mine, theirs] = await Promise.all([desk.render({ first, frames: 4_800 }), whole.render({ first, frames: 4_800 })]);
    expect(mine.result.left.some((value) => value !== 0)).toBe(true);
    expect(mine.result.left).toEqual(theirs.result.left);
  }
  // A level that is moved before the rest is open is the rest's, too.
  const moved = new PlayDesk();
  await moved.prepare({ plan, at });
  moved.relevel({ lanes: plan.lanes, master: plan.master / 2 });
  const [half, full] = await Promise.all([moved, desk].map((one) => one.render({ first: 48_000 * 174, frames: 4_800 })));
  expect(half!.result.left).toEqual(full!.result.left.map((value) => value / 2));
});
