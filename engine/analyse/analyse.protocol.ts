import type { Phrase } from '../../core/phrase';
import type { Answer, SeamReading, Shift, Way, Wish } from '../../core/fit';
import type { JoinSound, PlannedJoin } from '../../core/level';
import type { Grid, Loop, MediaId, Stretch } from '../../core/show';
import type { SoundAt } from '../media/soundAt';

/** What the analysing worker does: short questions about sounds, which must not wait for a long job. */
export type AnalyseCalls = {
  /** What the sounds at joins are like. @throws Failure `media.missing`. */
  joinSounds(details: { joins: readonly PlannedJoin[] }): Promise<JoinSound[]>;
  /**
   * The highest |sample| of either channel for every row of a drawing: row i shows the source from `starts[i]` seconds for
   * `seconds`, at least one frame. Handed over. @throws Failure `media.missing`.
   */
  closeUp(details: { media: MediaId; starts: Float64Array; seconds: number }): Promise<Float32Array>;
  /** How far what follows a cut has to be shifted so that its beat goes on; null where nothing stands out. Places in seconds. */
  lineUp(details: { left: SoundAt; right: SoundAt }): Promise<Shift | null>;
  /** Reads the seam of a loop; null where the loop makes no sense. */
  readSeam(details: { media: MediaId; loop: Loop }): Promise<SeamReading | null>;
  /**
   * Ways to make a stored piece as long as is wanted, best first: of all ways, or of one. `why` says what stands in the way where there is
   * no weave (or none of that one way). The piece must have been heard. @throws Failure `fit.unheard`, `media.missing`.
   */
  fit(details: {
    media: MediaId;
    grid: Grid | null;
    piece: Stretch;
    wanted: number;
    wish: Wish;
    only: Way | null;
    /** Only the best one, at once: what is asked for while a finger moves. */
    quick?: boolean;
  }): Promise<{ answers: Answer[]; why: Phrase | null }>;
  /** The nearest length at which a weave hides, seconds; null where there is none near. Progress and cancel. @throws Failure `fit.unheard`, `media.missing`. */
  fitNear(details: { media: MediaId; grid: Grid | null; piece: Stretch; wanted: number; wish: Wish }): Promise<number | null>;
};
