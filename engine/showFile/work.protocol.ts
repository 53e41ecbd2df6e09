import type { TimelineRead } from '../../core/papers';
import type { Media, MediaId, Show } from '../../core/show';
import type { Destination } from '../write/write.protocol';

/** A show file that was looked over. */
export interface Looked {
  readonly show: Show;
  /** Media that it brings along. */
  readonly inside: readonly MediaId[];
}

export type WorkCalls = {
  /** Writes a show and the media named as one file. Progress and cancel. @throws Failure `media.missing`, `storage.*`. */
  pack(details: Destination & { show: Show; media: readonly MediaId[] }): Promise<{ bytes: number }>;
  /** Puts files that were written into the private file system into one ZIP. Progress and cancel. @throws Failure `storage.*`. */
  bundle(details: Destination & { files: readonly string[] }): Promise<{ bytes: number }>;
  /** Looks a show file over; it stays open for `fetch`. @throws Failure `file.*`, `show.*`. */
  look(details: { file: Blob }): Promise<Looked>;
  /** Bytes of a medium in the file looked at last; what was packed is unpacked onto the disk as `unpacked`. @throws Failure `file.damaged`. */
  fetch(details: { media: MediaId; unpacked: string }): Promise<Blob>;
  /** A timeline as a show; `known` are media that are at hand. @throws Failure `timeline.foreign`, `file.*`, `show.*`. */
  timeline(details: { file: Blob; known: readonly Media[] }): Promise<TimelineRead>;
  /** SHA-256 of a file. Progress and cancel. */
  hash(details: { file: Blob }): Promise<MediaId>;
};
