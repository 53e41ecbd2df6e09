import { Failure, failureOf } from '../../core/failure';
import type { Calls, Line, Reply, Request } from './call';

export interface CallOptions {
  readonly signal?: AbortSignal | undefined;
  /** Share done, [0, 1]. */
  readonly onProgress?: ((share: number) => void) | undefined;
  /** Buffers of the details that are handed over; the caller may not use them afterwards. */
  readonly transfer?: Transferable[] | undefined;
}

interface Pending {
  resolve(result: unknown): void;
  reject(failure: Failure): void;
  readonly options: CallOptions;
  readonly release: () => void;
}

/** A worker that runs: the line to it, how it is ended, and how to hear of its death. */
export interface Running {
  readonly line: Line;
  end(): void;
  onDeath(tell: (message: string) => void): void;
}

/**
 * The calling side of a worker. It starts the worker with the first call and owns it: `close` ends it and rejects what is pending. One that
 * dies is ended; what was asked of it fails with `worker.died` and may be asked again, which starts another.
 */
export class WorkerClient<Worked extends Calls> {
  private readonly pending = new Map<number, Pending>();
  private running: Running | null = null;
  private next = 1;
  private closed = false;

  constructor(private readonly start: () => Running) {}

  /** @throws Failure whatever the call fails with; `cancelled`, `worker.died`. */
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
        this.send({ kind: 'cancel', job });
        this.settle(job)?.reject(new Failure('cancelled'));
      };
      signal?.addEventListener('abort', abort);
      this.pending.set(job, {
        resolve: resolve as (result: unknown) => void,
        reject,
        options,
        release: () => signal?.removeEventListener('abort', abort),
      });
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
    running?.end();
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
    return one;
  }

  private take(reply: Reply): void {
    switch (reply.kind) {
      case 'progress':
        this.pending.get(reply.job)?.options.onProgress?.(reply.share);
        return;
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
export function clientOf<Worked extends Calls>(start: () => Worker): WorkerClient<Worked> {
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
