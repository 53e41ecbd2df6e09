import { startListening, type ListenClient } from '../engine/listen/listen.client';
import { startRecorder, type RecordClient } from '../engine/record/record.client';
import { startMixing, type MixClient } from '../engine/mix/mix.client';
import { startWork, type WorkClient } from '../engine/showFile/work.client';

let listening: ListenClient | null = null;
let working: MixClient | null = null;
let recording: RecordClient | null = null;
let asking: MixClient | null = null;
let packing: WorkClient | null = null;

/** The worker that takes files in. Started at the first file. */
export function listener(): ListenClient {
  return (listening ??= startListening());
}

/** The mixing worker for long jobs (measuring, writing); playing has one of its own. */
export function worker(): MixClient {
  return (working ??= startMixing());
}

/** The worker that writes down what a microphone hears. */
export function recorder(): RecordClient {
  return (recording ??= startRecorder());
}

/** The mixing worker for short questions about sounds, which must not wait for a long job. */
export function asker(): MixClient {
  return (asking ??= startMixing());
}

/** The worker that packs and unpacks show files. */
export function packer(): WorkClient {
  return (packing ??= startWork());
}
