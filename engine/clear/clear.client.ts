import { clientOf } from '../cabinets/page';
import type { WorkerClient } from '../workers/client';
import type { ClearCalls } from './clear.protocol';

export type ClearClient = WorkerClient<ClearCalls>;

/** Starts the worker that knows voices: it brings a network of several megabytes along, which nobody else has to load. */
export function startClearing(): ClearClient {
  return clientOf<ClearCalls>(() => new Worker(new URL('./clear.worker', window.location.href)));
}
