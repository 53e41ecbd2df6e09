import { VideoSampleSink } from 'mediabunny';
import { Failure, type FailureCode } from '../../../core/failure';
import { LIMITS, type MediaId } from '../../../core/show';
import { fileAt, places } from '../../media/folders';
import { openVideo } from '../../media/video';
import type { SoundFacts } from '../../media/facts';
import { keepSizes, type Upright } from './photo';
import { checkLength } from './sink';

/** Decoders take dozens of bytes a pixel: twice the largest picture that phones film, which is 33 megapixels (8K; common practice). */
const MOST_MEGAPIXELS = 67;

export interface TakenClip extends Upright {
  readonly seconds: number;
  readonly facts: SoundFacts | null;
  readonly note: FailureCode | null;
  readonly known: boolean;
}

/**
 * Checks that a clip's picture can be decoded, takes its sound in through `hear`, and keeps its first frame at the bounded
 * sizes. A clip whose sound cannot be decoded comes in without it and says so.
 */
export async function takeClip(file: Blob, id: MediaId, hear: () => Promise<SoundFacts>): Promise<TakenClip> {
  const video = await openVideo(file);
  try {
    const { track, seconds, sound } = video;
    checkLength(seconds);
    if (seconds < LIMITS.hold.least) throw new Failure('media.no-length');
    const size = { width: await track.getDisplayWidth(), height: await track.getDisplayHeight() };
    const megapixels = (size.width * size.height) / 1e6;
    if (!(megapixels <= MOST_MEGAPIXELS)) throw new Failure('clip.too-large', { megapixels: Math.round(megapixels) });
    const known = (await fileAt(places.picture(id, 'thumb'))) !== null;
    const facts = sound === 'readable' ? await hear() : null;
    if (!known) await keepFirstFrame(new VideoSampleSink(track), size, id);
    return { ...size, seconds, facts, note: sound === 'unreadable' ? 'clip.silent' : null, known };
  } finally {
    video.close();
  }
}

async function keepFirstFrame(sink: VideoSampleSink, size: Upright, id: MediaId): Promise<void> {
  const canvas = new OffscreenCanvas(size.width, size.height);
  const pen = canvas.getContext('2d');
  const samples = sink.samples();
  try {
    const first = (await samples.next()).value;
    if (!first || !pen) throw new Failure('media.damaged');
    first.draw(pen, 0, 0, size.width, size.height);
    first.close();
  } catch (error) {
    throw error instanceof Failure ? error : new Failure('media.damaged', {}, error);
  } finally {
    await samples.return();
  }
  await keepSizes(canvas, size, true, id);
}
