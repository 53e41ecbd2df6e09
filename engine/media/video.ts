import { ALL_FORMATS, BlobSource, Input, type InputVideoTrack } from 'mediabunny';
import { Failure } from '../../core/failure';

/** No video is smaller than this, bytes. */
const SMALLEST = 256;

/** A clip's video, open for reading. Whoever opened it closes it. */
export interface OpenVideo {
  readonly track: InputVideoTrack;
  /** Second at which its last frame ends. */
  readonly seconds: number;
  /** Whether there is sound beside the picture, and whether the browser decodes it. */
  readonly sound: 'none' | 'readable' | 'unreadable';
  close(): void;
}

/** @throws Failure `photo.unreadable` for what is no video, `clip.no-picture`, `clip.coding`, `media.damaged`. */
export async function openVideo(file: Blob): Promise<OpenVideo> {
  const input = new Input({ formats: ALL_FORMATS, source: new BlobSource(file) });
  try {
    const track = await input.getPrimaryVideoTrack();
    if (!track) throw new Failure((await input.getPrimaryAudioTrack()) ? 'clip.no-picture' : 'photo.unreadable');
    const coding = (await track.getCodec()) ?? 'an unknown coding';
    if (!(await track.canDecode())) throw new Failure('clip.coding', { coding });
    const seconds = await track.computeDuration();
    const heard = await input.getPrimaryAudioTrack();
    const sound = !heard ? 'none' : (await heard.canDecode()) ? 'readable' : 'unreadable';
    return { track, seconds, sound, close: () => input.dispose() };
  } catch (error) {
    input.dispose();
    if (error instanceof Failure) throw error;
    const name = error instanceof Error ? error.name : '';
    // A file of a few bytes makes the reader of containers stumble instead of saying no.
    const unknown = name === 'UnsupportedInputFormatError' || file.size < SMALLEST;
    throw new Failure(unknown ? 'photo.unreadable' : 'media.damaged', {}, error);
  }
}
