import { failureOf } from '../../core/failure';
import type { Line, Reply, Request } from './call';

/** Progress is told in steps of this: a message for every packet would keep the page busier than the work does the worker. */
const PROGRESS_STEP = 0.01;
/** Less than a step is told, too, where nothing was for so long, milliseconds: whoever waits sees that it goes on. */
const PROGRESS_WAIT = 1000;

/** What a call may use while it runs. */
export interface Desk {
  readonly signal: AbortSignal;
  /** Share done, [0, 1]. */
  progress(share: number): void;
}

/** A result with the buffers that are handed over rather than copied. */
export class Handover<T> {
  constructor(
    readonly result: T,
    readonly transfer: Transferable[],
  ) {}
}

type Server = Record<string, (details: never, desk: Desk) => unknown>;

/** Answers calls on a line. Errors cross as `{ code, details }`; a cancelled call fails with `cancelled`. */
export function serve(line: Line, calls: Server): void {
  const running = new Map<number, AbortController>();
  const reply = (message: Reply, transfer: Transferable[] = []) => line.postMessage(message, transfer);

  const run = async (job: number, name: string, details: unknown) => {
    const controller = new AbortController();
    running.set(job, controller);
    let [said, at] = [0, performance.now()];
    const desk: Desk = {
      signal: controller.signal,
      progress: (share) => {
        if (!(share > said)) return;
        const now = performance.now();
        if (share - said < PROGRESS_STEP && now - at < PROGRESS_WAIT) return;
        [said, at] = [share, now];
        reply({ kind: 'progress', job, share });
      },
    };
    try {
      const call = calls[name];
      if (!call) throw new RangeError(`the worker has no call ${name}`);
      const result = await call(details as never, desk);
      if (result instanceof Handover) reply({ kind: 'done', job, result: result.result }, result.transfer);
      else reply({ kind: 'done', job, result });
    } catch (error) {
      const failure = failureOf(error);
      reply({ kind: 'failed', job, code: failure.code, details: failure.details });
    } finally {
      running.delete(job);
    }
  };

  line.addEventListener('message', (event) => {
    const request = event.data as Request;
    if (request.kind === 'cancel') running.get(request.job)?.abort();
    else if (request.kind === 'call') void run(request.job, request.name, request.details);
  });
}
