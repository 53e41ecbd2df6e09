import { METER_STEP } from '../core/mix';

/** What is scheduled. */
interface Node {
  readonly when: number;
  readonly offset: number;
  readonly frames: number;
  stopped: number | null;
}

/** An audio context whose clock the test moves, and that notes what is scheduled on it. */
export class FakeContext {
  currentTime = 1;
  state = 'running';
  outputLatency = 0;
  baseLatency = 0;
  destination = {};
  readonly nodes: Node[] = [];
  readonly ramps: { readonly value: number; readonly at: number }[] = [];
  resume = () => Promise.resolve();
  close = () => Promise.resolve();
  private readonly listeners = new Map<string, () => void>();
  addEventListener(type: string, listener: () => void) {
    this.listeners.set(type, listener);
  }
  /** What the device does to it. */
  turn(state: string) {
    this.state = state;
    this.listeners.get('statechange')!();
  }
  createGain() {
    const gain = {
      setValueAtTime: () => undefined,
      linearRampToValueAtTime: (value: number, at: number) => void this.ramps.push({ value, at }),
    };
    return { gain, connect: () => undefined, disconnect: () => undefined };
  }
  createBuffer(_channels: number, frames: number) {
    return { length: frames, copyToChannel: () => undefined };
  }
  createBufferSource() {
    const { nodes } = this;
    let node: Node | null = null;
    return {
      buffer: null as { length: number } | null,
      connect: () => undefined,
      start(when: number, offset: number) {
        node = { when, offset, frames: this.buffer!.length, stopped: null };
        nodes.push(node);
      },
      stop(at: number) {
        if (node) node.stopped = at;
      },
    };
  }
}

/** A block as the worker gives it: silence, and as many rows of meters as steps ended in it; a row's first number is the step. */
export function blockOf(first: number, frames: number) {
  const step = Math.floor(first / METER_STEP);
  const ended = Math.floor((first + frames) / METER_STEP) - step;
  const rows = Float32Array.from({ length: ended * 6 }, (_, i) => (i % 6 === 0 ? step + i / 6 : 0));
  return { first, frames, left: new Float32Array(frames), right: new Float32Array(frames), meters: { step, rows, lanes: ['bed'] } };
}
