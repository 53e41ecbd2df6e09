import type { Stretch } from '../show';
import { POWER_HOP, type PcmSource } from '../sound';
import { RATE, type Seconds } from '../units';
import { featuresOf } from './features';
import { spansOf } from './spans';

/** Version of what is computed here: a profile of another one is computed anew. */
export const PROFILE = 1;

/** Seconds of one number of a profile's power. */
export const POWER_STEP: Seconds = POWER_HOP / RATE;

/** What dips need to know of a sound: where somebody speaks, and how loud it is from moment to moment. It follows from its samples alone. */
export interface Profile {
  /** Phrase by phrase, in order, seconds of the source. */
  readonly speech: readonly Stretch[];
  /** K-weighted mean square of every 10 ms, channels added (ITU-R BS.1770-4). */
  readonly power: Float32Array;
}

/** Listens to a sound. Yields the share done, so that a worker can yield. Silence has no speech. */
export function* profiling(source: PcmSource): Generator<number, Profile> {
  const listening = featuresOf(source);
  let step = listening.next();
  while (!step.done) {
    yield step.value;
    step = listening.next();
  }
  return { speech: spansOf(step.value), power: step.value.power };
}

/** Listens to a sound in one go. */
export function profileOf(source: PcmSource): Profile {
  const work = profiling(source);
  let step = work.next();
  while (!step.done) step = work.next();
  return step.value;
}

/** One flat block for storage: [recipe, spans, from, to, …, power …]. */
export function packProfile({ speech, power }: Profile): Float32Array {
  const out = new Float32Array(2 + speech.length * 2 + power.length);
  out.set([PROFILE, speech.length, ...speech.flatMap(({ from, to }) => [from, to])]);
  out.set(power, 2 + speech.length * 2);
  return out;
}

/** Undoes `packProfile`; null where the block is damaged or of another recipe. */
export function unpackProfile(block: Float32Array): Profile | null {
  const [recipe, count] = block;
  if (recipe !== PROFILE || count === undefined || !Number.isInteger(count) || block.length < 2 + count * 2) return null;
  const speech = Array.from({ length: count }, (_, i) => ({ from: block[2 + i * 2]!, to: block[3 + i * 2]! }));
  return { speech, power: block.slice(2 + count * 2) };
}
