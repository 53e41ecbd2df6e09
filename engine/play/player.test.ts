import { Failure } from '../../core/failure';
import { FakeContext, blockOf } from '../../tests/audio';
import { METER_STEP, planSpans } from '../../core/mix';
import { RATE } from '../../core/units';
import type { PlayClient } from './play.client';
import { Player } from './player';

let context: FakeContext;
const ended = jest.fn();
const failed = jest.fn();
const silent = jest.fn();
const held = jest.fn();
const back = jest.fn();
const events = { ended, failed, silent, held, back };

function open(render: (first: number, frames: number) => Promise<unknown> = async (first, frames) => blockOf(first, frames)) {
  const call = async (name: string, details: { first: number; frames: number }) =>
    name === 'render' ? render(details.first, details.frames) : { opened: 1 };
  return new Player({ call } as unknown as PlayClient, events);
}

/** Moves the audio clock and lets the player look at it. */
async function pass(seconds: number): Promise<void> {
  context.currentTime += seconds;
  await jest.advanceTimersByTimeAsync(200);
}

const plan = (seconds: number) => planSpans('0'.repeat(64), seconds, [{ from: 0, to: seconds, join: 0 }]);

beforeEach(() => {
  jest.useFakeTimers();
  jest.clearAllMocks();
  context = new FakeContext();
  Object.assign(globalThis, {
    AudioContext: function () {
      return context;
    },
  });
});
afterEach(() => {
  jest.useRealTimers();
  Reflect.deleteProperty(globalThis, 'AudioContext');
});

it('schedules blocks edge to edge, two seconds ahead and no further, and ends with the plan', async () => {
  const player = open();
  await player.play(plan(6), 1);
  await pass(0);
  const scheduled = () => context.nodes.reduce((sum, node) => sum + node.frames, 0) / RATE;
  expect(scheduled()).toBeGreaterThanOrEqual(2);
  expect(scheduled()).toBeLessThanOrEqual(2.6);
  for (let i = 0; i < 12; i += 1) await pass(0.5);
  expect(scheduled()).toBeCloseTo(5, 9);
  context.nodes.forEach((node, i) => {
    const before = context.nodes[i - 1];
    if (before) expect(node.when).toBeCloseTo(before.when + before.frames / RATE, 9);
  });
  expect(ended).toHaveBeenCalledTimes(1);
  expect(player.playing).toBe(false);
  expect(player.position()).toBeNull();
});

it('follows the audio clock, less what the output takes', async () => {
  const player = open();
  Object.assign(context, { outputLatency: 0.04, setSinkId: () => Promise.resolve() });
  await player.play(plan(60), 10);
  context.currentTime += 2.055;
  expect(player.position()).toBeCloseTo(12, 3);
});

it('never asks an engine for the time of its output that may stand still over it', async () => {
  const player = open();
  context.baseLatency = 0.02;
  const asked = jest.fn(() => 0.04);
  Object.defineProperty(context, 'outputLatency', { get: asked });
  await player.play(plan(60), 10);
  context.currentTime += 2.035;
  expect(player.position()).toBeCloseTo(12, 3);
  expect(asked).not.toHaveBeenCalled();
});

it('lets an edit take over within a quarter of a second, crossing from the old sound', async () => {
  const player = open();
  await player.play(plan(60), 0);
  await pass(0.7);
  const before = context.nodes.length;
  await player.update(plan(50));
  const fresh = context.nodes[before]!;
  expect(fresh.when - context.currentTime).toBeLessThan(0.25);
  expect(context.nodes.slice(0, before).every((node) => node.stopped !== null)).toBe(true);
  expect(context.ramps.map((ramp) => ramp.value)).toEqual([1, 0]);
  // The new sound begins where the old one is at that moment.
  const first = context.nodes[0]!;
  expect(player.position()).toBeCloseTo(context.currentTime - first.when, 3);
  player.stop();
});

it('stops at once, and what an older call still brings is not played', async () => {
  let release: () => void = () => undefined;
  const gate = new Promise<void>((resolve) => (release = resolve));
  const player = open(async (first, frames) => {
    await gate;
    return blockOf(first, frames);
  });
  const started = player.play(plan(6), 0);
  player.stop();
  release();
  await started;
  await pass(1);
  expect(context.nodes).toHaveLength(0);
});

