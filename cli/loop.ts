import { WavWriter, type WavFormat } from '../core/files';
import { planPass, readSeam } from '../core/fit';
import { barStart } from '../core/music';
import { LIMITS, type Grid, type Loop } from '../core/show';
import { RATE, parseTime, clockTime } from '../core/units';
import { Complaint, soundSource } from './files';
import { writePlan, writeReport } from './output';

/** What was asked for, as typed. */
export type LoopOptions = ReadonlyMap<string, string>;

/** The options of `bed loop`. */
export const LOOP_OPTIONS = ['bars', 'tempo', 'downbeat', 'beats', 'lead', 'tail', 'out', 'report', 'bits'];

const MEDIA = '0'.repeat(64);
const rounded = (value: number | null, decimals: number) => (value === null ? null : Number(value.toFixed(decimals)));

function number(options: LoopOptions, name: string, least: number, most: number, start?: number): number {
  const text = options.get(name);
  const value = text === undefined ? start : Number(text);
  if (value === undefined || !Number.isFinite(value) || value < least || value > most) {
    throw new Complaint(`--${name} takes a number from ${least} to ${most}${text === undefined ? '' : `, not “${text}”`}`);
  }
  return value;
}

/** Whole bars `A-B`, both of them played, counted from the first downbeat as bar 1. */
function barsOf(text: string | undefined): { first: number; last: number } {
  const [, first, last] = /^(-?\d+)-(-?\d+)$/.exec(text ?? '') ?? [];
  if (first === undefined || last === undefined || Number(last) < Number(first)) {
    throw new Complaint('--bars takes the first and the last bar that are played, such as 5-8');
  }
  return { first: Number(first), last: Number(last) };
}

/**
 * `bed loop IN.wav --bars A-B --tempo T --downbeat S --out OUT.wav [--report R.json]`: whole bars as a WAV that may be repeated
 * end to end, with its loop points.
 */
export function loop(path: string, options: LoopOptions, format: WavFormat): string {
  const out = options.get('out');
  if (out === undefined) throw new Complaint('loop needs --out OUT.wav');
  const { slowest, fastest, fewest, most } = LIMITS.grid;
  const downbeat = parseTime(options.get('downbeat') ?? '0');
  if (downbeat === null) throw new Complaint(`--downbeat takes seconds, not “${options.get('downbeat')}”`);
  const grid: Grid = { tempo: number(options, 'tempo', slowest, fastest), beats: number(options, 'beats', fewest, most, 4), downbeat };
  const bars = barsOf(options.get('bars'));
  const fold = { lead: number(options, 'lead', 0, LIMITS.fold.most, 0), tail: number(options, 'tail', 0, LIMITS.fold.most, 0) };
  const wanted: Loop = { from: barStart(grid, bars.first), to: barStart(grid, bars.last + 1), fold };
  const opened = soundSource(path);
  try {
    const { source } = opened;
    const seconds = source.frames / RATE;
    // Half a millisecond of grace: a tempo is typed with few decimals.
    if (wanted.from < 0 || wanted.to > seconds + 5e-4) {
      throw new Complaint(
        `bars ${bars.first} to ${bars.last} lie at ${clockTime(wanted.from, 3)} to ${clockTime(wanted.to, 3)}, but the sound is ${clockTime(seconds, 3)} long`,
      );
    }
    const asked = { ...wanted, to: Math.min(wanted.to, seconds) };
    const pass = planPass(MEDIA, seconds, asked, source.channels);
    const seam = readSeam(source, MEDIA, asked);
    if (!pass || !seam) throw new Complaint('the passage is too short for a loop');
    const writer = new WavWriter(format, 2, RATE, { start: 0, end: pass.frames });
    writePlan(out, writer, pass.plan, new Map([[MEDIA, source]]), pass);
    const report = JSON.stringify(
      {
        from: asked.from,
        to: asked.to,
        frames: pass.frames,
        seconds: pass.frames / RATE,
        rate: RATE,
        bars: bars.last - bars.first + 1,
        ...grid,
        ...fold,
        loop: { start: 0, end: pass.frames - 1 },
        seam: { step: rounded(seam.step, 2), click: rounded(seam.click, 2), phase: rounded(seam.phase, 5) },
        clipped: writer.clipped,
      },
      null,
      2,
    );
    writeReport(options.get('report'), report);
    return report;
  } finally {
    opened.close();
  }
}
