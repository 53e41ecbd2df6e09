import { RATE, type Hertz } from '../units';
import { fold, foldedChannels } from './fold';
import { Resampler } from './resample';

/** Any decoded sound, block by block, to interleaved mono or stereo at the mix rate. */
export class Converter {
  readonly channels: 1 | 2;
  private readonly resampler: Resampler | null;

  /** @param rate of the sound, Hz. @param channels of the sound, [1, 64]. */
  constructor(rate: Hertz, channels: number) {
    this.channels = foldedChannels(channels);
    this.resampler = rate === RATE ? null : new Resampler(rate, this.channels);
  }

  /** Converts `count` frames of planar sound. The result is fresh and belongs to the caller. */
  push(planes: readonly Float32Array[], count: number): Float32Array {
    const folded = new Float32Array(count * this.channels);
    fold(planes, count, folded);
    return this.resampler ? this.resampler.push(folded, count) : folded;
  }

  /** What the resampler still holds; empty where nothing was resampled. */
  finish(): Float32Array {
    return this.resampler ? this.resampler.finish() : new Float32Array(0);
  }
}
