import type { SoundPlace } from '../sound';
import { RATE, decibelsOfPower, framesOf, type Decibels, type Seconds } from '../units';
import { bestShift } from './shift';

/** How a cut goes on from what is before it to what comes after. */
export interface CutReading {
  /** How much louder it is after the cut than before, dB; null where one side is silent. */
  readonly step: Decibels | null;
  /** By how much the beat is off after the cut, seconds; null where nothing can be compared. */
  readonly off: Seconds | null;
}

/** Level is compared over this long on either side. */
const LEVEL: Seconds = 0.4;
/** From here on a cut may be noticed: a step in level, a beat that stumbles (common practice). */
const STEP: Decibels = 9;
const STUMBLE: Seconds = 0.03;

/** Reads a cut: the sound before `left` is followed by the sound from `right` on. */
export function readCut(left: SoundPlace, right: SoundPlace): CutReading {
  const wide = framesOf(LEVEL);
  const before = powerOf(left, -wide, wide);
  const after = powerOf(right, 0, wide);
  const step = before < 1e-10 || after < 1e-10 ? null : decibelsOfPower(after / before);
  return { step, off: bestShift(left, right)?.by ?? null };
}

function powerOf({ source, at }: SoundPlace, from: number, frames: number): number {
  const page = new Float32Array(frames * source.channels);
  source.read(at + from, frames, page);
  let sum = 0;
  for (let i = 0; i < page.length; i += 1) sum += page[i]! * page[i]!;
  return sum / page.length;
}

/** What may be noticed at a cut; null where it hides. A cut from or to silence is a pause, not a stumble. */
export function noticed({ step, off }: CutReading): 'level' | 'beat' | null {
  if (step === null) return null;
  if (Math.abs(step) > STEP) return 'level';
  return off !== null && Math.abs(off) > STUMBLE - 0.5 / RATE ? 'beat' : null;
}
