import type { Span } from '../show/types';
import { loopSeconds, loopSpans, passesFor, type Loop } from '../show';
import { RATE, type Seconds } from '../units';
import type { Fitting } from './fitting';
import { hidingOf, makeSplice, spliced, splicesOf, togetherOf, type Hiding, type Made, type Splice } from './splice';
import { stopFade, stopNear } from './stop';
import { HIDDEN, missPrice, type Length, type Taste } from './length';
import type { Path } from './ways';
import { oftenEnough, weave } from './weave';
import { FIRST_WISH, allowedMiss, shortestSeconds, type Wish } from './wish';

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

/** What sets the answers apart. */
const TASTES: Readonly<Record<'hidden' | 'fewest' | 'closest' | 'most', Taste>> = {
  hidden: HIDDEN,
  fewest: { ...HIDDEN, each: 1.6 },
  closest: { ...HIDDEN, miss: 8 },
  most: { ...HIDDEN, again: 1, lost: 1 },
};

/** Answers of all ways, best first, each really different from those before it. */
export function answersFor(fitting: Fitting, wanted: Seconds, wish: Wish = FIRST_WISH): Answer[] {
  // Only a weave can bring moments together or leave passages out.
  const bound = wish.meets.length > 0 || wish.out.length > 0;
  const all = [
    ...(wish.ending === 'fade' ? [] : weaveAnswers(fitting, wanted, wish)),
    ...(bound || wish.ending === 'fade' ? [] : [loopAnswer(fitting, wanted, wish), nudgeAnswer(fitting, wanted, NUDGE.unnoticed)]),
    bound || wish.ending === 'own' ? null : stopAnswer(fitting, wanted, wish),
  ].filter((one): one is Answer => one !== null);
  // A change of speed is hardly heard, and yet a length that needs none is better.
  const [length] = lengthsFor(fitting, wanted, wish);
  const exact = (one: Answer) => worth(one) - (one.way === 'nudge' ? 0 : EXACT * missPrice(one.off, length!, HIDDEN));
  return all.sort((a, b) => exact(b) - exact(a)).filter((one, i, list) => list.slice(0, i).every((other) => different(one, other)));
}

/** What the price of a miss counts for beside how well an answer hides. */
const EXACT = 0.08;

/** What ranks answers: how well they hide, a real ending, and a length that is near. */
function worth({ way, quality, off, seconds, splices, worn }: Answer): number {
  const beyond = Math.max(0, Math.abs(off) / Math.max(1, seconds) - REST.unheard);
  // What is heard again and again tires, however well it hides; three times is no more than a song does.
  return quality - worn * 0.3 - beyond * 12 - (way === 'stop' ? 0.55 : 0) - (way === 'nudge' ? 0.1 : 0) - splices.length * 0.008;
}

/** Two answers whose passages lie within half a second of each other are one. */
function different(a: Answer, b: Answer): boolean {
  if (a.way === 'stop' || b.way === 'stop') return a.way !== b.way;
  if (a.spans.length !== b.spans.length) return true;
  if (Math.abs(a.stretch - b.stretch) > 1e-4) return true;
  return a.spans.some((span, i) => Math.abs(span.from - b.spans[i]!.from) > 0.5 || Math.abs(span.to - b.spans[i]!.to) > 0.5);
}

/** The weave that ranks first, and those that are better than it at something else. */
export function weaveAnswers(fitting: Fitting, wanted: Seconds, wish: Wish): Answer[] {
  const first = weaveAnswer(fitting, wanted, wish);
  if (!first) return [];
  const found = [first];
  for (const kind of ['fewest', 'closest', 'most'] as const) {
    if (kind === 'fewest' && first.splices.length < 2) continue;
    const one = mended(fitting, wanted, wish, TASTES[kind], kind, 2);
    if (one) found.push(one);
  }
  const [best, ...others] = found.sort((a, b) => worth(b) - worth(a));
  const named: Answer[] = [{ ...best!, kind: 'hidden' }];
  for (const one of others) {
    const kind = bestAt(one, best!);
    if (kind && named.every((other) => other.kind !== kind && different(one, other))) named.push({ ...one, kind });
  }
  return named;
}

/** What an answer is better at than another one; null where it is better at nothing. */
function bestAt(one: Answer, than: Answer): 'fewest' | 'closest' | 'most' | null {
  if (one.splices.length < than.splices.length) return 'fewest';
  if (Math.abs(one.off) < Math.abs(than.off) - 0.02) return 'closest';
  return one.share > than.share + 0.04 ? 'most' : null;
}

/** The weave that hides best. @param rounds how often another way may be looked for where a splice is heard. */
export function weaveAnswer(fitting: Fitting, wanted: Seconds, wish: Wish, rounds: number = MENDINGS): Answer | null {
  return mended(fitting, wanted, wish, HIDDEN, 'hidden', rounds);
}

/** So often a way is looked for anew after what was found is listened to. */
const MENDINGS = 6;

/** How far the cuts may miss: what is wished for, what silence takes up, and what a change of speed takes up unheard; the rest is not hidden any more. */
function lengthsFor({ heard, beat, trailing }: Fitting, wanted: Seconds, wish: Wish): Length[] {
  const perBar = heard.steady ? heard.perBar : 4;
  const near = allowedMiss(wish, beat * perBar, perBar);
  // Whoever wishes for beats or bars takes up the rest otherwise.
  const silent = typeof wish.near === 'number' || wish.near === 'frame';
  const [short, long] = silent ? [silenceAfter(wanted), trailing] : [0, 0];
  const shares = [REST.unheard, REST.more, NUDGE.unnoticed];
  return shares.map((share, i) => ({
    wanted,
    near,
    short,
    long,
    unit: wanted * REST.unheard,
    most: near + wanted * share + (i === 2 ? 1 : 0),
  }));
}

