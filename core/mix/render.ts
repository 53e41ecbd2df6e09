import { HeardCross, fillLane, fillLevel, type CrossSide, type JoinSide, type JoinSound, type PlannedJoin } from '../level';
import type { MediaId } from '../show/types';
import { alikeness, isSilent, type PcmSource, type SoundPlace } from '../sound';
import { throughChain } from '../treat';
import type { Frames } from '../units';
import { silenceUnsound } from '../unsound';
import { Adder } from './adding';
import { Limiter } from './limit';
import type { Plan, PlannedLane, PlannedPart, PlannedSpan } from './plan';

/** Frames mixed in one go; scratch memory is this long whatever a caller asks for. */
const CHUNK = 4096;
const QUARTER_TURN = Math.PI / 2;

let made: Adder | null = null;
/** One for all mixers of a thread: what is in it is used up before another comes to it. */
const adder = (): Adder => (made ??= new Adder(CHUNK));

/** A lane as it is mixed. */
interface MixedLane {
  lane: PlannedLane;
  readonly parts: readonly PlannedPart[];
  /** What went into its source: the same lane of another plan may go on with it. */
  readonly made: string;
  /** Its sum with its treatments; null where it has none. */
  readonly source: PcmSource | null;
}

/**
 * The mixer: (plan, first frame, count) to sound, a pure function (law 4). It owns scratch buffers and allocates nothing
 * while it runs. Sources are borrowed: whoever opened them closes them.
 */
export class Mixer {
  private readonly crosses = new Map<PlannedJoin, HeardCross>();
  private readonly sides = new Map<PlannedSpan, readonly CrossSide[]>();

  /** Samples mixed so far that came out as no numbers; they are silence. Each is counted once. */
  unsound = 0;
  private counted = 0;

  private readonly limiter: Limiter | null;
  private readonly lanes: readonly MixedLane[];
  /** A lane as its treatments leave it: they mix it themselves while it is read. */
  private readonly treated = new Float32Array(CHUNK * 2);

  /**
   * @param before a mixer of the same show: what it worked out of lanes that have not changed is taken over. It must not be used after it.
   * @param heard the parts that are mixed, where those that sound elsewhere have no sources yet (`partsFor`).
   */
  constructor(
    private plan: Plan,
    private readonly sources: ReadonlyMap<MediaId, PcmSource>,
    before: Mixer | null = null,
    heard: readonly PlannedPart[] = plan.parts,
  ) {
    for (const part of heard) {
      if (!sources.has(part.media)) throw new RangeError(`no source for media ${part.media}`);
    }
    this.lanes = plan.lanes.flatMap((lane) => {
      if (!plan.parts.some((part) => part.lane === lane.id)) return [];
      const parts = heard.filter((part) => part.lane === lane.id);
      // Only what goes through a chain is worth remembering, and only while all that goes into it stays what it was.
      const made = lane.chain.length > 0 ? JSON.stringify([plan.frames, lane.chain, parts]) : '';
      const known = made === '' ? undefined : before?.lanes.find((one) => one.made === made);
      // The same sounds, too: one that was opened anew is another source under the same name.
      const same = known && parts.every(({ media }) => before?.sources.get(media) === sources.get(media));
      return [{ lane, parts, made, source: (same && known.source) || this.laneSource(lane, parts) }];
    });
    this.limiter = plan.ceiling === null ? null : new Limiter(plan.ceiling, (first, count, into) => this.mix(first, count, into));
  }

  /** Lanes on which something is planned, in their order. */
  get laneIds(): string[] {
    return this.lanes.map(({ lane }) => lane.id);
  }

  /** Takes the levels of another plan of the same parts (`relevelled`). */
  relevel({ lanes, master }: Pick<Plan, 'lanes' | 'master'>): void {
    this.plan = { ...this.plan, lanes, master };
    for (const one of this.lanes) one.lane = lanes.find(({ id }) => id === one.lane.id) ?? one.lane;
    this.limiter?.forget();
  }

  /**
   * Writes `count` frames of interleaved stereo from frame `first` of the show into `into[0, 2 × count)`. Frames outside
   * [0, plan.frames) are silence. The same samples come out however a stretch is cut into calls.
   */
  render(first: Frames, count: number, into: Float32Array): void {
    if (count * 2 > into.length) throw new RangeError(`count ${count} needs ${count * 2} samples, into has ${into.length}`);
    if (!this.limiter) {
      this.mix(first, count, into);
      return;
    }
    this.limiter.render(first, count, into);
    silenceUnsound(into, count * 2);
  }

  /** The same, and each lane as it goes into the whole (before peaks are held), in the order of `laneIds`. */
  renderApart(first: Frames, count: number, into: Float32Array, lanes: readonly Float32Array[]): void {
    if (this.limiter) {
      this.mix(first, count, into, lanes);
      this.limiter.render(first, count, into);
    } else this.mix(first, count, into, lanes);
  }

