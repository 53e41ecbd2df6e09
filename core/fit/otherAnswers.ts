import { loopSeconds, loopSpans, passesFor, type Loop } from '../show';
import type { Span } from '../show/types';
import type { Seconds } from '../units';
import { measured, type Answer } from './answer';
import type { Fitting } from './fitting';
import { HIDDEN, missPrice } from './length';
import { lengthsFor } from './lengths';
import { hidingOf, makeSplice, type Made } from './splice';
import { stopFade, stopNear } from './stop';
import { allowedMiss, shortestSeconds, type Wish } from './wish';

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
