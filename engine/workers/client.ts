import { Failure, failureOf } from '../../core/failure';
import type { Calls, Line, Reply, Request } from './call';

export interface CallOptions {
  readonly signal?: AbortSignal | undefined;
  /** Share done, [0, 1]. */
  readonly onProgress?: ((share: number) => void) | undefined;
  /** Buffers of the details that are handed over; the caller may not use them afterwards. */
  readonly transfer?: Transferable[] | undefined;
  /** How often the watch may find that nothing of it went on before it is ended with its worker; it may take for ever where this is left out. */
  readonly patience?: number | undefined;
}

interface Pending {
  resolve(result: unknown): void;
  reject(failure: Failure): void;
  readonly options: CallOptions;
  readonly release: () => void;
  readonly request: Request;
  /** How often the watch found it where it was before. */
  still: number;
}

/** Between two looks of the watch, milliseconds. It counts looks, not time: a machine that stood still itself is no reason to end anything. */
const WATCH = 1000;
/** How often the watch finds a call at work that was told to stop before its worker is ended. */
const GRACE = 3;
/** A call has so many times its patience while others are at work beside it. */
const CROWDED = 3;

/** A worker that runs: the line to it, how it is ended, and how to hear of its death. */
export interface Running {
  readonly line: Line;
  end(): void;
  onDeath(tell: (message: string) => void): void;
}

/**
 * The calling side of a worker. It starts the worker with the first call and owns it: `close` ends it and rejects what is pending. One that
 * dies is ended; what was asked of it fails with `worker.died` and may be asked again, which starts another. One that stands still over a call
 * that may not, or that does not stop when it is told to, is ended, too: that call fails with `worker.stuck`, all others go on in another worker.
 * Calls are therefore given a signal or patience only where the worker keeps nothing between them: one that plays or records is never ended so.
 */
export class WorkerClient<Worked extends Calls> {
  private readonly pending = new Map<number, Pending>();
  private running: Running | null = null;
  private next = 1;
  private closed = false;
  /** Calls that were told to stop and have not answered yet, and how often the watch found them so. */
  private readonly stopping = new Map<number, number>();
  private watching: ReturnType<typeof setInterval> | null = null;

  constructor(
    private readonly start: () => Running,
    private readonly watch = WATCH,
  ) {}

  /** @throws Failure whatever the call fails with; `cancelled`, `worker.died`, `worker.stuck`. */
  call<Name extends keyof Worked & string>(
    name: Name,
    details: Parameters<Worked[Name]>[0],
    options: CallOptions = {},
  ): Promise<Awaited<ReturnType<Worked[Name]>>> {
    // Whoever asks late, when all was left already, is told so like anybody whose call was cancelled.
    if (this.closed) return Promise.reject(new Failure('cancelled'));
    const job = this.next++;
    return new Promise((resolve, reject) => {
      const { signal } = options;
      if (signal?.aborted) {
        reject(new Failure('cancelled'));
        return;
      }
      const abort = () => {
        if (this.running) this.stopping.set(job, 0);
        this.send({ kind: 'cancel', job });
        this.settle(job)?.reject(new Failure('cancelled'));
        this.keepWatch();
      };
      signal?.addEventListener('abort', abort);
      this.pending.set(job, {
        resolve: resolve as (result: unknown) => void,
        reject,
        options,
        release: () => signal?.removeEventListener('abort', abort),
        request: { kind: 'call', job, name, details },
        still: 0,
      });
      this.keepWatch();
      try {
        this.send({ kind: 'call', job, name, details }, options.transfer);
      } catch (error) {
        this.settle(job)?.reject(failureOf(error));
      }
    });
  }

  /** Whether a worker runs for it. */
  get runs(): boolean {
    return this.running !== null;
  }

  /** Ends the worker. Closing twice is harmless. */
  close(): void {
    this.closed = true;
    this.failAll(new Failure('cancelled'));
    this.end();
  }

  private failAll(failure: Failure): void {
    for (const job of [...this.pending.keys()]) this.settle(job)?.reject(failure);
  }

  private end(): void {
    const { running } = this;
    this.running = null;
    this.stopping.clear();
    this.keepWatch();
    running?.end();
  }

  /** The watch goes while there is something to watch. */
  private keepWatch(): void {
    const wanted = this.stopping.size > 0 || [...this.pending.values()].some(({ options }) => options.patience !== undefined);
    if (wanted) this.watching ??= setInterval(() => this.look(), this.watch);
    else if (this.watching !== null) {
      clearInterval(this.watching);
      this.watching = null;
    }
  }

  private look(): void {
    // Where the worker has more to do, what stands still may only wait for that.
    const times = this.pending.size > 1 ? CROWDED : 1;
    const stuck = [...this.pending].filter(([, one]) => {
      one.still += 1;
      return one.options.patience !== undefined && one.still > one.options.patience * times;
    });
    let deaf = false;
    for (const [job, looks] of this.stopping) {
      this.stopping.set(job, looks + 1);
      if (looks + 1 > GRACE) deaf = true;
    }
    if (stuck.length === 0 && !deaf) return;
    this.end();
    for (const [job] of stuck) this.settle(job)?.reject(new Failure('worker.stuck'));
    for (const [job, one] of [...this.pending]) {
      // What was handed over is gone with the worker.
      if (one.options.transfer) this.settle(job)?.reject(new Failure('worker.died'));
      else {
        one.still = 0;
        this.send(one.request);
      }
    }
  }

  private send(request: Request, transfer: Transferable[] = []): void {
    // What was asked of one that has died needs no cancelling.
    if (request.kind === 'cancel' && !this.running) return;
    (this.running ??= this.begin()).line.postMessage(request, transfer);
  }

  private begin(): Running {
    const running = this.start();
    running.line.addEventListener('message', (event) => {
      // One that was ended may still have had something to say.
      if (running === this.running) this.take(event.data as Reply);
    });
    running.onDeath((message) => {
      if (running !== this.running) return;
      this.end();
      this.failAll(new Failure('worker.died', { message }));
    });
    return running;
  }

  private settle(job: number): Pending | undefined {
    const one = this.pending.get(job);
    this.pending.delete(job);
    one?.release();
    this.keepWatch();
    return one;
  }

  private take(reply: Reply): void {
    if (reply.kind !== 'progress') {
      this.stopping.delete(reply.job);
      this.keepWatch();
    }
    switch (reply.kind) {
      case 'progress': {
        const one = this.pending.get(reply.job);
        if (!one) return;
        one.still = 0;
        one.options.onProgress?.(reply.share);
        return;
      }
      case 'done':
        this.settle(reply.job)?.resolve(reply.result);
        return;
      case 'failed':
        this.settle(reply.job)?.reject(new Failure(reply.code, reply.details));
        return;
    }
  }
}

/** A client over real workers. One that cannot start, breaks, or says what cannot be read has died. */
export function clientOver<Worked extends Calls>(start: () => Worker): WorkerClient<Worked> {
  return new WorkerClient<Worked>(() => {
    const worker = start();
    return {
      line: worker,
      end: () => worker.terminate(),
      onDeath: (tell) => {
        worker.addEventListener('error', (event) => tell(event.message || 'it could not start'));
        worker.addEventListener('messageerror', () => tell('it said what cannot be read'));
      },
    };
  });
}
