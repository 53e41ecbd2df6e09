import type { Tags, WavFormat } from '../../core/files';
import type { Answer, CutReading, SeamReading, Shift, Way, Wish } from '../../core/fit';
import type { JoinSound, Over, PlannedJoin } from '../../core/level';
import type { Plan, Stems } from '../../core/mix';
import type { Grid, Loop, MediaId, Stretch as SourceStretch } from '../../core/show';
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

/** Frames [first, first + frames) of a plan. */
export interface Stretch {
  readonly first: number;
  readonly frames: number;
}

/** A moment of a stored sound, seconds. */
export interface SoundAt {
  readonly media: MediaId;
  readonly at: number;
}

export type MixCalls = {
  /** Opens the sounds of a plan and makes it the one that `render` renders. @throws Failure `media.missing`. */
  prepare(details: { plan: Plan }): Promise<{ opened: number }>;
  /** A block of the prepared plan. */
  render(details: { first: number; frames: number }): Block;
  /** Loudness of a whole plan. Progress and cancel. */
  measure(details: { plan: Plan }): Promise<Loudness>;
  /** How far the voice stands above all else, along the show. Progress and cancel. @throws Failure `media.missing`. */
  over(details: { stems: Stems }): Promise<Over[]>;
  /** Where one stored sound lies against another; null where one is silent. Progress. @throws Failure `media.missing`. */
  align(details: { first: MediaId; second: MediaId }): Promise<Alignment | null>;
  /** What the sounds at joins are like. @throws Failure `media.missing`. */
  joinSounds(details: { joins: readonly PlannedJoin[] }): Promise<JoinSound[]>;
  /**
   * The highest |sample| of either channel for every row of a drawing: row i shows the source from `starts[i]` seconds for
   * `seconds`, at least one frame. Handed over. @throws Failure `media.missing`.
   */
  closeUp(details: { media: MediaId; starts: Float64Array; seconds: number }): Promise<Float32Array>;
  /** How far what follows a cut has to be shifted so that its beat goes on; null where nothing stands out. Places in seconds. */
  lineUp(details: { left: SoundAt; right: SoundAt }): Promise<Shift | null>;
  /**
   * Ways to make a stored piece as long as is wanted, best first: of all ways, or of one. `why` says what stands in the way where there is
   * no weave (or none of that one way). The piece must have been heard. @throws Failure `fit.unheard`, `media.missing`.
   */
  fit(details: {
    media: MediaId;
    grid: Grid | null;
    piece: SourceStretch;
    wanted: number;
    wish: Wish;
    only: Way | null;
    /** Only the best one, at once: what is asked for while a finger moves. */
    quick?: boolean;
  }): Promise<{ answers: Answer[]; why: string | null }>;
  /** The nearest length at which a weave hides, seconds; null where there is none near. Progress and cancel. @throws Failure `fit.unheard`, `media.missing`. */
  fitNear(details: { media: MediaId; grid: Grid | null; piece: SourceStretch; wanted: number; wish: Wish }): Promise<number | null>;
  /** How cuts go on: what is before `left` is followed by what comes from `right` on. Progress and cancel. @throws Failure `media.missing`. */
  readCuts(details: { cuts: readonly { readonly left: SoundAt; readonly right: SoundAt }[] }): Promise<CutReading[]>;
  /** Reads the seam of a loop; null where the loop makes no sense. */
  readSeam(details: { media: MediaId; loop: Loop }): Promise<SeamReading | null>;
  /**
   * Writes a plan as WAV, into `target` or else into the private file system under `name`: all of it, or the frames `only`
   * names. With `loop` the file carries loop points over all of itself. Progress and cancel.
   */
  write(details: {
    plan: Plan;
    format: WavFormat;
    name: string;
    target: FileSystemFileHandle | null;
    only?: Stretch;
    loop?: boolean;
    tags?: Tags;
  }): Promise<Written>;
};
