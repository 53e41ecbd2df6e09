import { MessageChannel } from 'node:worker_threads';
import { Failure } from '../../core/failure';
import type { Line } from './call';
import { WorkerClient } from './client';
import { Handover, serve, type Desk } from './serve';

type Calls = {
  double(details: { value: number }): number;
  fill(details: { length: number }): Float32Array<ArrayBuffer>;
  wait(details: null): never;
  fail(details: { known: boolean }): never;
};

function open() {
  const { port1, port2 } = new MessageChannel();
  const served = port2 as unknown as Line;
  serve(served, {
    double: ({ value }: { value: number }) => value * 2,
    fill: ({ length }: { length: number }, desk: Desk) => {
      desk.progress(0.5);
      const block = new Float32Array(length).fill(1);
      return new Handover(block, [block.buffer]);
    },
    wait: (_details: null, desk: Desk) =>
      new Promise((_resolve, reject) => desk.signal.addEventListener('abort', () => reject(new Failure('cancelled')))),
    fail: ({ known }: { known: boolean }) => {
      throw known ? new Failure('media.empty', { name: 'a.wav' }) : new TypeError('broken');
    },
  });
  const client = new WorkerClient<Calls>(() => ({ line: port1 as unknown as Line, end: () => port1.close(), onDeath: () => undefined }));
  return { client, close: () => port2.close() };
}

const codeOf = (promise: Promise<unknown>) =>
  promise.then(
    () => 'none',
    (error: Failure) => error.code,
  );

it('calls, reports progress, and hands buffers over', async () => {
  const { client, close } = open();
  expect(await client.call('double', { value: 21 })).toBe(42);
  const shares: number[] = [];
  const block = await client.call('fill', { length: 3 }, { onProgress: (share) => shares.push(share) });
  expect([...block]).toEqual([1, 1, 1]);
  expect(shares).toEqual([0.5]);
  close();
});

it('brings errors across with their code and details', async () => {
  const { client, close } = open();
  await expect(client.call('fail', { known: true })).rejects.toMatchObject({ code: 'media.empty', details: { name: 'a.wav' } });
  await expect(client.call('fail', { known: false })).rejects.toMatchObject({ code: 'unknown', details: { message: 'TypeError: broken' } });
  close();
});

it('cancels by signal, before and while it runs, and rejects what is pending when it closes', async () => {
  const { client, close } = open();
  const controller = new AbortController();
  const running = codeOf(client.call('wait', null, { signal: controller.signal }));
  controller.abort();
  expect(await running).toBe('cancelled');
  expect(await codeOf(client.call('wait', null, { signal: controller.signal }))).toBe('cancelled');
  const pending = codeOf(client.call('wait', null));
  client.close();
  client.close();
  expect(await pending).toBe('cancelled');
  expect(await codeOf(client.call('double', { value: 1 }))).toBe('cancelled');
  close();
});

it('starts a worker with the first call; one that dies fails what was asked of it, and the next call starts another', async () => {
  const begun: { die(message: string): void; close(): void }[] = [];
  const client = new WorkerClient<Calls>(() => {
    const { port1, port2 } = new MessageChannel();
    serve(port2 as unknown as Line, {
      double: ({ value }: { value: number }) => value * 2,
      wait: () => new Promise(() => undefined),
    });
    const close = () => port2.close();
    return { line: port1 as unknown as Line, end: close, onDeath: (tell) => void begun.push({ die: tell, close }) };
  });
  expect([client.runs, begun.length]).toEqual([false, 0]);
  expect(await client.call('double', { value: 2 })).toBe(4);
  const stop = new AbortController();
  const hanging = [client.call('wait', null), client.call('wait', null, { signal: stop.signal })].map(codeOf);
  begun[0]!.die('out of memory');
  expect(await Promise.all(hanging)).toEqual(['worker.died', 'worker.died']);
  expect(client.runs).toBe(false);
  // Cancelling what the dead one was asked starts none; what is asked anew is answered by another.
  stop.abort();
  expect(client.runs).toBe(false);
  expect(await client.call('double', { value: 3 })).toBe(6);
  expect(begun).toHaveLength(2);
  // The first one's last words change nothing.
  begun[0]!.die('again');
  expect(await client.call('double', { value: 4 })).toBe(8);
  client.close();
  expect(client.runs).toBe(false);
});

describe('a worker that stands still', () => {
  /** Workers whose `wait` never answers, whatever it is told; `step` tells of progress as often as it is asked to. */
  function deaf() {
    const begun: Line[] = [];
    const client = new WorkerClient<Calls & { step(details: { times: number }): number }>(() => {
      const { port1, port2 } = new MessageChannel();
      begun.push(port2 as unknown as Line);
      serve(port2 as unknown as Line, {
        double: ({ value }: { value: number }) => new Promise((done) => setTimeout(() => done(value * 2), begun.length === 1 ? 1e6 : 1)),
        wait: () => new Promise(() => undefined),
        step: async ({ times }: { times: number }, desk: Desk) => {
          for (let i = 1; i <= times; i += 1) {
            await new Promise((done) => setTimeout(done, 10));
            desk.progress(i / times);
          }
          return times;
        },
      });
      return { line: port1 as unknown as Line, end: () => port1.close(), onDeath: () => undefined };
    }, 20);
    return { client, begun };
  }

  it('is ended with the call that may not; what else was asked of it is answered by another', async () => {
    const { client, begun } = deaf();
    const stuck = codeOf(client.call('wait', null, { patience: 4 }));
    const other = client.call('double', { value: 4 });
    expect(await stuck).toBe('worker.stuck');
    expect(await other).toBe(8);
    expect(begun).toHaveLength(2);
    client.close();
  });

  it('is not ended while something goes on, however long that takes', async () => {
    const { client, begun } = deaf();
    expect(await client.call('step', { times: 40 }, { patience: 4 })).toBe(40);
    expect(begun).toHaveLength(1);
    client.close();
  });

  it('is ended where it does not stop when it is told to, and only then', async () => {
    const { client, begun } = deaf();
    const stop = new AbortController();
    const stopped = codeOf(client.call('wait', null, { signal: stop.signal }));
    const other = client.call('double', { value: 5 });
    stop.abort();
    expect(await stopped).toBe('cancelled');
    expect(await other).toBe(10);
    expect(begun).toHaveLength(2);
    client.close();
  });
});
