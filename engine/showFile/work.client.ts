import { clientOf } from '../cabinets/page';
import type { WorkerClient } from '../workers/client';
import type { WorkCalls } from './work.protocol';

export type WorkClient = WorkerClient<WorkCalls>;

/** Starts the worker that packs and unpacks show files. */
export function startWork(): WorkClient {
  return clientOf<WorkCalls>(() => new Worker(new URL('./work.worker', window.location.href)));
}
