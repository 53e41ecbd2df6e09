import { failureOf, type Failure } from '../../core/failure';
import { METER_STEP } from '../../core/mix';
import { RATE } from '../../core/units';
import type { PlayClient } from './play.client';
import { MeterRows } from './meterRows';
import { Output } from './output';
import type { Block, ListenedPlan } from './play.protocol';
import { LEAD, Run } from './run';

/** Frames of the very first block: short, so that sound starts soon after the tap; long enough for a page that is busy right then. */
const FIRST_BLOCK = 12_000;
const BLOCK = 24_000;
/** While a finger moves a level: short blocks, and few of them ahead, since the next move makes them void. Seconds, and ms after the last move. */
const SHORT_BLOCK = 4_800;
const SHORT_AHEAD = 0.3;
const MOVING = 250;
/** Sound kept scheduled ahead, seconds: a busy or hidden page looks again once a second at the least. */
const AHEAD = 2;

export interface PlayerEvents {
  /** Playing reached the end of the plan. */
  ended(): void;
  failed(failure: Failure): void;
  /** There is no output, and the plan runs on without sound; or there is one again. */
  silent(is: boolean): void;
  /** The device took the sound away at this second of the plan: it plays no more. */
  held(at: number): void;
  /** The device gave it back. */
  back(): void;
}

/**
 * Plays a plan: blocks are rendered ahead in the mixing worker and scheduled on the audio clock, sample beside sample.
 * The position follows that clock; where there is no output, that of the machine. Not reentrant by accident: a newer call makes every older one stop by itself. It owns the worker.
 */
export class Player {
  private readonly output: Output;
  private run: Run | null = null;
  private plan: ListenedPlan | null = null;
  private timer: ReturnType<typeof setInterval> | null = null;
  private turn = 0;
  /** The turn that is being prepared; null where none is. */
  private starting: number | null = null;
  private filling = false;
  private readonly meters = new MeterRows();
  /** A level is being moved: the plan with the latest one, where the one before is still on its way. */
  private moving: { plan: ListenedPlan | null } | null = null;
  private movedAt = -Infinity;

  constructor(
    private readonly mixer: PlayClient,
    private readonly events: PlayerEvents,
  ) {
    this.output = new Output({
      held: () => {
        const at = this.run?.sound ? this.position() : null;
        if (at === null) return;
        this.stop();
        events.held(at);
      },
      back: () => events.back(),
      lost: () => this.goSilent(),
    });
  }

  get playing(): boolean {
    return this.run !== null;
  }

  /** Begins the mixing worker with a plan of nothing, so that the first sound does not wait for it. */
  warm(nothing: ListenedPlan): void {
    // What goes wrong here goes wrong again when something is played, and is told then.
    this.mixer.call('prepare', { plan: nothing }).catch(() => undefined);
  }

  /** Starts playing from `from` seconds. Call it from a tap or a key: browsers allow sound only then. */
  async play(plan: ListenedPlan, from: number): Promise<void> {
    const turn = (this.turn += 1);
    this.silence();
    this.plan = plan;
    this.starting = turn;
    try {
      const answers = this.output.runs();
      let now: ListenedPlan;
      let block: Block;
      let origin: number;
      let sounds: boolean;
      // What was edited while it was being prepared is heard from the start.
      do {
        now = this.plan;
        origin = Math.max(0, Math.min(now.frames, Math.round(from * RATE)));
        await this.mixer.call('prepare', { plan: now, at: origin });
        block = await this.block(origin, FIRST_BLOCK, true);
        sounds = await answers;
        if (turn !== this.turn) return;
      } while (this.plan !== now);
      this.starting = null;
      this.output.watch();
      this.run = new Run(sounds ? this.output.current : null, origin, origin);
      this.schedule(this.run, block, 0);
      this.timer ??= setInterval(() => void this.fill(), 100);
      if (!sounds) this.waitForOutput();
      void this.fill();
    } catch (error) {
      if (turn !== this.turn) return;
      this.stop();
      throw failureOf(error);
    }
  }

  /** Takes an edited plan while playing: what is not yet due is rendered anew and crosses in. */
  async update(plan: ListenedPlan): Promise<void> {
    if (this.starting === this.turn) this.plan = plan;
    await this.change(plan, (to) => this.mixer.call('prepare', { plan: to }), FIRST_BLOCK);
  }

  /** Another plan while playing, made ready by `ready`; its first block has `frames` frames. What ran without sound is heard in `sounding`. */
  private async change(
    plan: ListenedPlan,
    ready: (plan: ListenedPlan) => Promise<unknown>,
    frames: number,
    sounding: AudioContext | null = null,
  ): Promise<void> {
    const { run } = this;
    if (!run) return;
    const turn = (this.turn += 1);
    this.plan = plan;
    try {
      await ready(plan);
      if (turn !== this.turn) return;
      const first = run.frame();
      const block = await this.block(first, frames);
      if (turn !== this.turn) return;
      const skipped = Math.max(0, run.frame(LEAD) - first);
      // It took longer than the block lasts: once more, with a longer one.
      if (skipped >= block.frames) return await this.change(plan, ready, frames * 2, sounding);
      const next = new Run(run.sound ? this.output.current : sounding, first + skipped, run.floor);
      next.comeIn();
      run.end(LEAD);
      this.run = next;
      this.schedule(next, block, skipped);
      void this.fill();
    } catch (error) {
      if (turn !== this.turn) return;
      this.stop();
      this.events.failed(failureOf(error));
    }
  }

