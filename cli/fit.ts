import { WavWriter, type WavFormat } from '../core/files';
import { FIRST_WISH, answersFor, howNear, shaped, startFitting, waysOf, type Answer, type Fitting, type Way, type Wish } from '../core/fit';
import { planSpans } from '../core/mix';
import type { Stretch } from '../core/show';
import { stretchedSource } from '../core/sound';
import { RATE, parseTime, sayTime } from '../core/units';
import { Complaint, soundSource } from './files';
import { hearSource } from './hear';
import { writePlan, writeReport } from './output';

/** What was asked for, as typed; options that may come more than once keep all their values. */
export type FitOptions = ReadonlyMap<string, readonly string[]>;

export const FIT_OPTIONS = ['seconds', 'out', 'report', 'by', 'miss', 'splices', 'shortest', 'keep', 'drop', 'meet', 'bits'];

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
      throw new Complaint(`--meet ${text}: the piece lasts ${sayTime(seconds)}, the show ${sayTime(wanted)}`);
    return { source, at };
  });
}

/** The answer that was asked for, the best of its way. @throws Unmeetable saying how near it gets. */
function choose(fitting: Fitting, wanted: number, wish: Wish, way: Way | null): { answer: Answer; answers: number } {
  const answers = way === null ? answersFor(fitting, wanted, wish) : waysOf[way](fitting, wanted, wish);
  const meeting = wish.meets.length === 0 ? answers : answers.filter((one) => one.way === 'weave');
  const answer = meeting.find((one) => Math.abs(one.off) <= wish.miss + 1e-9);
  if (answer) return { answer, answers: answers.length };
  throw new Unmeetable(howNear(fitting, wanted, wish, way));
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
    const miss = number(options, 'miss', 0, 60, FIRST_WISH.miss);
    const exact = miss === 0;
    const wish: Wish = {
      ...FIRST_WISH,
      splices: oneOf(options, 'splices', ['few', 'some', 'many'], FIRST_WISH.splices),
      shortest: Math.round(number(options, 'shortest', 1, 256, FIRST_WISH.shortest)),
      // What is missed is then taken up by a small change of speed, as little as can be.
      miss: exact ? Math.min(FIRST_WISH.miss, wanted * 0.05) : miss,
      keep: passages(options, 'keep', seconds),
      out: passages(options, 'drop', seconds),
      meets: meets(options, wanted, seconds),
    };
    const by = last(options, 'by');
    const way = by === undefined ? null : oneOf(options, 'by', WAYS, 'weave');
    const fitting = startFitting(hearSource(source), source, { from: 0, to: seconds });
    const { answer, answers } = choose(fitting, wanted, wish, way);
    const final = shaped(answer, source.frames, exact || answer.way === 'nudge' ? wanted : null);
    const played = stretchedSource(source, final.speed);
    const plan = planSpans(MEDIA, played.frames / RATE, final.spans);
    const faded = answer.fade === null ? plan : planSpans(MEDIA, played.frames / RATE, final.spans, answer.fade);
    const writer = new WavWriter(format);
    const loud = { ...faded, master: source.channels === 1 ? Math.SQRT2 : 1 };
    writePlan(out, writer, loud, new Map([[MEDIA, played]]), { first: 0, frames: plan.frames });
    const report = JSON.stringify(
      {
        seconds: plan.frames / RATE,
        frames: plan.frames,
        stretch: rounded(plan.frames / RATE / answer.seconds, 9),
        way: answer.way,
        quality: rounded(answer.quality, 3),
        hiding: answer.hiding,
        off: rounded(plan.frames / RATE - wanted, 6),
        fade: answer.fade,
        spans: answer.spans.map(({ from, to }) => ({ from: rounded(from, 6), to: rounded(to, 6) })),
        joins: answer.splices.map(({ at, quality }) => ({
          at: rounded(at * (plan.frames / RATE / answer.seconds), 6),
          quality: rounded(quality, 3),
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
