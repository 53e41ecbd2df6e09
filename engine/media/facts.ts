import type { Sounding } from '../../core/sound';

/** What is known of a stored sound beyond its Media; kept beside its samples. */
export interface SoundFacts {
  readonly seconds: number;
  readonly rate: number;
  readonly channels: number;
  /** Channels and frames of the converted sound. */
  readonly pcmChannels: 1 | 2;
  readonly frames: number;
  /** Where it is not silent; null for a sound that is silent throughout. */
  readonly sounding: Sounding | null;
  /** Seconds that the file claims where it holds less; null for a whole file. */
  readonly claimed: number | null;
  /** Samples of the file that were no numbers, and are silence; left out where all are. */
  readonly unsound?: number;
}
