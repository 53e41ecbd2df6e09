import type { Grid } from '../show/fitTypes';
import type { PcmSource } from '../sound';
import { RATE, type Seconds } from '../units';
import { contrastOf, lagOf, refineBeats, trackBeats } from './beats';
import { endingOf, type Ending } from './ending';
import { beatsBetween } from './grid';
import { harmonyChange } from './harmony';
import { barsOf, beatCurve, levelOf, middleOf, readings, type Clues } from './metre';
import { featuresOf, quietMoments, type Features } from './moments';
import { onsetsOf } from './onsets';
import { sectionsOf, type Section } from './sections';
import { textureOf, type Texture } from './texture';
import { voicesOf, type Voice } from './voices';

/** Changes whenever the same sound would be heard differently: what was heard by an older recipe is heard anew. */
export const HEARING = 'h2';
/** Longer pieces are not heard, seconds: their likeness to themselves would not fit into a phone. */
export const LONGEST_PIECE: Seconds = 30 * 60;

export interface Tempo {
  /** Beats a minute; null where no steady beat was heard. */
  readonly tempo: number | null;
  /** [0, 1]. */
  readonly sure: number;
  /** The same music counted half and twice as fast. */
  readonly half: number | null;
  readonly double: number | null;
}

/** What is known of a piece of music from listening to it. All times are seconds of the source. */
export interface Hearing {
  readonly recipe: string;
  readonly seconds: Seconds;
  readonly pulse: Tempo;
  /** Whether the moments are beats; else they are places that are quiet or at rest. */
  readonly steady: boolean;
  /** Where a splice may fall: the beats, in order. */
  readonly moments: readonly Seconds[];
  /** Beats in a bar (1 where nobody could tell) and how sure. */
  readonly perBar: number;
  readonly barSure: number;
  /** Index of the first moment that begins a bar. */
  readonly phase: number;
  readonly features: Features;
  readonly sections: readonly Section[];
  readonly voices: readonly Voice[];
  readonly ending: Ending;
}

/** The moment's place in its bar, 0 the downbeat. */
export function placeInBar({ perBar, phase }: Pick<Hearing, 'perBar' | 'phase'>, moment: number): number {
  return (((moment - phase) % perBar) + perBar) % perBar;
}

/** Moments that begin a bar. */
export function downbeatsOf(hearing: Pick<Hearing, 'perBar' | 'phase' | 'moments' | 'steady'>): Seconds[] {
  return hearing.steady ? hearing.moments.filter((_, i) => placeInBar(hearing, i) === 0) : [];
}

/** What listening to a piece gives: what is known of it, and the texture that this was read from, for whoever fits it. */
export interface Listened {
  readonly hearing: Hearing;
  readonly texture: Texture;
}

/**
 * Hears a piece. `grid` is what a person said of its beat: the tempo (drift is still followed), the beats in a bar and a
 * downbeat. Yields the share done.
 * @param known its texture, where it was listened to before.
 */
export function* listening(source: PcmSource, grid: Grid | null = null, known: Texture | null = null): Generator<number, Listened> {
  let texture = known;
  if (!texture) {
    const work = textureOf(source);
    let step = work.next();
    while (!step.done) {
      yield step.value * 0.75;
      step = work.next();
    }
    texture = step.value;
  }
  const clues: Clues = { ...onsetsOf(texture), harmony: harmonyChange(texture), level: levelOf(texture.power) };
  yield 0.8;
  const beat = grid ? givenBeat(clues, grid) : heardBeat(clues, texture);
  yield 0.92;
  const seconds = source.frames / RATE;
  const ending = endingOf(texture, clues.all, seconds);
  const moments = beat.moments.length >= 4 ? withinPiece(beat.moments, ending) : quietMoments(texture, clues.harmony);
  const steady = beat.moments.length >= 4;
  const lost = steady ? Math.max(0, beat.moments.indexOf(moments[0]!)) : 0;
  const perBar = steady ? beat.perBar : 1;
  const phase = steady ? (((beat.phase - lost) % perBar) + perBar) % perBar : 0;
  const features = featuresOf(texture, moments, seconds);
  yield 0.96;
  const hearing: Hearing = {
    recipe: HEARING,
    seconds,
    pulse: beat.pulse,
    steady,
    moments,
    perBar,
    barSure: steady ? beat.sure : 0,
    phase,
    features,
    sections: sectionsOf(features, moments, perBar, phase, seconds),
    voices: voicesOf(texture, steady ? moments : []),
    ending,
  };
  return { hearing, texture };
}

