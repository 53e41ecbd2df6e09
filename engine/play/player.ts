import { Failure, failureOf } from '../../core/failure';
import { LANE_NUMBERS, METER_STEP, WHOLE_NUMBERS } from '../../core/mix';
import { RATE } from '../../core/units';
import type { PlayClient } from './play.client';
import type { Block, ListenedPlan } from './play.protocol';

/** Frames of the very first block: short, so that sound starts soon after the tap. */
const FIRST_BLOCK = 4_800;
const BLOCK = 24_000;
/** While a finger moves a level: short blocks, and few of them ahead, since the next move makes them void. Seconds, and ms after the last move. */
const SHORT_BLOCK = 4_800;
const SHORT_AHEAD = 0.3;
const MOVING = 250;
/** Meters are kept from so many steps before a block to so many behind it. */
const METERS = { before: 60, behind: 200 };
/** Sound kept scheduled ahead, seconds: a busy or hidden page looks again once a second at the least. */
const AHEAD = 2;
/** Time between now and the first sample of what is scheduled, seconds. */
const LEAD = 0.015;
/** Old and new sound cross here when an edit lands while playing, seconds. */
const TURN = 0.012;
/** An output that does not run by then is missing, ms. */
const PATIENCE = 2_000;

/** Everything that was scheduled for one state of the show; an edit replaces it as a whole. */
interface Run {
  readonly gain: GainNode;
  readonly nodes: Set<AudioBufferSourceNode>;
  /** Audio clock at which frame `origin` sounds. */
  readonly clock: number;
  readonly origin: number;
  /** Nothing before this frame was ever heard: the position does not lie before it. */
  readonly floor: number;
  next: number;
}

export interface PlayerEvents {
  /** Playing reached the end of the plan. */
  ended(): void;
  failed(failure: Failure): void;
}

/**
 * Plays a plan: blocks are rendered ahead in the mixing worker and scheduled on the audio clock, sample beside sample.
 * The position follows that clock. Not reentrant by accident: a newer call makes every older one stop by itself. It owns the worker.
 */
export class Player {
  private context: AudioContext | null = null;
  private run: Run | null = null;
  private plan: ListenedPlan | null = null;
  private timer: ReturnType<typeof setInterval> | null = null;
  private turn = 0;
  /** The turn that is being prepared; null where none is. */
  private starting: number | null = null;
  private filling = false;
  /** Rows of the meters by their step of the show, and the lanes that they speak of. */
  private readonly meters = new Map<number, Float32Array>();
  private lanes: readonly string[] = [];
  /** A level is being moved: the plan with the latest one, where the one before is still on its way. */
  private moving: { plan: ListenedPlan | null } | null = null;
  private movedAt = -Infinity;

  constructor(
    private readonly mixer: PlayClient,
    private readonly events: PlayerEvents,
  ) {}

  get playing(): boolean {
    return this.run !== null;
  }

