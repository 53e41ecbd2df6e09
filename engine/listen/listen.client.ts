import { clientOf } from '../cabinets/page';
import type { WorkerClient } from '../workers/client';
import type { ListenCalls } from './listen.protocol';

export type ListenClient = WorkerClient<ListenCalls>;

/** The worker that takes files in and hears what is in them. */
export function startListening(): ListenClient {
  return clientOf<ListenCalls>(() => new Worker(new URL('./listen.worker', window.location.href)));
}
