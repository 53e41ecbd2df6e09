import type { CuePoint, Tags, WavFormat } from '../../core/files';
import type { CutReading } from '../../core/fit';
import type { Clearness, Plan, Stems } from '../../core/mix';
import type { MediaId } from '../../core/show';
import type { Alignment, Loudness } from '../../core/sound';
import type { SoundAt } from '../media/soundAt';

export interface Written {
  readonly frames: number;
  readonly bytes: number;
  /** Samples stopped at full scale. */
  readonly clipped: number;
  /** Samples that were no numbers, and are silence. */
  readonly unsound: number;
}

/** Frames [first, first + frames) of a plan. */
export interface FrameRange {
  readonly first: number;
  readonly frames: number;
}

/** What the measuring worker does: long jobs over whole plans and sounds, one after the other. */
export type MeasureCalls = {
  /** Loudness of a whole plan. Progress and cancel. @param show the id of its show: what was measured of it before is not measured again. */
  measure(details: { plan: Plan; show?: string }): Promise<Loudness>;
  /** How clear the voices are beside all else, along the show; `show` as above. Progress and cancel. @throws Failure `media.missing`. */
  over(details: { stems: Stems; show?: string }): Promise<Clearness>;
  /** Where one stored sound lies against another; null where one is silent. Progress. @throws Failure `media.missing`. */
  align(details: { first: MediaId; second: MediaId }): Promise<Alignment | null>;
  /** How cuts go on: what is before `left` is followed by what comes from `right` on. Progress and cancel. @throws Failure `media.missing`. */
  readCuts(details: { cuts: readonly { readonly left: SoundAt; readonly right: SoundAt }[] }): Promise<CutReading[]>;
  /**
   * Writes a plan as WAV, into `target` or else into the private file system under `name`: all of it, or the frames `only`
   * names. With `loop` the file carries loop points over all of itself. Progress and cancel.
   */
  write(details: {
    plan: Plan;
    format: WavFormat;
    name: string;
    target: FileSystemFileHandle | null;
    only?: FrameRange;
    loop?: boolean;
    tags?: Tags;
    /** Moments of the plan with names: cue points of the file. */
    cues?: readonly CuePoint[];
  }): Promise<Written>;
};
