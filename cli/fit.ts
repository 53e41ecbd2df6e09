import { sayPhrase } from '../words';
import { WavWriter, type WavFormat } from '../core/files';
import {
  FIRST_WISH,
  NUDGE,
  silenceAfter,
  answersFor,
  howNear,
  nearestHidden,
  shaped,
  startFitting,
  waysOf,
  type Answer,
  type Fitting,
  type Near,
  type Shaped,
  type Way,
  type Wish,
} from '../core/fit';
import { planSpans } from '../core/mix';
import type { Stretch } from '../core/show';
import { stretchedSource } from '../core/sound';
import { RATE, framesOf, parseTime, clockTime } from '../core/units';
import { Complaint, soundSource } from './files';
import { listenToSource } from './hear';
import { writePlan, writeReport } from './output';

/** What was asked for, as typed; options that may come more than once keep all their values. */
export type FitOptions = ReadonlyMap<string, readonly string[]>;

export const FIT_OPTIONS = ['seconds', 'out', 'report', 'by', 'near', 'miss', 'shortest', 'ending', 'keep', 'drop', 'meet', 'bits'];

/** A wish that cannot be met; exit code 3. */
export class Unmeetable extends Error {}

const MEDIA = '0'.repeat(64);
const WAYS: readonly Way[] = ['weave', 'loop', 'stop', 'nudge'];
const rounded = (value: number, decimals: number) => Number(value.toFixed(decimals));

const last = (options: FitOptions, name: string) => options.get(name)?.at(-1);

function number(options: FitOptions, name: string, least: number, most: number, start: number): number {
  const text = last(options, name);
  if (text === undefined) return start;
  const value = parseTime(text) ?? NaN;
  if (!Number.isFinite(value) || value < least || value > most) {
    throw new Complaint(`--${name} takes a number from ${least} to ${most}, not “${text}”`);
  }
  return value;
}

function oneOf<T extends string>(options: FitOptions, name: string, words: readonly T[], start: T): T {
  const text = last(options, name) ?? start;
  const found = words.find((one) => one === text);
  if (!found) throw new Complaint(`--${name} takes ${words.join(', ')}, not “${text}”`);
  return found;
}

/** Passages `A-B`, times in seconds. */
function passages(options: FitOptions, name: string, seconds: number): Stretch[] {
  return (options.get(name) ?? []).map((text) => {
    const [from, to] = text.split('-').map((one) => parseTime(one));
    if (from === undefined || to === undefined || from === null || to === null || to <= from || from >= seconds) {
      throw new Complaint(`--${name} takes a passage of the piece such as 12.5-20, not “${text}”`);
    }
    return { from, to: Math.min(to, seconds) };
  });
}

function meets(options: FitOptions, wanted: number, seconds: number): Wish['meets'] {
  return (options.get('meet') ?? []).map((text) => {
    const [source, at] = text.split('@').map((one) => parseTime(one));
    if (source === undefined || at === undefined || source === null || at === null) {
      throw new Complaint(`--meet takes a moment of the piece and one of the show, such as 42@30, not “${text}”`);
    }
    if (source > seconds || at > wanted)
      throw new Complaint(`--meet ${text}: the piece lasts ${clockTime(seconds)}, the show ${clockTime(wanted)}`);
    return { source, at };
  });
}

/** How near the cuts have to come: `--near frame|beat|bar`, or `--miss` so many seconds. */
function nearness(options: FitOptions): Near {
  if (last(options, 'miss') === undefined) return oneOf<'frame' | 'beat' | 'bar'>(options, 'near', ['frame', 'beat', 'bar'], 'bar');
  if (last(options, 'near') !== undefined) throw new Complaint('fit takes --near or --miss, not both');
  return number(options, 'miss', 0, 60, 0) || 'frame';
}

/** `--shortest 2` bars, or `--shortest 6s`. */
function shortestOf(options: FitOptions): Wish['shortest'] {
  const text = last(options, 'shortest');
  if (text === undefined) return FIRST_WISH.shortest;
  const [, digits, unit] = /^(\d+(?:\.\d+)?)(s?)$/.exec(text) ?? [];
  const count = Number(digits);
  if (digits === undefined || count < 1 || count > 256)
    throw new Complaint(`--shortest takes bars such as 2, or seconds such as 6s, not “${text}”`);
  return { of: unit === 's' ? 'seconds' : 'bars', count };
}

/** The answer that was asked for, the best of its way. @throws Unmeetable saying how near it gets. */
function choose(fitting: Fitting, wanted: number, wish: Wish, way: Way | null): { answer: Answer; answers: number } {
  const answers = way === null ? answersFor(fitting, wanted, wish) : waysOf[way](fitting, wanted, wish);
  const meeting = wish.meets.length === 0 ? answers : answers.filter((one) => one.way === 'weave');
  // What the cuts leave is taken up, by a change of speed at the worst.
  const answer = meeting.find(({ seconds, off }) => Math.abs(off) / seconds <= NUDGE.most);
  if (answer) return { answer, answers: answers.length };
  throw new Unmeetable(sayPhrase(howNear(fitting, wanted, wish, way)));
}

