import type { Plan } from '../../../core/mix';
import { soundOfKey, type MediaId } from '../../../core/show';
import type { PcmSource } from '../../../core/sound';
import { cooked } from '../../../core/treat';
import { findingsFor } from '../recipes';
import { openPcm, type Opened } from './pcm';

/** A sound that a plan names: a stored one, at another speed and treated where it says so. Whoever opens it closes it. */
export async function openSound(key: string): Promise<Opened> {
  const { media, recipe } = soundOfKey(key);
  const pcm = await openPcm(media);
  if (!recipe) return pcm;
  try {
    return { ...cooked(pcm, recipe, await findingsFor(media, pcm, recipe)), close: pcm.close };
  } catch (error) {
    pcm.close();
    throw error;
  }
}

/** Opens sounds for one question, and closes them whatever comes of it. */
export async function withSounds<T>(ids: readonly MediaId[], ask: (sources: ReadonlyMap<MediaId, PcmSource>) => T): Promise<T> {
  const opened = new Map<MediaId, Opened>();
  try {
    for (const id of new Set(ids)) opened.set(id, await openSound(id));
    return ask(opened);
  } finally {
    for (const source of opened.values()) source.close();
  }
}

/** The sounds that plans name, opened once and closed when no plan names them any more. */
export class Sources {
  private readonly open = new Map<MediaId, Opened>();

  /** Opens what the plan needs and closes what it does not. */
  async serve(plan: Plan): Promise<ReadonlyMap<MediaId, PcmSource>> {
    await this.fetch(plan);
    return this.keep(plan);
  }

  /** Opens what the plan needs; what else is open stays so. */
  async fetch(plan: Plan): Promise<void> {
    for (const id of soundsOf(plan)) {
      if (this.open.has(id)) continue;
      const opened = await openSound(id);
      // Another call may have opened it meanwhile.
      if (this.open.has(id)) opened.close();
      else this.open.set(id, opened);
    }
  }

  /** Closes what the plan does not need. @throws RangeError where it needs what is not open. */
  keep(plan: Plan): ReadonlyMap<MediaId, PcmSource> {
    const needed = soundsOf(plan);
    for (const id of needed) if (!this.open.has(id)) throw new RangeError(`sound ${id} is not open`);
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

const soundsOf = (plan: Plan): Set<MediaId> => new Set(plan.parts.map((part) => part.media));
