import { clientOf } from '../cabinets/page';
import type { WorkerClient } from '../workers/client';
import type { RecordCalls } from './record.protocol';

export type RecordClient = WorkerClient<RecordCalls>;

/** The worker that writes down what a microphone hears. */
export function startRecorder(): RecordClient {
  return clientOf<RecordCalls>(() => new Worker(new URL('./record.worker', window.location.href)));
}
