import { POWER_STEP, type Profile } from '../speech';
import { roughSource, sourceWalker, type Part } from '../show';
import { RATE, framesOf, type Seconds } from '../units';
import type { Envelope } from './envelope';
import { fillLevel, sidesAlike, type CrossAt } from './law';

/** How loud a part is over its time, before dips: sums of K-weighted power, one for each 10 ms of the show. */
export class PartPower {
  /** Step of the show at which it begins. */
  readonly first: number;
  /** Sum of the power of all steps before this one. */
  private readonly sums: Float64Array;

  /** @param envelope the part's, without dips. @param sound length of what it plays from. */
  constructor(part: Part, sound: Seconds, profile: Profile, envelope: Envelope, into: CrossAt | null, out: CrossAt | null) {
    const steps = Math.max(1, Math.round(envelope.length / RATE / POWER_STEP));
    this.first = Math.round(part.at / POWER_STEP);
    this.sums = new Float64Array(steps + 1);
    const { power } = profile;
    const sourceAt = sourceWalker(part.spans);
    const rough = roughSource(part, sound);
    const start = framesOf(part.at);
    const apart = POWER_STEP * RATE;
    const levels = new Float32Array(steps);
    fillLevel({ start, envelope }, sidesAlike({ into, out }), start + apart / 2, steps, levels, apart);
    for (let step = 0; step < steps; step += 1) {
      const source = rough(sourceAt((step + 0.5) * POWER_STEP));
      this.sums[step + 1] = this.sums[step]! + (power[Math.floor(source / POWER_STEP)] ?? 0) * levels[step]! ** 2;
    }
  }

  /** Sum of its power over steps [from, to) of the show. */
  between(from: number, to: number): number {
    const last = this.sums.length - 1;
    const low = Math.min(last, Math.max(0, from - this.first));
    const high = Math.min(last, Math.max(0, to - this.first));
    return this.sums[high]! - this.sums[low]!;
  }
}

/** The step of `POWER_STEP` that a moment (seconds) is nearest to. */
export const stepOf = (moment: Seconds): number => Math.round(moment / POWER_STEP);