/** Listens to a piece in one go. */
export function listenTo(source: PcmSource, grid: Grid | null = null): Listened {
  const work = listening(source, grid);
  let step = work.next();
  while (!step.done) step = work.next();
  return step.value;
}

/** Hears a piece in one go. */
export const hear = (source: PcmSource, grid: Grid | null = null): Hearing => listenTo(source, grid).hearing;

interface Beat {
  readonly pulse: Tempo;
  readonly moments: readonly Seconds[];
  readonly perBar: number;
  readonly phase: number;
  readonly sure: number;
}

const NONE: Beat = { pulse: { tempo: null, sure: 0, half: null, double: null }, moments: [], perBar: 1, phase: 0, sure: 0 };
/** What sets in on beats is so much more than what sets in at any moment, at least. */
const LEAST_CONTRAST = 1.9;

const tempoOf = (moments: readonly Seconds[]) => {
  const gaps = moments
    .slice(1)
    .map((at, i) => at - moments[i]!)
    .sort((a, b) => a - b);
  return 60 / gaps[gaps.length >> 1]!;
};
const pulseOf = (moments: readonly Seconds[], sure: number): Tempo => {
  const tempo = tempoOf(moments);
  return { tempo, sure, half: tempo / 2, double: tempo * 2 };
};

function heardBeat(clues: Clues, texture: Texture): Beat {
  if (texture.power.every((power) => power < 1e-8)) return NONE;
  const all = readings(clues);
  const best = all[0];
  const curve = beatCurve(clues);
  if (!best || contrastOf(curve.subarray(...middleOf(curve.length)), lagOf(best.tempo)) < LEAST_CONTRAST) return NONE;
  const beats = inPhase(trackBeats(curve, lagOf(best.tempo)), best.beats);
  if (beats.length < 4) return NONE;
  const bars = barsOf(clues, beats, best.perBar);
  const rival = all.find((one) => Math.abs(one.tempo / best.tempo - 1) > 0.08);
  const sure = rival ? Math.max(0.1, 1 - Math.exp(-(best.score - rival.score))) : 1;
  const moments = refineBeats(curve, beats);
  return { pulse: pulseOf(moments, sure), moments, perBar: bars.perBar, phase: bars.phase, sure: bars.sure };
}

/** All beats may have been tracked on what comes between the beats that were read in the middle of the piece: then those between are meant. */
function inPhase(tracked: readonly number[], read: readonly number[]): readonly number[] {
  const between = tracked.slice(0, -1).map((beat, i) => (beat + tracked[i + 1]!) / 2);
  return apart(between, read) < apart(tracked, read) ? between : tracked;
}

/** How far moments lie from the nearest of others, all added up. */
function apart(all: readonly number[], some: readonly number[]): number {
  let [sum, k] = [0, 0];
  for (const at of some) {
    while (k + 1 < all.length && Math.abs(all[k + 1]! - at) <= Math.abs(all[k]! - at)) k += 1;
    sum += Math.abs((all[k] ?? Infinity) - at);
  }
  return sum;
}

/** The beat as a person set it; tracked near the tempo that was given, so that a drift is followed, from the downbeat that was given. */
function givenBeat(clues: Clues, grid: Grid): Beat {
  const curve = beatCurve(clues);
  const seconds = curve.length / 100;
  const tracked = refineBeats(curve, trackBeats(curve, lagOf(grid.tempo), 1.08));
  const fixed = beatsBetween(grid, 0, seconds).map(({ at }) => at);
  const near = (list: readonly Seconds[], at: Seconds) =>
    list.reduce((best, one, i) => (Math.abs(one - at) < Math.abs(list[best]! - at) ? i : best), 0);
  const index = near(tracked, grid.downbeat);
  // Where the piece has no beat near the one that was set, the person's own grid holds.
  const follows = tracked.length >= 4 && Math.abs(tracked[index]! - grid.downbeat) < 0.12 * (60 / grid.tempo);
  const moments = follows ? tracked : fixed;
  const phase = near(moments, grid.downbeat) % grid.beats;
  return { pulse: { ...pulseOf(moments, 1), tempo: follows ? tempoOf(moments) : grid.tempo }, moments, perBar: grid.beats, phase, sure: 1 };
}

/** Beats that lie in the silence around the piece, or in the ring of its last chord, are none. */
function withinPiece(moments: readonly Seconds[], ending: Ending): Seconds[] {
  return moments.filter((at) => at >= ending.sounding.from - 0.05 && at <= ending.lastChord + 0.06);
}
