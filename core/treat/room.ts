import type { TreatmentOf } from '../show';
import { Transform, transformOf, type Complex } from '../sound/transform';
import { RATE, framesOf, type Frames } from '../units';
import { Blocks } from './blocks';
import type { Processor } from './processor';

/** Frames that are folded with the room in one go: fewer would mean that more spectra go through the memory for each of them. */
const BLOCK: Frames = 16_384;
/** The room has died away by so much where its answer is cut off, dB. */
const CUT = 75;
/** Seconds before its first reflections, and the highest tone that its walls give back as it is, Hz: larger rooms answer later and duller. */
const SIZES = {
  small: { first: 0.003, dull: 9000, seed: 11 },
  middle: { first: 0.012, dull: 6500, seed: 23 },
  large: { first: 0.026, dull: 4500, seed: 37 },
} as const;
/** What lies below is left out: rumble only booms in a room, Hz. */
const LOW = 120;

/** Even noise of a seed, in [−1, 1): a linear congruential generator (Numerical Recipes, from memory). */
function noiseOf(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 31 - 1;
  };
}

/**
 * The answer of a room to a click, one ear: noise that dies away by 60 dB in `seconds`, the first of it a few milliseconds late, duller in a
 * larger room. Its energy is 1. Dies away evenly at all frequencies, so that its time is the one that was set (M. R. Schroeder, JASA 37, 1965).
 */
export function roomAnswer({ size, seconds }: Pick<TreatmentOf<'room'>, 'size' | 'seconds'>, ear: 0 | 1): Float32Array {
  const { first, dull, seed } = SIZES[size];
  const noise = noiseOf(seed * 2 + ear);
  const begin = framesOf(first);
  const answer = new Float32Array(begin + framesOf((seconds * CUT) / 60));
  const fall = Math.LN10 * (3 / (seconds * RATE));
  const dulled = 1 - Math.exp((-2 * Math.PI * dull) / RATE);
  const lowed = 1 - Math.exp((-2 * Math.PI * LOW) / RATE);
  let [smooth, slow, energy] = [0, 0, 0];
  for (let i = begin; i < answer.length; i += 1) {
    smooth += (noise() - smooth) * dulled;
    slow += (smooth - slow) * lowed;
    const value = (smooth - slow) * Math.exp(-fall * (i - begin));
    answer[i] = value;
    energy += value * value;
  }
  const scale = 1 / Math.sqrt(energy);
  for (let i = begin; i < answer.length; i += 1) answer[i]! *= scale;
  return answer;
}

/** A room's answer in blocks, as spectra; that of a second ear as imaginary numbers. */
function spectraOf(answers: readonly Float32Array[]): Complex[] {
  const [first, second] = answers;
  const scale = second ? Math.SQRT1_2 : 1;
  const transform = transformOf(BLOCK * 2);
  return Array.from({ length: Math.ceil(first!.length / BLOCK) }, (_, k) => {
    const { re, im } = transform;
    re.fill(0);
    im.fill(0);
    for (let i = 0; i < BLOCK; i += 1) {
      re[i] = (first![k * BLOCK + i] ?? 0) * scale;
      if (second) im[i] = (second[k * BLOCK + i] ?? 0) * scale;
    }
    transform.forward();
    return { re: transform.re.slice(), im: transform.im.slice() };
  });
}

/** Answers that were worked out: every part and every gesture asks for the same few. */
const known = new Map<string, Complex[]>();
const KNOWN = 8;

function answerOf(set: TreatmentOf<'room'>, channels: 1 | 2): Complex[] {
  const key = `${set.size} ${set.seconds} ${channels}`;
  const ears = channels === 1 ? ([0] as const) : ([0, 1] as const);
  const found = known.get(key) ?? spectraOf(ears.map((ear) => roomAnswer(set, ear)));
  known.delete(key);
  known.set(key, found);
  if (known.size > KNOWN) known.delete(known.keys().next().value!);
  return found;
}

/**
 * Lets a sound stand in a room: folded with the room's answer, block by block (uniformly partitioned overlap-save; W. G. Gardner, JAES 43,
 * 1995). The sound itself stays as it is; the room is added. Stereo is folded as one complex sound with a complex answer a + ib: the left ear
 * hears aL − bR, the right one aR + bL, so that what stands in the middle reaches either ear by another way.
 */
export class Room extends Blocks implements Processor {
  readonly delay: Frames = BLOCK;
  readonly tail: Frames;
  readonly runIn: Frames;
  /** The answer's spectra are kept behind those of the last blocks that went in, which lie in a ring. */
  private readonly transform: Transform;
  private readonly count: number;
  private turn = 0;

  constructor(
    private readonly set: TreatmentOf<'room'>,
    channels: 1 | 2,
  ) {
    super(BLOCK, channels);
    const answer = answerOf(set, channels);
    const count = answer.length;
    this.count = count;
    this.transform = new Transform(BLOCK * 2, 2 * count);
    for (const [k, { re, im }] of answer.entries()) {
      const kept = this.transform.kept(count + k);
      kept.re.set(re);
      kept.im.set(im);
    }
    this.tail = count * BLOCK;
    this.runIn = (count + 1) * BLOCK;
  }

  override reset(): void {
    super.reset();
    for (let place = 0; place < this.count; place += 1) {
      const { re, im } = this.transform.kept(place);
      re.fill(0);
      im.fill(0);
    }
    this.turn = 0;
  }

  /** A block is full: what the room makes of it and of those before it. */
  protected close(): void {
    const { channels, set, transform, turn, count } = this;
    this.lay(transform);
    transform.forward();
    transform.keep(turn);
    transform.fold(Array.from({ length: count }, (_, k) => [(turn - k + count) % count, count + k]));
    transform.inverse();
    const { re: left, im: right } = transform;
    for (let i = 0; i < BLOCK; i += 1) {
      const place = i * channels;
      this.ready[place] = this.block[place]! + left[BLOCK + i]! * set.amount;
      if (channels === 2) this.ready[place + 1] = this.block[place + 1]! + right[BLOCK + i]! * set.amount;
    }
    this.turn = (turn + 1) % count;
  }
}
