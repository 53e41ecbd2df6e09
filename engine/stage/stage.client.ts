import { clientOf } from '../cabinets/page';
import type { WorkerClient } from '../workers/client';
import type { StageCalls } from './stage.protocol';

export type StageClient = WorkerClient<StageCalls>;

/** Starts the worker that paints the stage. */
export function startStage(): StageClient {
  return clientOf<StageCalls>(() => new Worker(new URL('./stage.worker', window.location.href)));
}
