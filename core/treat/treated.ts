import { readWindow, type PcmSource } from '../sound';
import type { Frames } from '../units';
import type { Processor } from './processor';

/** Frames worked out in one go, on a grid that begins with the sound. */
const PAGE: Frames = 1 << 14;
/** Pages kept: several parts may play the same sound at different places. */
const KEPT = 6;

/**
 * A sound with a processor behind it, as a source of its own. It is worked out page by page on a fixed grid, each page from a state that
 * its run-in rebuilds: the same samples come out in whatever order and however large the pieces are that are read. The delay is taken
 * out; the tail makes the sound longer. The source is borrowed.
 */
export function treatedSource(source: PcmSource, make: (channels: 1 | 2) => Processor): PcmSource {
  const { channels } = source;
  const processor = make(channels);
  const { delay, tail, runIn } = processor;
  const frames = source.frames + tail;
  const ahead = new Float32Array((runIn + delay + PAGE) * channels);
  /** By the page's number; the one that was used last lies last. */
  const pages = new Map<number, Float32Array>();

  const page = (number: number): Float32Array => {
    const known = pages.get(number);
    if (known) {
      pages.delete(number);
      pages.set(number, known);
      return known;
    }
    const begun = runIn + delay;
    source.read(number * PAGE - runIn, begun + PAGE, ahead);
    processor.reset();
    processor.process(ahead, ahead, begun + PAGE);
    const [oldest] = pages.size >= KEPT ? pages.keys() : [];
    const into = oldest === undefined ? new Float32Array(PAGE * channels) : pages.get(oldest)!;
    if (oldest !== undefined) pages.delete(oldest);
    into.set(ahead.subarray(begun * channels, (begun + PAGE) * channels));
    pages.set(number, into);
    return into;
  };

  const size = PAGE * channels;
  return {
    channels,
    frames,
    read: (first, count, into) =>
      readWindow(first, count, frames, channels, into, (from, to, at) => {
        for (let sample = from; sample < to;) {
          const number = Math.floor(sample / size);
          const end = Math.min(to, (number + 1) * size);
          into.set(page(number).subarray(sample - number * size, end - number * size), at + sample - from);
          sample = end;
        }
      }),
  };
}
