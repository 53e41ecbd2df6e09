import type { Tags } from '../../core/files';
import type { Plan } from '../../core/mix';
import type { Scene } from '../../core/stage';

/** Bits a second. An MP3 at 192,000 takes the top of bright music away and comes out a third of a LU too quiet; at this it does not. */
export const BITRATES = { mp3: 256_000, opus: 160_000 } as const;

export interface FilmSized {
  /** Pixels, even. */
  readonly width: number;
  readonly height: number;
}

/** Where a file goes: what the person chose, or else the private file system under `name`. */
export interface Destination {
  readonly name: string;
  readonly target: FileSystemFileHandle | null;
}

export interface FilmDetails extends FilmSized, Destination {
  readonly scene: Scene;
  readonly plan: Plan;
  /** Address of the font for cards. */
  readonly font: string | null;
  readonly tags: Tags;
}

export interface SoundDetails extends Destination {
  readonly plan: Plan;
  readonly tags: Tags;
}

export interface Packed {
  readonly bytes: number;
  /** Samples above full scale; what they become is up to whoever plays the file. */
  readonly clipped: number;
  /** Samples that were no numbers, and are silence. */
  readonly unsound: number;
}

/** Workers that write films: one for MP4, one for WebM, each with the encoders that it needs. */
export type FilmCalls = {
  canWrite(details: FilmSized): Promise<boolean>;
  /** Picture and sound in one file. Progress and cancel. @throws Failure `film.coding`, `media.missing`, `storage.*`. */
  write(details: FilmDetails): Promise<Packed>;
};

/** Workers that write sounds: one for each kind of file. */
export type SoundCalls = {
  canWrite(details: null): Promise<boolean>;
  /** Progress and cancel. @throws Failure `sound.coding`, `media.missing`, `storage.*`. */
  write(details: SoundDetails): Promise<Packed>;
};
