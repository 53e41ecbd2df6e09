import type { Media } from '../../core/show';
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
}

export interface Taken {
  readonly media: Media;
  readonly facts: SoundFacts | null;
  /** The bytes were already here. */
  readonly known: boolean;
}

export interface TakeDetails {
  /** Copied by reference: a blob's bytes stay on disk. */
  readonly file: Blob;
  readonly name: string;
  readonly want: 'photo' | 'sound';
}

export type ListenCalls = {
  /** Stores a file under its hash and makes what drawing and mixing need of it. Progress and cancel. */
  take(details: TakeDetails): Promise<Taken>;
};
