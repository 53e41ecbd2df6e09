import { clientOf } from '../cabinets/page';
import type { WorkerClient } from '../workers/client';
import type { AnalyseCalls } from './analyse.protocol';

export type AnalyseClient = WorkerClient<AnalyseCalls>;

/** Starts the worker for short questions about sounds. */
export function startAnalysing(): AnalyseClient {
  return clientOf<AnalyseCalls>(() => new Worker(new URL('./analyse.worker', window.location.href)));
}
