import { KWeighting, TruePeak, loudnessOf } from '../sound';
import { RATE, type Frames } from '../units';

/** Meters are read thirty times a second, on a grid that begins with the show. */
export const METER_STEP: Frames = RATE / 30;
/** Steps of a momentary window (0.4 s) and of a short-term one (3 s), as in EBU Tech 3341; blocks of the whole begin every 100 ms. */
const MOMENTARY = 12;
const SHORT_TERM = 90;
const HOP = 3;
/** Absolute gate of BS.1770, and the relative one, LUFS and LU. */
const ABSOLUTE = -70;
const RELATIVE = -10;

/** Numbers of one step: two for each lane, then four for the whole. */
export const LANE_NUMBERS = 2;
export const WHOLE_NUMBERS = 4;

/** What is read of one step. */
export interface MeterReading {
  /** By lane, in the order in which they are mixed: highest sample (linear) and loudness of the last 0.4 s (LUFS). */
  readonly lanes: readonly { readonly peak: number; readonly loudness: number }[];
  /** True peak (linear), loudness of the last 0.4 s, of the last 3 s, and of all since playing began (gated), LUFS. */
  readonly whole: { readonly peak: number; readonly loudness: number; readonly short: number; readonly soFar: number };
}

/** One row of numbers as what they say. */
export function meterReading(row: Float32Array): MeterReading {
  const lanes = [];
  for (let i = 0; i + WHOLE_NUMBERS < row.length; i += LANE_NUMBERS) lanes.push({ peak: row[i]!, loudness: row[i + 1]! });
  const [peak, loudness, short, soFar] = row.subarray(row.length - WHOLE_NUMBERS) as unknown as [number, number, number, number];
  return { lanes, whole: { peak, loudness, short, soFar } };
}

/** Powers and peaks of one sound, step by step of the show. */
class Track {
  private readonly weighting = new KWeighting(2);
  /** Mean square, K-weighted, channels added. */
  private readonly powers: Float32Array;
  private energy = 0;
  private seen = 0;
  private peak = 0;
  private readonly truePeaks: readonly TruePeak[];

  constructor(
    private readonly steps: number,
    exact: boolean,
  ) {
    this.powers = new Float32Array(steps);
    this.truePeaks = exact ? [new TruePeak(), new TruePeak()] : [];
  }

  jump(): void {
    this.energy = this.seen = this.peak = 0;
  }

  /** Takes frames that lie within one step. */
  push(samples: Float32Array, from: number, frames: number): void {
    this.energy += this.weighting.power(samples, from, frames, 0) + this.weighting.power(samples, from, frames, 1);
    this.seen += frames;
    if (this.truePeaks.length > 0) {
      const block = samples.subarray(from * 2, (from + frames) * 2);
      for (const [channel, one] of this.truePeaks.entries()) {
        one.peak = 0;
        one.push(block, frames, 2, channel);
        this.peak = Math.max(this.peak, one.peak);
      }
    } else {
      for (let i = from * 2; i < (from + frames) * 2; i += 1) {
        const size = Math.abs(samples[i]!);
        if (size > this.peak) this.peak = size;
      }
    }
  }

  /** Ends a step, and gives its peak. */
  close(step: number): number {
    if (step < this.steps) this.powers[step] = this.energy / Math.max(1, this.seen);
    const { peak } = this;
    this.jump();
    return peak;
  }

  /** Mean power of the steps up to this one, of those since `begun` alone. */
  mean(step: number, width: number, begun: number): number {
    const from = Math.max(begun, step - width + 1);
    let sum = 0;
    for (let i = from; i <= step; i += 1) sum += this.powers[i] ?? 0;
    // A window that has not been played yet is silent: meters rise as what they measure does.
    return sum / width;
  }

  /** Gated loudness of what was played from `begun` to `step`, LUFS (BS.1770-4): blocks of 0.4 s, a tenth of a second apart. */
  gated(begun: number, step: number): number {
    const mean = (least: number) => {
      let [sum, count] = [0, 0];
      for (let end = begun + MOMENTARY - 1; end <= step; end += HOP) {
        const power = this.mean(end, MOMENTARY, begun);
        if (power <= least) continue;
        sum += power;
        count += 1;
      }
      return count === 0 ? 0 : sum / count;
    };
    const floor = 10 ** ((ABSOLUTE + 0.691) / 10);
    const above = mean(floor);
    return above === 0 ? -Infinity : loudnessOf(mean(Math.max(floor, above * 10 ** (RELATIVE / 10))));
  }
}

/**
 * The meters of what is played: fed by whoever mixes it, lane by lane and whole, block by block. What is mixed anew from an earlier moment
 * on takes the place of what was measured there.
 */
export class Meters {
  private readonly lanes: readonly Track[];
  private readonly whole: Track;
  /** The step that playing began in. */
  private begun = 0;
  private next: Frames = 0;
  private soFar = -Infinity;

  /** @param frames length of what is played. */
  constructor(
    lanes: number,
    readonly frames: Frames,
  ) {
    const steps = Math.ceil(frames / METER_STEP) + 1;
    this.lanes = Array.from({ length: lanes }, () => new Track(steps, false));
    this.whole = new Track(steps, true);
  }

  /** Playing begins at a frame: nothing before it counts. */
  begin(first: Frames): void {
    this.begun = Math.floor(first / METER_STEP);
    this.soFar = -Infinity;
  }

  /**
   * Measures frames [first, first + frames): interleaved stereo of each lane and of the whole. Gives the first step that ended in them and the
   * numbers of all that did, row by row.
   */
  push(
    first: Frames,
    frames: Frames,
    lanes: readonly Float32Array[],
    whole: Float32Array,
  ): { readonly step: number; readonly rows: Float32Array<ArrayBuffer> } {
    const tracks = [...this.lanes, this.whole];
    const sounds = [...lanes, whole];
    if (first !== this.next) for (const track of tracks) track.jump();
    this.next = first + frames;
    const step = Math.floor(first / METER_STEP);
    const ended = Math.floor((first + frames) / METER_STEP) - step;
    const width = this.lanes.length * LANE_NUMBERS + WHOLE_NUMBERS;
    const rows = new Float32Array(ended * width);
    for (let done = 0, row = 0; done < frames;) {
      const now = Math.floor((first + done) / METER_STEP);
      const size = Math.min(frames - done, (now + 1) * METER_STEP - first - done);
      for (const [i, track] of tracks.entries()) track.push(sounds[i]!, done, size);
      done += size;
      if ((first + done) % METER_STEP !== 0) break;
      for (const [i, track] of tracks.entries()) rows[row + i * LANE_NUMBERS] = track.close(now);
      for (const [i, track] of tracks.entries()) rows[row + i * LANE_NUMBERS + 1] = loudnessOf(track.mean(now, MOMENTARY, this.begun));
      rows[row + width - 2] = loudnessOf(this.whole.mean(now, SHORT_TERM, this.begun));
      // A gated mean looks at all that was played: twice a second is often enough.
      if (now % 15 === 0 || this.soFar === -Infinity) this.soFar = this.whole.gated(this.begun, now);
      rows[row + width - 1] = this.soFar;
      row += width;
    }
    return { step, rows };
  }
}
