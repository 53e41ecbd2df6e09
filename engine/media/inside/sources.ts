import { Failure } from '../../../core/failure';
import { soundKeysOf, type Plan } from '../../../core/mix';
import { soundOfKey, type MediaId, type Recipe } from '../../../core/show';
import type { PcmSource } from '../../../core/sound';
import { clearIn, cooked, ofThePiece, type Findings } from '../../../core/treat';
import { fileAt, places } from '../folders';
import { findingsFor } from '../recipes';
import { openPages, openPcm, type Opened } from './pcm';

/** A sound that a plan names: a stored one, at another speed and treated where it says so. Whoever opens it closes it. */
export async function openSound(key: string): Promise<Opened> {
  const { media, recipe } = soundOfKey(key);
  const pcm = await openPcm(media);
  if (!recipe) return pcm;
  const clears = clearIn(recipe) > 0;
  const cleared = clears ? await openCleared(media, pcm) : null;
  const close = () => {
    pcm.close();
    cleared?.close();
  };
  try {
    // Until clear voice is worked out it plays without: nothing else of the recipe waits for it.
    const asked = clears && !cleared ? withoutClear(recipe) : recipe;
    const findings = await findingsFor(media, pcm, asked, cleared, await piecesFindings(asked));
    return { ...cooked(pcm, asked, findings, cleared), close, ...(asked === recipe ? {} : { waiting: true }) };
  } catch (error) {
    close();
    throw error;
  }
}

/** What is known of the piece that a sound is a layer of. */
async function piecesFindings(recipe: Recipe): Promise<Findings> {
  const whole = ofThePiece(recipe);
  if (!whole || recipe.of === undefined) return {};
  const pcm = await openPcm(recipe.of);
  try {
    return await findingsFor(recipe.of, pcm, whole);
  } finally {
    pcm.close();
  }
}

const withoutClear = (recipe: Recipe): Recipe => ({ ...recipe, treatments: recipe.treatments.filter(({ kind }) => kind !== 'clear') });

async function openCleared(media: MediaId, { channels, frames }: PcmSource): Promise<Opened | null> {
  const place = places.cleared(media);
  const file = await fileAt(place);
  return file ? openPages(place, file, channels, frames) : null;
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

/** Sounds that are opened at the same time: hundreds one after the other take seconds. */
const TOGETHER = 16;

/** The sounds that plans name, opened once and closed when no plan names them any more. */
export class Sources {
  private readonly open = new Map<MediaId, Opened>();
  private readonly opening = new Map<MediaId, Promise<void>>();

  /** Opens what the plan needs and closes what it does not. @throws Failure `cancelled`. */
  async serve(plan: Plan, signal?: AbortSignal): Promise<ReadonlyMap<MediaId, PcmSource>> {
    await this.fetch(plan, signal);
    return this.keep(plan);
  }

  /** Opens what the plan needs; what else is open stays so. */
  async fetch(plan: Plan, signal?: AbortSignal): Promise<void> {
    const wanted = [...soundsOf(plan)];
    for (let from = 0; from < wanted.length; from += TOGETHER) {
      if (signal?.aborted) throw new Failure('cancelled');
      // All are waited for also where one fails: what was opened is closed by whoever closes the rest.
      const opened = await Promise.allSettled(wanted.slice(from, from + TOGETHER).map((id) => this.openOne(id)));
      for (const one of opened) if (one.status === 'rejected') throw one.reason as Error;
    }
  }

  /** Opens a sound, once for all who ask for it meanwhile. */
  private openOne(id: MediaId): Promise<void> {
    const under = this.opening.get(id);
    if (under) return under;
    const opening = this.openAnew(id).finally(() => this.opening.delete(id));
    this.opening.set(id, opening);
    return opening;
  }

  private async openAnew(id: MediaId): Promise<void> {
    const before = this.open.get(id);
    if (before && !before.waiting) return;
    const opened = await openSound(id);
    const now = this.open.get(id);
    // Another call may have opened it meanwhile; one that waited for clear voice is there in full by now, or waits on.
    if (now && (now !== before || opened.waiting)) opened.close();
    else {
      this.open.set(id, opened);
      now?.close();
    }
  }

  /** How many of the sounds that a plan needs are not open. */
  lacking(plan: Plan): number {
    return [...soundsOf(plan)].filter((id) => !this.open.has(id)).length;
  }

  /** Those that are open. */
  get opened(): ReadonlyMap<MediaId, PcmSource> {
    return new Map(this.open);
  }

  /** Whether any of them plays without clear voice until that is worked out. */
  get waiting(): boolean {
    return [...this.open.values()].some((one) => one.waiting);
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

const soundsOf = (plan: Plan): Set<MediaId> => soundKeysOf(plan.parts);
