import type { Seconds } from '../units';
import { endsEarly, measured, NUDGE, REST, type Answer, type Best, type Way } from './answer';
import type { Fitting } from './fitting';
import { HIDDEN, missPrice, type Taste } from './length';
import { loopAnswer, nudgeAnswer, stopAnswer } from './otherAnswers';
import { spliced, type Made } from './splice';
import { lengthsFor } from './lengths';
import type { Path } from './ways';
import { weave } from './weave';
import { FIRST_WISH, type Wish } from './wish';

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

/** The answers of one way, best first. */
export const waysOf: Readonly<Record<Way, (fitting: Fitting, wanted: Seconds, wish: Wish) => Answer[]>> = {
  weave: (fitting, wanted, wish) => weaveAnswers(fitting, wanted, wish).sort((a, b) => worth(b) - worth(a)),
  loop: (fitting, wanted, wish) => some(loopAnswer(fitting, wanted, wish)),
  stop: (fitting, wanted, wish) => some(stopAnswer(fitting, wanted, wish)),
  nudge: (fitting, wanted) => some(nudgeAnswer(fitting, wanted, NUDGE.most)),
};

const some = (answer: Answer | null): Answer[] => (answer ? [answer] : []);
