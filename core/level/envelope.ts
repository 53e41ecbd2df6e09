import { clamp, framesOf, gainOfDecibels, type Decibels, type Frames, type Gain } from '../units';
import type { Fade } from '../show/types';

/**
 * The level of one part over its own time, as plain data: the one function of law 3. The river draws `envelopeAt`, the
 * mixer multiplies by `fillEnvelope`; both come from the same shape and the same numbers.
 */
export interface Envelope {
  readonly length: Frames;
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

export function envelopeOf(
  length: Frames,
  level: Decibels,
  up: Ramp,
  out: Ramp,
  quiet: readonly Hush[] = [],
  pins: readonly PinAt[] = [],
  dips: readonly PinAt[] = [],
): Envelope {
  return { length, gain: gainOfDecibels(level), up, out, quiet, pins, dips };
}

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

/** dB to the exponent of e. */
const NEPER = Math.LN10 / 20;

/** What pins make of the level at a position: straight in dB between two, that of the nearest one outside. */
function pinned(pins: readonly PinAt[], position: Frames): Gain {
  let [right, past] = [0, pins.length];
  while (right < past) {
    const middle = (right + past) >> 1;
    if (pins[middle]!.at < position) right = middle + 1;
    else past = middle;
  }
  const next = pins[Math.min(right, pins.length - 1)]!;
  const last = pins[Math.max(0, right - 1)]!;
  const width = next.at - last.at;
  const share = width > 0 ? clamp((position - last.at) / width, 0, 1) : 1;
  return Math.exp((last.gain + (next.gain - last.gain) * share) * NEPER);
}

/** Multiplies what pins set into the gains of [first, first + count). Level stretches cost one exponential, slopes one a frame. */
function applyPins(pins: readonly PinAt[], first: Frames, count: number, into: Float32Array): void {
  for (let next = 0; next <= pins.length; next += 1) {
    const last = pins[next - 1];
    const pin = pins[next];
    const low = Math.max(0, last ? last.at - first : 0);
    const high = Math.min(count, pin ? pin.at - first : count);
    if (high <= low) continue;
    if (!last || !pin || last.gain === pin.gain) {
      const gain = Math.exp((last ?? pin)!.gain * NEPER);
      for (let i = low; i < high; i += 1) into[i]! *= gain;
      continue;
    }
    const slope = ((pin.gain - last.gain) / (pin.at - last.at)) * NEPER;
    const level = last.gain * NEPER;
    for (let i = low; i < high; i += 1) into[i]! *= Math.exp(level + slope * (first + i - last.at));
  }
}

/** Gain at a position in frames from the part's start; positions may be fractional. Outside [0, length): 0. */
export function envelopeAt(envelope: Envelope, position: Frames): Gain {
  const { length, up, out } = envelope;
  if (position < 0 || position >= length) return 0;
  let gain = envelope.gain;
  if (position < up.frames) gain *= fadeShape(position / up.frames, up.bend);
  const left = length - position;
  if (left < out.frames) gain *= fadeShape(left / out.frames, out.bend);
  for (const hush of envelope.quiet) gain *= hushed(hush, position);
  if (envelope.pins.length > 0) gain *= pinned(envelope.pins, position);
  if (envelope.dips.length > 0) gain *= pinned(envelope.dips, position);
  return gain;
}

/**
 * Writes the gain of `count` frames from `first` (frames from the part's start) into `into[0, count)`. Outside [0, length]
 * the gain goes on as it is at the end: a crossfade may reach beyond a part. The value of a frame depends on its place alone,
 * never on how blocks are cut.
 */
export function fillEnvelope(envelope: Envelope, first: Frames, count: number, into: Float32Array): void {
  const { length, gain, up, out } = envelope;
  into.fill(gain, 0, count);
  const upEnd = up.frames > 0 ? Math.min(count, up.frames - first) : 0;
  for (let i = 0; i < upEnd; i += 1) {
    into[i] = gain * fadeShape(Math.max(0, (first + i) / up.frames), up.bend);
  }
  if (envelope.pins.length > 0) applyPins(envelope.pins, first, count, into);
  if (envelope.dips.length > 0) applyPins(envelope.dips, first, count, into);
  for (let i = Math.max(0, length - out.frames - first + 1); out.frames > 0 && i < count; i += 1) {
    into[i]! *= fadeShape(Math.max(0, (length - first - i) / out.frames), out.bend);
  }
  for (const hush of envelope.quiet) {
    const low = Math.max(0, hush.from - EDGE - first);
    const high = Math.min(count, hush.to + EDGE - first);
    for (let i = low; i < high; i += 1) into[i]! *= hushed(hush, first + i);
  }
}
