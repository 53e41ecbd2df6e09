import { narrationsOf, overIn, saidIn, speakingClips, type Heard, type Over, type Sum } from '../level';
import type { Show, Stretch } from '../show';
import { POWER_HOP, PowerMeter, type PcmSource } from '../sound';
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

const BLOCK = POWER_HOP * 128;

/** Sums of power over steps of the show. */
function sumsOf(power: Float32Array): Sum {
  const sums = new Float64Array(power.length + 1);
  for (let i = 0; i < power.length; i += 1) sums[i + 1] = sums[i]! + power[i]!;
  return (from, to) => sums[Math.min(power.length, Math.max(0, to))]! - sums[Math.min(power.length, Math.max(0, from))]!;
}

/**
 * Measures how far the voice stands above all else, in the sound as it is mixed. Yields the share done, so that a worker can
 * yield. Where nobody speaks there is no reading.
 */
export function* measuringOver({ voice, rest, said }: Stems, sources: ReadonlyMap<string, PcmSource>): Generator<number, Over[]> {
  const { frames } = voice;
  const meters = [voice, rest].map((plan) => ({ mixer: new Mixer(plan, sources), meter: new PowerMeter(2, frames) }));
  const block = new Float32Array(BLOCK * 2);
  for (let first = 0; first < frames; first += BLOCK) {
    const count = Math.min(BLOCK, frames - first);
    for (const { mixer, meter } of meters) {
      mixer.render(first, count, block);
      meter.push(block, count);
    }
    yield first / frames;
  }
  const [spoken, other] = meters.map(({ meter }) => sumsOf(meter.finish())) as [Sum, Sum];
  return overIn(said, spoken, other);
}

/** The least reading, null where nobody speaks. */
export function tightest(readings: readonly Over[]): Over | null {
  return readings.reduce<Over | null>((least, one) => (least === null || one.over < least.over ? one : least), null);
}
