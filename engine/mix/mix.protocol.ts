import type { WavFormat } from '../../core/files';
import type { Plan } from '../../core/mix';
import type { MediaId } from '../../core/show';
import type { Alignment, Loudness } from '../../core/sound';

export interface Block {
  readonly first: number;
  readonly frames: number;
  /** Handed over, one array a channel. */
  readonly left: Float32Array<ArrayBuffer>;
  readonly right: Float32Array<ArrayBuffer>;
}

export interface Written {
  readonly frames: number;
  readonly bytes: number;
  /** Samples stopped at full scale. */
  readonly clipped: number;
}

export type MixCalls = {
  /** Opens the sounds of a plan and makes it the one that `render` renders. @throws Failure `media.missing`. */
  prepare(details: { plan: Plan }): Promise<{ opened: number }>;
  /** A block of the prepared plan. */
  render(details: { first: number; frames: number }): Block;
  /** Loudness of a whole plan. Progress and cancel. */
  measure(details: { plan: Plan }): Promise<Loudness>;
  /** Where one stored sound lies against another; null where one is silent. Progress. @throws Failure `media.missing`. */
  align(details: { first: MediaId; second: MediaId }): Promise<Alignment | null>;
  /** Writes a whole plan as WAV, into `target` or else into the private file system under `name`. Progress and cancel. */
  write(details: { plan: Plan; format: WavFormat; name: string; target: FileSystemFileHandle | null }): Promise<Written>;
};
