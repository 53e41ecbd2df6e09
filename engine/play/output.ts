import { Failure } from '../../core/failure';
import { RATE } from '../../core/units';

/** An output that does not run by then is missing, ms. */
const PATIENCE = 2_000;
/** Between two attempts to find an output where none was, ms. */
const AGAIN = 4_000;
/** A clock that says it runs is given so long to move, ms. */
const STILL = 3_000;

export interface OutputEvents {
  /** The device took the sound away (a call, a lock screen), or gave it back. */
  held(): void;
  back(): void;
  /** There is no output any more, or none answers. */
  lost(): void;
}

/** The device's sound output: one audio context, made at the first sound and anew where it was closed underneath. */
export class Output {
  private context: AudioContext | null = null;
  private seeking: ReturnType<typeof setTimeout> | null = null;
  private found: (() => void) | null = null;
  private moved = { time: -1, at: 0 };

  constructor(private readonly events: OutputEvents) {}

  /** The context that is there; null where none is. */
  get current(): AudioContext | null {
    return this.context;
  }

  /** The context, made where there is none. Call it from a tap or a key. @throws Failure `output.missing`. */
  open(): AudioContext {
    if (this.context && this.context.state !== 'closed') return this.context;
    return (this.context = this.make());
  }

  /** Whether it sounds; it is given a while to begin to. */
  async runs(): Promise<boolean> {
    try {
      return await running(this.open());
    } catch {
      return false;
    }
  }

  /** Whether its clock stands still although it says that it runs. Look at it now and then while it plays. */
  get stuck(): boolean {
    const time = this.context?.currentTime ?? 0;
    const now = performance.now();
    if (time !== this.moved.time) this.moved = { time, at: now };
    return now - this.moved.at > STILL;
  }

  /** Begins to watch its clock. */
  watch(): void {
    this.moved = { time: -1, at: performance.now() };
  }

  /** Looks for an output until there is one, or `rest` is called. */
  seek(found: () => void): void {
    this.rest();
    this.found = found;
    devices()?.addEventListener('devicechange', this.look);
    this.seeking = setTimeout(this.look, AGAIN);
  }

  /** Looks no more. */
  rest(): void {
    if (this.seeking !== null) clearTimeout(this.seeking);
    this.seeking = null;
    this.found = null;
    devices()?.removeEventListener('devicechange', this.look);
  }

  async close(): Promise<void> {
    this.rest();
    if (typeof document !== 'undefined') document.removeEventListener('visibilitychange', this.seen);
    const { context } = this;
    this.context = null;
    if (context && context.state !== 'closed') await context.close();
  }

  private readonly look = (): void => {
    if (this.seeking !== null) clearTimeout(this.seeking);
    const { found } = this;
    void (async () => {
      // One that was made while there was no device may never find one: another is tried, and the first that runs is used.
      const another = await this.another();
      if (this.found !== found || !found) {
        await another?.close();
        return;
      }
      if (!another) {
        this.seeking = setTimeout(this.look, AGAIN);
        return;
      }
      const before = this.context;
      this.context = another;
      if (before && before.state !== 'closed') void before.close();
      this.rest();
      found();
    })();
  };

  private async another(): Promise<AudioContext | null> {
    let made: AudioContext | null = null;
    try {
      made = this.make();
      if ((await running(made)) && (await moves(made))) return made;
    } catch {
      // None yet.
    }
    if (made && made.state !== 'closed') await made.close().catch(() => undefined);
    return null;
  }

  private make(): AudioContext {
    if (typeof AudioContext === 'undefined') throw new Failure('output.missing');
    let made: AudioContext;
    try {
      made = new AudioContext({ sampleRate: RATE, latencyHint: 'interactive' });
    } catch (error) {
      throw new Failure('output.missing', {}, error);
    }
    let ran = made.state === 'running';
    made.addEventListener('statechange', () => {
      if (made !== this.context) return;
      const runs = made.state === 'running';
      if (made.state === 'closed') this.events.lost();
      else if (ran && !runs) {
        this.events.held();
        // What merely fell asleep is woken; a call does not let it.
        void made.resume().catch(() => undefined);
      } else if (!ran && runs) this.events.back();
      ran = runs;
    });
    made.addEventListener('error', () => {
      if (made !== this.context) return;
      this.context = null;
      this.events.lost();
    });
    if (typeof document !== 'undefined') document.addEventListener('visibilitychange', this.seen);
    return made;
  }

  /** Whoever comes back to the page wants to go on. */
  private readonly seen = (): void => {
    if (document.visibilityState === 'visible' && this.context?.state === 'suspended') void this.context.resume().catch(() => undefined);
  };
}

/** Where a page hears of new devices; pages without a secure address have none. */
const devices = (): MediaDevices | undefined => (typeof navigator === 'undefined' ? undefined : navigator.mediaDevices);

/** A resume that never settles means that there is nothing to play on. */
async function running(context: AudioContext): Promise<boolean> {
  if (context.state === 'running') return true;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<boolean>((resolve) => (timer = setTimeout(() => resolve(false), PATIENCE)));
  const resumed = context.resume().then(
    () => true,
    () => false,
  );
  return Promise.race([resumed, late]).finally(() => clearTimeout(timer));
}

/** Whether its clock moves within a moment. */
async function moves(context: AudioContext): Promise<boolean> {
  const first = context.currentTime;
  for (let looks = 0; looks < 15; looks += 1) {
    await new Promise((resolve) => setTimeout(resolve, 100));
    if (context.currentTime > first) return true;
  }
  return false;
}
