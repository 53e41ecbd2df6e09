import { clockTime, SILENCE, type Decibels, type Seconds } from '../core/units';
import { laneName, type Lane } from '../core/show';
import { decimalMark, writeList, writeNumber } from './intl';
import { languageNow, sayPhrase, t } from './say';

/** A number with so many decimals, as the language that is spoken writes it. */
export function decimal(value: number, digits: number): string {
  return writeNumber(languageNow(), value, digits);
}

/** A number with at most so many decimals: as many as it needs. */
export function upTo(value: number, digits: number): string {
  return writeNumber(languageNow(), value, 0, digits);
}

/** A whole number that may be large, in groups: `2,880,000`. */
export function grouped(value: number): string {
  return writeNumber(languageNow(), value, 0, 0, true);
}

/** A number with its sign, also where it is above zero. */
export function signed(value: number, digits: number): string {
  const said = decimal(Math.abs(value), digits);
  if (!/[1-9]/.test(said)) return said;
  return `${value < 0 ? '−' : '+'}${said}`;
}

/** Several things in one sentence: “a, b and c”. */
export function list(items: readonly string[]): string {
  return writeList(languageNow(), items);
}

/**
 * Says a time as people do: `0:24.6`, `1:02:03`. `decimals` in {0, 1, 2, 3}; negative times carry a minus sign.
 * NaN and infinities give an en dash.
 */
export function sayTime(seconds: Seconds, decimals = 1): string {
  return clockTime(seconds, decimals).replace('.', decimalMark(languageNow()));
}

/** Says a span of time in words: `4.2 s`, `19 s`, `2 min 5 s`. One decimal below ten seconds. */
export function saySpan(seconds: Seconds): string {
  const size = Math.abs(seconds);
  if (size < 9.95) return `${decimal(size, 1)} s`;
  const whole = Math.round(size);
  if (whole < 120) return `${whole} s`;
  const rest = whole % 60;
  return rest === 0 ? `${Math.floor(whole / 60)} min` : `${Math.floor(whole / 60)} min ${rest} s`;
}

/** Says a level: `−3.0 dB`, `+1.5 dB`, `0.0 dB`, `silent`. */
export function sayLevel(level: Decibels, decimals = 1): string {
  if (level === -Infinity || Number.isNaN(level)) return t('levels.silent');
  return `${signed(level, decimals)} dB`;
}

/** Says a level that is set: as `sayLevel`, and `silent` for `SILENCE` and below. */
export function sayGain(level: Decibels): string {
  return sayLevel(level <= SILENCE ? -Infinity : level);
}

/** What a lane is called: by the name that a person gave it, else by its kind. */
export function sayLane(lane: Pick<Lane, 'title' | 'kind'>): string {
  return laneName(lane, sayPhrase);
}
