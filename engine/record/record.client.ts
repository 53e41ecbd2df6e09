import { clientOf, type WorkerClient } from '../workers/client';
import type { RecordCalls } from './record.protocol';

export type RecordClient = WorkerClient<RecordCalls>;

export function startRecorder(): RecordClient {
  return clientOf<RecordCalls>(() => new Worker(new URL('./record.worker', window.location.href)));
}
