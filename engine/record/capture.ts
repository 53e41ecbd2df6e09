import { Failure } from '../../core/failure';
import { sweep } from '../../core/sound';
import { RATE } from '../../core/units';
import { lateness } from '../play/lateness';
import type { Microphone } from './microphone';
import type { RecordClient } from './record.client';
import type { About } from '../media/recordings';

const MODULE = '/capture.worklet.js';
const loaded = new WeakMap<AudioContext, Promise<void>>();

function load(context: AudioContext): Promise<void> {
  if (!('audioWorklet' in context)) return Promise.reject(new Failure('mic.missing'));
  const known = loaded.get(context) ?? context.audioWorklet.addModule(MODULE);
  loaded.set(context, known);
  known.catch(() => loaded.delete(context));
  return known;
}

/** A microphone that is listened to. Whoever opens it closes it, and the microphone with it. */
export class Capture {
  private readonly source: MediaStreamAudioSourceNode;
  private readonly node: AudioWorkletNode;

  private constructor(
    readonly context: AudioContext,
    private readonly microphone: Microphone,
    heard: (peak: number) => void,
    lost: () => void,
  ) {
    this.node = new AudioWorkletNode(context, 'capture', { numberOfInputs: 1, numberOfOutputs: 0 });
    this.node.port.onmessage = ({ data }: MessageEvent<number>) => heard(data);
    this.source = context.createMediaStreamSource(microphone.stream);
    this.source.connect(this.node);
    for (const track of microphone.stream.getAudioTracks()) track.addEventListener('ended', lost);
  }

  /** @param heard the highest |sample| of each block; @param lost the microphone went away. @throws Failure `mic.missing`. */
  static async open(context: AudioContext, microphone: Microphone, heard: (peak: number) => void, lost: () => void): Promise<Capture> {
    try {
      await load(context);
      return new Capture(context, microphone, heard, lost);
    } catch (error) {
      microphone.close();
      throw error instanceof Failure ? error : new Failure('mic.missing', {}, error);
    }
  }

  /** What a line comes late by, as far as the browser says: the way to the ear and the way from the microphone, seconds. */
  get late(): number {
    return lateness(this.context) + this.microphone.latency;
  }

  private connect(): MessagePort {
    const { port1, port2 } = new MessageChannel();
    this.node.port.postMessage(port1, [port1]);
    return port2;
  }

  /** Has what is heard written down; settles when `finish` ends it or it fails. */
  record(client: RecordClient, about: About): Promise<{ frames: number }> {
    const port = this.connect();
    return client.call('record', { about, port }, { transfer: [port] });
  }

  /** The show sounds from this time of the audio clock on. */
  begin(client: RecordClient, clock: number): void {
    this.microphone.speak(clock);
    void client.call('begin', { frame: Math.round(clock * RATE) });
  }

  /** Plays a few sweeps and finds out how much later they are heard, seconds; null where they are not. */
  async measure(client: RecordClient): Promise<number | null> {
    const { context } = this;
    const click = sweep();
    const buffer = context.createBuffer(1, click.length, RATE);
    buffer.copyToChannel(click as Float32Array<ArrayBuffer>, 0);
    const clocks = [0, 1, 2].map((turn) => Math.ceil((context.currentTime + 0.3 + turn * 0.7) * RATE) / RATE);
    for (const clock of clocks) {
      const node = context.createBufferSource();
      node.buffer = buffer;
      node.connect(context.destination);
      this.microphone.hear(node);
      node.start(clock);
    }
    const port = this.connect();
    return client.call('delay', { port, starts: clocks.map((clock) => Math.round(clock * RATE)) }, { transfer: [port] });
  }

  close(): void {
    this.source.disconnect();
    // Without a word the processor would go on for as long as the audio does.
    this.node.port.postMessage('end');
    this.node.port.close();
    this.node.disconnect();
    this.microphone.close();
  }
}