  /**
   * Takes other levels of the same plan while they are moved: heard as soon as a short block is mixed. Of many in a row the latest is what
   * counts.
   */
  async relevel(plan: ListenedPlan): Promise<void> {
    this.movedAt = performance.now();
    if (this.starting === this.turn) this.plan = plan;
    if (!this.run) return;
    if (this.moving) {
      this.moving.plan = plan;
      return;
    }
    const moving: { plan: ListenedPlan | null } = { plan };
    this.moving = moving;
    try {
      for (let next: ListenedPlan | null = plan; next && this.run; next = moving.plan) {
        moving.plan = null;
        await this.change(next, (to) => this.mixer.call('relevel', { lanes: to.lanes, master: to.master }), SHORT_BLOCK);
      }
    } finally {
      this.moving = null;
    }
  }

  /** What the meters say at the moment that is heard; null where nothing was measured there. */
  metered(): { readonly row: Float32Array; readonly lanes: readonly string[] } | null {
    const at = this.position();
    return at === null ? null : this.meters.at(at);
  }

  /** The audio clock that everything is played by; made where there is none yet. Call it from a tap or a key. */
  get clock(): AudioContext {
    return this.output.open();
  }

  /** Time of the audio clock at which a moment of the plan sounds; null when nothing plays, or without sound. */
  clockOf(moment: number): number | null {
    return this.run?.sound ? this.run.clock + moment - this.run.origin / RATE : null;
  }

  /** Seconds of the plan that are heard right now; null when nothing plays. */
  position(): number | null {
    const { run, plan } = this;
    if (!run || !plan) return null;
    return Math.max(run.floor, Math.min(plan.frames, run.heard)) / RATE;
  }

  stop(): void {
    this.turn += 1;
    this.silence();
  }

  /** Ends the sound and the worker. */
  async close(): Promise<void> {
    this.stop();
    this.mixer.close();
    await this.output.close();
  }

  /** The output is gone: what plays goes on by the machine's clock. */
  private goSilent(): void {
    const { run } = this;
    const at = this.position();
    if (!run?.sound || at === null) return;
    this.turn += 1;
    run.end();
    this.run = new Run(null, Math.round(at * RATE), run.floor);
    this.waitForOutput();
  }

  private waitForOutput(): void {
    this.events.silent(true);
    this.output.seek(() => {
      const { plan } = this;
      this.events.silent(false);
      this.output.watch();
      if (plan) void this.change(plan, (to) => this.mixer.call('prepare', { plan: to }), FIRST_BLOCK, this.output.current);
    });
  }

  /** A block from the worker, never reaching past the plan's end. */
  private async block(first: number, frames: number, begin = false): Promise<Block> {
    const plan = this.plan!;
    // It ends where a step of the meters does.
    const whole = frames - ((first + frames) % METER_STEP);
    const count = Math.max(1, Math.min(whole, plan.frames - first));
    try {
      return await this.mixer.call('render', { first, frames: count, begin });
    } catch (error) {
      if (failureOf(error).code !== 'worker.died') throw error;
      // A new one knows nothing of the plan. Once: what breaks it again is told.
      await this.mixer.call('prepare', { plan });
      return this.mixer.call('render', { first, frames: count, begin });
    }
  }

  private schedule(run: Run, block: Block, skipped: number): void {
    run.schedule(block, skipped);
    this.meters.keep(block);
  }

  private async fill(): Promise<void> {
    if (this.filling) return;
    this.filling = true;
    const turn = this.turn;
    try {
      for (;;) {
        const { run, plan } = this;
        if (!run || !plan || turn !== this.turn) return;
        if (run.sound && this.output.stuck) {
          this.goSilent();
          return;
        }
        if (run.next >= plan.frames) {
          if (run.frame() >= plan.frames) {
            this.stop();
            this.events.ended();
          }
          return;
        }
        const moving = performance.now() - this.movedAt < MOVING;
        if (run.next >= run.frame() + (moving ? SHORT_AHEAD : AHEAD) * RATE) return;
        const block = await this.block(run.next, moving ? SHORT_BLOCK : BLOCK);
        if (turn !== this.turn || run !== this.run) return;
        this.schedule(run, block, 0);
      }
    } catch (error) {
      if (turn !== this.turn) return;
      this.stop();
      this.events.failed(failureOf(error));
    } finally {
      this.filling = false;
    }
  }

  private silence(): void {
    if (this.timer !== null) clearInterval(this.timer);
    this.timer = null;
    this.meters.clear();
    this.output.rest();
    const { run } = this;
    this.run = null;
    run?.end();
  }
}
