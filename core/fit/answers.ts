import type { Hearing } from '../music';
import type { Span, Stretch } from '../show/types';
import { loopSeconds, loopSpans, passesFor, type Loop } from '../show';
import type { PcmSource } from '../sound';
import { RATE, type Seconds } from '../units';
import { prepareWeb, type Judge, type Web } from './likeness';
import { hidingOf, spliced, splicesOf, togetherOf, type Alignments, type Hiding, type Splice } from './splice';
import { stopFade, stopNear } from './stop';
import { weave, type Path } from './weave';
import { FIRST_WISH, MET, type Wish } from './wish';

export type Way = 'weave' | 'loop' | 'stop' | 'nudge';

/** One way to make a piece as long as is wanted. */
export interface Answer {
  readonly way: Way;
  /** What sets it apart from another of its way. */
  readonly kind: 'best' | 'fewer' | 'other' | 'bars' | 'phrase' | 'speed';
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
  /** Seconds over which it fades out at its end; null where it keeps the piece's own. */
  readonly fade: Seconds | null;
  /** Bars and passes of a loop. */
  readonly loop: { readonly bars: number; readonly passes: number } | null;
}

/** A nudge goes unnoticed up to 6 %, is offered up to there, and allowed up to 20 % (common practice). */
export const NUDGE = { unnoticed: 0.06, most: 0.2 } as const;

/** A piece that is ready to be fitted to any length: what was heard, and the webs of places to splice. */
export interface Fitting {
  readonly heard: Hearing;
  readonly piece: Stretch;
  readonly source: PcmSource;
  readonly alignments: Alignments;
  /** The web for a wish; kept while only the length changes. */
  web(wish: Wish, barred: boolean): Web;
}

const keyOf = ({ lean, keep, out }: Wish, barred: boolean) => JSON.stringify([lean, keep, out, barred]);

export function startFitting(heard: Hearing, source: PcmSource, piece: Stretch): Fitting {
  const webs = new Map<string, Web>();
  return {
    heard,
    source,
    piece,
    alignments: new Map(),
    web(wish, barred) {
      const key = keyOf(wish, barred);
      const web = webs.get(key) ?? prepareWeb(heard, piece, wish, barred);
      // On the bar and off it are asked for in turn: both stay, older wishes go.
      webs.delete(key);
      webs.set(key, web);
      if (webs.size > KEPT) webs.delete(webs.keys().next().value!);
      return web;
    },
  };
}

/** Webs of one piece that stay in memory. */
const KEPT = 2;

/** Answers of all ways, best first, each really different from those before it. */
export function answersFor(fitting: Fitting, wanted: Seconds, wish: Wish = FIRST_WISH): Answer[] {
  // Only a weave can bring moments together or leave passages out.
  const bound = wish.meets.length > 0 || wish.out.length > 0;
  const all = [
    ...weaveAnswers(fitting, wanted, wish),
    ...(bound ? [] : [loopAnswer(fitting, wanted, wish), nudgeAnswer(fitting, wanted, NUDGE.unnoticed), stopAnswer(fitting, wanted, wish)]),
  ].filter((one): one is Answer => one !== null);
  return named(all.filter((one, i) => all.slice(0, i).every((other) => different(one, other))).sort((a, b) => worth(b) - worth(a)));
}

/** The weave that ranks first is the best one, whatever way it was found; the others are named by what sets them apart from it. */
function named(answers: readonly Answer[]): Answer[] {
  const best = answers.find(({ way }) => way === 'weave');
  const kindOf = (one: Answer): Answer['kind'] => (one === best ? 'best' : one.splices.length < best!.splices.length ? 'fewer' : 'other');
  return answers.map((one) => (one.way === 'weave' ? { ...one, kind: kindOf(one) } : one));
}

/** What ranks answers: how well they hide, a real ending, and a length that is near. */
function worth({ way, kind, quality, off, splices }: Answer): number {
  return (
    quality +
    (kind === 'best' ? 0.03 : 0) -
    Math.abs(off) * 0.025 -
    (way === 'stop' ? 0.75 : 0) -
    (way === 'nudge' ? 0.1 : 0) -
    splices.length * 0.006
  );
}

/** Two answers whose passages lie within half a second of each other are one. */
function different(a: Answer, b: Answer): boolean {
  if (a.way === 'stop' || b.way === 'stop') return a.way !== b.way;
  if (a.spans.length !== b.spans.length) return true;
  if (Math.abs(a.stretch - b.stretch) > 1e-4) return true;
  return a.spans.some((span, i) => Math.abs(span.from - b.spans[i]!.from) > 0.5 || Math.abs(span.to - b.spans[i]!.to) > 0.5);
}

