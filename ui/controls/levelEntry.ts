import { decimal, sayGain } from '../../words';
import { SILENCE, decibelsOfPercent, gainOfLevel, parseLevel, percentOfDecibels } from '../../core/units';

/** How a level is typed, stepped, said, and what it starts from, wherever one is set: `−3.0 dB`, `15 %`; 0 % is silence. */
export const levelEntry = { start: 0, step: 0.5, parse: (text: string) => parseLevel(text), say: sayGain };

/** The same by percent: a plain number is percent, `−6 dB` is understood too. The value is percent. */
export const percentEntry = {
  least: 0,
  step: 5,
  parse: (text: string) => {
    const level = parseLevel(text, '%');
    return level === null ? null : percentOfDecibels(level);
  },
  say: (percent: number) => `${decimal(percent, percent < 10 ? 1 : 0)} %`,
};

/** A percentage as a level, at least `SILENCE`: 0 % is silence. */
export const levelOfPercent = (percent: number): number => Math.max(SILENCE, decibelsOfPercent(percent));

/** A level as a percentage; silence is 0. */
export const percentOfLevel = (level: number): number => 100 * gainOfLevel(level);