/** A weave whose splices were made and listened to; where one is heard, its place is made dearer and another way is looked for. */
function mended(fitting: Fitting, wanted: Seconds, wish: Wish, taste: Taste, kind: Best, rounds: number): Answer | null {
  const web = fitting.web(wish);
  for (const length of lengthsFor(fitting, wanted, wish)) {
    let best: { answer: Answer; price: number } | null = null;
    for (let round = 0; round < rounds; round += 1) {
      const path = weave(web, length, wish, taste);
      if (!path) break;
      const { answer, made } = woven(fitting, wanted, wish, path, kind);
      const price = answer.worn + made.reduce((sum, { proof }) => sum + proof.cost + taste.each, 0) + missPrice(answer.off, length, taste);
      if (!best || price < best.price - 1e-9) best = { answer, price };
      let news = false;
      made.forEach(({ proof }, i) => {
        const link = path.jumps[i]!.link;
        // What a link seemed to cost for how its sides sound gives way to what was heard.
        const more = proof.worst > 1 ? proof.cost : 0;
        if (Math.abs(web.proved[link]! - more) > 0.05) {
          web.proved[link] = more;
          news = true;
        }
      });
      if (!news) break;
    }
    if (best) return best.answer;
  }
  return null;
}

function woven(fitting: Fitting, wanted: Seconds, wish: Wish, path: Path, kind: Best): { answer: Answer; made: Made[] } {
  const { spans, made } = spliced(fitting.prover, path.spans, wish.keep, fitting.made);
  return { made, answer: measured(fitting, 'weave', kind, spans, made, wanted, { fade: endsEarly(spans, fitting) }) };
}

/** A piece whose end is left out has none of its own: it fades. */
const endsEarly = (spans: readonly Span[], { piece, source }: Fitting) =>
  spans.at(-1)!.to < Math.min(piece.to, source.frames / RATE) - 0.01 ? 1.5 : null;

function measured(
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

/** Loops that are made and listened to before one is chosen. */
const LOOPS_HEARD = 6;

/** The best passage to repeat so that intro, passes and ending last as long as is wanted: found by likeness, whole bars where there are bars. */
export function loopAnswer(fitting: Fitting, wanted: Seconds, wish: Wish): Answer | null {
  const { heard, piece, beat, prover } = fitting;
  const web = fitting.web(wish);
  if (wish.out.length > 0) return null;
  const { times } = web;
  const least = Math.max(4 * beat, shortestSeconds(wish, web.bar));
  const [, length] = lengthsFor(fitting, wanted, wish);
  const found: { loop: Loop; passes: number; price: number }[] = [];
  for (let end = 1; end < times.length; end += 1) {
    for (let k = web.first[end]!; k < web.first[end + 1]!; k += 1) {
      const start = times[web.to[k]!]! + web.shift[k]!;
      const seconds = times[end]! - start;
      if (seconds < least) continue;
      const loop: Loop = { from: start, to: times[end]!, fold: { lead: 0, tail: 0 } };
      const passes = passesFor(loop, wanted, piece.from, piece.to);
      if (passes < 2) continue;
      const off = loopSeconds(loop, passes, piece.from, piece.to) - wanted;
      if (Math.abs(off) > length!.most) continue;
      // Long passages do not tire; the splice is heard at each pass.
      const bars = seconds / web.bar;
      const uneven = heard.steady ? Math.min(0.3, Math.abs(bars - Math.round(bars)) * 2) : 0;
      found.push({
        loop,
        passes,
        price: web.cost[k]! + web.proved[k]! + uneven + missPrice(off, length!, HIDDEN) + 0.08 * passes + 4 / seconds,
      });
    }
  }
  found.sort((a, b) => a.price - b.price);
  let best: { spans: readonly Span[]; made: Made; bars: number; passes: number; price: number } | null = null;
  for (const { loop, passes, price } of found.slice(0, LOOPS_HEARD)) {
    const spans = loopSpans(loop, passes, piece.from, piece.to);
    if (!spans || spans.length < 2) continue;
    const made = makeSplice(prover, loop.to, loop.from, wish.keep, fitting.made);
    const heardPrice = price + made.proof.cost;
    if (!best || heardPrice < best.price) best = { spans, made, passes, price: heardPrice, bars: (loop.to - loop.from) / web.bar };
    if (made.proof.worst <= 1) break;
  }
  if (!best) return null;
  const { made, passes, bars } = best;
  const spans = best.spans.map((span, i, list) => ({
    from: i === 0 ? span.from : made.from,
    to: i === list.length - 1 ? span.to : made.to,
    join: i === list.length - 1 ? 0 : made.join,
  }));
  const each = spans.slice(1).map(() => made);
  return measured(fitting, 'loop', 'bars', spans, each, wanted, { loop: { bars: Math.round(bars * 4) / 4, passes } });
}

/** The piece stopped at the end of a phrase. */
export function stopAnswer(fitting: Fitting, wanted: Seconds, wish: Wish): Answer | null {
  const { heard, piece, beat } = fitting;
  if (piece.to - piece.from <= wanted + 0.02) return null;
  const perBar = heard.steady ? heard.perBar : 4;
  const miss = Math.min(Math.max(allowedMiss(wish, beat * perBar, perBar), 0.02), wanted / 4);
  const stop = stopNear(fitting, wanted, miss);
  const spans = [{ from: piece.from, to: stop.at, join: 0 }];
  const quality = stop.rest;
  return {
    ...measured(fitting, 'stop', 'phrase', spans, [], wanted, { fade: stopFade(stop.at - piece.from) }),
    quality,
    hiding: hidingOf(quality),
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
    share: 1,
    worn: 0,
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
