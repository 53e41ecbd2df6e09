import { Failure } from '../../../core/failure';
import { WavReader } from '../../../core/files';
import { Breath } from '../../workers/breath';
import { blobBytes } from './blobBytes';
import { checkLength, type Decoded, type SoundSink } from './sink';

const BLOCK = 1 << 16;

/** Decodes a WAV with the reader of the core. Yields between blocks, so that it can be cancelled. */
export async function decodeWav(file: Blob, sink: SoundSink, signal: AbortSignal, progress: (share: number) => void): Promise<Decoded> {
  const reader = new WavReader(blobBytes(file));
  const { rate, channels, frames, claimed } = reader.header;
  checkLength(frames / rate);
  const planes = Array.from({ length: channels }, () => new Float32Array(BLOCK));
  const breath = new Breath();
  sink.begin(rate, channels);
  for (let first = 0; first < frames; first += BLOCK) {
    sink.take(planes, reader.read(first, BLOCK, planes));
    await sink.behind;
    progress(Math.min(1, (first + BLOCK) / frames));
    await breath.take();
    if (signal.aborted) throw new Failure('cancelled');
  }
  return { claimed, unsound: reader.unsound };
}
