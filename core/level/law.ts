import type { Frames } from '../units';
import { applyCross, type CrossShape } from './cross';
import { fillEnvelope, indexOf, type Envelope } from './envelope';

/** Where a crossing begins, frames of the show, and its shape. */
export type CrossAt = CrossShape & { readonly start: Frames };

/** What two sounds are like where one takes over from the other. */
export interface JoinSound {
  /** A cut from silence to silence: nothing crosses, so that nothing from beyond the cut is heard. */
  readonly hard: boolean;
  /** Correlation of the two, [−1, 1]; 0 where nobody asks for it. */
  readonly alike: number;
}

/** One side of a crossing: what goes out, or what comes in. */
export interface CrossSide {
  readonly side: 'out' | 'in';
  readonly cross: HeardCross;
}

/** A part over the frames of the show: when it begins, and its level by itself. */
export interface Level {
  readonly start: Frames;
  readonly envelope: Envelope;
}

/**
 * **The law of level**: fades, pins, dips, silences and crossings as one gain. The mixer multiplies by it, the river's banks and the power
 * readings take it from here too. Writes the gains of `count` frames into `into[0, count)`, the first at frame `first` of the show, each
 * `step` frames after the one before; both may be fractional. The value of a frame depends on its place alone.
 */
export function fillLevel(
  { start, envelope }: Level,
  sides: readonly CrossSide[],
  first: Frames,
  count: number,
  into: Float32Array,
  step = 1,
): void {
  fillEnvelope(envelope, first - start, count, into, step);
  for (const { side, cross } of sides) cross.multiply(side, first, count, into, step);
}

/** A crossing with what its sounds are like. It asks for that when it is first heard. */
export class HeardCross {
  private found: (JoinSound & { readonly curves: Curves | null }) | null = null;

  /** @param sound asked once, when a level is. */
  constructor(
    readonly cross: CrossAt,
    private readonly sound: () => JoinSound,
  ) {}

  /** Multiplies one side into the levels of `count` frames from `first` of the show. Beyond its own end of the crossing a side is silent. */
  multiply(side: 'out' | 'in', first: Frames, count: number, level: Float32Array, step: number): void {
    const { start, frames } = this.cross;
    const low = Math.min(count, indexOf(start, first, step));
    const high = Math.min(count, indexOf(start + frames, first, step));
    if (side === 'in') level.fill(0, 0, low);
    else level.fill(0, high, count);
    if (high > low) this.within(side, first + low * step - start, high - low, level, low, step);
  }

  /** Multiplies one side into `level[offset, offset + count)`, all of them within the crossing; `at` is the first frame of it. */
  private within(side: 'out' | 'in', at: Frames, count: number, level: Float32Array, offset: number, step: number): void {
    const { cross } = this;
    const { hard, alike, curves } = (this.found ??= this.find());
    if (hard) for (let i = 0; i < count; i += 1) level[offset + i]! *= Number(at + i * step >= cross.seam === (side === 'in'));
    else if (curves && step === 1) followCurve(curves[side], cross.frames, at, count, level, offset);
    else applyCross(cross, side, at, count, alike, level, offset, step);
  }

  private find(): JoinSound & { readonly curves: Curves | null } {
    const sound = this.sound();
    return { ...sound, curves: !sound.hard && this.cross.frames >= LONG ? curvesOf(this.cross, sound.alike) : null };
  }
}

/** The crossings of a part with its neighbours, where it is known how alike their sounds are; as unlike where it is not. */
export function sidesAlike(
  { into, out }: { readonly into?: CrossAt | null | undefined; readonly out?: CrossAt | null | undefined },
  alike: { readonly into: number; readonly out: number } = { into: 0, out: 0 },
): CrossSide[] {
  const sides: CrossSide[] = [];
  if (into) sides.push({ side: 'in', cross: new HeardCross(into, () => ({ hard: false, alike: alike.into })) });
  if (out) sides.push({ side: 'out', cross: new HeardCross(out, () => ({ hard: false, alike: alike.out })) });
  return sides;
}

/** A long crossing is followed along its curve, whose points lie so close that a straight line between two of them is the curve itself. */
interface Curves {
  readonly out: Float32Array;
  readonly in: Float32Array;
}

const CURVE = 4096;
const LONG: Frames = 4 * CURVE;

function curvesOf(join: CrossShape, alike: number): Curves {
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
