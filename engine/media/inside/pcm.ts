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
  const { copy, forget } = ahead(fetch, file.size);
  return {
    channels,
    frames,
    close: () => {
      forget();
      close();
    },
    read: (first, count, into) =>
      readWindow(first, count, frames, channels, into, (from, to, at) => copy(into.subarray(at, at + to - from), from * 4)),
  };
}

type Copy = (into: Float32Array, at: number) => void;

/** Samples fetched in one go: a read from disk costs far more than what it reads. */
const AHEAD = 1 << 16;

/** What one sound has fetched ahead; `page` is null until it is needed. */
interface Held {
  page: Float32Array | null;
  /** The sample that it begins with, and how many of them are there. */
  first: number;
  count: number;
}

/** Sounds that have a page, the one that fetched last at the end: a show of hundreds of sounds plays only a few of them at a time. */
const holders: Held[] = [];
const MOST_PAGES = 32;

/** A page for a sound: its own, a new one, or that of the sound that has not fetched for the longest. */
function pageFor(one: Held): Float32Array {
  const at = holders.indexOf(one);
  if (at >= 0) holders.splice(at, 1);
  else if (holders.length >= MOST_PAGES) {
    const oldest = holders.shift()!;
    one.page = oldest.page;
    oldest.page = null;
    oldest.count = 0;
  }
  holders.push(one);
  return (one.page ??= new Float32Array(AHEAD));
}

/** Reads on from where the last read ended, so that many small reads are one from disk. `at` is in bytes. */
function ahead(fetch: Copy, bytes: number): { copy: Copy; forget: () => void } {
  const held: Held = { page: null, first: 0, count: 0 };
  const copy: Copy = (into, at) => {
    const from = at / 4;
    if (into.length >= AHEAD) {
      fetch(into, at);
      return;
    }
    if (from < held.first || from + into.length > held.first + held.count) {
      const page = pageFor(held);
      held.first = from;
      held.count = Math.min(AHEAD, Math.floor(bytes / 4) - from);
      fetch(page.subarray(0, held.count), at);
    }
    into.set(held.page!.subarray(from - held.first, from - held.first + into.length));
  };
  const forget = () => {
    const at = holders.indexOf(held);
    if (at >= 0) holders.splice(at, 1);
    held.page = null;
    held.count = 0;
  };
  return { copy, forget };
}
