import type { Recipe, Treatment } from '../show';
import { stretchRuns, stretchedSource, type PcmSource, type Run } from '../sound';
import { processorOf } from './table';
import { treatedSource } from './treated';

/** A sound with a chain of treatments behind it, in their order; those that are switched off leave it as it is. The source is borrowed. */
export function throughChain(source: PcmSource, chain: readonly Treatment[]): PcmSource {
  return chain
    .filter((treatment) => treatment.on)
    .reduce((sound, treatment) => treatedSource(sound, (channels) => processorOf(treatment, channels)), source);
}

/** What has to be found out of a whole sound before a recipe can be played, each only where the recipe asks for it. Small, plain data. */
export interface Findings {
  /** Where another speed joins the sound. */
  readonly runs?: readonly Run[] | undefined;
}

/** A name for what a recipe needs found out; null where it needs nothing. Recipes of the same name share it. */
export function findingsName({ speed }: Recipe): string | null {
  return speed === 1 ? null : `speed-${speed}`;
}

/** Finds out what a recipe needs of a sound: the costly part, done once and kept beside the sound. */
export function findOut(source: PcmSource, { speed }: Recipe): Findings {
  return speed === 1 ? {} : { runs: stretchRuns(source, speed) };
}

/** What a part's recipe makes of a stored sound: its speed first, then its treatments. The source is borrowed. */
export function cooked(source: PcmSource, recipe: Recipe, { runs } = findOut(source, recipe)): PcmSource {
  return throughChain(recipe.speed === 1 ? source : stretchedSource(source, recipe.speed, runs && [...runs]), recipe.treatments);
}
