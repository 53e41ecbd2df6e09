import { applyCross, fillEnvelope, type JoinSide, type PlannedJoin } from '../level';
import type { MediaId } from '../show/types';
import { alikeness, isSilent, type PcmSource, type SoundPlace } from '../sound';
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
  /** What the sounds at a join are like, found out when it is first heard: it follows from plan and sources alone. */
  private readonly joins = new Map<PlannedJoin, JoinSound & { readonly curves: Curves | null }>();

  private readonly limiter: Limiter | null;

  constructor(
    private readonly plan: Plan,
    private readonly sources: ReadonlyMap<MediaId, PcmSource>,
  ) {
    for (const part of plan.parts) {
      if (!sources.has(part.media)) throw new RangeError(`no source for media ${part.media}`);
    }
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
    // Stretch by stretch, all parts of each: what they are added to stays in the processor's cache.
    for (let at = low; at < high; at += CHUNK) {
      const end = Math.min(high, at + CHUNK);
      for (const part of this.plan.parts) {
        for (const span of part.spans) this.addSpan(part, span, at, end, first, into);
      }
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

  /** Adds what a span plays on [low, high), at most `CHUNK` frames. */
  private addSpan(part: PlannedPart, span: PlannedSpan, low: Frames, high: Frames, first: Frames, into: Float32Array): void {
    const from = Math.max(low, span.start - span.before);
    const to = Math.min(high, span.end + span.after);
    const size = to - from;
    if (size <= 0) return;
    const source = this.sources.get(part.media)!;
    source.read(span.source + (from - span.start), size, this.page);
    fillEnvelope(part.envelope, from - part.start, size, this.level);
    if (span.into) this.cross(span.into, 'in', from, size);
    if (span.out) this.cross(span.out, 'out', from, size);
    if (part.into) this.cross(part.into, 'in', from, size);
    if (part.out) this.cross(part.out, 'out', from, size);
    const { master } = this.plan;
    if (source.channels === 1) addMono(this.page, this.level, size, part.pan, master, into, (from - first) * 2);
    else addStereo(this.page, this.level, size, part.pan, master, into, (from - first) * 2);
  }

  /** Multiplies one side of a crossing into the levels of [at, at + size): one side going out or coming in. */
  private cross(join: PlannedJoin, side: 'out' | 'in', at: Frames, size: number): void {
    const { level } = this;
    const low = Math.max(0, join.start - at);
    const high = Math.min(size, join.start + join.frames - at);
    if (high <= low) return;
    const { hard, alike, curves } = this.soundOf(join);
    const first = at + low - join.start;
    if (curves) followCurve(curves[side], join.frames, first, high - low, level, low);
    else if (!hard) applyCross(join, side, first, high - low, alike, level, low);
    else for (let i = low; i < high; i += 1) level[i]! *= Number(first + i - low >= join.seam === (side === 'in'));
  }

  private soundOf(join: PlannedJoin): JoinSound & { readonly curves: Curves | null } {
    const known = this.joins.get(join);
    if (known) return known;
    const sound = joinSound(join, this.sources);
    const found = { ...sound, curves: !sound.hard && join.frames >= LONG ? curvesOf(join, sound.alike) : null };
    this.joins.set(join, found);
    return found;
  }
}

/** A long crossing is followed along its curve, whose points lie so close that a straight line between two of them is the curve itself. */
interface Curves {
  readonly out: Float32Array;
  readonly in: Float32Array;
}

const CURVE = 4096;
const LONG: Frames = 4 * CURVE;

function curvesOf(join: PlannedJoin, alike: number): Curves {
  const points = { ...join, frames: CURVE, seam: (join.seam * CURVE) / join.frames };
  const curve = (side: 'out' | 'in') => {
    const gains = new Float32Array(CURVE + 1).fill(1);
    // Point k stands at share k / CURVE of the crossing; the shape is asked half a step before its middle.
    for (let k = 0; k <= CURVE; k += 1) applyCross(points, side, k - 0.5, 1, alike, gains, k);
    return gains;
  };
  return { out: curve('out'), in: curve('in') };
}

/** Multiplies frames [first, first + count) of a crossing into `level[offset, …)`; each by its place alone, however blocks are cut. */
function followCurve(curve: Float32Array, frames: Frames, first: Frames, count: number, level: Float32Array, offset: number): void {
  const step = CURVE / frames;
  // Many frames lie between two points: point by point, so that the inner loop only multiplies and adds.
  for (let i = 0; i < count;) {
    const frame = first + i;
    let k = Math.floor((frame + 0.5) * step);
    // One rule says to which points a frame on the border belongs, wherever a block begins.
    while (behind(k, step) <= frame) k += 1;
    while (k > 0 && behind(k - 1, step) > frame) k -= 1;
    const here = curve[k]!;
    const rise = curve[k + 1]! - here;
    const end = Math.min(count, behind(k, step) - first);
    for (; i < end; i += 1) level[offset + i]! *= here + rise * ((first + i + 0.5) * step - k);
  }
}

/** The first frame that lies behind point k + 1 of a curve. */
function behind(k: number, step: number): Frames {
  return Math.ceil((k + 1) / step - 0.5);
}

/** What two sounds are like where one takes over from the other. */
export interface JoinSound {
  /** A cut from silence to silence: nothing crosses, so that nothing from beyond the cut is heard. */
  readonly hard: boolean;
  /** Correlation of the two, [−1, 1]; 0 where nobody asks for it. */
  readonly alike: number;
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
