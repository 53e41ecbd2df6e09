import { parseTime, sayTime } from '../../core/units';
import { saySeconds } from '../words/times';

/** How a moment is typed, stepped and said: `1:02.350`. */
export const momentEntry = { step: 0.1, parse: parseTime, say: (value: number) => sayTime(value, 3) };

/** How a span of time is: `5.0 s`. */
export const spanEntry = { least: 0, step: 0.1, parse: parseTime, say: saySeconds };