/** The nearest length at which nothing is heard, seconds; null where there is none near. */
function nearest(fitting: Fitting, wanted: number, wish: Wish): number | null {
  const work = nearestHidden(fitting, wanted, wish);
  let step = work.next();
  while (!step.done) step = work.next();
  return step.value === null ? null : rounded(step.value, 2);
}

/** A ring that ends a little sooner fades over so long, seconds. */
const RING_FADE = 0.05;

/** What takes up what the cuts leave; null where that is as near as was wished for. */
function restOf(
  { heard, piece, trailing }: Fitting,
  { way, off, fade }: Answer,
  wanted: number,
  allowed: number,
): { by: 'silence' | 'ring' | 'speed' } | null {
  if (way === 'nudge' || Math.abs(off) <= allowed) return null;
  const silent = fade === null && off <= trailing + allowed && off >= -silenceAfter(wanted) - allowed;
  if (!silent) return { by: 'speed' };
  return { by: off > 0 && piece.to - heard.ending.sounding.to < off ? 'ring' : 'silence' };
}

/** Silence after the last sound, taken away (seconds above 0) or added. */
function ending(form: Shaped, by: number): Shaped {
  const spans = form.spans.map((span, i) => (i === form.spans.length - 1 && by > 0 ? { ...span, to: span.to - by } : span));
  return { ...form, spans };
}

/** `bed fit IN.wav --seconds N --out OUT.wav --report R.json …`: the piece, as long as is wanted. */
export function fit(path: string, options: FitOptions, format: WavFormat): string {
  const out = last(options, 'out');
  if (out === undefined) throw new Complaint('fit needs --out OUT.wav');
  const wanted = number(options, 'seconds', 1, 7200, NaN);
  if (Number.isNaN(wanted)) throw new Complaint('fit needs --seconds N, the wanted length');
  const opened = soundSource(path);
  try {
    const { source } = opened;
    const seconds = source.frames / RATE;
    const wish: Wish = {
      ...FIRST_WISH,
      near: nearness(options),
      shortest: shortestOf(options),
      ending: oneOf(options, 'ending', ['own', 'fade', 'either'], FIRST_WISH.ending),
      keep: passages(options, 'keep', seconds),
      out: passages(options, 'drop', seconds),
      meets: meets(options, wanted, seconds),
    };
    const by = last(options, 'by');
    const way = by === undefined ? null : oneOf(options, 'by', WAYS, 'weave');
    const { hearing, texture } = listenToSource(source);
    const fitting = startFitting(hearing, source, { from: 0, to: seconds }, texture);
    const { answer, answers } = choose(fitting, wanted, wish, way);
    const { near } = wish;
    const allowed = near === 'frame' ? 0 : typeof near === 'number' ? near : Infinity;
    const rest = restOf(fitting, answer, wanted, allowed);
    const timed = answer.way === 'nudge' || rest?.by === 'speed';
    // A speed is changed no more than it takes to be as near as was wished for.
    const aimed = rest?.by === 'speed' ? wanted + Math.sign(answer.off) * 0.8 * allowed : wanted;
    const final = ending(
      shaped(answer, source.frames, timed ? aimed : null),
      rest && rest.by !== 'speed' ? Math.min(answer.off, fitting.trailing) : 0,
    );
    const played = stretchedSource(source, final.speed);
    const plan = planSpans(MEDIA, played.frames / RATE, final.spans);
    const fade = rest?.by === 'ring' ? RING_FADE : answer.fade;
    const faded = fade === null ? plan : planSpans(MEDIA, played.frames / RATE, final.spans, fade);
    const writer = new WavWriter(format);
    const loud = { ...faded, master: source.channels === 1 ? Math.SQRT2 : 1 };
    // Silence is added up to the wanted length; a ring that was shortened as far as it may be is near enough.
    const frames = timed ? framesOf(aimed) : rest && answer.off < 0 ? framesOf(wanted) : plan.frames;
    writePlan(out, writer, loud, new Map([[MEDIA, played]]), { first: 0, frames });
    const report = JSON.stringify(
      {
        seconds: frames / RATE,
        frames,
        stretch: timed ? rounded(frames / RATE / answer.seconds, 9) : 1,
        way: answer.way,
        quality: rounded(answer.quality, 3),
        hiding: answer.hiding,
        kind: answer.kind,
        off: rounded(frames / RATE - wanted, 6),
        rest: rest && { by: rest.by, seconds: rounded(answer.off, 4), share: rounded(final.speed - 1, 6) },
        nearestHidden: answer.hiding === 'hidden' ? null : nearest(fitting, wanted, wish),
        fade: answer.fade,
        spans: (timed ? answer.spans : final.spans).map(({ from, to }) => ({ from: rounded(from, 6), to: rounded(to, 6) })),
        joins: answer.splices.map(({ at, quality, by }) => ({
          at: rounded(at * (timed ? frames / RATE / answer.seconds : 1), 6),
          quality: rounded(quality, 3),
          heard: quality < 0.7 ? by : null,
        })),
        answers,
      },
      null,
      2,
    );
    writeReport(last(options, 'report'), report);
    return report;
  } finally {
    opened.close();
  }
}
