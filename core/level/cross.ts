import type { CrossLaw } from '../show/types';
import { clamp, type Frames, type Gain } from '../units';
import { fadeShape } from './envelope';

/**
 * One sound taking over from another, frames. With law `fold` what goes out is whole until `seam` and what comes in is whole
 * from it; the other laws cross over all of it.
 */
export interface CrossShape {
  /** Length, at least 1. */
  readonly frames: Frames;
  /** Frames from the crossing's start to the cut, [0, frames]. */
  readonly seam: Frames;
  readonly law: CrossLaw | 'fold';
  readonly bendOut: number;
  readonly bendIn: number;
}

/** Sounds that cancel each other are not lifted without end: below this they are taken to be as unlike as this. */
export const LEAST_ALIKE = -0.5;

/**
 * From 0 to 1 with neither slope nor bow at the ends, so that a crossfade of a few milliseconds adds no edge to the sound:
 * 10x³ − 15x⁴ + 6x⁵, the lowest polynomial of that kind.
 */
function eased(x: number): number {
  return x * x * x * (10 + x * (6 * x - 15));
}

/**
 * Multiplies one side's gains of a crossing into `level[offset, offset + count)`: at frame `first` of it and `step` frames on each time.
 *
 * With shapes a (rising) and b (falling), gains a/n and b/n keep the power of two equally loud sounds whose correlation is
 * r where n² = a² + b² + 2rab (the condition of Fink, Holters, Zölzer, "Signal-matched power-complementary cross-fading",
 * DAFx 2016; the shape is ours). r = 0 is equal power, r = 1 lets the amplitudes add up to one. `alike` is r, [−1, 1];
 * laws other than `matched` and `fold` do not look at it.
 *
 * `fold` adds the two where they are unlike, and crosses them as far as they are alike: what both sides hold sounds once.
 */
export function applyCross(
  shape: CrossShape,
  side: 'out' | 'in',
  first: Frames,
  count: number,
  alike: number,
  level: Float32Array,
  offset: number,
  step = 1,
): void {
  const { frames, law, bendOut, bendIn } = shape;
  const twice = 2 * (law === 'power' ? 0 : law === 'even' ? 1 : clamp(alike, LEAST_ALIKE, 1));
  const coming = side === 'in';
  const straight = bendOut === 0 && bendIn === 0;
  const share = law === 'fold' ? clamp(alike, 0, 1) : 1;
  for (let i = 0; i < count; i += 1) {
    const at = first + i * step + 0.5;
    const x = at / frames;
    const a = eased(straight || bendIn === 0 ? x : fadeShape(x, bendIn));
    const b = straight ? 1 - a : eased(bendOut === 0 ? 1 - x : fadeShape(1 - x, bendOut));
    const crossed = (coming ? a : b) / Math.sqrt(a * a + b * b + twice * a * b);
    level[offset + i]! *= law === 'fold' ? (1 - share) * folded(shape, coming, at) + share * crossed : crossed;
  }
}

/** What a fold adds: what goes out rings on behind the cut, what comes in begins before it. */
function folded({ frames, seam }: CrossShape, coming: boolean, at: number): Gain {
  if (coming) return at < seam ? eased(at / seam) : 1;
  return at < seam || frames === seam ? 1 : eased(1 - (at - seam) / (frames - seam));
}

/** One side's gain at a frame, for drawing. */
export function crossGain(shape: CrossShape, side: 'out' | 'in', at: Frames, alike: number): Gain {
  ONE[0] = 1;
  applyCross(shape, side, clamp(at, 0, shape.frames - 1), 1, alike, ONE, 0);
  return ONE[0];
}

const ONE = new Float32Array(1);
