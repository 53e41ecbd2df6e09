import { clamp, framesOf, gainOfLevel, type Decibels, type Frames, type Gain } from '../units';
import type { Fade } from '../show/types';

/**
 * The level of one part over its own time, as plain data, before it crosses with others (law.ts). `fillEnvelope` is the one place
 * where it becomes numbers, frame by frame for the mixer, further apart for drawing and for power readings.
 */
export interface Envelope {
  readonly length: Frames;
  /** Level of its lane, and what was ridden there, frames from the part's start. The mixer applies both to all of the lane (`fillLane`). */
  readonly lane: LaneLevel;
  /** Level between the fades. */
  readonly gain: Gain;
  readonly up: Ramp;
  readonly out: Ramp;
  /** Silent stretches, in order, frames from the part's start. The level ramps down to each and up from it. */
  readonly quiet: readonly Hush[];
  /** Levels set by hand, in order; none where the level is not touched. */
  readonly pins: readonly PinAt[];
  /** How it goes down for speech, in order; none where it does not. */
  readonly dips: readonly PinAt[];
}

/** The level of a lane: its own, and what was ridden by hand, frames of whatever it is counted from. */
export interface LaneLevel {
  readonly gain: Gain;
  readonly ride: readonly PinAt[];
}

export const PLAIN_LANE: LaneLevel = { gain: 1, ride: [] };

/** Level at a moment, frames from the part's start and dB; straight in dB between two. */
export interface PinAt {
  readonly at: Frames;
  readonly gain: Decibels;
}

/** Nothing is heard on [from, to). */
export interface Hush {
  readonly from: Frames;
  readonly to: Frames;
}

/** The smallest fade against a click: a few milliseconds (common practice). */
export const EDGE: Frames = framesOf(0.003);

/** A fade of `frames` frames at one end; 0 frames is no fade. */
export interface Ramp {
  readonly frames: Frames;
  readonly bend: number;
}

/** An envelope over `length` frames. `level` in dB; `SILENCE` and below are 0. Silences, pins and dips in order, frames from its start. */
export function envelopeOf(
  length: Frames,
  level: Decibels,
  up: Ramp,
  out: Ramp,
  quiet: readonly Hush[] = [],
  pins: readonly PinAt[] = [],
  dips: readonly PinAt[] = [],
  lane: LaneLevel = PLAIN_LANE,
): Envelope {
  return { length, lane, gain: gainOfLevel(level), up, out, quiet, pins, dips };
}

/** A fade as frames at a rate, Hz. */
export function rampOf(fade: Fade, rate: number): Ramp {
  return { frames: Math.round(fade.seconds * rate), bend: fade.bend };
}

/** How far a bend leans: at ±1 the curve's slope at its quick end is 19 times the straight one. */
const LEAN = 0.9;

/**
 * The curve of a fade: x in [0, 1] to gain in [0, 1], rising. bend 0 is straight in amplitude, −1 starts slow, +1 starts
 * quick. The curve is Schlick's bias function (C. Schlick, "Fast alternatives to Perlin's bias and gain functions",
 * Graphics Gems IV, 1994; from memory): its slope is finite everywhere, so that no bend clicks at its first sample.
 */
export function fadeShape(x: number, bend: number): Gain {
  const b = (1 + bend * LEAN) / 2;
  return x / ((1 / b - 2) * (1 - x) + 1);
}

/** What a silent stretch leaves of the level at a position: 0 within it, rising to 1 over the edge outside. */
function hushed({ from, to }: Hush, position: Frames): Gain {
  const apart = position < from ? from - position : position - to;
  return apart <= 0 ? 0 : apart < EDGE ? apart / EDGE : 1;
}

/** Writes the level of a lane at `count` frames from `first` into `into[0, count)`: what all that sounds on it is multiplied by. */
export function fillLane({ gain, ride }: LaneLevel, first: Frames, count: number, into: Float32Array): void {
  into.fill(gain, 0, count);
  if (ride.length > 0) applyPins(ride, first, count, into, 1);
}

/** dB to the exponent of e. */
const NEPER = Math.LN10 / 20;

/** Multiplies what pins set into the gains of `count` frames from `first`, `step` apart. Level stretches cost one exponential, slopes one a frame. */
function applyPins(pins: readonly PinAt[], first: Frames, count: number, into: Float32Array, step: number): void {
  const from = firstNear(pins, first);
  for (let next = from; next <= pins.length; next += 1) {
    const last = pins[next - 1];
    const pin = pins[next];
    const low = last ? indexOf(last.at, first, step) : 0;
    const high = pin ? Math.min(count, indexOf(pin.at, first, step)) : count;
    if (low >= count) return;
    if (high <= low) continue;
    if (!last || !pin || last.gain === pin.gain) {
      const gain = gainOfLevel((last ?? pin)!.gain);
      for (let i = low; i < high; i += 1) into[i]! *= gain;
      continue;
    }
    const slope = ((pin.gain - last.gain) / (pin.at - last.at)) * NEPER;
    const level = last.gain * NEPER;
    for (let i = low; i < high; i += 1) into[i]! *= Math.exp(level + slope * (first + i * step - last.at));
  }
}

/** The first pin that lies behind a frame; as many as there are where none does. */
function firstNear(pins: readonly PinAt[], frame: Frames): number {
  let [low, high] = [0, pins.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (pins[middle]!.at <= frame) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** The first of the frames `first`, `first + step`, … that does not lie before a frame. */
export function indexOf(frame: Frames, first: Frames, step: number): number {
  return Math.max(0, Math.ceil((frame - first) / step));
}

/** Gain at a position in frames from the part's start; positions may be fractional. Outside [0, length): 0. */
export function envelopeAt(envelope: Envelope, position: Frames): Gain {
  if (position < 0 || position >= envelope.length) return 0;
  fillEnvelope(envelope, position, 1, ONE);
  return ONE[0]!;
}

const ONE = new Float32Array(1);

/**
 * Writes the gains of `count` frames, the first at `first` (frames from the part's start, may be fractional), each `step` frames after
 * the one before, into `into[0, count)`. Outside [0, length] the gain goes on as it is at the end: a crossfade may reach beyond a part.
 * The value of a frame depends on its place alone, never on how blocks are cut or how far apart the frames are.
 */
export function fillEnvelope(envelope: Envelope, first: Frames, count: number, into: Float32Array, step = 1): void {
  const { length, up, out, lane } = envelope;
  const gain = envelope.gain * lane.gain;
  into.fill(gain, 0, count);
  const upEnd = up.frames > 0 ? Math.min(count, indexOf(up.frames, first, step)) : 0;
  for (let i = 0; i < upEnd; i += 1) {
    into[i] = gain * fadeShape(Math.max(0, (first + i * step) / up.frames), up.bend);
  }
  if (envelope.pins.length > 0) applyPins(envelope.pins, first, count, into, step);
  if (envelope.dips.length > 0) applyPins(envelope.dips, first, count, into, step);
  if (lane.ride.length > 0) applyPins(lane.ride, first, count, into, step);
  for (let i = out.frames > 0 ? indexOf(length - out.frames, first, step) : count; i < count; i += 1) {
    into[i]! *= fadeShape(clamp((length - first - i * step) / out.frames, 0, 1), out.bend);
  }
  for (const hush of envelope.quiet) {
    const low = indexOf(hush.from - EDGE, first, step);
    const high = Math.min(count, indexOf(hush.to + EDGE + 1, first, step));
    for (let i = low; i < high; i += 1) into[i]! *= hushed(hush, first + i * step);
  }
}
