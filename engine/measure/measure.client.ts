import { clientOf } from '../cabinets/page';
import type { WorkerClient } from '../workers/client';
import type { MeasureCalls } from './measure.protocol';

export type MeasureClient = WorkerClient<MeasureCalls>;

/** Starts the worker for long jobs: measuring, writing, lining up. */
export function startMeasuring(): MeasureClient {
  return clientOf<MeasureCalls>(() => new Worker(new URL('./measure.worker', window.location.href)));
}
