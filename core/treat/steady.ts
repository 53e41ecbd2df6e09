import type { TreatmentOf } from '../show';
import { framesOf, gainOfDecibels, type Frames } from '../units';
import type { Processor } from './processor';

/** The level is read, and the gain worked out, every so many frames. */
const STEP: Frames = 32;
/** Steps of the window in which the level is read, a Hann window of 40 ms: two periods of a deep voice. */
const WINDOW = 60;
/** Steps in which the gain goes down, before what is loud (10 ms). */
const ATTACK = 15;
/** Falls in level that the release is told for: so many dB take that long. */
const TOLD = 10;
/** A level below this is silence, dBFS. */
const LEAST = 1e-12;

const WEIGHTS = Float64Array.from({ length: WINDOW }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / WINDOW));
const WEIGHT = WEIGHTS.reduce((sum, one) => sum + one, 0);

/** How much a level is lowered, dB, before the lift: nothing up to `above`, then all but one dB for every `ratio`. */
export function steadied(level: number, { above, ratio }: Pick<TreatmentOf<'steady'>, 'above' | 'ratio'>): number {
  return Math.min(0, (above - level) * (1 - 1 / ratio));
}

/**
 * A compressor with look-ahead. The level of a moment is that of a window around it, told as that of a sine (dBFS), the louder channel's;
 * the gain is down when the loud arrives and comes up by 10 dB in `release` seconds. Both are worked out on a grid of 32 frames from the
 * sound around alone, so that its memory is finite: as long as the gain takes to come up from the lowest there is.
 */
export class Steady implements Processor {
  readonly finite = true;
  readonly delay: Frames = (WINDOW / 2 + ATTACK + 1) * STEP;
  readonly tail = 0;
  readonly runIn: Frames;
  private readonly rise: number;
  private readonly lift: number;
  /** Energies of the last steps, louder channel, in a ring; gains wanted and gains after the release, dB. */
  private readonly energies = new Float64Array(WINDOW);
  private readonly wanted = new Float64Array(ATTACK + 1);
  private readonly lowest = new Float64Array(ATTACK + 1);
  private readonly late: Float32Array;
  private readonly sums: Float64Array;
  private released = 0;
  private gain = 1;
  private nextGain = 1;
  private steps = 0;
  private inStep = 0;
  private place = 0;

  constructor(
    private readonly set: TreatmentOf<'steady'>,
    private readonly channels: 1 | 2,
  ) {
    this.rise = (TOLD * STEP) / framesOf(set.release);
    const most = -steadied(20, set);
    this.runIn = (Math.ceil(most / this.rise) + WINDOW + 3 * ATTACK + 4) * STEP;
    this.lift = set.lift;
    this.late = new Float32Array(this.delay * channels);
    this.sums = new Float64Array(channels);
    this.reset();
  }

  reset(): void {
    for (const one of [this.energies, this.wanted, this.lowest, this.sums]) one.fill(0);
    this.late.fill(0);
    this.released = 0;
    this.gain = this.nextGain = gainOfDecibels(this.lift);
    this.steps = this.inStep = this.place = 0;
  }

  process(input: Float32Array, output: Float32Array, frames: number): void {
    const { channels, late, sums } = this;
    const size = late.length;
    for (let i = 0; i < frames; i += 1) {
      const level = this.gain + ((this.nextGain - this.gain) * (this.inStep + 0.5)) / STEP;
      for (let c = 0; c < channels; c += 1) {
        const value = input[i * channels + c]!;
        sums[c]! += value * value;
        output[i * channels + c] = late[this.place + c]! * level;
        late[this.place + c] = value;
      }
      this.place = this.place + channels === size ? 0 : this.place + channels;
      this.inStep += 1;
      if (this.inStep === STEP) this.close();
    }
  }

  /** The end of a step: one more energy, one more gain. */
  private close(): void {
    const { energies, wanted, lowest, sums, set } = this;
    const { steps } = this;
    energies[steps % WINDOW] = this.channels === 1 ? sums[0]! : Math.max(sums[0]!, sums[1]!);
    sums.fill(0);
    let sum = 0;
    for (let i = 0; i < WINDOW; i += 1) sum += energies[(steps + 1 + i) % WINDOW]! * WEIGHTS[i]!;
    const level = 10 * Math.log10((2 * sum) / WEIGHT / STEP + LEAST);
    wanted[steps % (ATTACK + 1)] = steadied(level, set);
    // The lowest of what is ahead; then up again no faster than the release allows.
    let least = 0;
    for (let i = 0; i <= ATTACK; i += 1) if (wanted[i]! < least) least = wanted[i]!;
    this.released = Math.min(least, this.released + this.rise);
    lowest[steps % (ATTACK + 1)] = this.released;
    let mean = 0;
    // In the order of time, so that the same sums come out wherever the ring begins.
    for (let i = 1; i <= ATTACK + 1; i += 1) mean += lowest[(steps + i) % (ATTACK + 1)]!;
    this.gain = this.nextGain;
    this.nextGain = gainOfDecibels(mean / (ATTACK + 1) + this.lift);
    this.steps += 1;
    this.inStep = 0;
  }
}
