import { Failure } from '../../../core/failure';
import { LIMITS } from '../../../core/show';

/** Decoded sound, block by block, as a decoder hands it out. */
export interface SoundSink {
  /** Called once, before the first block. @throws Failure `media.too-long`. */
  begin(rate: number, channels: number): void;
  /** Planar sound; the arrays are only read. */
  take(planes: readonly Float32Array[], count: number): void;
  /** Whoever gives much waits for this between two blocks: what was made of them is still on its way to where it is kept. */
  readonly behind: Promise<void> | null;
}

export interface Decoded {
  /** Frames that the file claims at its own rate; null where it does not say. */
  readonly claimed: number | null;
  /** Samples that were no numbers, and are silence. */
  readonly unsound: number;
}

/** Refuses a length before anything is decoded: one that is too long, and one that is none. @throws Failure `media.*`. */
export function checkLength(seconds: number): void {
  if (!Number.isFinite(seconds) || seconds < 0) throw new Failure('media.damaged', { why: 'its length is no number' });
  if (seconds > LIMITS.soundSeconds) throw tooLong(seconds);
}

/** The failure of a sound that lasts longer than is taken in, seconds. */
export function tooLong(seconds: number): Failure {
  return new Failure('media.too-long', { seconds: Math.round(seconds), most: LIMITS.soundSeconds });
}
