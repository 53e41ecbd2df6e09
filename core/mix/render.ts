import { fillEnvelope } from '../level';
import type { MediaId } from '../show/types';
import type { PcmSource } from '../sound';
import type { Frames } from '../units';
import type { Plan, PlannedPart, PlannedSpan } from './plan';

/** Frames mixed in one go; scratch memory is this long whatever a caller asks for. */
const CHUNK = 4096;
const QUARTER_TURN = Math.PI / 2;

/**
 * The mixer: (plan, first frame, count) to sound, a pure function (law 4). It owns scratch buffers and allocates nothing
 * while it runs. Sources are borrowed: whoever opened them closes them.
 */
export class Mixer {
  private readonly page = new Float32Array(CHUNK * 2);
  private readonly level = new Float32Array(CHUNK);

  constructor(
    private readonly plan: Plan,
    private readonly sources: ReadonlyMap<MediaId, PcmSource>,
  ) {
    for (const part of plan.parts) {
      if (!sources.has(part.media)) throw new RangeError(`no source for media ${part.media}`);
    }
  }

  /**
   * Writes `count` frames of interleaved stereo from frame `first` of the show into `into[0, 2 × count)`. Frames outside
   * [0, plan.frames) are silence. The same samples come out however a stretch is cut into calls.
   */
  render(first: Frames, count: number, into: Float32Array): void {
    if (count * 2 > into.length) throw new RangeError(`count ${count} needs ${count * 2} samples, into has ${into.length}`);
    into.fill(0, 0, count * 2);
    const low = Math.max(0, first);
    const high = Math.min(this.plan.frames, first + count);
    for (const part of this.plan.parts) {
      for (const span of part.spans) this.addSpan(part, span, low, high, first, into);
    }
    this.close(low, high, first, into);
  }

  /** Fades the last frames of the show where something would be cut off there. */
  private close(low: Frames, high: Frames, first: Frames, into: Float32Array): void {
    const { frames, closing } = this.plan;
    for (let at = Math.max(low, frames - closing); at < high; at += 1) {
      const gain = (frames - at) / (closing + 1);
      into[(at - first) * 2]! *= gain;
      into[(at - first) * 2 + 1]! *= gain;
    }
  }

  private addSpan(part: PlannedPart, span: PlannedSpan, low: Frames, high: Frames, first: Frames, into: Float32Array): void {
    const from = Math.max(low, span.start - span.before);
    const to = Math.min(high, span.end + span.after);
    const source = this.sources.get(part.media)!;
    for (let at = from; at < to; at += CHUNK) {
      const size = Math.min(CHUNK, to - at);
      source.read(span.source + (at - span.start), size, this.page);
      fillEnvelope(part.envelope, at - part.start, size, this.level);
      cross(span, at, size, this.level);
      const { master } = this.plan;
      if (source.channels === 1) addMono(this.page, this.level, size, part.pan, master, into, (at - first) * 2);
      else addStereo(this.page, this.level, size, part.pan, master, into, (at - first) * 2);
    }
  }
}

/** Multiplies the equal-power crossfades of a span into the levels of [at, at + size). cos² + sin² = 1 at every frame. */
function cross(span: PlannedSpan, at: Frames, size: number, level: Float32Array): void {
  const inStart = span.start - span.before;
  const inEnd = Math.min(size, inStart + span.crossIn - at);
  for (let i = 0; i < inEnd; i += 1) {
    level[i]! *= Math.sin(((at + i - inStart + 0.5) / span.crossIn) * QUARTER_TURN);
  }
  const outStart = span.end + span.after - span.crossOut;
  if (span.crossOut === 0) return;
  for (let i = Math.max(0, outStart - at); i < size; i += 1) {
    level[i]! *= Math.cos(((at + i - outStart + 0.5) / span.crossOut) * QUARTER_TURN);
  }
}

/** Angle of the constant-power law: −1 → 0, 0 → 45°, 1 → 90°. */
function angle(pan: number): number {
  return ((pan + 1) / 2) * QUARTER_TURN;
}

/** A mono source is placed by the constant-power law: −3.01 dB in each channel at the middle. */
function addMono(
  page: Float32Array,
  level: Float32Array,
  size: number,
  pan: number,
  master: number,
  into: Float32Array,
  offset: number,
): void {
  const left = Math.cos(angle(pan)) * master;
  const right = Math.sin(angle(pan)) * master;
  for (let i = 0, o = offset; i < size; i += 1, o += 2) {
    const value = page[i]! * level[i]!;
    into[o]! += value * left;
    into[o + 1]! += value * right;
  }
}

/** A stereo source is balanced by the same law, scaled so that the middle leaves it untouched: its power stays constant too. */
function addStereo(
  page: Float32Array,
  level: Float32Array,
  size: number,
  pan: number,
  master: number,
  into: Float32Array,
  offset: number,
): void {
  const left = pan === 0 ? master : Math.SQRT2 * Math.cos(angle(pan)) * master;
  const right = pan === 0 ? master : Math.SQRT2 * Math.sin(angle(pan)) * master;
  for (let i = 0, o = offset; i < size * 2; i += 2, o += 2) {
    const gain = level[i >> 1]!;
    into[o]! += page[i]! * gain * left;
    into[o + 1]! += page[i + 1]! * gain * right;
  }
}
