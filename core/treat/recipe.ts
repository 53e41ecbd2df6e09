import { heardOf, isNudge, soundOfKey, type Recipe, type Stretch, type Treatment, type TreatmentOf } from '../show';
import {
  blendSource,
  farRuns,
  pitchRatio,
  resampledSource,
  reversedSource,
  stretchRuns,
  stretchedSource,
  type PcmSource,
  type Run,
} from '../sound';
import { RATE } from '../units';
import { learnNoise, type NoisePower } from './noise';
import { SpeechBand } from './split';
import { processorOf, type Passing } from './table';
import { treatedSource } from './treated';

type Link = TreatmentOf<Passing>;

const passes = (treatment: Treatment): treatment is Link => treatment.on && treatment.kind !== 'clear';

/** A sound with a chain of treatments behind it, in their order; those that are switched off leave it as it is. The source is borrowed. */
export function throughChain(source: PcmSource, chain: readonly Treatment[], noises: readonly NoisePower[] = []): PcmSource {
  let learned = 0;
  return chain.filter(passes).reduce((sound, treatment) => {
    const noise = treatment.kind === 'hiss' ? noises[learned++] : undefined;
    return treatedSource(sound, (channels) => processorOf(treatment, channels, { noise }));
  }, source);
}

/** What has to be found out of a whole sound before a recipe can be played, each only where the recipe asks for it. Small, plain data. */
export interface Findings {
  /** Where another speed joins the sound, and where another pitch does. */
  readonly runs?: readonly Run[] | undefined;
  readonly pitchRuns?: readonly Run[] | undefined;
  /** The noise of the sound as it comes to each of its treatments against hiss. */
  readonly noises?: readonly NoisePower[] | undefined;
}

/** The share of clear voice that a recipe asks for: it works on the recording itself, before all else. */
export function clearIn({ treatments }: Recipe): number {
  return treatments.reduce((most, one) => (one.kind === 'clear' && one.on ? Math.max(most, one.amount) : most), 0);
}

const stretches = ({ speed, loose }: Recipe) => speed !== 1 && !loose;

/** What of a chain the noise of its treatments against hiss hangs on: how much they take away does not count. */
function learning({ treatments }: Recipe): Treatment[] {
  const on = treatments.filter(passes);
  const last = on.findLastIndex(({ kind }) => kind === 'hiss');
  return on.slice(0, last + 1).map((one) => (one.kind === 'hiss' ? { ...one, amount: 1, taken: undefined } : one));
}

/** A name for what a recipe needs found out; null where it needs nothing. Recipes of the same name share it. */
export function findingsName(recipe: Recipe): string | null {
  const { speed, pitch, loose, even, backwards, of } = recipe;
  const chain = learning(recipe);
  if (chain.length > 0) {
    const clear = clearIn(recipe);
    return `learned-${hashOf(JSON.stringify([speed, pitch ?? 0, loose ?? false, even ?? false, backwards ?? false, clear, chain, ...(of ? [of] : [])]))}`;
  }
  if (!stretches(recipe) && !pitch) return null;
  return [
    stretches(recipe) ? `speed-${speed}${even ? '-even' : ''}` : '',
    pitch ? `pitch-${pitch}-${loose ? speed : 1}` : '',
    of ? `of-${of.slice(0, 12)}` : '',
  ]
    .filter(Boolean)
    .join('-');
}

/** FNV-1a, 32 bits, twice with different beginnings: names of files, nothing secret. */
function hashOf(text: string): string {
  return [0x811c9dc5, 0x1b873593]
    .map((begin) => {
      let hash = begin;
      for (let i = 0; i < text.length; i += 1) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193) >>> 0;
      return hash.toString(16).padStart(8, '0');
    })
    .join('');
}

/** What a recipe needs found out of the piece that its sound is a layer of (`Recipe.of`): where the speed and the pitch join it. Null for a sound by itself. */
export function ofThePiece(recipe: Recipe): Recipe | null {
  return recipe.of === undefined ? null : { ...recipe, of: undefined, split: undefined, treatments: [] };
}

