import { leastUnderstood, narrationsOf, overIn, saidIn, speakingClips, type Heard, type Over, type Sum, type Understood } from '../level';
import type { Show, Stretch } from '../show';
import { POWER_HOP, PowerMeter, type PcmSource } from '../sound';
import { THIRDS_STEP, ThirdsMeter } from '../speech';
import { RATE } from '../units';
import { planShow, type Plan } from './plan';
import { Mixer } from './render';

/** A show taken apart: the voices, and all that sounds beside them, each as it sounds in the whole. */
export interface Stems {
  readonly voice: Plan;
  readonly rest: Plan;
  /** Where somebody speaks, seconds. */
  readonly said: readonly Stretch[];
}

/** Takes a show apart into its voices and all else. What was not listened to counts as no speech. */
export function stemsOf(show: Show, heard: Heard): Stems {
  const plan = planShow(show, heard);
  const voices = new Set([...narrationsOf(show), ...speakingClips(show)].map((part) => part.id));
  return {
    // Held peaks would lower both alike: the difference is that of the sounds themselves.
    voice: { ...plan, ceiling: null, parts: plan.parts.filter((part) => voices.has(part.id)) },
    rest: { ...plan, ceiling: null, parts: plan.parts.filter((part) => !voices.has(part.id)) },
    said: saidIn(show, heard),
  };
}

const BLOCK = POWER_HOP * 32;
/** What sounded so long before does not matter to the filters any more; windows reach so far beyond what is said, seconds. */
const BEFORE = 0.5;
const AFTER = 0.2;

/** Sums of power over steps of the show. */
function sumsOf(power: Float32Array): Sum {
  const sums = new Float64Array(power.length + 1);
  for (let i = 0; i < power.length; i += 1) sums[i + 1] = sums[i]! + power[i]!;
  return (from, to) => sums[Math.min(power.length, Math.max(0, to))]! - sums[Math.min(power.length, Math.max(0, from))]!;
}

/** How clear the voices of a show are. */
export interface Clearness {
  /** How far they stand above all else, along the show; none where nobody speaks. */
  readonly readings: readonly Over[];
  /** Where least of them is understood beside all else; null where nobody speaks. */
  readonly understood: Understood | null;
}

/**
 * Measures how far the voice stands above all else, in the sound as it is mixed. Yields the share done, so that a worker can
 * yield.
 */
export function* measuringOver({ voice, rest, said }: Stems, sources: ReadonlyMap<string, PcmSource>): Generator<number, Clearness> {
  const { frames } = voice;
  // Where nobody speaks nothing is measured: there it need not be mixed.
  const near = (first: number, count: number) =>
    said.some(({ from, to }) => (first + count) / RATE > from - BEFORE && first / RATE < to + AFTER);
  const within = (row: number) => said.some(({ from, to }) => (row + 1) * THIRDS_STEP > from && row * THIRDS_STEP < to);
  const meters = [voice, rest].map((plan) => ({
    mixer: new Mixer(plan, sources),
    power: new PowerMeter(2, frames),
    thirds: new ThirdsMeter(2, frames, within),
  }));
  const block = new Float32Array(BLOCK * 2);
  for (let first = 0; first < frames; first += BLOCK) {
    const count = Math.min(BLOCK, frames - first);
    const wanted = near(first, count) || count < BLOCK;
    if (!wanted) block.fill(0);
    for (const { mixer, power, thirds } of meters) {
      if (wanted) mixer.render(first, count, block);
      if (wanted) power.push(block, count);
      else power.skip(count);
      thirds.push(block, count);
    }
    yield first / frames;
  }
  const [spoken, other] = meters.map(({ power }) => sumsOf(power.finish())) as [Sum, Sum];
  const [voiced, masked] = meters.map(({ thirds }) => thirds.finish()) as [Float32Array, Float32Array];
  return { readings: overIn(said, spoken, other), understood: leastUnderstood(said, voiced, masked) };
}

/** The least reading, null where nobody speaks. */
export function tightest(readings: readonly Over[]): Over | null {
  return readings.reduce<Over | null>((least, one) => (least === null || one.over < least.over ? one : least), null);
}
