import { Failure } from '../../../core/failure';
import type { MediaId } from '../../../core/show';
import { readWindow, type PcmSource } from '../../../core/sound';
import type { SoundFacts } from '../facts';
import { cabinet } from '../../cabinets/current';
import { fileAt, places, type Place } from '../folders';

/** A source over a file; whoever opens it closes it. */
export interface Opened extends PcmSource {
  /** It plays without something that is still being worked out: whoever opens it again later may hear that. */
  readonly waiting?: boolean | undefined;
  close(): void;
}

/** Converted samples of one sound, read in pages straight from disk. Whoever opens it closes it. */
export async function openPcm(id: MediaId): Promise<Opened> {
  const facts = await fileAt(places.facts(id));
  const pcm = await fileAt(places.pcm(id));
  if (!facts || !pcm) throw new Failure('media.missing', { id });
  const { frames, pcmChannels: channels } = JSON.parse(await facts.text()) as SoundFacts;
  return openPages(places.pcm(id), pcm, channels, frames);
}

/** A file of 32-bit float frames, read in pages. */
export async function openPages(place: Place, file: File, channels: 1 | 2, frames: number): Promise<Opened> {
  const { copy: fetch, close } = await (await cabinet()).pages(place, file);
  const copy = ahead(fetch, file.size);
  return {
    channels,
    frames,
    close,
    read: (first, count, into) =>
      readWindow(first, count, frames, channels, into, (from, to, at) => copy(into.subarray(at, at + to - from), from * 4)),
  };
}

type Copy = (into: Float32Array, at: number) => void;

/** Samples fetched in one go: a read from disk costs far more than what it reads. */
const AHEAD = 1 << 16;

/** Reads on from where the last read ended, so that many small reads are one from disk. `at` is in bytes. */
function ahead(fetch: Copy, bytes: number): Copy {
  const page = new Float32Array(AHEAD);
  let first = 0;
  let held = 0;
  return (into, at) => {
    const from = at / 4;
    if (into.length >= AHEAD) {
      fetch(into, at);
      return;
    }
    if (from < first || from + into.length > first + held) {
      first = from;
      held = Math.min(AHEAD, Math.floor(bytes / 4) - from);
      fetch(page.subarray(0, held), at);
    }
    into.set(page.subarray(from - first, from - first + into.length));
  };
}
