/** One measured number, with the bound it is meant to keep where there is one. */
export interface Figure {
  readonly name: string;
  readonly value: number;
  readonly unit: string;
  readonly wanted?: { readonly least?: number; readonly most?: number };
}

/** How much is measured: the numbers that count, or as little as shows that the measuring itself works. */
export type Size = 'full' | 'small';

/** Some figures that are measured together, and how long that may take, s. */
export interface Part {
  readonly name: string;
  readonly limit: number;
  readonly measure: (size: Size) => readonly Figure[] | Promise<readonly Figure[]>;
}

export function holds({ value, wanted }: Figure): boolean | null {
  if (!wanted) return null;
  return value >= (wanted.least ?? -Infinity) && value <= (wanted.most ?? Infinity);
}

export function row(figure: Figure): string {
  const { name, value, unit, wanted } = figure;
  const bound = wanted ? (wanted.least === undefined ? `at most ${wanted.most}` : `at least ${wanted.least}`) : '';
  const verdict = { true: 'holds', false: 'MISSED', null: '' }[String(holds(figure))];
  return `${name.padEnd(62)} ${value.toFixed(value < 10 ? 2 : 1).padStart(9)} ${unit.padEnd(10)} ${bound.padEnd(14)} ${verdict}`;
}

export const table = (figures: readonly Figure[]): string => figures.map(row).join('\n');

/** Middle of several runs: one slow moment of a noisy machine does not decide. */
export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[sorted.length >> 1]!;
}

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
