import { clientOf, type WorkerClient } from '../workers/client';
import type { MixCalls } from './mix.protocol';

export type MixClient = WorkerClient<MixCalls>;

/** Starts a mixing worker. Playing and long jobs each take one of their own, so that neither waits for the other. */
export function startMixing(): MixClient {
  return clientOf<MixCalls>(new Worker(new URL('./mix.worker', window.location.href)));
}
