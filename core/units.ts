/**
 * Units and the only conversions between them.
 *
 * The brands are optional properties: a plain number may be used as any unit, but a `Frames` is never taken where
 * `Seconds` is wanted. Signatures carry them; inner loops use plain numbers.
 */
type Unit<Name extends string> = number & { readonly unit?: Name };

export type Seconds = Unit<'seconds'>;
/** One frame is one sample of every channel. Always a whole number. */
export type Frames = Unit<'frames'>;
export type Hertz = Unit<'hertz'>;
/** Level relative to amplitude 1; −Infinity is silence. */
export type Decibels = Unit<'decibels'>;
/** Linear amplitude factor, [0, ∞). */
export type Gain = Unit<'gain'>;

/** The one rate at which everything is mixed. */
export const RATE: Hertz = 48_000;

/** Nearest whole frame; the only place where show times become frames. */
export function framesOf(seconds: Seconds, rate: Hertz = RATE): Frames {
  return Math.round(seconds * rate);
}

/** Frames at a rate as seconds. */
export function secondsOf(frames: Frames, rate: Hertz = RATE): Seconds {
  return frames / rate;
}

/** Amplitude ratio to level: 20 log10. `0` gives −Infinity. */
export function decibelsOfGain(gain: Gain): Decibels {
  return 20 * Math.log10(gain);
}

/** Level to amplitude ratio: 10^(dB/20). −Infinity gives 0. */
export function gainOfDecibels(level: Decibels): Gain {
  return 10 ** (level / 20);
}

/** Power ratio to level: 10 log10. `0` gives −Infinity. */
export function decibelsOfPower(power: number): Decibels {
  return 10 * Math.log10(power);
}

/** Percent of amplitude to level: 100 % = 0 dB, 50 % = −6.02 dB, 0 % = −Infinity. */
export function decibelsOfPercent(percent: number): Decibels {
  return decibelsOfGain(percent / 100);
}

/** Level to percent of amplitude: 0 dB = 100 %, −Infinity = 0 %. */
export function percentOfDecibels(level: Decibels): number {
  return gainOfDecibels(level) * 100;
}

/** The quietest level that a document can say: it, and all below it, is silence. */
export const SILENCE: Decibels = -60;

/** Level of a document to amplitude ratio: as `gainOfDecibels`, but for `SILENCE` and below, which is 0. */
export function gainOfLevel(level: Decibels): Gain {
  return level <= SILENCE ? 0 : gainOfDecibels(level);
}

/** The value, or the bound that it lies beyond. NaN stays NaN. */
export function clamp(value: number, low: number, high: number): number {
  return value < low ? low : value > high ? high : value;
}

/**
 * A time as a clock shows it, the same in every language: `0:24.6`, `1:02:03`. `decimals` in {0, 1, 2, 3}; negative times carry a minus
 * sign. NaN and infinities give an en dash.
 */
export function clockTime(seconds: Seconds, decimals = 1): string {
  if (!Number.isFinite(seconds)) return '–';
  const scale = 10 ** decimals;
  const ticks = Math.round(Math.abs(seconds) * scale);
  const whole = Math.floor(ticks / scale);
  const fraction = decimals > 0 ? `.${String(ticks % scale).padStart(decimals, '0')}` : '';
  const sign = seconds < 0 && ticks > 0 ? '−' : '';
  const h = Math.floor(whole / 3600);
  const m = Math.floor(whole / 60) % 60;
  const s = String(whole % 60).padStart(2, '0');
  return h > 0 ? `${sign}${h}:${String(m).padStart(2, '0')}:${s}${fraction}` : `${sign}${m}:${s}${fraction}`;
}

/**
 * Reads a time that a person typed: `1:02.350`, `62.35`, `62,35`, `1:00:00`, with an optional trailing `s`.
 * Minutes and seconds after a colon are in [0, 60). Returns null for anything else, also for negative times.
 */
export function parseTime(text: string): Seconds | null {
  const trimmed = text.trim().replace(/\s*s$/i, '').replace(',', '.');
  if (!/^(\d+:){0,2}\d*\.?\d*$/.test(trimmed) || !/\d/.test(trimmed)) return null;
  const pieces = trimmed.split(':');
  let total = 0;
  for (const [index, piece] of pieces.entries()) {
    if (piece === '') return null;
    const value = Number(piece);
    if (!Number.isFinite(value) || (index > 0 && value >= 60)) return null;
    total = total * 60 + value;
  }
  return total;
}

/**
 * Reads a level that a person typed: `-3`, `−3 dB`, `+1,5`, `50 %`, `50%`. A number without a unit is of the unit `plain`. Returns null for
 * anything else; `0 %` and `-inf` give −Infinity.
 */
export function parseLevel(text: string, plain: 'dB' | '%' = 'dB'): Decibels | null {
  const trimmed = text.trim().replace(/[−–]/g, '-').replace(',', '.');
  const percent = /^(\d+(?:\.\d*)?|\.\d+)\s*%$/.exec(plain === '%' ? trimmed.replace(/[\d.]$/, '$&%') : trimmed);
  if (percent) return decibelsOfPercent(Number(percent[1]));
  if (/^-inf(inity)?(\s*db)?$/i.test(trimmed)) return -Infinity;
  const level = /^([+-]?(?:\d+(?:\.\d*)?|\.\d+))\s*(?:db)?$/i.exec(trimmed);
  return level ? Number(level[1]) : null;
}
