import { laidSpans } from '../show/spans';
import type { Span } from '../show/types';
import type { Stretch } from '../show/fitTypes';
import { alikeness, type PcmSource } from '../sound';
import { RATE, clamp, framesOf, type Seconds } from '../units';
import type { Giveaway, Proof, Prover } from './proof';
import { bestShift } from './shift';

/** A splice as it will be heard. */
export interface Splice {
  /** Seconds from the start of the fitted piece. */
  readonly at: Seconds;
  /** Seconds of the source where it leaves and where it goes on. */
  readonly from: Seconds;
  readonly to: Seconds;
  /** How well it hides, [0, 1]: what was found when it was made and listened to. From 0.7 on everything about it hides. */
  readonly quality: number;
  /** What is heard of it first. */
  readonly by: Giveaway;
}

/** The cut lies this long before what sets in, so that it is the new side's and whole; held notes may need it earlier. */
const EARLY: readonly Seconds[] = [0.012, 0.03];
/** Crossfades that are tried where the first one is heard: a drum takes a short one, held notes a long one. */
const JOINS: readonly Seconds[] = [0.02, 0.05, 0.12, 0.25];
/** Places are put in step more exactly than this: no greater shift is looked for. */
const BELIEVED: Seconds = 0.036;
/** Looked at on either side of a splice for how long its crossfade may be. */
const LOOK: Seconds = 0.06;
/** A splice that hides as well as this is not tried otherwise; what another crossfade, an earlier cut or another shift may mend. */
const WELL = 0.8;
const MENDED = ['seam', 'beat', 'click', 'hole'] as const satisfies readonly Giveaway[];

/** A splice between two places of a piece, made in the way in which it is heard least. */
export interface Made {
  readonly to: Seconds;
  readonly from: Seconds;
  readonly join: Seconds;
  readonly proof: Proof;
}

/** Splices that were made before, by their two places: a piece that is solved anew mostly keeps its splices. */
export type Workshop = Map<string, Made>;

/** No cut may be moved into a passage that is kept whole. */
const clear = (at: Seconds, keep: readonly Stretch[]) => keep.every(({ from, to }) => at <= from || at >= to);

/**
 * Makes the splice that leaves a piece at `leave` and goes on at `land` (seconds): aligned to the sample, its crossfade by what the
 * material takes. It is listened to; what is heard of it is mended by another crossfade, an earlier cut or another shift, as far as that helps.
 */
export function makeSplice(prover: Prover, leave: Seconds, land: Seconds, keep: readonly Stretch[], known: Workshop): Made {
  const key = `${leave} ${land} ${keep.length}`;
  const before = known.get(key);
  if (before) return before;
  const { source } = prover.around;
  const shift = bestShift({ source, at: framesOf(leave) }, { source, at: framesOf(land) }, BELIEVED)?.by ?? 0;
  let best: Made | null = null;
  const attempt = (by: Seconds, early: Seconds, join: Seconds | null) => {
    const ahead = Math.min(early, leave, land + by);
    // On whole frames: what is the same music then is the same samples.
    const to = framesOf(leave - ahead) / RATE;
    const from = Math.max(0, framesOf(leave - ahead + (land + by - leave)) / RATE);
    if ((!clear(to, keep) || !clear(from, keep)) && best) return;
    const over = join ?? joinFor(source, to, from, early);
    const proof = prover.prove(to, from, over);
    if (!best || proof.cost + 0.2 * proof.worst < best.proof.cost + 0.2 * best.proof.worst) best = { to, from, join: over, proof };
  };
  // Another crossfade or shift changes nothing about how unlike the two places are.
  const fine = () => MENDED.every((one) => best!.proof.shares[one] <= WELL);
  attempt(shift, EARLY[0]!, null);
  for (const by of shift === 0 ? [0] : [shift, 0]) {
    for (const early of EARLY) {
      for (const join of JOINS) {
        if (fine()) break;
        attempt(by, early, join);
      }
    }
  }
  known.set(key, best!);
  return best!;
}

/** Power of both channels of [at, at + seconds). */
function power(source: PcmSource, at: Seconds, seconds: Seconds): number {
  const frames = framesOf(seconds);
  const page = new Float32Array(frames * source.channels);
  source.read(framesOf(at), frames, page);
  let sum = 0;
  for (const value of page) sum += value * value;
  return sum / page.length;
}

/** A drum takes a short crossfade that is over before it strikes, held notes a longer one. */
function joinFor(source: PcmSource, left: Seconds, right: Seconds, early: Seconds): Seconds {
  const strike = Math.max(
    power(source, left + early, LOOK) / (power(source, left - LOOK, LOOK) + 1e-9),
    power(source, right + early, LOOK) / (power(source, right - LOOK, LOOK) + 1e-9),
  );
  if (strike > 4) return JOINS[0]!;
  const frames = framesOf(JOINS.at(-1)!);
  const alike = alikeness({ source, at: framesOf(left) - frames / 2 }, { source, at: framesOf(right) - frames / 2 }, frames);
  // The same sound on both sides needs little.
  if (alike > 0.9) return JOINS[1]!;
  const calm = clamp(1 - Math.log2(Math.max(1, strike)) / 2, 0, 1);
  return JOINS[0]! + (JOINS[2]! - JOINS[0]!) * calm * (1 - Math.max(0, alike));
}

/** Passages as spans, each splice between them made and listened to. The wanted length may move by a few milliseconds a splice. */
export function spliced(
  prover: Prover,
  passages: readonly Stretch[],
  keep: readonly Stretch[],
  known: Workshop,
): { spans: Span[]; made: Made[] } {
  const spans = passages.map(({ from, to }): { from: number; to: number; join: number } => ({ from, to, join: 0 }));
  const made: Made[] = [];
  for (let i = 0; i + 1 < spans.length; i += 1) {
    const one = makeSplice(prover, spans[i]!.to, spans[i + 1]!.from, keep, known);
    spans[i]!.to = one.to;
    spans[i]!.join = one.join;
    spans[i + 1]!.from = one.from;
    made.push(one);
  }
  return { spans, made };
}

/** Every splice of a list of spans with how well it hides. */
export function splicesOf(spans: readonly Stretch[], made: readonly Made[]): Splice[] {
  const laid = laidSpans(spans);
  return made.map(({ proof }, i) => {
    return { at: laid[i]!.end, from: spans[i]!.to, to: spans[i + 1]!.from, quality: qualityOf(proof), by: proof.by };
  });
}

/** From 0.7 to 1 everything hides, the more the nearer to 1; below, what is worst is heard. */
export function qualityOf({ worst }: Pick<Proof, 'worst'>): number {
  if (worst <= 1) return 0.7 + 0.3 * clamp((1 - worst) / 0.5, 0, 1);
  return 0.7 * Math.exp(-1.4 * (worst - 1));
}

/** How the worst places count: a listener remembers the worst splice, and the middle of the others. */
export function togetherOf(qualities: readonly number[]): number {
  if (qualities.length === 0) return 1;
  const worst = Math.min(...qualities);
  const mean = qualities.reduce((sum, one) => sum + one, 0) / qualities.length;
  return worst >= 0.7 ? 0.6 * worst + 0.4 * mean : worst;
}

export type Hiding = 'hidden' | 'might be noticed' | 'audible';
/** What a quality [0, 1] is called: from 0.7 on nothing is heard of the splice (the mark of `qualityOf`), below 0.4 it is plain. */
export const hidingOf = (quality: number): Hiding => (quality >= 0.7 ? 'hidden' : quality >= 0.4 ? 'might be noticed' : 'audible');