/** The best weave, one with fewer splices, and one that goes another way. */
export function weaveAnswers(fitting: Fitting, wanted: Seconds, wish: Wish): Answer[] {
  const best = solveWeave(fitting, wanted, wish);
  if (!best) return [];
  const found = [answerOf(fitting, wanted, wish, best, 'best')];
  if (best.path.jumps.length > 1 && wish.splices !== 'few') {
    const fewer = solveWeave(fitting, wanted, { ...wish, splices: 'few' });
    if (fewer && fewer.path.jumps.length < best.path.jumps.length) found.push(answerOf(fitting, wanted, wish, fewer, 'fewer'));
  }
  if (best.path.jumps.length > 0) {
    const other = weave(best.web, wanted, wish, dearer(best.web, best.path));
    if (other) found.push(answerOf(fitting, wanted, wish, { web: best.web, path: other }, 'other'));
  }
  return found.filter((one, i) => found.slice(0, i).every((before) => different(one, before)));
}

/** The weave that a wish asks for, without the others: what is solved while a finger moves. */
export function weaveAnswer(fitting: Fitting, wanted: Seconds, wish: Wish): Answer | null {
  const best = solveWeave(fitting, wanted, wish);
  return best && answerOf(fitting, wanted, wish, best, 'best');
}

interface Solved {
  readonly web: Web;
  readonly path: Path;
}

/** On the bar where that can be; off it where only that meets what was asked for. */
function solveWeave(fitting: Fitting, wanted: Seconds, wish: Wish): Solved | null {
  for (const barred of [true, false]) {
    const web = fitting.web(wish, barred);
    const path = weave(web, wanted, wish);
    if (path) return { web, path };
    if (!web.barred) return null;
  }
  return null;
}

/** Prices that keep another solution away from the splices of a path. */
function dearer(web: Web, path: Path): Float32Array {
  const prices = new Float32Array(web.to.length);
  for (const { leave, land } of path.jumps) {
    const [from, to] = [web.times[leave]!, web.times[land]!];
    for (let i = 0; i < web.times.length; i += 1) {
      if (Math.abs(web.times[i]! - from) > 8) continue;
      for (let k = web.first[i]!; k < web.first[i + 1]!; k += 1) {
        if (Math.abs(web.times[web.to[k]!]! - to) < 8) prices[k]! += 1.2;
      }
    }
  }
  return prices;
}

function answerOf(
  { source, heard, piece, alignments }: Fitting,
  wanted: Seconds,
  wish: Wish,
  { web, path }: Solved,
  kind: Answer['kind'],
): Answer {
  const spans = spliced(source, path.spans, wish.keep, alignments);
  return measured('weave', kind, heard, web.judge, spans, wanted, { fade: endsEarly(spans, piece, source) });
}

/** A piece whose end is left out has none of its own: it fades. */
const endsEarly = (spans: readonly Span[], piece: Stretch, source: PcmSource) =>
  spans.at(-1)!.to < Math.min(piece.to, source.frames / RATE) - 0.01 ? 1.5 : null;

function measured(
  way: Way,
  kind: Answer['kind'],
  heard: Hearing,
  judge: Judge,
  spans: readonly Span[],
  wanted: Seconds,
  more: Partial<Pick<Answer, 'fade' | 'loop' | 'stretch'>> = {},
): Answer {
  const splices = splicesOf(heard, judge, spans);
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
    fade: null,
    loop: null,
    ...more,
  };
}

/** The best passage of whole bars to repeat so that intro, passes and ending last as long as is wanted. */
export function loopAnswer(fitting: Fitting, wanted: Seconds, wish: Wish): Answer | null {
  const { heard, piece, source } = fitting;
  const web = fitting.web(wish, true);
  const { times } = web;
  let best: { loop: Loop; passes: number; price: number; bars: number } | null = null;
  for (let end = 1; end < times.length; end += 1) {
    for (let k = web.first[end]!; k < web.first[end + 1]!; k += 1) {
      const start = web.to[k]!;
      const moments = web.moments[end]! - web.moments[start]!;
      if (moments < Math.max(4, wish.shortest)) continue;
      const loop: Loop = { from: times[start]!, to: times[end]!, fold: { lead: 0, tail: 0 } };
      const passes = passesFor(loop, wanted, piece.from, piece.to);
      if (passes < 2) continue;
      const off = Math.abs(loopSeconds(loop, passes, piece.from, piece.to) - wanted);
      if (off > wish.miss || wish.out.length > 0) continue;
      // Long passages do not tire; the splice is heard at each pass.
      const price = web.cost[k]! + 0.1 * off + 0.05 * passes + (moments < 32 ? 0.01 * (32 - moments) : 0);
      if (!best || price < best.price) best = { loop, passes, price, bars: moments / heard.perBar };
    }
  }
  if (!best) return null;
  const spans = loopSpans(best.loop, best.passes, piece.from, piece.to);
  if (!spans) return null;
  const aligned = spliced(source, spans, wish.keep, fitting.alignments);
  return measured('loop', 'bars', heard, web.judge, aligned, wanted, { loop: { bars: best.bars, passes: best.passes } });
}

