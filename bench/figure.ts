/** One measured number, with the bound it is meant to keep where there is one. */
export interface Figure {
  readonly name: string;
  readonly value: number;
  readonly unit: string;
  readonly wanted?: { readonly least?: number; readonly most?: number };
  /** How many times as long as on a quiet machine everything took while it was measured (`pace`). */
  readonly pace?: number;
}

/** How much is measured: the numbers that count, or as little as shows that the measuring itself works. */
export type Size = 'full' | 'small';

/** Some figures that are measured together, and how long that may take, s. */
export interface Part {
  readonly name: string;
  readonly limit: number;
  /** It only computes: its bounds of speed are wider on a machine that is slow now. What people feel has the same bounds everywhere. */
  readonly paced?: true;
  readonly measure: (size: Size) => readonly Figure[] | Promise<readonly Figure[]>;
}

/** Units of what a slow machine makes more of, and less. */
const TIMES = ['s', 'ms'];
const RATES = ['x', 'x real', '/s'];

/** Bounds of speed, for what is paced those of a quiet machine: on one that is slower, now, they are as much wider. */
function bounds({ unit, wanted = {}, pace = 1 }: Figure): { least: number; most: number } {
  const wider = Math.max(1, pace);
  const { least = -Infinity, most = Infinity } = wanted;
  return { least: RATES.includes(unit) ? least / wider : least, most: TIMES.includes(unit) ? most * wider : most };
}

export function holds(figure: Figure): boolean | null {
  if (!figure.wanted) return null;
  const { least, most } = bounds(figure);
  return figure.value >= least && figure.value <= most;
}

export function row(figure: Figure): string {
  const { name, value, unit, wanted } = figure;
  const { least, most } = bounds(figure);
  const said = (given: number, now: number) => (given === now ? `${given}` : `${Number(now.toPrecision(3))} (quiet: ${given})`);
  const bound = wanted
    ? wanted.least === undefined
      ? `at most ${said(wanted.most!, most)}`
      : `at least ${said(wanted.least, least)}`
    : '';
  const verdict = { true: 'holds', false: 'MISSED', null: '' }[String(holds(figure))];
  return `${name.padEnd(62)} ${value.toFixed(value < 10 ? 2 : 1).padStart(9)} ${unit.padEnd(10)} ${bound.padEnd(14)} ${verdict}`;
}

export const table = (figures: readonly Figure[]): string => figures.map(row).join('\n');

/** What `arithmetic` takes on a quiet machine with two cores, the least of nine hundred runs, seconds. */
const QUIET = 0.018;

/** A filter over some noise: loops over typed arrays as the heart of the application has them. */
function arithmetic(): number {
  const sound = new Float32Array(1 << 20);
  let [state, before, last] = [1, 0, 0];
  for (let i = 0; i < sound.length; i += 1) {
    state = (state * 16_807) % 2_147_483_647;
    const next = state / 2_147_483_647 + 1.6 * last - 0.8 * before;
    before = last;
    last = next;
    sound[i] = next;
  }
  return sound[sound.length - 1]!;
}

/** How many times as long as on a quiet machine things take now: a fixed piece of arithmetic, the quickest of seven. */
export const pace = (): number => quickest(7, () => timed(() => void arithmetic())) / QUIET;

/** Middle of several runs: one slow moment of a noisy machine does not decide. */
export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[sorted.length >> 1]!;
}

/** The least of several runs: what else the machine does only ever makes one slower. */
export const quickest = (turns: number, run: (turn: number) => number): number =>
  Math.min(...Array.from({ length: turns }, (_, turn) => run(turn)));

/** Seconds that a piece of work takes; what is still going on when it returns belongs to `timedAsync`. */
export function timed(work: () => void): number {
  const start = performance.now();
  work();
  return (performance.now() - start) / 1000;
}

export async function timedAsync(work: () => Promise<unknown>): Promise<number> {
  const start = performance.now();
  await work();
  return (performance.now() - start) / 1000;
}
