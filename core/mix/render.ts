import { HeardCross, fillLevel, type CrossSide, type JoinSide, type JoinSound, type PlannedJoin } from '../level';
import type { MediaId } from '../show/types';
import { alikeness, isSilent, type PcmSource, type SoundPlace } from '../sound';
import { throughChain } from '../treat';
import type { Frames } from '../units';
import { Limiter } from './limit';
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
  private readonly crosses = new Map<PlannedJoin, HeardCross>();
  private readonly sides = new Map<PlannedSpan, readonly CrossSide[]>();

  private readonly limiter: Limiter | null;
  /** Parts that go straight into the whole, and the sums of those lanes that go through treatments first. */
  private readonly plain: readonly PlannedPart[];
  private readonly chained: readonly PcmSource[];
  private readonly treated = new Float32Array(CHUNK * 2);

  constructor(
    private readonly plan: Plan,
    private readonly sources: ReadonlyMap<MediaId, PcmSource>,
  ) {
    for (const part of plan.parts) {
      if (!sources.has(part.media)) throw new RangeError(`no source for media ${part.media}`);
    }
    this.plain = plan.parts.filter(({ chain }) => chain === null);
    this.chained = Object.entries(plan.chains).map(([lane, chain]) =>
      throughChain(this.sumOf(plan.parts.filter((part) => part.chain === lane)), chain),
    );
    this.limiter = plan.ceiling === null ? null : new Limiter(plan.ceiling, (first, count, into) => this.mix(first, count, into));
  }

  /**
   * Writes `count` frames of interleaved stereo from frame `first` of the show into `into[0, 2 × count)`. Frames outside
   * [0, plan.frames) are silence. The same samples come out however a stretch is cut into calls.
   */
  render(first: Frames, count: number, into: Float32Array): void {
    if (count * 2 > into.length) throw new RangeError(`count ${count} needs ${count * 2} samples, into has ${into.length}`);
    if (this.limiter) this.limiter.render(first, count, into);
    else this.mix(first, count, into);
  }

  private mix(first: Frames, count: number, into: Float32Array): void {
    into.fill(0, 0, count * 2);
    const low = Math.max(0, first);
    const high = Math.min(this.plan.frames, first + count);
    const { master } = this.plan;
    // Stretch by stretch, all parts of each: what they are added to stays in the processor's cache.
    for (let at = low; at < high; at += CHUNK) {
      const end = Math.min(high, at + CHUNK);
      this.addParts(this.plain, at, end, first, into, master);
      for (const lane of this.chained) {
        lane.read(at, end - at, this.treated);
        const offset = (at - first) * 2;
        for (let i = 0; i < (end - at) * 2; i += 1) into[offset + i]! += this.treated[i]! * master;
      }
    }
    this.close(low, high, first, into);
  }

  /** Adds parts to the sound of [low, high), at most `CHUNK` frames. */
  private addParts(parts: readonly PlannedPart[], low: Frames, high: Frames, first: Frames, into: Float32Array, master: number): void {
    for (const part of parts) {
      for (const span of part.spans) this.addSpan(part, span, low, high, first, into, master);
    }
  }

  /** The sum of some parts over the show, as a sound that treatments can be laid behind. Before the show and after it nothing sounds. */
  private sumOf(parts: readonly PlannedPart[]): PcmSource {
    const { frames } = this.plan;
    return {
      channels: 2,
      frames,
      read: (first, count, into) => {
        into.fill(0, 0, count * 2);
        const high = Math.min(frames, first + count);
        for (let at = Math.max(0, first); at < high; at += CHUNK) this.addParts(parts, at, Math.min(high, at + CHUNK), first, into, 1);
      },
    };
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

  /** Adds what a span plays on [low, high), at most `CHUNK` frames. */
  private addSpan(
    part: PlannedPart,
    span: PlannedSpan,
    low: Frames,
    high: Frames,
    first: Frames,
    into: Float32Array,
    master: number,
  ): void {
    const from = Math.max(low, span.start - span.before);
    const to = Math.min(high, span.end + span.after);
    const size = to - from;
    if (size <= 0) return;
    const source = this.sources.get(part.media)!;
    source.read(span.source + (from - span.start), size, this.page);
    fillLevel(part, this.sidesOf(part, span), from, size, this.level);
    if (source.channels === 1) addMono(this.page, this.level, size, part.pan, master, into, (from - first) * 2);
    else addStereo(this.page, this.level, size, part.pan, master, into, (from - first) * 2);
  }

  /** The crossings that a span takes part in. What the sounds there are like is found out when they are first heard. */
  private sidesOf(part: PlannedPart, span: PlannedSpan): readonly CrossSide[] {
    const known = this.sides.get(span);
    if (known) return known;
    const sides: CrossSide[] = [];
    for (const [join, side] of [
      [span.into, 'in'],
      [span.out, 'out'],
      [part.into, 'in'],
      [part.out, 'out'],
    ] as const) {
      if (join) sides.push({ side, cross: this.crossOf(join) });
    }
    this.sides.set(span, sides);
    return sides;
  }

  private crossOf(join: PlannedJoin): HeardCross {
    const known = this.crosses.get(join);
    if (known) return known;
    const cross = new HeardCross(join, () => joinSound(join, this.sources));
    this.crosses.set(join, cross);
    return cross;
  }
}

/** Finds out what the sounds at a join are like. */
export function joinSound(join: PlannedJoin, sources: ReadonlyMap<MediaId, PcmSource>): JoinSound {
  const place = ({ media, source }: JoinSide, shift: Frames): SoundPlace => ({ source: sources.get(media)!, at: source + shift });
  const { frames, seam, compared } = join;
  if (join.reaching && isSilent(place(join.left, seam - frames), frames) && isSilent(place(join.right, seam), frames)) {
    return { hard: true, alike: 0 };
  }
  const asks = compared.frames > 0 && (join.law === 'matched' || join.law === 'fold');
  if (!asks) return { hard: false, alike: 0 };
  return { hard: false, alike: alikeness(place(join.left, compared.from), place(join.right, compared.from), compared.frames) };
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