/** The piece stopped at the end of a phrase. */
export function stopAnswer({ heard, piece }: Fitting, wanted: Seconds, wish: Wish): Answer | null {
  if (piece.to - piece.from <= wanted + 0.02) return null;
  const stop = stopNear(heard, piece, wanted, Math.min(wish.miss, wanted / 4));
  const seconds = stop.at - piece.from;
  const quality = { section: 0.62, phrase: 0.55, bar: 0.45, anywhere: 0.3 }[stop.phrase];
  return {
    way: 'stop',
    kind: 'phrase',
    spans: [{ from: piece.from, to: stop.at, join: 0 }],
    seconds,
    off: seconds - wanted,
    stretch: 1,
    splices: [],
    quality,
    hiding: hidingOf(quality),
    fade: stopFade(seconds),
    loop: null,
  };
}

/** The whole piece a little faster or slower; null where that would be too much. @param most share of the speed. */
export function nudgeAnswer({ piece }: Pick<Fitting, 'piece'>, wanted: Seconds, most: number): Answer | null {
  const seconds = piece.to - piece.from;
  const stretch = wanted / seconds;
  const change = Math.abs(1 / stretch - 1);
  if (change > most + 1e-9 || change < 1e-6) return null;
  const quality = Math.max(0.2, 1 - change * 5);
  return {
    way: 'nudge',
    kind: 'speed',
    spans: [{ from: piece.from, to: piece.to, join: 0 }],
    seconds,
    off: 0,
    stretch,
    splices: [],
    quality,
    hiding: hidingOf(quality),
    fade: null,
    loop: null,
  };
}

/** The answers of one way, best first. */
export const waysOf: Readonly<Record<Way, (fitting: Fitting, wanted: Seconds, wish: Wish) => Answer[]>> = {
  weave: (fitting, wanted, wish) => weaveAnswers(fitting, wanted, wish).sort((a, b) => worth(b) - worth(a)),
  loop: (fitting, wanted, wish) => some(loopAnswer(fitting, wanted, wish)),
  stop: (fitting, wanted, wish) => some(stopAnswer(fitting, wanted, wish)),
  nudge: (fitting, wanted) => some(nudgeAnswer(fitting, wanted, NUDGE.most)),
};

const some = (answer: Answer | null): Answer[] => (answer ? [answer] : []);

const REASON: Readonly<Record<Way, string>> = {
  weave: 'No weave',
  loop: 'No loop',
  stop: 'No place to stop',
  nudge: 'No change of speed of up to 20 %',
};

/** Why a wish cannot be met, and how near the piece gets to it, in one sentence. */
export function howNear(fitting: Fitting, wanted: Seconds, wish: Wish, way: Way | null): string {
  const { piece } = fitting;
  const whole = piece.to - piece.from;
  const said = (seconds: Seconds) => `${seconds.toFixed(1)} s`;
  if (way === 'nudge') {
    const nearest = Math.min(Math.max(wanted, whole / (1 + NUDGE.most)), whole / (1 - NUDGE.most));
    return `${REASON.nudge} makes ${said(whole)} last ${said(wanted)}; it gets to ${said(nearest)}.`;
  }
  if (way === 'stop') return `${REASON.stop}: the piece lasts ${said(whole)}, which is not longer than ${said(wanted)}.`;
  if (wish.meets.length > 0) {
    const near = nearestMeeting(fitting, wanted, wish);
    return near === null
      ? 'The moments cannot meet: none of them can be brought nearer under these wishes.'
      : `The moments cannot meet within ${MET} s under these wishes; the nearest comes within ${near.toFixed(1)} s.`;
  }
  const solve = way === 'loop' ? loopAnswer : weaveAnswer;
  for (const miss of [wish.miss * 2, 10, 20, 60, wanted, whole * 2]) {
    if (miss <= wish.miss) continue;
    const answer = solve(fitting, wanted, { ...wish, miss });
    if (answer)
      return `${REASON[way ?? 'weave']} under these wishes lasts ${said(wanted)} give or take ${said(wish.miss)}; the nearest lasts ${said(answer.seconds)}.`;
  }
  return `${REASON[way ?? 'weave']} is possible under these wishes; the piece itself lasts ${said(whole)}.`;
}

/** By how little the moments can miss each other, seconds, in steps of half a second; null where they cannot come near at all. */
function nearestMeeting(fitting: Fitting, wanted: Seconds, wish: Wish): Seconds | null {
  for (let by = 0.5; by <= 12; by += 0.5) {
    for (const way of [-1, 1]) {
      const meets = wish.meets.map((one) => ({ source: one.source, at: one.at + way * by }));
      if (meets.some(({ at }) => at < 0 || at > wanted)) continue;
      if (weaveAnswer(fitting, wanted, { ...wish, meets })) return by + MET;
    }
  }
  return null;
}
