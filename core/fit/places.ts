import { TEXTURE_RATE, type Hearing } from '../music';
import type { Stretch } from '../show/fitTypes';
import { framesOf, RATE, type Seconds } from '../units';
import type { Steps } from './inStep';
import { type Sides, type Surroundings } from './sides';
import { monoOf } from './seamReader';

/** Where a piece may be cut: its beginning, moments within it, its end. */
export interface Places {
  /** Seconds of the source, in order. Where something sets in, the moment at which it does. */
  readonly times: Float64Array;
  readonly sides: Sides;
  /** How clear the beat is before and after each, [0, 1]. */
  readonly clearBefore: Float32Array;
  readonly clearAfter: Float32Array;
}

/** Places lie at least so far apart; longer pieces get as many as a phone can weigh against each other. */
const APART: Seconds = 0.15;
const MOST = 1300;
const EACH_SECOND = 4.5;
/** Where nothing sets in for so long, there is a place all the same. */
const LONELY: Seconds = 0.6;
/** A beat and an onset that are nearer than this are one place. */
const ONE: Seconds = 0.06;

/**
 * The moments of a piece at which it may be cut: where something sets in, and its beats, where it has some. What follows a cut then begins
 * with an attack of its own, and nothing depends on the beat being read right.
 */
export function placesOf(around: Surroundings, steps: Steps, heard: Pick<Hearing, 'moments' | 'steady'>, piece: Stretch): Places {
  const seconds = piece.to - piece.from;
  const most = Math.min(MOST, Math.max(24, Math.floor(seconds * EACH_SECOND)));
  const apart = Math.max(APART, seconds / most / 1.6);
  const taken: number[] = [];
  const within = (at: Seconds) => at > piece.from + 0.1 && at < piece.to - 0.1;
  const attacks = attacksOf(around.onsets)
    .filter(({ at }) => within(at))
    .slice(0, most * 2);
  const free = new Nearby(apart);
  for (const { at } of attacks) {
    if (taken.length >= most) break;
    if (free.put(at)) taken.push(attackAt(around, at));
  }
  if (heard.steady) {
    const near = new Nearby(ONE);
    for (const at of taken) near.put(at);
    for (const at of heard.moments) if (within(at) && near.put(at)) taken.push(at);
  }
  taken.sort((a, b) => a - b);
  const all: number[] = [];
  let last = piece.from;
  for (const at of [...taken, piece.to]) {
    // Held notes: the quietest of the moments between.
    const missing = Math.floor((at - last) / LONELY);
    for (let k = 1; k < missing; k += 1) all.push(quietest(around, last + ((at - last) * k) / missing));
    if (at < piece.to) all.push(at);
    last = at;
  }
  const times = Float64Array.from([piece.from, ...all.filter((at, i) => within(at) && at - (all[i - 1] ?? -1) > 0.01), piece.to]);
  const clearBefore = new Float32Array(times.length);
  const clearAfter = new Float32Array(times.length);
  times.forEach((at, i) => ([clearBefore[i], clearAfter[i]] = steps.clarity(at)));
  return { times, sides: around.sidesAt(times), clearBefore, clearAfter };
}

/** Peaks of the onsets, strongest first, seconds. */
function attacksOf(onsets: Float32Array): { at: Seconds; height: number }[] {
  const found: { at: Seconds; height: number }[] = [];
  for (let i = 1; i + 1 < onsets.length; i += 1) {
    const height = onsets[i]!;
    if (height > 0.02 && height >= onsets[i - 1]! && height > onsets[i + 1]!) found.push({ at: (i + 0.5) / TEXTURE_RATE, height });
  }
  return found.sort((a, b) => b.height - a.height);
}

/** Remembers moments in boxes, and takes no new one that is too near to one of them. */
class Nearby {
  private readonly boxes = new Map<number, number[]>();

  constructor(private readonly apart: Seconds) {}

  put(at: Seconds): boolean {
    const box = Math.floor(at / this.apart);
    for (let k = box - 1; k <= box + 1; k += 1) {
      for (const other of this.boxes.get(k) ?? []) if (Math.abs(other - at) < this.apart) return false;
    }
    this.boxes.set(box, [...(this.boxes.get(box) ?? []), at]);
    return true;
  }
}

/** Looked at around an onset that was heard to a few hundredths of a second, in steps of 2 ms. */
const LOOK: Seconds = 0.05;
const STEP = RATE / 500;

/** The moment at which what is heard at an onset begins: where the energy of the sound's edges rises most. */
function attackAt({ source }: Surroundings, at: Seconds): Seconds {
  const count = Math.round((2 * LOOK * RATE) / STEP);
  const first = framesOf(at - LOOK);
  const page = new Float32Array(count * STEP + 1);
  monoOf(source, first, page.length, page);
  const logs = new Float32Array(count);
  for (let k = 0; k < count; k += 1) {
    let sum = 1e-9;
    for (let i = k * STEP; i < (k + 1) * STEP; i += 1) sum += (page[i + 1]! - page[i]!) ** 2 + page[i]! ** 2 * 0.02;
    logs[k] = Math.log(sum);
  }
  let [best, most] = [-1, 0];
  for (let k = 5; k + 4 < count; k += 1) {
    const before = (logs[k - 5]! + logs[k - 4]! + logs[k - 3]! + logs[k - 2]! + logs[k - 1]!) / 5;
    const after = (logs[k]! + logs[k + 1]! + logs[k + 2]! + logs[k + 3]!) / 4;
    const rise = after - before - Math.abs(k - count / 2) * 0.008;
    if (rise > most) [best, most] = [k, rise];
  }
  return best < 0 ? at : (first + best * STEP) / RATE;
}

/** The quietest moment within a tenth of a second. */
function quietest(around: Surroundings, at: Seconds): Seconds {
  let [best, least] = [at, Infinity];
  for (let k = -5; k <= 5; k += 1) {
    const level = around.levelOf(at + k / 50 - 0.03, at + k / 50 + 0.03);
    if (level < least) [best, least] = [at + k / 50, level];
  }
  return best;
}
