import { readWindow, type PcmSource } from '../sound';
import type { Frames } from '../units';
import type { Processor } from './processor';

/** Frames worked out in one go, on a grid that begins with the sound; more where a state takes long to rebuild. */
const PAGE: Frames = 1 << 14;
/** Pages kept: several parts may play the same sound at different places. */
const KEPT = 6;

/**
 * A sound with a processor behind it, as a source of its own. It is worked out page by page on a fixed grid, each page from a state that
 * its run-in rebuilds, or from the state in which the page before left a processor whose memory is finite: the same samples come out in
 * whatever order and however large the pieces are that are read. The delay is taken out; the tail makes the sound longer. The source is
 * borrowed.
 */
export function treatedSource(source: PcmSource, make: (channels: 1 | 2) => Processor): PcmSource {
  const { channels } = source;
  const processor = make(channels);
  const { delay, tail, runIn, finite = false } = processor;
  let paged = PAGE;
  while (!finite && paged < 4 * runIn) paged *= 2;
  const most = paged > PAGE ? KEPT / 2 : KEPT;
  const frames = source.frames + tail;
  const begun = runIn + delay;
  let ahead = new Float32Array(0);
  /** The page that the processor would go on with; −1 where it has none. */
  let next = -1;
  /** By the page's number; the one that was used last lies last. */
  const pages = new Map<number, Float32Array>();

  const page = (number: number): Float32Array => {
    const known = pages.get(number);
    if (known) {
      pages.delete(number);
      pages.set(number, known);
      return known;
    }
    const [oldest] = pages.size >= most ? pages.keys() : [];
    const into = oldest === undefined ? new Float32Array(paged * channels) : pages.get(oldest)!;
    if (oldest !== undefined) pages.delete(oldest);
    const first = number * paged;
    if (finite && number === next) {
      source.read(first + delay, paged, into);
      processor.process(into, into, paged);
    } else {
      if (ahead.length === 0) ahead = new Float32Array((begun + paged) * channels);
      source.read(first - runIn, begun + paged, ahead);
      processor.reset();
      processor.process(ahead, ahead, begun + paged);
      into.set(ahead.subarray(begun * channels, (begun + paged) * channels));
    }
    next = number + 1;
    pages.set(number, into);
    return into;
  };

  return {
    channels,
    frames,
    read: (first, count, into) =>
      readWindow(first, count, frames, channels, into, (from, to, at) => {
        const size = paged * channels;
        for (let sample = from; sample < to;) {
          const number = Math.floor(sample / size);
          const end = Math.min(to, (number + 1) * size);
          into.set(page(number).subarray(sample - number * size, end - number * size), at + sample - from);
          sample = end;
        }
      }),
  };
}
