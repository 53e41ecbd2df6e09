import { clientOf } from '../cabinets/page';
import type { WorkerClient } from '../workers/client';
import type { PlayCalls } from './play.protocol';

export type PlayClient = WorkerClient<PlayCalls>;

/** Starts the worker that mixes what is played. */
export function startPlaying(): PlayClient {
  return clientOf<PlayCalls>(() => new Worker(new URL('./play.worker', window.location.href)));
}
