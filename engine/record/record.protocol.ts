import type { About } from '../media/recordings';

/** A block from the microphone: one channel, with the frame of the audio clock it begins at. */
export interface Captured {
  readonly frame: number;
  readonly samples: Float32Array<ArrayBuffer>;
}

export type RecordCalls = {
  /**
   * Writes down what comes through `port` (handed over) from the frame that `begin` names until `finish`; settles with the frames that were written.
   * It is on disk a quarter of a second after it was spoken. @throws Failure `storage.*`: what was written until then is kept.
   */
  record(details: { about: About; port: MessagePort }): Promise<{ frames: number }>;
  /** The show sounds from this frame of the audio clock on. */
  begin(details: { frame: number }): Promise<void>;
  /** Ends the recording after what has come in so far. */
  finish(details: Record<string, never>): Promise<void>;
  /** Finds sweeps that were played at frames of the audio clock in what comes through `port` (handed over); null where none was heard. */
  delay(details: { port: MessagePort; starts: readonly number[] }): Promise<number | null>;
};
