import type { Stretch } from '../show';
import { POWER_HOP, type PcmSource } from '../sound';
import { RATE, type Seconds } from '../units';
import { featuresOf } from './features';
import { spansOf } from './spans';
import { THIRDS, thirdsIn } from './thirds';

/** Version of what is computed here: a profile of another one is computed anew. */
export const PROFILE = 2;

/** Seconds of one number of a profile's power. */
export const POWER_STEP: Seconds = POWER_HOP / RATE;

/** What dips need to know of a sound: where somebody speaks, and how loud it is from moment to moment. It follows from its samples alone. */
export interface Profile {
  /** Phrase by phrase, in order, seconds of the source. */
  readonly speech: readonly Stretch[];
  /** K-weighted mean square of every 10 ms, channels added (ITU-R BS.1770-4). */
  readonly power: Float32Array;
  /** Power in each third of an octave, every tenth of a second: rows of `THIRDS`. */
  readonly thirds: Float32Array;
}

/** Listens to a sound. Yields the share done, so that a worker can yield. Silence has no speech. */
export function* profiling(source: PcmSource): Generator<number, Profile> {
  const listening = featuresOf(source);
  let step = listening.next();
  while (!step.done) {
    yield step.value * 0.8;
    step = listening.next();
  }
  const features = step.value;
  const banding = thirdsIn(source);
  let bands = banding.next();
  while (!bands.done) {
    yield 0.8 + bands.value * 0.2;
    bands = banding.next();
  }
  return { speech: spansOf(features), power: features.power, thirds: bands.value };
}

/** Listens to a sound in one go. */
export function profileOf(source: PcmSource): Profile {
  const work = profiling(source);
  let step = work.next();
  while (!step.done) step = work.next();
  return step.value;
}

/** One flat block for storage: [recipe, spans, rows of thirds, from, to, …, thirds …, power …]. */
export function packProfile({ speech, power, thirds }: Profile): Float32Array {
  const begin = 3 + speech.length * 2;
  const out = new Float32Array(begin + thirds.length + power.length);
  out.set([PROFILE, speech.length, thirds.length / THIRDS, ...speech.flatMap(({ from, to }) => [from, to])]);
  out.set(thirds, begin);
  out.set(power, begin + thirds.length);
  return out;
}

/** Undoes `packProfile`; null where the block is damaged or of another recipe. */
export function unpackProfile(block: Float32Array): Profile | null {
  const [recipe, count, rows] = block;
  if (recipe !== PROFILE || !Number.isInteger(count) || !Number.isInteger(rows)) return null;
  const begin = 3 + count! * 2;
  const end = begin + rows! * THIRDS;
  if (block.length < end) return null;
  const speech = Array.from({ length: count! }, (_, i) => ({ from: block[3 + i * 2]!, to: block[4 + i * 2]! }));
  return { speech, power: block.slice(end), thirds: block.slice(begin, end) };
}
