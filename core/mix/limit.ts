import { PEAK_OVERSHOOT, PEAK_REACH, truePeakWithin } from '../sound';
import type { Frames, Gain } from '../units';

/** The gain is worked out every so many frames, on a grid that begins with the show, and runs straight between two. */
const STEP: Frames = 32;
/** Steps before a peak in which the gain goes down (5.3 ms). */
const ATTACK = 8;
/** How much a step lets the gain come up again: 60 dB a second. */
const RELEASE: Gain = 10 ** ((60 / 20) * (STEP / 48_000));
/** The gain never goes lower than this (−40 dB), so that all of a peak is forgotten after so many steps. */
const LEAST: Gain = 0.01;
const MEMORY = Math.ceil(Math.log(1 / LEAST) / Math.log(RELEASE)) + 1;
/** What a moving gain may add between samples. */
const GRACE: Gain = 0.995;
/** Frames that are held in one go. */
const CHUNK: Frames = 8192;

type Mix = (first: Frames, count: number, into: Float32Array) => void;

/** Weights of the slope down: a Hann window, so that the gain turns without an edge. */
const WEIGHTS = Float64Array.from({ length: ATTACK + 1 }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 1)) / (ATTACK + 2)));
const WEIGHT = WEIGHTS.reduce((sum, one) => sum + one, 0);

/**
 * Holds the true peaks of stereo sound under a ceiling. The gain of a frame follows from the sound around it alone, worked out
 * on a grid that does not depend on where a block begins: the same samples come out however blocks are cut (law 4). Sound read in
 * one go costs what it costs; a jump costs the half second before it as well.
 */
export class Limiter {
  private readonly ceiling: Gain;
  /** Gains that the peaks allow, released, for steps [from, to). */
  private allowed = new Float64Array(0);
  private from = 0;
  private to = 0;
  /** Sound around the steps, from frame `base` on. */
  private sound = new Float32Array(0);
  private base: Frames = 0;
  private held = 0;

  /** @param mix gives any frames of what is held; outside the show it gives silence. */
  constructor(
    ceiling: Gain,
    private readonly mix: Mix,
  ) {
    this.ceiling = ceiling * GRACE;
  }

  /** What is held is another sound from now on: nothing of what was worked out counts any more. */
  forget(): void {
    this.from = this.to = 0;
    this.allowed = new Float64Array(0);
    this.base = this.held = 0;
  }

  render(first: Frames, count: number, into: Float32Array): void {
    for (let done = 0; done < count; done += CHUNK) {
      const size = Math.min(CHUNK, count - done);
      this.hold(first + done, size, into, done * 2);
    }
  }

  private hold(first: Frames, count: number, into: Float32Array, offset: number): void {
    const low = Math.floor(first / STEP);
    const high = Math.floor((first + count - 1) / STEP) + 1;
    this.know(low - ATTACK, high + ATTACK + 1, first);
    let gain = this.gainAt(low);
    for (let step = low; step < high; step += 1) {
      const next = this.gainAt(step + 1);
      const begin = Math.max(first, step * STEP);
      const end = Math.min(first + count, (step + 1) * STEP);
      const rise = (next - gain) / STEP;
      for (let frame = begin; frame < end; frame += 1) {
        const level = gain + rise * (frame - step * STEP + 0.5);
        const place = (frame - this.base) * 2;
        const out = offset + (frame - first) * 2;
        into[out] = this.sound[place]! * level;
        into[out + 1] = this.sound[place + 1]! * level;
      }
      gain = next;
    }
  }

  /** The gain at the beginning of a step: never more than the peaks on either side of it allow. */
  private gainAt(step: number): Gain {
    let sum = 0;
    for (let i = 0; i <= ATTACK; i += 1) {
      let least = 1;
      // Each of these windows holds the step itself, so their mean is no more than it allows.
      const at = step - i - this.from;
      for (let k = at; k <= at + ATTACK; k += 1) if (this.allowed[k]! < least) least = this.allowed[k]!;
      sum += least * WEIGHTS[i]!;
    }
    return sum / WEIGHT;
  }

  /** Works out the gains of steps [low, high), and fetches the sound from `first` on. */
  private know(low: number, high: number, first: Frames): void {
    const goesOn = low >= this.from && low <= this.to && first >= this.base;
    const start = goesOn ? this.to : low - MEMORY;
    const keptFrom = goesOn ? low : start;
    let before = goesOn && this.to > this.from ? this.allowed[this.to - 1 - this.from]! : 1;
    const gains = new Float64Array(Math.max(high, start) - keptFrom);
    if (goesOn) gains.set(this.allowed.subarray(low - this.from, this.to - this.from));
    for (let at = start; at < high; at += CHUNK / STEP) {
      const end = Math.min(high, at + CHUNK / STEP);
      // A step answers for the frames on either side of its beginning.
      this.fetch((at - 1) * STEP - PEAK_REACH, (end + 1) * STEP + PEAK_REACH, first, goesOn || at > start);
      let last = this.peakOf(at - 1);
      for (let step = at; step < end; step += 1) {
        const peak = this.peakOf(step);
        const most = Math.max(last, peak);
        last = peak;
        const allows = most > this.ceiling ? Math.max(LEAST, this.ceiling / most) : 1;
        before = Math.min(allows, before * RELEASE, 1);
        gains[step - keptFrom] = before;
      }
    }
    this.allowed = gains;
    this.from = keptFrom;
    this.to = Math.max(high, start);
    this.fetch(first, high * STEP, first, true);
  }

  /** Makes sure that frames [low, high) are there; what lies before both `low` and `need` is let go of. */
  private fetch(low: Frames, high: Frames, need: Frames, goesOn: boolean): void {
    const keep = Math.min(low, need);
    const end = this.base + this.held;
    const joins = goesOn && keep >= this.base && keep <= end;
    const kept = joins ? end - keep : 0;
    const wanted = Math.max(high, joins ? end : high) - keep;
    if (this.sound.length < wanted * 2) {
      const grown = new Float32Array(wanted * 2);
      if (kept > 0) grown.set(this.sound.subarray((keep - this.base) * 2, this.held * 2));
      this.sound = grown;
    } else if (kept > 0) this.sound.copyWithin(0, (keep - this.base) * 2, this.held * 2);
    if (wanted > kept) this.mix(keep + kept, wanted - kept, this.sound.subarray(kept * 2, wanted * 2));
    this.base = keep;
    this.held = wanted;
  }

  /** The true peak of one step in either channel; only as exact as it has to be where it stays below the ceiling. */
  private peakOf(step: number): Gain {
    const at = step * STEP - this.base;
    let plain = 0;
    for (let i = (at - PEAK_REACH) * 2; i < (at + STEP + PEAK_REACH) * 2; i += 1) {
      const size = Math.abs(this.sound[i]!);
      if (size > plain) plain = size;
    }
    if (plain * PEAK_OVERSHOOT <= this.ceiling) return plain;
    return Math.max(truePeakWithin(this.sound, at, STEP, 2, 0), truePeakWithin(this.sound, at, STEP, 2, 1));
  }
}
