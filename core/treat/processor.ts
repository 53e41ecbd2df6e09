import type { Frames } from '../units';

/**
 * What changes a sound as it goes by. It keeps a state; the state at any frame can be rebuilt by letting the `runIn` frames before it
 * go by, so that whoever reads out of order hears the same samples (`treatedSource`).
 */
export interface Processor {
  /** Frames by which what comes out lies behind what went in. */
  readonly delay: Frames;
  /** Frames that sound on after the last one that went in. */
  readonly tail: Frames;
  /** Frames that have to go by before a frame, so that what came before them no longer counts (below −150 dB). */
  readonly runIn: Frames;
  /**
   * What came before the run-in does not count at all, to the last bit: whoever reads on need not rebuild anything. Its own blocks, where it
   * works in blocks, are counted from the reset, and the run-in is a whole number of them.
   */
  readonly finite?: boolean;
  /** Forgets all that went by. */
  reset(): void;
  /**
   * Changes `frames` frames, interleaved as the processor was made for. `input` and `output` may be the same array. Silence comes out as
   * silence once the tail is over; samples that are no numbers are not asked for.
   */
  process(input: Float32Array, output: Float32Array, frames: number): void;
}
