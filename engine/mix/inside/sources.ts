import type { Plan } from '../../../core/mix';
import { soundOfKey, type MediaId } from '../../../core/show';
import type { PcmSource } from '../../../core/sound';
import { cooked } from '../../../core/treat';
import { openPcm, type Opened } from '../../media/inside/pcm';
import { findingsFor } from '../../media/recipes';

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
