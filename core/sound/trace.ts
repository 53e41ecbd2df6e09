import { RATE, type Frames, type Hertz } from '../units';
import { memorySource, type PcmSource } from './pcm';

/** Frames of a sound in one of its trace. */
export const TRACE_STEP = 6;
/** The rate of a trace. */
export const TRACE_RATE: Hertz = RATE / TRACE_STEP;

/**
 * Gathers the trace of a sound while it streams by: one channel at a sixth of the mix rate, enough to tell where two
 * recordings belong together, and quick to read. Each of its frames is the mean of the frames around it, weighted by a
 * triangle that reaches to its neighbours (two running means in a row): the first lies on the sound's first frame.
 */
export class TraceBuilder {
  private phase = 0;
  private falling = 0;
  private rising = 0;

  constructor(private readonly channels: 1 | 2) {}

  /** Takes interleaved frames and gives the trace's frames that are complete; fresh, the caller's own. */
  push(samples: Float32Array): Float32Array {
    const { channels } = this;
    const frames = samples.length / channels;
    const out = new Float32Array(Math.floor((this.phase + frames) / TRACE_STEP));
    const scale = 1 / (TRACE_STEP * TRACE_STEP * channels);
    let { phase, falling, rising } = this;
    let done = 0;
    for (let i = 0; i < samples.length; i += channels) {
      const value = channels === 2 ? samples[i]! + samples[i + 1]! : samples[i]!;
      falling += value * (TRACE_STEP - phase);
      rising += value * phase;
      phase += 1;
      if (phase === TRACE_STEP) {
        out[done] = falling * scale;
        done += 1;
        falling = rising;
        rising = 0;
        phase = 0;
      }
    }
    this.phase = phase;
    this.falling = falling;
    this.rising = rising;
    return out;
  }
}

const PAGE: Frames = 6 * 8192;

/** The trace of a whole sound, in memory: for short ones and for those that were stored without one. */
export function traceOf(source: PcmSource): PcmSource {
  const builder = new TraceBuilder(source.channels);
  const samples = new Float32Array(Math.ceil(source.frames / TRACE_STEP));
  const page = new Float32Array(PAGE * source.channels);
  let done = 0;
  for (let first = 0; done < samples.length; first += PAGE) {
    source.read(first, PAGE, page);
    const piece = builder.push(page);
    samples.set(piece.subarray(0, samples.length - done), done);
    done += piece.length;
  }
  return memorySource(samples, 1);
}
