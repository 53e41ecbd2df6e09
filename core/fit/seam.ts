import { Mixer, planSpans, type Plan } from '../mix';
import { loopSpans, type Loop, type MediaId } from '../show';
import type { PcmSource } from '../sound';
import { RATE, clamp, decibelsOfPower, framesOf, type Decibels, type Frames, type Seconds } from '../units';
import { bestShift } from './shift';

/** How a loop goes on from its last moment to its first. */
export interface SeamReading {
  /** How much louder it is after the seam than before, dB; null where one side is silent. */
  readonly step: Decibels | null;
  /** How far the sharpest edge at the seam stands above those that the piece itself has there and nearby, dB; at most 0 where nothing clicks. */
  readonly click: Decibels;
  /** By how much the beat comes early (negative) or late after the seam, seconds; null where nothing can be compared. */
  readonly phase: Seconds | null;
}

/** A stretch of a plan. */
export interface Pass {
  readonly plan: Plan;
  readonly first: Frames;
  readonly frames: Frames;
}

/**
 * A pass of a loop as it is heard when the loop goes round: with its tail and lead-in folded in. A mono sound (`channels` 1)
 * is as loud in both channels as it is: nothing is placed between them. Null where the loop makes no sense.
 */
export function planPass(media: MediaId, seconds: Seconds, loop: Loop, channels: number): Pass | null {
  // The middle one of three passes: before and after it the loop goes on as it always does.
  const spans = loopSpans(loop, 3, loop.from, loop.to);
  if (!spans) return null;
  const plan = { ...planSpans(media, seconds, spans), master: channels === 1 ? Math.SQRT2 : 1 };
  const { start, end } = plan.parts[0]!.spans[1]!;
  return { plan, first: start, frames: end - start };
}

/** Level is compared over this long on either side, edges this near to the seam with those this far around it, seconds. */
const LEVEL: Seconds = 0.25;
const NEAR: Seconds = 0.01;
const AROUND: Seconds = 0.4;

/** Reads the seam of a loop: renders it going round, and measures. Null where the loop makes no sense. */
export function readSeam(source: PcmSource, media: MediaId, loop: Loop): SeamReading | null {
  const pass = planPass(media, source.frames / RATE, loop, source.channels);
  if (!pass) return null;
  const wide = framesOf(AROUND);
  const sound = new Float32Array(wide * 4);
  const seam = pass.first;
  const sources = new Map([[media, source]]);
  new Mixer(pass.plan, sources).render(seam - wide, wide * 2, sound);
  // The piece as it is, where the loop begins and where it ends: a drum that sets in there is no click.
  const plain = planSpans(media, source.frames / RATE, [{ from: 0, to: source.frames / RATE, join: 0 }]);
  const whole = new Mixer({ ...plain, master: pass.plan.master }, sources);
  const own = [loop.from, loop.to].map((moment) => {
    const around = new Float32Array(framesOf(NEAR) * 4);
    whole.render(framesOf(moment) - framesOf(NEAR), framesOf(NEAR) * 2, around);
    return around;
  });
  const shift = bestShift({ source, at: framesOf(loop.to) }, { source, at: framesOf(loop.from) });
  return { step: levelStep(sound, wide), click: clickAt(sound, wide, own), phase: shift?.by ?? null };
}

function power(sound: Float32Array, from: Frames, to: Frames): number {
  let sum = 0;
  for (let i = from * 2; i < to * 2; i += 1) sum += sound[i]! * sound[i]!;
  return sum / ((to - from) * 2);
}

function levelStep(sound: Float32Array, seam: Frames): Decibels | null {
  const wide = Math.min(seam, framesOf(LEVEL));
  const before = power(sound, seam - wide, seam);
  const after = power(sound, seam, seam + wide);
  return before < 1e-10 || after < 1e-10 ? null : decibelsOfPower(after / before);
}

/** Edges are what is left of a sound after three differences: slow waves vanish, a step of one sample stands out. */
function edgeAt(sound: Float32Array, frame: Frames): number {
  let most = 0;
  for (let channel = 0; channel < 2; channel += 1) {
    const at = frame * 2 + channel;
    most = Math.max(most, Math.abs(sound[at]! - 3 * sound[at + 2]! + 3 * sound[at + 4]! - sound[at + 6]!));
  }
  return most;
}

function sharpest(sound: Float32Array, from: Frames, to: Frames): number {
  let most = 0;
  for (let frame = Math.max(0, from); frame < Math.min(to, sound.length / 2 - 3); frame += 1) most = Math.max(most, edgeAt(sound, frame));
  return most;
}

function clickAt(sound: Float32Array, seam: Frames, own: readonly Float32Array[]): Decibels {
  const near = framesOf(NEAR);
  // The smallest edge there could be: one step of a 16-bit file.
  const least = 1 / 32_768;
  const here = sharpest(sound, seam - near, seam + near);
  const around = Math.max(sharpest(sound, 0, seam - near), sharpest(sound, seam + near, Infinity));
  const natural = Math.max(...own.map((one) => sharpest(one, 0, Infinity)));
  return clamp(20 * Math.log10(Math.max(least, here) / Math.max(least, around, natural)), -120, 120);
}
