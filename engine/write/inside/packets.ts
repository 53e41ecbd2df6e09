import { AudioSample, type AudioSampleSource } from 'mediabunny';
import { RATE } from '../../../core/units';

/** Hands mixed sound to an encoder. Counts what is above full scale. */
export class SoundFeed {
  clipped = 0;
  private done = 0;

  /** @param late frames by which the encoder comes late: its sound is told to begin so much earlier. */
  constructor(
    private readonly source: AudioSampleSource,
    private readonly late = 0,
  ) {}

  /** Interleaved stereo; settles when the encoder wants more. */
  async add(block: Float32Array<ArrayBuffer>, frames: number): Promise<void> {
    for (let i = 0; i < frames * 2; i += 1) if (Math.abs(block[i]!) > 1) this.clipped += 1;
    const sample = new AudioSample({
      // A copy: encoders beside the browser's own look at it later, when the block holds what comes next.
      data: block.slice(0, frames * 2),
      format: 'f32',
      numberOfChannels: 2,
      sampleRate: RATE,
      timestamp: (this.done - this.late) / RATE,
    });
    this.done += frames;
    try {
      await this.source.add(sample);
    } finally {
      sample.close();
    }
  }
}