  /** Starts playing from `from` seconds. Call it from a tap or a key: browsers allow sound only then. */
  async play(plan: ListenedPlan, from: number): Promise<void> {
    const turn = (this.turn += 1);
    this.silence();
    this.plan = plan;
    this.starting = turn;
    try {
      const context = this.output();
      const resumed = context.state === 'running' ? Promise.resolve() : withPatience(context.resume());
      let now: ListenedPlan;
      let block: Block;
      let origin: number;
      // What was edited while it was being prepared is heard from the start.
      do {
        now = this.plan;
        origin = Math.max(0, Math.min(now.frames, Math.round(from * RATE)));
        await this.mixer.call('prepare', { plan: now });
        block = await this.block(origin, FIRST_BLOCK, true);
        await resumed;
        if (turn !== this.turn) return;
      } while (this.plan !== now);
      this.starting = null;
      this.run = this.startRun(context, context.currentTime + LEAD, origin, origin);
      this.schedule(this.run, block, 0);
      this.timer ??= setInterval(() => void this.fill(), 100);
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

  /** Another plan while playing, made ready by `ready`; its first block has `frames` frames. */
  private async change(plan: ListenedPlan, ready: (plan: ListenedPlan) => Promise<unknown>, frames: number): Promise<void> {
    const { run, context } = this;
    if (!run || !context) return;
    const turn = (this.turn += 1);
    this.plan = plan;
    try {
      await ready(plan);
      if (turn !== this.turn) return;
      const asked = context.currentTime;
      const first = frameAt(run, asked);
      const block = await this.block(first, frames);
      if (turn !== this.turn) return;
      const at = context.currentTime + LEAD;
      const skipped = Math.max(0, frameAt(run, at) - first);
      // It took longer than the block lasts: once more, with a longer one.
      if (skipped >= block.frames) return await this.change(plan, ready, frames * 2);
      const next = this.startRun(context, at, first + skipped, run.floor);
      next.gain.gain.setValueAtTime(0, at);
      next.gain.gain.linearRampToValueAtTime(1, at + TURN);
      run.gain.gain.setValueAtTime(1, at);
      run.gain.gain.linearRampToValueAtTime(0, at + TURN);
      for (const node of run.nodes) node.stop(at + TURN);
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
    if (at === null) return null;
    const row = this.meters.get(Math.max(0, Math.floor((at * RATE) / METER_STEP) - 1));
    return row ? { row, lanes: this.lanes } : null;
  }

  /** The audio clock that everything is played by; made where there is none yet. Call it from a tap or a key. */
  get clock(): AudioContext {
    return this.output();
  }

  /** Time of the audio clock at which a moment of the plan sounds; null when nothing plays. */
  clockOf(moment: number): number | null {
    return this.run ? this.run.clock + moment - this.run.origin / RATE : null;
  }

  /** Seconds of the plan that are heard right now; null when nothing plays. */
  position(): number | null {
    const { run, context, plan } = this;
    if (!run || !context || !plan) return null;
    const heard = context.currentTime - (context.outputLatency || context.baseLatency || 0);
    return Math.max(run.floor, Math.min(plan.frames, frameAt(run, heard))) / RATE;
  }

  stop(): void {
    this.turn += 1;
    this.silence();
  }

  /** Ends the sound and the worker. */
  async close(): Promise<void> {
    this.stop();
    this.mixer.close();
    const { context } = this;
    this.context = null;
    if (context?.state !== 'closed') await context?.close();
  }

  private output(): AudioContext {
    if (this.context) return this.context;
    if (typeof AudioContext === 'undefined') throw new Failure('output.missing');
    try {
      this.context = new AudioContext({ sampleRate: RATE, latencyHint: 'interactive' });
    } catch (error) {
      throw new Failure('output.missing', {}, error);
    }
    this.context.addEventListener('error', () => {
      this.stop();
      this.events.failed(new Failure('output.missing'));
    });
    return this.context;
  }

  private startRun(context: AudioContext, clock: number, origin: number, floor: number): Run {
    const gain = context.createGain();
    gain.connect(context.destination);
    return { gain, nodes: new Set(), clock, origin, floor, next: origin };
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
    const context = this.context!;
    const buffer = context.createBuffer(2, block.frames, RATE);
    buffer.copyToChannel(block.left, 0);
    buffer.copyToChannel(block.right, 1);
    const node = context.createBufferSource();
    node.buffer = buffer;
    node.connect(run.gain);
    node.start(run.clock + (block.first + skipped - run.origin) / RATE, skipped / RATE);
    run.nodes.add(node);
    node.onended = () => {
      run.nodes.delete(node);
      if (run !== this.run && run.nodes.size === 0) run.gain.disconnect();
    };
    run.next = block.first + block.frames;
    this.keepMeters(block);
  }

  private keepMeters({ first, meters: { step, rows, lanes } }: Block): void {
    this.lanes = lanes;
    const width = lanes.length * LANE_NUMBERS + WHOLE_NUMBERS;
    for (let i = 0; i * width < rows.length; i += 1) this.meters.set(step + i, rows.subarray(i * width, (i + 1) * width));
    const oldest = Math.floor(first / METER_STEP) - METERS.before;
    for (const known of this.meters.keys()) if (known < oldest || known > step + METERS.behind) this.meters.delete(known);
  }

  private async fill(): Promise<void> {
    if (this.filling) return;
    this.filling = true;
    const turn = this.turn;
    try {
      for (;;) {
        const { run, context, plan } = this;
        if (!run || !context || !plan || turn !== this.turn) return;
        if (run.next >= plan.frames) {
          if (frameAt(run, context.currentTime) >= plan.frames) {
            this.stop();
            this.events.ended();
          }
          return;
        }
        const moving = performance.now() - this.movedAt < MOVING;
        if (run.next >= frameAt(run, context.currentTime) + (moving ? SHORT_AHEAD : AHEAD) * RATE) return;
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
    const { run, context } = this;
    this.run = null;
    if (!run || !context) return;
    const at = context.currentTime;
    run.gain.gain.setValueAtTime(1, at);
    run.gain.gain.linearRampToValueAtTime(0, at + TURN);
    for (const node of run.nodes) node.stop(at + TURN);
  }
}

function frameAt(run: Run, clock: number): number {
  return run.origin + Math.round((clock - run.clock) * RATE);
}

/** A resume that never settles means that there is nothing to play on. */
function withPatience(resumed: Promise<void>): Promise<void> {
  return new Promise((resolve, reject) => {
    const timer = setTimeout(() => reject(new Failure('output.missing')), PATIENCE);
    resumed.then(resolve, (error: unknown) => reject(new Failure('output.missing', {}, error))).finally(() => clearTimeout(timer));
  });
}