it('says so where rendering fails', async () => {
  const player = open((first) => (first > 0 ? Promise.reject(new Failure('media.missing')) : Promise.resolve(blockOf(first, 4800))));
  await player.play(plan(6), 0);
  await pass(0.1);
  expect(failed).toHaveBeenCalledWith(expect.objectContaining({ code: 'media.missing' }));
  expect(player.playing).toBe(false);
});

describe('an output', () => {
  it('that is missing lets the plan run on by the machine, and is used as soon as it answers', async () => {
    context.state = 'suspended';
    context.resume = () => new Promise(() => undefined);
    const player = open();
    const started = player.play(plan(60), 5);
    await jest.advanceTimersByTimeAsync(2_100);
    await started;
    expect(silent).toHaveBeenCalledWith(true);
    expect(player.clockOf(6)).toBeNull();
    await jest.advanceTimersByTimeAsync(3_000);
    expect(player.position()).toBeCloseTo(8.1, 1);
    expect(context.nodes).toHaveLength(0);
    context = new FakeContext();
    const moving = setInterval(() => (context.currentTime += 0.1), 100);
    await jest.advanceTimersByTimeAsync(5_000);
    clearInterval(moving);
    expect(silent).toHaveBeenLastCalledWith(false);
    expect(context.nodes.length).toBeGreaterThan(0);
    const first = context.nodes[0]!;
    expect(player.position()! - (context.currentTime - first.when)).toBeGreaterThan(8);
    player.stop();
  });

  it('that there never is makes silence, not an error, and the plan ends', async () => {
    Reflect.deleteProperty(globalThis, 'AudioContext');
    const player = open();
    await player.play(plan(2), 0);
    expect(silent).toHaveBeenCalledWith(true);
    await jest.advanceTimersByTimeAsync(2_200);
    expect(ended).toHaveBeenCalledTimes(1);
    expect(player.playing).toBe(false);
  });

  it('whose clock stands still although it says that it runs is none', async () => {
    const player = open();
    await player.play(plan(60), 0);
    context.currentTime += 1;
    await jest.advanceTimersByTimeAsync(1_000);
    await jest.advanceTimersByTimeAsync(3_200);
    expect(silent).toHaveBeenCalledWith(true);
    const at = player.position()!;
    await jest.advanceTimersByTimeAsync(1_000);
    expect(player.position()! - at).toBeCloseTo(1, 1);
    player.stop();
  });

  it('that is taken away stops the plan where it is, says when it is given back, and is made anew where it was closed', async () => {
    const player = open();
    await player.play(plan(60), 10);
    await pass(1);
    context.turn('interrupted');
    expect(held).toHaveBeenCalledWith(expect.closeTo(11 - 0.015, 2));
    expect(player.playing).toBe(false);
    context.turn('running');
    expect(back).toHaveBeenCalledTimes(1);
    const closed = context;
    closed.state = 'closed';
    context = new FakeContext();
    await player.play(plan(60), 10);
    expect(context.nodes.length).toBeGreaterThan(0);
    player.stop();
  });
});

it('skips what comes late instead of playing it over what follows, and has more than the first tenth of a second ahead', async () => {
  const player = open();
  await player.play(plan(60), 0);
  const [first] = context.nodes;
  expect(first!.frames / RATE).toBeGreaterThan(0.2);
  // The page is busy for longer than what was ahead lasts.
  context.currentTime += 0.4;
  await pass(0);
  let frames = 0;
  for (const node of context.nodes) {
    // Whatever is left of it sounds at its own moment.
    expect(node.when - first!.when).toBeCloseTo(frames / RATE + node.offset, 9);
    frames += node.frames;
  }
  expect(context.nodes[1]!.when).toBeGreaterThanOrEqual(1.4 - 1 / RATE);
  expect(context.nodes[1]!.offset).toBeGreaterThan(0);
  player.stop();
});

