import { RATE } from '../../core/units';

export const TURN = 2 * Math.PI;

/** One note as an instrument is asked to play it. */
export interface Played {
  readonly hertz: number;
  /** Seconds until it is let go. */
  readonly seconds: number;
  /** (0, 1]. */
  readonly force: number;
  /** Notes of the same seed are the same to the sample. */
  readonly seed: number;
}

/** An instrument: a note as samples of one channel at 48 kHz, its ring included. */
export type Instrument = (note: Played) => Float32Array;

/** Frames between two values of what changes slowly: levels, vibrato. Between them it runs straight. */
export const SLOW = 32;

const TABLE_BITS = 12;
const TABLE = Float32Array.from({ length: (1 << TABLE_BITS) + 1 }, (_, i) => Math.sin((TURN * i) / (1 << TABLE_BITS)));

/** Sine of −64 to some 100,000 turns, from a table, straight between its values: −118 dB off at the most. */
export function sineOf(turns: number): number {
  const place = (turns + 64) * (1 << TABLE_BITS);
  const whole = place | 0;
  const at = whole & ((1 << TABLE_BITS) - 1);
  const left = TABLE[at]!;
  return left + (TABLE[at + 1]! - left) * (place - whole);
}

/** Room for a note and its ring. */
export const blank = (seconds: number): Float32Array => new Float32Array(Math.max(1, Math.round(seconds * RATE)));

/** Equal temperament, A4 = 440 Hz (ISO 16). */
export const hertzOf = (pitch: number): number => 440 * 2 ** ((pitch - 69) / 12);

/** Lets a note go: from `held` seconds on it dies away within `ring` seconds (60 dB). */
export function letGo(sound: Float32Array, held: number, ring: number): Float32Array {
  const per = 10 ** (-3 / (ring * RATE));
  let gain = 1;
  // What is struck at once still begins at nothing: half a millisecond.
  for (let i = 0; i < Math.min(24, sound.length); i += 1) sound[i]! *= i / 24;
  for (let i = Math.round(held * RATE); i < sound.length; i += 1) sound[i]! *= gain *= per;
  return soften(sound);
}

/** No sound begins or ends with a jump. */
export function soften(sound: Float32Array, seconds = 0.004): Float32Array {
  const frames = Math.min(sound.length, Math.round(seconds * RATE));
  for (let i = 0; i < frames; i += 1) sound[sound.length - 1 - i]! *= i / frames;
  return sound;
}

/** A delay line that is read between its samples, by straight lines. */
export class Delay {
  private readonly line: Float32Array;
  private at = 0;

  constructor(most: number) {
    this.line = new Float32Array(Math.ceil(most) + 3);
  }

  /** What went in `frames` ago. */
  read(frames: number): number {
    const { line } = this;
    let place = this.at - frames;
    if (place < 0) place += line.length;
    const whole = Math.floor(place);
    const next = whole + 1 === line.length ? 0 : whole + 1;
    const share = place - whole;
    return line[whole]! * (1 - share) + line[next]! * share;
  }

  write(value: number): void {
    this.line[this.at] = value;
    this.at = this.at + 1 === this.line.length ? 0 : this.at + 1;
  }
}
