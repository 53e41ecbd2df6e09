import type { MediaId } from '../../core/show';

/** A moment of a stored sound, seconds. */
export interface SoundAt {
  readonly media: MediaId;
  readonly at: number;
}
