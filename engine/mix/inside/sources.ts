import { Failure } from '../../../core/failure';
import type { Plan } from '../../../core/mix';
import { soundOfKey, type MediaId } from '../../../core/show';
import { readWindow, stretchedSource, type PcmSource } from '../../../core/sound';
import { fileAt, handleAt, places, type Place } from '../../media/folders';
import { syncHandle } from '../../media/write';
import type { SoundFacts } from '../../listen/listen.protocol';

interface Opened extends PcmSource {
  close(): void;
}

/** A sound that a plan names: a stored one, at another speed where it says so. Whoever opens it closes it. */
export async function openSound(key: string): Promise<Opened> {
  const { media, speed } = soundOfKey(key);
  const pcm = await openPcm(media);
  return speed === 1 ? pcm : { ...stretchedSource(pcm, speed), close: pcm.close };
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
  const { copy: fetch, close } = await pageReader(place, file);
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

/**
 * A shared synchronous handle where the browser has one; elsewhere (a browser that only knows exclusive handles) the
 * file's slices, which are slower but never block another worker.
 */
async function pageReader(place: Place, file: File): Promise<{ copy(into: Float32Array, at: number): void; close(): void }> {
  try {
    const handle = await syncHandle(await handleAt(place, false), 'read-only');
    return { copy: (into, at) => void handle.read(into, { at }), close: () => handle.close() };
  } catch {
    const reader = new FileReaderSync();
    return {
      copy: (into, at) => into.set(new Float32Array(reader.readAsArrayBuffer(file.slice(at, at + into.byteLength)))),
      close: () => undefined,
    };
  }
}

/** The sounds that plans name, opened once and closed when no plan names them any more. */
export class Sources {
  private readonly open = new Map<MediaId, Opened>();

  /** Opens what the plan needs; closes what it does not. */
  async serve(plan: Plan): Promise<ReadonlyMap<MediaId, PcmSource>> {
    const needed = new Set(plan.parts.map((part) => part.media));
    for (const id of needed) {
      if (this.open.has(id)) continue;
      const opened = await openSound(id);
      // Another call may have opened it meanwhile.
      if (this.open.has(id)) opened.close();
      else this.open.set(id, opened);
    }
    for (const [id, source] of this.open) {
      if (needed.has(id)) continue;
      source.close();
      this.open.delete(id);
    }
    return new Map(this.open);
  }

  close(): void {
    for (const source of this.open.values()) source.close();
    this.open.clear();
  }
}
