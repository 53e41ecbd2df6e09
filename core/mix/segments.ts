import type { PinAt } from '../level';
import { framesOf, type Decibels, type Frames } from '../units';
import type { Plan, PlannedLane, PlannedPart } from './plan';
import type { Mixer } from './render';

/**
 * What is measured of a long plan is measured segment by segment: what an edit did not touch need not be measured again. A whole number of every
 * step that meters count in.
 */
export const SEGMENT: Frames = framesOf(20);
/** A segment is mixed from so long before it, for the filters of the meters: what sounded earlier does not matter to them any more. */
export const BEFORE: Frames = framesOf(0.5);
/** And to so long after it: what is looked at in windows reaches beyond its moment. */
export const AFTER: Frames = framesOf(0.1);
/** Held peaks look back further than the filters do, and ahead (limit.ts). */
const LOOK_BACK: Frames = framesOf(0.8);
const LOOK_AHEAD: Frames = framesOf(0.1);
/** Frames that are mixed in one go. */
const BLOCK: Frames = framesOf(0.32);

/** Frames [from, to) of a segment of a plan. */
export interface Segment {
  readonly from: Frames;
  readonly to: Frames;
}

/** The segments of a sound of so many frames, in order; the last one ends with it. */
export function segmentsOf(frames: Frames): Segment[] {
  return Array.from({ length: Math.ceil(frames / SEGMENT) }, (_, i) => ({ from: i * SEGMENT, to: Math.min(frames, (i + 1) * SEGMENT) }));
}

/**
 * All that what is measured of a segment follows from, as text: where two plans say the same of a segment, they sound the same there sample for
 * sample, its surroundings included.
 */
export function segmentText(plan: Plan, { from, to }: Segment): string {
  const low = from - BEFORE - LOOK_BACK;
  const high = to + AFTER + LOOK_AHEAD;
  const lanes = plan.lanes.flatMap((lane) => {
    const parts = plan.parts.filter((part) => part.lane === lane.id);
    // A treatment may remember all that went through it.
    const said = lane.chain.length > 0 ? parts : parts.flatMap((part) => partWithin(part, low, high));
    return said.length > 0 ? [[laneWithin(lane, low, high), said]] : [];
  });
  const ends = high > plan.frames - plan.closing ? [plan.frames, plan.closing] : [];
  return JSON.stringify([from, to - from, plan.master, plan.ceiling, ends, lanes]);
}

function laneWithin({ chain, level, pan }: PlannedLane, low: Frames, high: Frames): unknown {
  return { chain, level: { ...level, ride: pinsWithin(level.ride, low, high) }, pan };
}

/** What of a part sounds on [low, high), or nothing. */
function partWithin(part: PlannedPart, low: Frames, high: Frames): unknown[] {
  const spans = part.spans.filter(({ start, end, before, after }) => start - before < high && end + after > low);
  if (spans.length === 0) return [];
  const { media, start, end, into, out, envelope } = part;
  const within = (pins: readonly PinAt[]) => pinsWithin(pins, low - start, high - start);
  const { quiet, pins, dips, length, gain, up, out: fade } = envelope;
  const hushed = quiet.filter((hush) => hush.to + LOOK_BACK > low - start && hush.from - LOOK_BACK < high - start);
  // How the whole lane is levelled is said of the lane.
  return [{ media, start, end, into, out, spans, length, gain, up, fade, quiet: hushed, pins: within(pins), dips: within(dips) }];
}

/**
 * The level that pins set on [low, high): the pins there and the nearest on either side, or what they all say. Where the level does not move up to
 * the nearest one, how near that is does not matter.
 */
function pinsWithin(pins: readonly PinAt[], low: Frames, high: Frames): readonly PinAt[] | Decibels {
  let first = Math.max(
    0,
    pins.findLastIndex(({ at }) => at <= low),
  );
  const next = pins.findIndex(({ at }) => at >= high);
  let last = next < 0 ? pins.length - 1 : next;
  if (first < last && pins[first]!.at <= low && pins[first]!.gain === pins[first + 1]!.gain) first += 1;
  if (first < last && pins[last]!.at >= high && pins[last]!.gain === pins[last - 1]!.gain) last -= 1;
  return first < last ? pins.slice(first, last + 1) : (pins[first]?.gain ?? 0);
}

/** A segment that is asked for, and what it sounds like. */
export interface Asked extends Segment {
  readonly text: string;
}

/** What was measured of segments, by what they sound like. */
export interface Remembered {
  get(text: string): Float32Array | undefined;
  set(text: string, measured: Float32Array): unknown;
}

/** The parts that sound in or around segments, or on a lane whose treatments may remember them: all that a mixer needs for them. */
export function partsFor(plan: Plan, segments: readonly Segment[]): PlannedPart[] {
  const chained = new Set(plan.lanes.filter(({ chain }) => chain.length > 0).map(({ id }) => id));
  const reach = BEFORE + LOOK_BACK;
  return plan.parts.filter(
    ({ lane, spans }) =>
      chained.has(lane) ||
      segments.some(({ from, to }) => spans.some((one) => one.start - one.before < to + reach && one.end + one.after > from - reach)),
  );
}

/** What is known of segments, in their order; what is not remembered is measured and remembered. `measure` yields the frames it did. Yields the share done. */
export function* recalled(
  asked: readonly Asked[],
  remembered: Remembered,
  measure: (segment: Segment) => Generator<Frames, Float32Array>,
): Generator<number, Float32Array[]> {
  const missing = asked.filter(({ text }) => !remembered.get(text));
  const all = missing.reduce((sum, { from, to }) => sum + BEFORE + to - from + AFTER, 0);
  const found: Float32Array[] = [];
  let done = 0;
  for (const one of asked) {
    let known = remembered.get(one.text);
    if (!known) {
      const work = measure(one);
      let step = work.next();
      for (; !step.done; step = work.next()) yield (done += step.value) / all;
      known = step.value;
      remembered.set(one.text, known);
    }
    found.push(known);
  }
  return found;
}

/** A block of a segment. */
interface Mixed {
  readonly block: Float32Array;
  readonly frames: Frames;
  /** Silence that nobody asks about: what sounds there was not mixed. */
  readonly passed: boolean;
}

/**
 * Mixes a segment and what its meters need around it, block by block, from `BEFORE` before it to `AFTER` after it.
 * @param wanted whether frames [from, to) matter; the others are silence.
 */
export function* mixSegment(mixer: Mixer, { from, to }: Segment, wanted: (within: Segment) => boolean = () => true): Generator<Mixed> {
  const block = new Float32Array(BLOCK * 2);
  for (let first = from - BEFORE; first < to + AFTER; first += BLOCK) {
    const frames = Math.min(BLOCK, to + AFTER - first);
    const passed = !wanted({ from: first, to: first + frames });
    if (passed) block.fill(0);
    else mixer.render(first, frames, block);
    yield { block, frames, passed };
  }
}
