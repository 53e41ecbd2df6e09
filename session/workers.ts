import { startAnalysing, type AnalyseClient } from '../engine/analyse/analyse.client';
import { startClearing, type ClearClient } from '../engine/clear/clear.client';
import { startListening, type ListenClient } from '../engine/listen/listen.client';
import { startMeasuring, type MeasureClient } from '../engine/measure/measure.client';
import { startRecorder, type RecordClient } from '../engine/record/record.client';
import { startWork, type WorkClient } from '../engine/showFile/work.client';

/** The workers that belong to the application. Each is started with the first thing that is asked of it, and anew if it dies. */
const workers = {
  listening: startListening(),
  measuring: startMeasuring(),
  comparing: startMeasuring(),
  analysing: startAnalysing(),
  recording: startRecorder(),
  packing: startWork(),
  clearing: startClearing(),
};

/** Takes files in, and hears what is in them. */
export const listener = (): ListenClient => workers.listening;

/** Long jobs: measuring, writing, lining up. */
export const measurer = (): MeasureClient => workers.measuring;

/** Measures the voices beside all else, while the whole is measured: of two processors each has one. */
export const comparer = (): MeasureClient => workers.comparing;

/** Short questions about sounds, which must not wait for a long job. */
export const analyst = (): AnalyseClient => workers.analysing;

/** Writes down what a microphone hears. */
export const recorder = (): RecordClient => workers.recording;

/** Packs and unpacks show files. */
export const packer = (): WorkClient => workers.packing;

/** Knows voices: leaves them and takes all else away. */
export const clearer = (): ClearClient => workers.clearing;

/** Ends them all: the page is over. */
export function closeWorkers(): void {
  for (const client of Object.values(workers)) client.close();
}
