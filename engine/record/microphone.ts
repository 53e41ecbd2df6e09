import { Failure } from '../../core/failure';

/** Something that hears. Whoever opens it closes it. */
export interface Microphone {
  readonly stream: MediaStream;
  /** How late it says that it is, seconds; 0 where it does not say. */
  readonly latency: number;
  /** The practice microphone says its lines from this time of the audio clock on. */
  speak(clock: number): void;
  /** What is played to find out how late it is; only the practice microphone has to be told. */
  hear(node: AudioNode): void;
  close(): void;
}

/**
 * Opens the device's microphone, as it is: nothing cleans, levels or cancels what it hears.
 * @throws Failure `mic.denied`, `mic.none`, `mic.busy`, `mic.missing`.
 */
export async function openMicrophone(): Promise<Microphone> {
  const devices = navigator.mediaDevices as MediaDevices | undefined;
  if (typeof devices?.getUserMedia !== 'function') throw new Failure('mic.missing');
  try {
    const plain = { echoCancellation: false, noiseSuppression: false, autoGainControl: false, channelCount: { ideal: 1 } };
    const stream = await devices.getUserMedia({ audio: plain });
    const settings = stream.getAudioTracks()[0]?.getSettings() as { latency?: number } | undefined;
    return {
      stream,
      latency: settings?.latency ?? 0,
      speak: () => undefined,
      hear: () => undefined,
      close: () => stream.getTracks().forEach((track) => track.stop()),
    };
  } catch (error) {
    throw micFailure(error);
  }
}

function micFailure(error: unknown): Failure {
  switch (error instanceof DOMException ? error.name : '') {
    case 'NotAllowedError':
    case 'SecurityError':
      return new Failure('mic.denied', {}, error);
    case 'NotFoundError':
    case 'OverconstrainedError':
      return new Failure('mic.none', {}, error);
    default:
      return new Failure('mic.busy', {}, error);
  }
}

/** Seconds before the practice microphone speaks, and between its lines. */
const PAUSE = 0.8;

/** A stand-in where there is no microphone: it says lines that it is given, one after the other. */
export async function openPractice(context: AudioContext, lines: readonly ArrayBuffer[]): Promise<Microphone> {
  const out = context.createMediaStreamDestination();
  const sounds = await Promise.all(lines.map((line) => context.decodeAudioData(line)));
  const nodes: AudioBufferSourceNode[] = [];
  return {
    stream: out.stream,
    latency: 0,
    speak(clock) {
      let at = clock + PAUSE;
      for (const sound of sounds) {
        const node = context.createBufferSource();
        node.buffer = sound;
        node.connect(out);
        node.start(at);
        nodes.push(node);
        at += sound.duration + PAUSE;
      }
    },
    hear: (node) => void node.connect(out),
    close() {
      for (const node of nodes) node.stop();
      out.stream.getTracks().forEach((track) => track.stop());
    },
  };
}
