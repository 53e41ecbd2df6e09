import { clamp, type Seconds } from '../units';
import { LIMITS } from '../show/limits';
import { laidSpans } from '../show/spans';
import type { Part } from '../show/types';
import type { Grid } from '../show/fitTypes';

/** Length of a beat: 60 / tempo seconds. */
export function beatSeconds({ tempo }: Pick<Grid, 'tempo'>): Seconds {
  return 60 / tempo;
}

/** Length of a bar of b beats at tempo T: 60 b / T seconds. */
export function barSeconds(grid: Pick<Grid, 'tempo' | 'beats'>): Seconds {
  return grid.beats * beatSeconds(grid);
}

/** Where a bar begins, seconds of the source. Bar 1 begins with the first downbeat; bars before it are 0, −1 … */
export function barStart(grid: Grid, bar: number): Seconds {
  return grid.downbeat + (bar - 1) * barSeconds(grid);
}

/** The bar whose beginning is nearest to a moment of the source. */
export function nearestBar(grid: Grid, moment: Seconds): number {
  return Math.round((moment - grid.downbeat) / barSeconds(grid)) + 1;
}

/** The bars that begin within [0, seconds] of a source: the first and the last one. */
export function barsWithin(grid: Grid, seconds: Seconds): { first: number; last: number } {
  const bar = barSeconds(grid);
  // A hair of grace: a bar that ends with the sound, to the frame, is whole.
  return { first: 1 - Math.floor(grid.downbeat / bar + 1e-6), last: 1 + Math.floor((seconds - grid.downbeat) / bar + 1e-6) };
}

export interface Beat {
  /** Seconds of whatever was asked about. */
  readonly at: Seconds;
  readonly bar: number;
  /** 0 is the downbeat. */
  readonly beat: number;
}

/** The beats on [from, to) of a source, in order. */
export function beatsBetween(grid: Grid, from: Seconds, to: Seconds): Beat[] {
  const length = beatSeconds(grid);
  const beats: Beat[] = [];
  for (let index = Math.ceil((from - grid.downbeat) / length - 1e-9); ; index += 1) {
    const at = grid.downbeat + index * length;
    if (at >= to) return beats;
    const beat = ((index % grid.beats) + grid.beats) % grid.beats;
    beats.push({ at, bar: Math.floor(index / grid.beats) + 1, beat });
  }
}

/** The beats of a part where they are heard, seconds of the show, in order. */
export function beatsOfPart(part: Pick<Part, 'at' | 'spans'>, grid: Grid): Beat[] {
  const beats: Beat[] = [];
  for (const { span, start } of laidSpans(part.spans, part.at)) {
    for (const one of beatsBetween(grid, span.from, span.to)) beats.push({ ...one, at: start + one.at - span.from });
  }
  return beats;
}

/**
 * The tempo and first downbeat of somebody tapping along, seconds of the source in order, the first tap on a downbeat. The
 * straight line through all taps (least squares), so that one late tap hardly matters. Null below three taps.
 */
export function gridFromTaps(taps: readonly Seconds[], beats: number): Grid | null {
  const count = taps.length;
  if (count < 3) return null;
  const middle = (count - 1) / 2;
  const mean = taps.reduce((sum, tap) => sum + tap, 0) / count;
  let [above, below] = [0, 0];
  for (const [index, tap] of taps.entries()) {
    above += (index - middle) * (tap - mean);
    below += (index - middle) ** 2;
  }
  const beat = above / below;
  if (!(beat > 0)) return null;
  const tempo = clamp(60 / beat, LIMITS.grid.slowest, LIMITS.grid.fastest);
  return { tempo: Math.round(tempo * 100) / 100, beats, downbeat: Math.max(0, Math.round((mean - middle * beat) * 1000) / 1000) };
}
