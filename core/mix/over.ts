import { leastUnderstood, narrationsOf, overIn, saidIn, speakingClips, type Heard, type Over, type Sum, type Understood } from '../level';
import type { Show, Stretch } from '../show';
import { POWER_HOP, PowerMeter, type PcmSource } from '../sound';
import { THIRDS, THIRDS_HOP, THIRDS_STEP, ThirdsMeter, ThirdsWindows } from '../speech';
import { RATE, type Frames } from '../units';
import { planShow, type Plan } from './plan';
import { Mixer } from './render';
import { AFTER, BEFORE, mixSegment, recalled, segmentText, segmentsOf, type Asked, type Remembered, type Segment } from './segments';

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

/** What sounded so long before does not matter to the filters any more; windows reach so far beyond what is said, seconds. */
const BEFORE_SAID = 0.5;
const AFTER_SAID = 0.2;

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

/** The segments of a show in which somebody speaks, or nearly so. */
export function overAsked({ voice, rest, said }: Stems): Asked[] {
  return segmentsOf(voice.frames).flatMap((segment) => {
    const near = saidNear(said, segment);
    return near.length === 0 ? [] : [{ ...segment, text: JSON.stringify([near, segmentText(voice, segment), segmentText(rest, segment)]) }];
  });
}

/** What is said on [from, to) and so near to it that it matters there, seconds. */
const saidNear = (said: readonly Stretch[], { from, to }: Segment): readonly Stretch[] =>
  said.filter((one) => to / RATE > one.from - BEFORE_SAID && from / RATE < one.to + AFTER_SAID);

/**
 * Measures how far the voice stands above all else, in the sound as it is mixed. Yields the share done, so that a worker can yield.
 * @param sources of what is not remembered.
 */
export function* measuringOver(
  stems: Stems,
  asked: readonly Asked[],
  sources: ReadonlyMap<string, PcmSource>,
  remembered: Remembered,
): Generator<number, Clearness> {
  const { voice, rest, said } = stems;
  let mixers: Mixer[] | null = null;
  const windows = new ThirdsWindows(2);
  const measured = yield* recalled(asked, remembered, (segment) =>
    overWithin((mixers ??= [voice, rest].map((plan) => new Mixer(plan, sources))), said, segment, windows),
  );
  const rows = [0, 1].map(() => ({
    power: new Float32Array(Math.ceil(voice.frames / POWER_HOP)),
    thirds: new Float32Array(Math.ceil(voice.frames / THIRDS_HOP) * THIRDS),
  }));
  asked.forEach(({ from, to }, i) => {
    const { powers, thirds } = sizesOf({ from, to });
    let at = 0;
    for (const one of rows) {
      one.power.set(measured[i]!.subarray(at, at + powers), from / POWER_HOP);
      one.thirds.set(measured[i]!.subarray(at + powers, at + powers + thirds), (from / THIRDS_HOP) * THIRDS);
      at += powers + thirds;
    }
  });
  const [spoken, other] = rows.map(({ power }) => sumsOf(power)) as [Sum, Sum];
  const [voiced, masked] = rows.map(({ thirds }) => thirds) as [Float32Array, Float32Array];
  return { readings: overIn(said, spoken, other), understood: leastUnderstood(said, voiced, masked) };
}

/** Steps of power, and numbers of thirds, of a segment. */
const sizesOf = ({ from, to }: Segment) => ({
  powers: Math.ceil((to - from) / POWER_HOP),
  thirds: Math.ceil((to - from) / THIRDS_HOP) * THIRDS,
});

/** Power and thirds of a segment, of the voices, then of the rest. Where nobody speaks nothing is measured: there it need not be mixed. */
function* overWithin(
  mixers: readonly Mixer[],
  said: readonly Stretch[],
  segment: Segment,
  windows: ThirdsWindows,
): Generator<Frames, Float32Array> {
  const begin = segment.from - BEFORE;
  const { powers, thirds } = sizesOf(segment);
  const isSaid = (row: number) => {
    const at = begin / RATE + row * THIRDS_STEP;
    return said.some(({ from, to }) => at + THIRDS_STEP > from && at < to);
  };
  const out = new Float32Array((powers + thirds) * 2);
  const whole = segment.to + AFTER - begin;
  for (const [i, mixer] of mixers.entries()) {
    const meters = { power: new PowerMeter(2, whole), thirds: new ThirdsMeter(2, whole, isSaid, windows) };
    for (const { block, frames, passed } of mixSegment(mixer, segment, (within) => saidNear(said, within).length > 0)) {
      if (passed && frames % POWER_HOP === 0) meters.power.skip(frames);
      else meters.power.push(block, frames);
      meters.thirds.push(block, frames);
      yield frames / 2;
    }
    const at = i * (powers + thirds);
    const [before, rowsBefore] = [BEFORE / POWER_HOP, (BEFORE / THIRDS_HOP) * THIRDS];
    out.set(meters.power.finish().subarray(before, before + powers), at);
    out.set(meters.thirds.finish().subarray(rowsBefore, rowsBefore + thirds), at + powers);
  }
  return out;
}

/** The least reading, null where nobody speaks. */
export function tightest(readings: readonly Over[]): Over | null {
  return readings.reduce<Over | null>((least, one) => (least === null || one.over < least.over ? one : least), null);
}
