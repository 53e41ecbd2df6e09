import { Meters, Mixer, addClicks, partsFor, type Click, type PlannedPart } from '../../../core/mix';
import type { PcmSource } from '../../../core/sound';
import { framesOf } from '../../../core/units';
import { Sources } from '../../media/inside/sources';
import { Handover } from '../../workers/serve';
import type { Block, ListenedPlan, PlayCalls } from '../play.protocol';

/** What is played, and what measures it. */
interface Playing {
  readonly mixer: Mixer;
  readonly meters: Meters;
  readonly lanes: readonly string[];
  readonly clicks: readonly Click[];
  /** What sounds before this frame can be rendered, the rest once `whole` has settled. */
  readonly until: number;
  readonly whole: Promise<void>;
}

/** Where more sounds than these are to be opened, those that sound in the next minute are opened first. */
const MANY = 24;
const NEAR = framesOf(60);

/** What the playing worker can do. */
export class PlayDesk {
  private readonly sources = new Sources();
  private playing: Playing | null = null;
  private turn = 0;
  /** Levels that were moved since the plan was prepared: what is opened after that has them, too. */
  private levels: Parameters<PlayCalls['relevel']>[0] | null = null;
  private scratch = new Float32Array(0);
  private apart: Float32Array[] = [];

  readonly prepare = async ({ plan, at }: Parameters<PlayCalls['prepare']>[0]): Promise<{ opened: number }> => {
    const turn = (this.turn += 1);
    this.levels = null;
    const near = at !== undefined && this.sources.lacking(plan) > MANY ? partsFor(plan, [{ from: at, to: at + NEAR }]) : null;
    if (near) {
      await this.sources.fetch({ ...plan, parts: near });
      if (turn === this.turn) this.take(plan, this.sources.opened, near, at! + NEAR, this.open(plan, turn));
    } else await this.open(plan, turn);
    return { opened: turn === this.turn ? this.sources.opened.size : 0 };
  };

  /** Opens all that a plan needs, and lets go of the rest. */
  private async open(plan: ListenedPlan, turn: number): Promise<void> {
    await this.sources.fetch(plan);
    // A later plan is ready, or on its way: this one has come too late, and closes nothing that the later one plays.
    if (turn === this.turn) this.take(plan, this.sources.keep(plan), plan.parts, Infinity, Promise.resolve());
  }

  private take(
    plan: ListenedPlan,
    sources: ReadonlyMap<string, PcmSource>,
    heard: readonly PlannedPart[],
    until: number,
    whole: Promise<void>,
  ): void {
    const mixer = new Mixer({ ...plan, ...this.levels }, sources, this.playing?.mixer ?? null, heard);
    const lanes = mixer.laneIds;
    const { playing } = this;
    // An edit that leaves the lanes as they are leaves what was measured of them, too.
    const goesOn = playing !== null && playing.meters.frames === plan.frames && playing.lanes.join() === lanes.join();
    const meters = goesOn ? playing.meters : new Meters(lanes.length, plan.frames);
    // Whoever renders beyond what is near is told what failed.
    whole.catch(() => undefined);
    this.playing = { mixer, lanes, clicks: plan.clicks ?? [], meters, until, whole };
  }

  readonly relevel = (levels: Parameters<PlayCalls['relevel']>[0]): void => {
    this.now().mixer.relevel(levels);
    this.levels = levels;
  };

  readonly render = (details: Parameters<PlayCalls['render']>[0]): Handover<Block> | Promise<Handover<Block>> => {
    const { until, whole } = this.now();
    return details.first + details.frames <= until ? this.rendered(details) : whole.then(() => this.rendered(details));
  };

  private rendered({ first, frames, begin = false }: Parameters<PlayCalls['render']>[0]): Handover<Block> {
    const { mixer, meters, lanes, clicks } = this.now();
    if (this.scratch.length < frames * 2) this.scratch = new Float32Array(frames * 2);
    while (this.apart.length < lanes.length || this.apart.some((one) => one.length < frames * 2)) {
      this.apart = lanes.map(() => new Float32Array(frames * 2));
    }
    const both = this.scratch;
    const apart = this.apart.slice(0, lanes.length);
    mixer.renderApart(first, frames, both, apart);
    if (begin) meters.begin(first);
    const { step, rows } = meters.push(first, frames, apart, both);
    // After the meters: what they say is what will be in the file.
    addClicks(both, first, frames, clicks);
    const left = new Float32Array(frames);
    const right = new Float32Array(frames);
    for (let i = 0; i < frames; i += 1) {
      left[i] = both[i * 2]!;
      right[i] = both[i * 2 + 1]!;
    }
    return new Handover({ first, frames, left, right, meters: { step, rows, lanes } }, [left.buffer, right.buffer, rows.buffer]);
  }

  private now(): Playing {
    if (!this.playing) throw new RangeError('a plan has to be prepared first');
    return this.playing;
  }
}
