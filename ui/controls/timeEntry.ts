import { sayTime } from '../../words';
import { parseTime } from '../../core/units';
import { saySeconds, sayOffset } from '../words/times';

/** How a moment is typed, stepped and said: `1:02.350`. */
export const momentEntry = { step: 0.1, parse: parseTime, say: (value: number) => sayTime(value, 3) };

/** How a span of time is: `5.0 s`. */
export const spanEntry = { keys: 'decimal' as const, least: 0, step: 0.1, parse: parseTime, say: saySeconds };

/** Reads a number that may be below zero, with or without its unit: `−0,5 s`. Levels have a parser of their own: percent is not understood here. */
export function parseSigned(text: string): number | null {
  const value = Number(
    text
      .replace(/[−–]/g, '-')
      .replace(',', '.')
      .replace(/[a-z]+$/i, '')
      .trim(),
  );
  return /\d/.test(text) && !Number.isNaN(value) ? value : null;
}

/** How a shift is: `+0.500 s`, `−2.000 s`. */
export const shiftEntry = { step: 0.1, parse: parseSigned, say: sayOffset };

/** How a whole number is. */
export const countEntry = {
  keys: 'numeric' as const,
  step: 1,
  parse: (text: string) => (/^\s*-?\d+\s*$/.test(text) ? Number(text) : null),
  say: (value: number) => String(value),
};
