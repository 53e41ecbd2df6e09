import type { Span } from '../show/types';
import { RATE, type Seconds } from '../units';
import type { Fitting } from './fitting';
import { hidingOf, splicesOf, togetherOf, type Hiding, type Made, type Splice } from './splice';
import { oftenEnough } from './weave';

export type Way = 'weave' | 'loop' | 'stop' | 'nudge';

/** What an answer is best at among those of its way. */
export type Best = 'hidden' | 'fewest' | 'closest' | 'most' | 'bars' | 'phrase' | 'speed';

/** One way to make a piece as long as is wanted. */
export interface Answer {
  readonly way: Way;
  /** What it is best at: it hides best, has the fewest stitches, comes closest, keeps most of the piece; or what sets its way apart. */
  readonly kind: Best;
  readonly spans: readonly Span[];
  /** Length of the spans, seconds of the source; a nudge plays them in `wanted`. */
  readonly seconds: Seconds;
  /** What it is off by: positive where it is too long. */
  readonly off: Seconds;
  /** Output seconds for each second of the source; 1 unless it is a nudge. */
  readonly stretch: number;
  readonly splices: readonly Splice[];
  /** [0, 1], and in words. */
  readonly quality: number;
  readonly hiding: Hiding;
  /** Share of the piece that is heard, [0, 1]. */
  readonly share: number;
  /** How many times more a moment is heard than three times, or than the length asks for. */
  readonly worn: number;
  /** Seconds over which it fades out at its end; null where it keeps the piece's own. */
  readonly fade: Seconds | null;
  /** Bars and passes of a loop. */
  readonly loop: { readonly bars: number; readonly passes: number } | null;
}

/** A nudge goes unnoticed up to 6 %, is offered up to there, and allowed up to 20 % (common practice). */
export const NUDGE = { unnoticed: 0.06, most: 0.2 } as const;
/**
 * What takes up what the cuts leave: so many seconds of silence after the last sound, or that silence shortened, or the end of the last ring
 * (`trailing`); then a change of speed, which nobody hears up to 0.5 %, and more only where nothing else is left.
 */
export const REST = { silence: 0.45, share: 0.0025, unheard: 0.005, more: 0.012 } as const;

/** So much silence may follow the last sound, seconds: nobody minds a little more after a long piece. */
export const silenceAfter = (wanted: Seconds): Seconds => Math.min(1, Math.max(REST.silence, REST.share * wanted));

/** A piece whose end is left out has none of its own: it fades. */
export const endsEarly = (spans: readonly Span[], { piece, source }: Fitting) =>
  spans.at(-1)!.to < Math.min(piece.to, source.frames / RATE) - 0.01 ? 1.5 : null;

/** An answer with everything that is said of it: length and how far off it is (seconds), how well it hides [0, 1], how worn its passages are. */
export function measured(
  { piece }: Fitting,
  way: Way,
  kind: Best,
  spans: readonly Span[],
  made: readonly Made[],
  wanted: Seconds,
  more: Partial<Pick<Answer, 'fade' | 'loop' | 'stretch'>> = {},
): Answer {
  const splices = splicesOf(spans, made);
  const seconds = spans.reduce((sum, { from, to }) => sum + to - from, 0);
  const quality = togetherOf(splices.map((one) => one.quality));
  return {
    way,
    kind,
    spans,
    seconds,
    off: seconds - wanted,
    stretch: 1,
    splices,
    quality,
    hiding: hidingOf(quality),
    share: heardShare(spans, piece.to - piece.from),
    worn: Math.max(0, mostHeard(spans) - oftenEnough(wanted, piece.to - piece.from)),
    fade: null,
    loop: null,
    ...more,
  };
}

/** How often the moment that is heard most often is heard. */
function mostHeard(spans: readonly Span[]): number {
  const edges = spans.flatMap(({ from, to }) => [
    { at: from + 0.25, by: 1 },
    { at: to - 0.25, by: -1 },
  ]);
  let [now, most] = [0, 0];
  for (const { by } of edges.sort((a, b) => a.at - b.at)) {
    now += by;
    most = Math.max(most, now);
  }
  return most;
}

/** How much of a piece is heard at all. */
function heardShare(spans: readonly Span[], whole: Seconds): number {
  let [sum, end] = [0, -Infinity];
  for (const { from, to } of [...spans].sort((a, b) => a.from - b.from)) {
    sum += Math.max(0, to - Math.max(from, end));
    end = Math.max(end, to);
  }
  return Math.min(1, sum / Math.max(1e-6, whole));
}