/**
 * Finds out what a recipe needs of a sound: the costly part, done once and kept beside the sound.
 * @param cleared as in `cooked`. @param given what was found of the piece that it is a layer of.
 */
export function findOut(source: PcmSource, recipe: Recipe, cleared: PcmSource | null = null, given: Findings = {}): Findings {
  const begun = blended(source, recipe, cleared);
  const runs = stretches(recipe)
    ? (given.runs ?? (isNudge(recipe) ? stretchRuns(begun, recipe.speed, recipe.even) : farRuns(begun, recipe.speed)))
    : undefined;
  const sped = atSpeed(begun, recipe, runs);
  const pitchRuns = recipe.pitch ? (given.pitchRuns ?? farRuns(sped, 1 / pitchRatio(recipe.pitch))) : undefined;
  const chain = learning(recipe);
  const found: Findings = { ...(runs ? { runs } : {}), ...(pitchRuns ? { pitchRuns } : {}) };
  if (chain.length === 0) return found;
  const turned = turnedRound(atPitch(sped, recipe, pitchRuns), recipe);
  // Where the noise was shown is said of the recording; it is learned of it as it is played.
  const heard = heardOf(recipe, turned.frames / RATE);
  const played = ({ from, to }: Stretch): Stretch => {
    const ends = [heard(from), heard(to)] as const;
    return { from: Math.max(0, Math.min(...ends)), to: Math.max(...ends) };
  };
  const noises: NoisePower[] = [];
  for (const [index, one] of chain.entries()) {
    if (one.kind === 'hiss') noises.push(learnNoise(throughChain(turned, chain.slice(0, index), noises), one.learn && played(one.learn)));
  }
  return { ...found, noises };
}

/**
 * What a part's recipe makes of a stored sound: clear voice, its speed, its pitch, backwards, then its treatments, and of that a part of its bands. The source is borrowed.
 * @param cleared the sound as clear voice leaves it; null where it is not worked out: then it plays without.
 */
export function cooked(source: PcmSource, recipe: Recipe, findings: Findings | null = null, cleared: PcmSource | null = null): PcmSource {
  const { runs, pitchRuns, noises } = findings ?? findOut(source, recipe, cleared);
  const sped = atSpeed(blended(source, recipe, cleared), recipe, runs);
  const treated = throughChain(turnedRound(atPitch(sped, recipe, pitchRuns), recipe), recipe.treatments, noises);
  const { split } = recipe;
  return split ? treatedSource(treated, (channels) => new SpeechBand(split, channels)) : treated;
}

/** A sound that a plan names, out of the stored ones: all that its recipe needs is found out now. The sources are borrowed. */
export function soundFor(
  key: string,
  source: (media: string) => PcmSource,
  cleared: (media: string) => PcmSource | null = () => null,
): PcmSource {
  const { media, recipe } = soundOfKey(key);
  if (!recipe) return source(media);
  const whole = ofThePiece(recipe);
  const given = whole ? findOut(source(recipe.of!), whole) : {};
  return cooked(source(media), recipe, findOut(source(media), recipe, cleared(media), given), cleared(media));
}

function blended(source: PcmSource, recipe: Recipe, cleared: PcmSource | null): PcmSource {
  const share = clearIn(recipe);
  return share > 0 && cleared ? blendSource(source, cleared, share) : source;
}

function atSpeed(source: PcmSource, { speed, loose, even }: Recipe, runs: readonly Run[] | undefined): PcmSource {
  if (speed === 1) return source;
  if (loose) return resampledSource(source, speed, Math.round(source.frames / speed));
  return stretchedSource(source, speed, runs ? [...runs] : [], even ?? !isNudge({ speed }));
}

/** Longer or shorter at the same pitch first, then as long as before at another one. */
function atPitch(source: PcmSource, { pitch }: Recipe, runs: readonly Run[] | undefined): PcmSource {
  if (!pitch) return source;
  const ratio = pitchRatio(pitch);
  return resampledSource(stretchedSource(source, 1 / ratio, runs ? [...runs] : [], true), ratio, source.frames);
}

function turnedRound(source: PcmSource, { backwards }: Recipe): PcmSource {
  return backwards ? reversedSource(source) : source;
}
