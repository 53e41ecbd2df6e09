import { RATE } from '../../core/units';
import { lateness } from './lateness';
import type { Block } from './play.protocol';

/** Time between now and the first sample of what is scheduled, seconds. */
export const LEAD = 0.015;
/** Old and new sound cross here when an edit lands while playing, seconds. */
const TURN = 0.012;

const machineTime = (): number => performance.now() / 1000;

/** Everything that was scheduled for one state of the show; an edit replaces it as a whole. It begins in a moment. */
export class Run {
  /** What it sounds in; null where there is no output and the pictures run alone, by the machine's clock. */
  readonly sound: { readonly context: AudioContext; readonly gain: GainNode } | null = null;
  /** Time of its clock at which frame `origin` sounds. */
  readonly clock: number;
  private readonly nodes = new Set<AudioBufferSourceNode>();
  private over = false;
  /** The first frame that is not scheduled yet. */
  next: number;

  /** @param floor nothing before this frame was ever heard: the position does not lie before it. */
  constructor(
    context: AudioContext | null,
    readonly origin: number,
    readonly floor: number,
  ) {
    this.next = origin;
    if (context) {
      const gain = context.createGain();
      gain.connect(context.destination);
      this.sound = { context, gain };
    }
    this.clock = context ? context.currentTime + LEAD : machineTime();
  }

  /** The frame that its clock comes to in `ahead` seconds. */
  frame(ahead = 0): number {
    return this.frameAt((this.sound?.context.currentTime ?? machineTime()) + ahead);
  }

  /** The frame that is heard: the output takes a while. */
  get heard(): number {
    const context = this.sound?.context;
    return this.frame(context ? -lateness(context) : 0);
  }

  private frameAt(clock: number): number {
    return this.origin + Math.round((clock - this.clock) * RATE);
  }

  /** Puts a block where it belongs on the clock, without the frames that are late already: they would lie over those that follow. */
  schedule(block: Block, skipped: number): void {
    this.next = block.first + block.frames;
    if (!this.sound) return;
    const { context, gain } = this.sound;
    const late = Math.max(skipped, this.frame() - block.first);
    if (late >= block.frames) return;
    const buffer = context.createBuffer(2, block.frames, RATE);
    buffer.copyToChannel(block.left, 0);
    buffer.copyToChannel(block.right, 1);
    const node = context.createBufferSource();
    node.buffer = buffer;
    node.connect(gain);
    node.start(this.clock + (block.first + late - this.origin) / RATE, late / RATE);
    this.nodes.add(node);
    node.onended = () => {
      this.nodes.delete(node);
      if (this.over && this.nodes.size === 0) gain.disconnect();
    };
  }

  /** Lets it come in where another one goes. */
  comeIn(): void {
    if (!this.sound) return;
    const { gain } = this.sound.gain;
    gain.setValueAtTime(0, this.clock);
    gain.linearRampToValueAtTime(1, this.clock + TURN);
  }

  /** Ends it, in `delay` seconds. */
  end(delay = 0): void {
    this.over = true;
    if (!this.sound || this.sound.context.state === 'closed') return;
    const { gain } = this.sound.gain;
    const at = this.sound.context.currentTime + delay;
    gain.setValueAtTime(1, at);
    gain.linearRampToValueAtTime(0, at + TURN);
    for (const node of this.nodes) node.stop(at + TURN);
  }
}