  private mix(first: Frames, count: number, into: Float32Array, apart: readonly Float32Array[] = []): void {
    into.fill(0, 0, count * 2);
    for (const lane of apart) lane.fill(0, 0, count * 2);
    const low = Math.max(0, first);
    const high = Math.min(this.plan.frames, first + count);
    // Stretch by stretch, all lanes of each: what they are added to stays in the processor's cache.
    const { whole } = adder();
    for (let at = low; at < high; at += CHUNK) {
      const end = Math.min(high, at + CHUNK);
      whole.fill(0, 0, (end - at) * 2);
      for (let i = 0; i < this.lanes.length; i += 1) this.addLane(this.lanes[i]!, at, end, first, apart[i]);
      into.set(whole.subarray(0, (end - at) * 2), (at - first) * 2);
    }
    this.close(low, high, first, into);
    const lost = silenceUnsound(into, count * 2);
    // What is held is looked at ahead and again.
    if (first + count > this.counted) this.unsound += lost;
    this.counted = Math.max(this.counted, first + count);
    for (const lane of apart) {
      this.close(low, high, first, lane);
      silenceUnsound(lane, count * 2);
    }
  }

  /** Adds a lane to the whole of [low, high), at most `CHUNK` frames; `apart`, which begins at `first`, gets it alone. */
  private addLane({ lane, parts, source }: MixedLane, low: Frames, high: Frames, first: Frames, apart?: Float32Array): void {
    // Most lanes of a long show are silent most of the time.
    if (!source && !parts.some((part) => soundsWithin(part, low, high))) return;
    const size = high - low;
    const adding = adder();
    if (source) {
      source.read(low, size, this.treated);
      adding.lane.set(this.treated.subarray(0, size * 2));
    } else this.mixLane(parts, low, high);
    const { master } = this.plan;
    const left = (lane.pan === 0 ? 1 : Math.SQRT2 * Math.cos(angle(lane.pan))) * master;
    const right = (lane.pan === 0 ? 1 : Math.SQRT2 * Math.sin(angle(lane.pan))) * master;
    fillLane(lane.level, low, size, adding.levels);
    adding.laneToWhole(size, left, right);
    apart?.set(adding.laneAlone(size, left, right), (low - first) * 2);
  }

  /** Makes the sound of parts on [low, high), at most `CHUNK` frames, where the adder has its lane. */
  private mixLane(parts: readonly PlannedPart[], low: Frames, high: Frames): void {
    adder().lane.fill(0, 0, (high - low) * 2);
    for (const part of parts) {
      for (const span of part.spans) this.addSpan(part, span, low, high);
    }
  }

  /** The sum of a lane with its treatments, as a sound over the show; null where it has none. Before the show and after it nothing sounds. */
  private laneSource({ chain }: PlannedLane, parts: readonly PlannedPart[]): PcmSource | null {
    if (chain.length === 0) return null;
    const { frames } = this.plan;
    const sum: PcmSource = {
      channels: 2,
      frames,
      read: (first, count, into) => {
        into.fill(0, 0, count * 2);
        const high = Math.min(frames, first + count);
        for (let at = Math.max(0, first); at < high; at += CHUNK) {
          const end = Math.min(high, at + CHUNK);
          this.mixLane(parts, at, end);
          into.set(adder().lane.subarray(0, (end - at) * 2), (at - first) * 2);
        }
      },
    };
    return throughChain(sum, chain);
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

  /** Adds what a span plays on [low, high), at most `CHUNK` frames, to the adder's lane. */
  private addSpan(part: PlannedPart, span: PlannedSpan, low: Frames, high: Frames): void {
    const from = Math.max(low, span.start - span.before);
    const to = Math.min(high, span.end + span.after);
    const size = to - from;
    if (size <= 0) return;
    const source = this.sources.get(part.media)!;
    const adding = adder();
    source.read(span.source + (from - span.start), size, adding.page);
    fillLevel(part, this.sidesOf(part, span), from, size, adding.levels);
    // A mono source stands in the middle: −3.01 dB in each channel.
    adding.pageToLane(source.channels, size, from - low, Math.SQRT1_2);
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

/** Whether any span of a part sounds on [low, high). */
const soundsWithin = ({ spans }: PlannedPart, low: Frames, high: Frames): boolean =>
  spans.some(({ start, end, before, after }) => start - before < high && end + after > low);

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

/**
 * Angle of the constant-power law: −1 → 0, 0 → 45°, 1 → 90°. A lane is balanced by it, scaled so that the middle leaves it untouched: the
 * power of a sound stays constant, and one that came in mono is placed by the −3 dB pan law.
 */
function angle(pan: number): number {
  return ((pan + 1) / 2) * QUARTER_TURN;
}
