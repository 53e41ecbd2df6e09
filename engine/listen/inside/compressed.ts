import { ALL_FORMATS, AudioSampleSink, BlobSource, Input, type AudioSample, type InputAudioTrack } from 'mediabunny';
import { Failure } from '../../../core/failure';
import { behindId3, claimOf } from '../../../core/files';
import { silenceUnsound } from '../../../core/unsound';
import { blobBytes } from './blobBytes';
import { checkLength, type Decoded, type SoundSink } from './sink';

const HEAD = 1 << 16;
/** Time stamps of some containers are whole milliseconds: smaller steps than this are no gaps, seconds. */
const JITTER = 0.02;

/** Decodes whatever the browser and the container reader know. @throws Failure `media.*`, `cancelled`. */
export async function decodeCompressed(
  file: Blob,
  sink: SoundSink,
  signal: AbortSignal,
  progress: (share: number) => void,
): Promise<Decoded> {
  const bytes = blobBytes(file);
  const start = behindId3(bytes.read(0, 10));
  const tag = claimOf(bytes.read(start, HEAD));
  const input = new Input({ formats: ALL_FORMATS, source: new BlobSource(file) });
  const placer = new Placer(sink, tag.delay, tag.frames);
  try {
    const track = await soundTrack(input);
    const seconds = await input.computeDuration([track]);
    checkLength(seconds);
    for await (const sample of new AudioSampleSink(track).samples()) {
      try {
        if (signal.aborted) throw new Failure('cancelled');
        placer.place(sample);
        await sink.behind;
        progress(seconds > 0 ? Math.min(1, sample.timestamp / seconds) : 0);
      } finally {
        sample.close();
      }
    }
    const claimed = tag.frames ?? Math.round(seconds * placer.rate);
    return { claimed, unsound: placer.unsound };
  } catch (error) {
    throw decodingFailure(error, placer);
  } finally {
    input.dispose();
  }
}

async function soundTrack(input: Input): Promise<InputAudioTrack> {
  const track = await input.getPrimaryAudioTrack();
  if (!track) throw new Failure('media.no-sound');
  if (!(await track.canDecode())) throw new Failure('media.unknown', { why: (await track.getCodec()) ?? 'unknown coding' });
  return track;
}

function decodingFailure(error: unknown, placer: Placer): Failure {
  if (error instanceof Failure) return error;
  const name = error instanceof Error ? error.name : '';
  if (name === 'UnsupportedInputFormatError') return new Failure('media.unknown', {}, error);
  return new Failure('media.damaged', { seconds: placer.seconds() }, error);
}

/** Puts decoded samples one behind the other by their time stamps: skips what lies before the sound, fills real gaps. */
class Placer {
  rate = 0;
  unsound = 0;
  private position = 0;
  private planes: Float32Array[] = [];

  constructor(
    private readonly sink: SoundSink,
    private readonly delay: number,
    private readonly most: number | null,
  ) {}

  seconds(): number {
    return this.rate > 0 ? this.position / this.rate : 0;
  }

  place(sample: AudioSample): void {
    if (this.rate === 0) {
      this.rate = sample.sampleRate;
      this.sink.begin(sample.sampleRate, sample.numberOfChannels);
      this.planes = Array.from({ length: sample.numberOfChannels }, () => new Float32Array(0));
    }
    if (!Number.isFinite(sample.timestamp)) throw new Failure('media.damaged', { seconds: this.seconds() });
    const start = Math.round(sample.timestamp * this.rate) - this.delay;
    const gap = start - this.position;
    if (gap > JITTER * this.rate) this.silence(gap);
    // Only at the very start does what lies before zero get dropped; later overlaps are rounding.
    const skip = this.position === 0 ? Math.min(sample.numberOfFrames, Math.max(0, -start)) : 0;
    const room = this.most === null ? Infinity : this.most - this.position;
    const count = Math.min(sample.numberOfFrames - skip, room);
    if (count <= 0) return;
    for (const [planeIndex, plane] of this.planes.entries()) {
      const target = plane.length >= count ? plane : (this.planes[planeIndex] = new Float32Array(count));
      const format = 'f32-planar' as const;
      sample.copyTo(target.subarray(0, count), { planeIndex, format, frameOffset: skip, frameCount: count });
      this.unsound += silenceUnsound(target, count);
    }
    this.sink.take(this.planes, count);
    this.position += count;
  }

  private silence(frames: number): void {
    const block = this.planes.map(() => new Float32Array(Math.min(frames, this.rate)));
    for (let left = frames; left > 0; left -= this.rate) this.sink.take(block, Math.min(left, this.rate));
    this.position += frames;
  }
}
