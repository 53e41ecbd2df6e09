import { crossGain } from './cross';
import { envelopeAt } from './envelope';
import { POWER_STEP, type Profile } from '../speech';
import { speedOf, type Part } from '../show';
import { RATE, framesOf, type Seconds } from '../units';
import type { Envelope } from './envelope';
import type { CrossShape } from './cross';

/** A crossing as far as levels care: its shape and where it begins, frames of the show. */
export type CrossAt = CrossShape & { readonly start: number };

/** How loud a part is over its time, before dips: sums of K-weighted power, one for each 10 ms of the show. */
export class PartPower {
  /** Step of the show at which it begins. */
  readonly first: number;
  /** Sum of the power of all steps before this one. */
  private readonly sums: Float64Array;

  /** @param envelope the part's, without dips. */
  constructor(part: Part, profile: Profile, envelope: Envelope, into: CrossAt | null, out: CrossAt | null) {
    const steps = Math.max(1, Math.round(envelope.length / RATE / POWER_STEP));
    this.first = Math.round(part.at / POWER_STEP);
    this.sums = new Float64Array(steps + 1);
    const { power } = profile;
    const speed = speedOf(part);
    const start = framesOf(part.at);
    const spans = part.spans;
    let index = 0;
    let begun = 0;
    for (let step = 0; step < steps; step += 1) {
      const moment = (step + 0.5) * POWER_STEP;
      while (index < spans.length - 1 && moment >= begun + spans[index]!.to - spans[index]!.from) {
        begun += spans[index]!.to - spans[index]!.from;
        index += 1;
      }
      const source = (spans[index]!.from + moment - begun) * speed;
      let gain = envelopeAt(envelope, moment * RATE);
      const frame = start + moment * RATE;
      if (into && frame < into.start + into.frames) gain *= crossGain(into, 'in', Math.max(0, frame - into.start), 0);
      if (out && frame >= out.start) gain *= crossGain(out, 'out', Math.min(out.frames - 1, frame - out.start), 0);
      this.sums[step + 1] = this.sums[step]! + (power[Math.floor(source / POWER_STEP)] ?? 0) * gain * gain;
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

export const stepOf = (moment: Seconds): number => Math.round(moment / POWER_STEP);
