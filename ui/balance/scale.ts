import { LIMITS } from '../../core/show';
import { SILENCE, clamp, gainOfLevel, decibelsOfPercent } from '../../core/units';

/** How a gate's place in its channel and its value belong together. */
export interface Scale {
  readonly least: number;
  readonly most: number;
  /** Value to place, [0, 1]. */
  readonly place: (value: number) => number;
  readonly value: (place: number) => number;
  /** By how much keys move it. */
  readonly step: number;
}

/** Straight pieces between these: half of the way for the 18 dB around the lane's own level, where one works. */
const POINTS = [
  [SILENCE, 0],
  [-40, 0.14],
  [-24, 0.34],
  [-12, 0.54],
  [0, 0.78],
  [LIMITS.lane.most, 1],
] as const;

function along(from: 0 | 1, value: number): number {
  const to = from === 0 ? 1 : 0;
  const bounded = clamp(value, POINTS[0][from], POINTS.at(-1)![from]);
  const k = Math.max(
    1,
    POINTS.findIndex((point) => point[from] >= bounded),
  );
  const [left, right] = [POINTS[k - 1]!, POINTS[k]!];
  return left[to] + ((right[to] - left[to]) * (bounded - left[from])) / (right[from] - left[from]);
}

/** Levels of a lane, dB. */
export const LANE_SCALE: Scale = {
  least: SILENCE,
  most: LIMITS.lane.most,
  place: (gain) => along(0, gain),
  value: (place) => Math.round(along(1, place) * 2) / 2,
  step: 0.5,
};

/** The whole, from 0 to 200 %; the value is dB. */
export const WHOLE_SCALE: Scale = {
  least: SILENCE,
  most: LIMITS.master.most,
  place: (gain) => gainOfLevel(gain) / 2,
  value: (place) => clamp(decibelsOfPercent(Math.round(place * 100) * 2), SILENCE, LIMITS.master.most),
  step: 0.5,
};

/** Meters run from here to here, dB; red from −1. */
const METER = { least: -54, most: 3 };
export const RED: number = -1;

/** Place of a measured level in the channel, [0, 1]. */
export function meterPlace(level: number): number {
  return clamp((level - METER.least) / (METER.most - METER.least), 0, 1);
}

/** Between left and right; it catches in the middle. */
const CAUGHT = 0.08;
export const PLACE_SCALE: Scale = {
  least: -1,
  most: 1,
  place: (pan) => (pan + 1) / 2,
  value: (place) => {
    const pan = Math.round((place * 2 - 1) * 50) / 50;
    return Math.abs(pan) < CAUGHT ? 0 : pan;
  },
  step: 0.05,
};
