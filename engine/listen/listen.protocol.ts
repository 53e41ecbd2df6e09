import type { FailureCode } from '../../core/failure';
import type { Hearing } from '../../core/music';
import type { Grid, Media, MediaId } from '../../core/show';
import type { Profile } from '../../core/speech';
import type { SoundFacts } from '../media/facts';

export interface Taken {
  readonly media: Media;
  /** Null where there is no sound. */
  readonly facts: SoundFacts | null;
  /** What the person should know although it came in; null for nothing. */
  readonly note: FailureCode | null;
  /** The bytes were already here. */
  readonly known: boolean;
}

export interface TakeDetails {
  /** Copied by reference: a blob's bytes stay on disk. */
  readonly file: Blob;
  readonly name: string;
  /** `picture` takes photos and clips, `sound` takes the sound of whatever has one. */
  readonly want: 'picture' | 'sound';
}

/** A sound on a server. */
export interface FetchDetails {
  readonly url: string;
  readonly name: string;
  readonly bytes: number;
}

export type ListenCalls = {
  /** Fetches a sound of the shelf and takes it in. Progress and cancel. @throws Failure `shelf.*`. */
  fetchSound(details: FetchDetails): Promise<Taken>;
  /** Stores a file under its hash and makes what drawing and mixing need of it. Progress and cancel. */
  take(details: TakeDetails): Promise<Taken>;
  /** Makes the frame strip of a stored clip where there is none yet. Progress and cancel. @throws Failure `media.missing`. */
  strip(details: { media: Pick<Media, 'id' | 'seconds' | 'width' | 'height'> }): Promise<void>;
  /**
   * Hears a stored piece, or gives what was heard before. `grid` is what a person said of its beat. Progress and cancel. @throws
   * Failure `media.missing`, `hear.too-long`.
   */
  hear(details: { media: MediaId; grid: Grid | null }): Promise<Hearing>;
  /** Where somebody speaks in a stored sound, or what was found out before. Progress and cancel. @throws Failure `media.missing`. */
  profile(details: { media: MediaId }): Promise<Profile>;
  /** The frame at a second of a stored clip, in its full size, as a JPEG. @throws Failure `media.missing`. */
  still(details: { id: MediaId; at: number }): Promise<Blob>;
};
