import { Failure } from '../../core/failure';
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

/** The calling side of a worker. It owns the worker: `close` ends it and rejects what is pending. */
export class WorkerClient<Worked extends Calls> {
  private readonly pending = new Map<number, Pending>();
  private next = 1;
  private closed = false;

  constructor(
    private readonly line: Line,
    private readonly end: () => void,
  ) {
    line.addEventListener('message', (event) => this.take(event.data as Reply));
  }

  call<Name extends keyof Worked & string>(
    name: Name,
    details: Parameters<Worked[Name]>[0],
    options: CallOptions = {},
  ): Promise<Awaited<ReturnType<Worked[Name]>>> {
    if (this.closed) throw new Error(`the worker is closed; ${name} cannot be called`);
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
      this.send({ kind: 'call', job, name, details }, options.transfer);
    });
  }

  /** Ends the worker. Closing twice is harmless. */
  close(): void {
    if (this.closed) return;
    this.closed = true;
    this.failAll(new Failure('cancelled'));
    this.end();
  }

  /** Rejects everything that is pending: the worker died or could not start. */
  failAll(failure: Failure): void {
    for (const job of [...this.pending.keys()]) this.settle(job)?.reject(failure);
  }

  private send(request: Request, transfer: Transferable[] = []): void {
    this.line.postMessage(request, transfer);
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

/** A client over a real worker; a worker that cannot start fails its calls instead of leaving them hanging. */
export function clientOf<Worked extends Calls>(worker: Worker): WorkerClient<Worked> {
  const client = new WorkerClient<Worked>(worker, () => worker.terminate());
  worker.addEventListener('error', (event) => client.failAll(new Failure('unknown', { message: event.message })));
  return client;
}
