import { Failure } from '../../core/failure';
import { planSpans } from '../../core/mix';
import { RATE } from '../../core/units';
import type { MixClient } from '../mix/mix.client';
import { Player } from './player';

interface Node {
  readonly when: number;
  readonly offset: number;
  readonly frames: number;
  stopped: number | null;
}

/** An audio context whose clock the test moves, and that notes what is scheduled on it. */
class FakeContext {
  currentTime = 1;
  state = 'running';
  outputLatency = 0;
  destination = {};
  readonly nodes: Node[] = [];
  readonly ramps: { readonly value: number; readonly at: number }[] = [];
  resume = () => Promise.resolve();
  close = () => Promise.resolve();
  addEventListener = () => undefined;
  createGain() {
    const gain = {
      setValueAtTime: () => undefined,
      linearRampToValueAtTime: (value: number, at: number) => void this.ramps.push({ value, at }),
    };
    return { gain, connect: () => undefined, disconnect: () => undefined };
  }
  createBuffer(_channels: number, frames: number) {
    return { length: frames, copyToChannel: () => undefined };
  }
  createBufferSource() {
    const { nodes } = this;
    let node: Node | null = null;
    return {
      buffer: null as { length: number } | null,
      connect: () => undefined,
      start(when: number, offset: number) {
        node = { when, offset, frames: this.buffer!.length, stopped: null };
        nodes.push(node);
      },
      stop(at: number) {
        if (node) node.stopped = at;
      },
    };
  }
}

let context: FakeContext;
const ended = jest.fn();
const failed = jest.fn();

function open(
  render: (first: number, frames: number) => Promise<unknown> = async (first, frames) => ({
    first,
    frames,
    left: new Float32Array(frames),
    right: new Float32Array(frames),
  }),
) {
  const call = async (name: string, details: { first: number; frames: number }) =>
    name === 'render' ? render(details.first, details.frames) : { opened: 1 };
  return new Player({ call } as unknown as MixClient, { ended, failed });
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
  context.outputLatency = 0.04;
  await player.play(plan(60), 10);
  context.currentTime += 2.055;
  expect(player.position()).toBeCloseTo(12, 3);
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
    return { first, frames, left: new Float32Array(frames), right: new Float32Array(frames) };
  });
  const started = player.play(plan(6), 0);
  player.stop();
  release();
  await started;
  await pass(1);
  expect(context.nodes).toHaveLength(0);
});

it('says so where there is no output, and where rendering fails', async () => {
  Reflect.deleteProperty(globalThis, 'AudioContext');
  await expect(open().play(plan(6), 0)).rejects.toMatchObject({ code: 'output.missing' });
  Object.assign(globalThis, {
    AudioContext: function () {
      return context;
    },
  });
  context.state = 'suspended';
  context.resume = () => new Promise(() => undefined);
  const hanging = expect(open().play(plan(6), 0)).rejects.toMatchObject({ code: 'output.missing' });
  await jest.advanceTimersByTimeAsync(3000);
  await hanging;
  context.state = 'running';
  const player = open((first) =>
    first > 0
      ? Promise.reject(new Failure('media.missing'))
      : Promise.resolve({ first, frames: 4800, left: new Float32Array(4800), right: new Float32Array(4800) }),
  );
  await player.play(plan(6), 0);
  await pass(0.1);
  expect(failed).toHaveBeenCalledWith(expect.objectContaining({ code: 'media.missing' }));
  expect(player.playing).toBe(false);
});