it('an edit made while it is being prepared is heard from the first sample', async () => {
  const prepared: number[] = [];
  let let1: () => void = () => undefined;
  const gate = new Promise<void>((resolve) => (let1 = resolve));
  const call = async (name: string, details: { first: number; frames: number; plan: { frames: number } }) => {
    if (name === 'render') return blockOf(details.first, details.frames);
    prepared.push(details.plan.frames / RATE);
    if (prepared.length === 1) await gate;
    return { opened: 1 };
  };
  const player = new Player({ call } as unknown as PlayClient, events);
  const playing = player.play(plan(6), 1);
  await player.update(plan(5));
  await player.update(plan(4));
  let1();
  await playing;
  expect(prepared).toEqual([6, 4]);
  expect(player.playing).toBe(true);
});

it('goes on where its worker died: the plan is prepared anew, once; a worker that dies again is told', async () => {
  const calls: string[] = [];
  let deaths = 1;
  const call = async (name: string, details: { first: number; frames: number }) => {
    calls.push(name);
    if (name === 'render' && deaths > 0) {
      deaths -= 1;
      throw new Failure('worker.died');
    }
    return name === 'render' ? blockOf(details.first, details.frames) : {};
  };
  const player = new Player({ call, close: () => calls.push('close') } as unknown as PlayClient, events);
  await player.play(plan(0.05), 0);
  expect(calls.slice(0, 4)).toEqual(['prepare', 'render', 'prepare', 'render']);
  deaths = 2;
  await expect(player.play(plan(0.05), 0)).rejects.toMatchObject({ code: 'worker.died' });
  await player.close();
  expect(calls.at(-1)).toBe('close');
});

it('lets a level that is moved be heard within 50 ms, the latest of many, and goes on two seconds ahead when the finger rests', async () => {
  const asked: string[] = [];
  let last: { master: number } | null = null;
  const call = async (name: string, details: { first: number; frames: number; master: number }) => {
    asked.push(name);
    if (name === 'relevel') last = { master: details.master };
    return name === 'render' ? blockOf(details.first, details.frames) : {};
  };
  const player = new Player({ call } as unknown as PlayClient, events);
  const sound = plan(60);
  await player.play(sound, 0);
  await pass(0.5);
  asked.length = 0;
  const before = context.nodes.length;
  await Promise.all([0.9, 0.8, 0.7, 0.6].map((master) => player.relevel({ ...sound, master })));
  const fresh = context.nodes[before]!;
  expect(fresh.when - context.currentTime).toBeLessThan(0.05);
  expect(last).toEqual({ master: 0.6 });
  expect(asked).not.toContain('prepare');
  // The first and the latest: what came between them was never asked for.
  expect(asked.filter((name) => name === 'relevel')).toHaveLength(2);
  await pass(0.1);
  const ahead = () =>
    Math.max(...context.nodes.filter(({ stopped }) => stopped === null).map(({ when, frames }) => when + frames / RATE)) -
    context.currentTime;
  expect(ahead()).toBeLessThan(0.7);
  await pass(0.1);
  await pass(0.1);
  expect(ahead()).toBeGreaterThan(1.5);
  player.stop();
});

it('says what the meters read at the moment that is heard', async () => {
  const player = open();
  expect(player.metered()).toBeNull();
  await player.play(plan(6), 1);
  await pass(0.3);
  const at = player.position()!;
  expect(player.metered()).toMatchObject({ lanes: ['bed'] });
  expect(player.metered()!.row[0]).toBe(Math.floor((at * RATE) / METER_STEP) - 1);
  player.stop();
  expect(player.metered()).toBeNull();
});

it('begins its worker before anything is played, and tells nothing of what goes wrong with that', async () => {
  const asked: string[] = [];
  const call = async (name: string, details: { first: number; frames: number }) => {
    asked.push(name);
    if (asked.length === 1) throw new Failure('worker.died');
    return name === 'render' ? blockOf(details.first, details.frames) : {};
  };
  const player = new Player({ call } as unknown as PlayClient, events);
  player.warm(plan(0));
  await pass(0);
  expect([asked, player.playing, context.nodes.length, failed.mock.calls.length]).toEqual([['prepare'], false, 0, 0]);
  await player.play(plan(1), 0);
  expect([asked.slice(0, 3), player.playing]).toEqual([['prepare', 'prepare', 'render'], true]);
  player.stop();
});
