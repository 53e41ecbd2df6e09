import { HOP, LoudnessMeter, loudnessFrom, type Loudness, type PcmSource } from '../sound';
import type { Frames } from '../units';
import type { Plan } from './plan';
import { Mixer } from './render';
import { BEFORE, mixSegment, recalled, segmentText, segmentsOf, type Asked, type Remembered, type Segment } from './segments';

/** What the level of the whole only makes louder is measured without it, so that no segment is measured anew for it. Held peaks depend on it. */
const levelled = (plan: Plan): Plan => (plan.ceiling === null ? { ...plan, master: 1 } : plan);

/** The segments of a plan whose loudness is asked for. */
export function loudAsked(plan: Plan): Asked[] {
  const one = levelled(plan);
  return segmentsOf(plan.frames).map((segment) => ({ ...segment, text: segmentText(one, segment) }));
}

/** Loudness and true peak of a whole plan. Yields the share done, so that a worker can yield. @param sources of what is not remembered. */
export function* measuringLoudness(
  plan: Plan,
  asked: readonly Asked[],
  sources: ReadonlyMap<string, PcmSource>,
  remembered: Remembered,
): Generator<number, Loudness> {
  const meter = new LoudnessMeter(2);
  let mixer: Mixer | null = null;
  const measured = yield* recalled(asked, remembered, (segment) =>
    loudWithin((mixer ??= new Mixer(levelled(plan), sources)), segment, meter),
  );
  const gain = plan.ceiling === null ? plan.master : 1;
  const steps = new Float64Array(Math.floor(plan.frames / HOP));
  let [peak, at] = [0, 0];
  for (const one of measured) {
    peak = Math.max(peak, one[0]! * gain);
    for (let i = 1; i < one.length; i += 1, at += 1) steps[at] = one[i]! * gain * gain;
  }
  return loudnessFrom(steps, peak);
}

/** The true peak in a segment and right beside it, linear, then the mean square of each of its whole steps. */
function* loudWithin(mixer: Mixer, segment: Segment, meter: LoudnessMeter): Generator<Frames, Float32Array> {
  for (const { block, frames } of mixSegment(mixer, segment)) {
    meter.push(block, frames);
    yield frames;
  }
  const { steps, peak } = meter.take();
  const whole = Math.floor((segment.to - segment.from) / HOP);
  return Float32Array.of(peak, ...steps.subarray(BEFORE / HOP, BEFORE / HOP + whole));
}
