import { clamp, type Decibels, type Seconds } from '../units';
import { LIMITS } from './limits';
import type { Stretch } from './fitTypes';
import type { Pin } from './types';
import type { PartLayer } from './layerTypes';
import type { Draft } from 'immer';

/** Seconds in which a level goes to that of a range, and back. */
export interface Slopes {
  readonly into: Seconds;
  readonly out: Seconds;
}

/** Two pins of one moment stand this far apart, so that the level never jumps (seconds). */
const STEP: Seconds = 0.005;
/** Pins nearer to the line through their neighbours than this say nothing (dB). */
const FLAT: Decibels = 1e-6;

/** The level that pins set at a moment, dB: straight between them, that of the nearest one outside. Without pins 0. */
export function pinLevel(pins: readonly Pin[], at: Seconds): Decibels {
  const first = pins[0];
  if (!first) return 0;
  if (at <= first.at) return first.gain;
  for (let i = 1; i < pins.length; i += 1) {
    const left = pins[i - 1]!;
    const right = pins[i]!;
    if (at <= right.at) {
      const width = right.at - left.at;
      if (width <= 0) return right.gain;
      // Rounding takes it past neither of them: what lies at the limit stays there.
      const level = left.gain + ((right.gain - left.gain) * (at - left.at)) / width;
      return clamp(level, Math.min(left.gain, right.gain), Math.max(left.gain, right.gain));
    }
  }
  return pins.at(-1)!.gain;
}

/** Whatever levels over time a part has: its own, those it had before its dips were taken over, and those of its layers. */
interface Pinned {
  pins: readonly Pin[];
  undipped?: readonly Pin[] | undefined;
  layers?: readonly PartLayer[] | undefined;
}

/** Changes all pins of a part in the same way: its sound was cut, moved or turned under them. */
export function changePins(part: Draft<Pinned>, change: (pins: readonly Pin[]) => Pin[]): void {
  part.pins = change(part.pins);
  if (part.undipped) part.undipped = change(part.undipped);
  for (const layer of part.layers ?? []) if (layer.pins) layer.pins = change(layer.pins);
}

/** The pins of the stretch [start, end) of a part, counted from its start; the level at every moment stays what it was. */
export function slicePins(pins: readonly Pin[], start: Seconds, end: Seconds): Pin[] {
  if (pins.length === 0) return [];
  const inner = pins.filter((pin) => pin.at > start && pin.at < end).map((pin) => ({ at: pin.at - start, gain: pin.gain }));
  return tidy([{ at: 0, gain: pinLevel(pins, start) }, ...inner, { at: end - start, gain: pinLevel(pins, end) }]);
}

/** The pins of two stretches that follow one another, the second from `seam` on. */
export function joinPins(left: readonly Pin[], right: readonly Pin[], seam: Seconds): Pin[] {
  if (left.length === 0 && right.length === 0) return [];
  const before = [...left, { at: Math.max(0, seam - STEP / 2), gain: pinLevel(left, seam) }].filter((pin) => pin.at <= seam - STEP / 2);
  const after = right.filter((pin) => pin.at > STEP / 2).map((pin) => ({ at: pin.at + seam, gain: pin.gain }));
  return tidy([...before, { at: seam + STEP / 2, gain: pinLevel(right, 0) }, ...after]);
}

/** Pins further into their part: what was at 0 is at `by`. Negative moves them back, none before 0. */
export function movePins(pins: readonly Pin[], by: Seconds, length: Seconds): Pin[] {
  if (pins.length === 0) return [];
  return by >= 0 ? pins.map((pin) => ({ at: pin.at + by, gain: pin.gain })) : slicePins(pins, -by, length - by);
}

/**
 * Makes [from, to] of a part louder or quieter by `by` dB, with a slope of `into` seconds before it and one of `out` seconds behind it: what was
 * set there before keeps its shape.
 */
export function shiftPins(pins: readonly Pin[], { from, to }: Stretch, by: Decibels, { into, out }: Slopes, length: Seconds): Pin[] {
  const outer = { low: Math.max(0, from - Math.max(STEP, into)), high: Math.min(length, to + Math.max(STEP, out)) };
  const lift = (gain: Decibels) => clamp(gain + by, LIMITS.pin.least, LIMITS.pin.most);
  const at = (moment: Seconds, lifted: boolean): Pin => ({
    at: moment,
    gain: lifted ? lift(pinLevel(pins, moment)) : pinLevel(pins, moment),
  });
  const next: Pin[] = [];
  for (const pin of pins) if (pin.at < outer.low) next.push({ ...pin });
  if (from > 0) next.push(at(outer.low, false));
  next.push(at(from, true));
  for (const pin of pins) if (pin.at > from && pin.at < to) next.push({ at: pin.at, gain: lift(pin.gain) });
  next.push(at(to, true));
  if (to < length) next.push(at(outer.high, false));
  for (const pin of pins) if (pin.at > outer.high) next.push({ ...pin });
  return tidy(next);
}

/** Drops pins that change nothing; a line at 0 dB needs none. */
function tidy(pins: readonly Pin[]): Pin[] {
  const kept: Pin[] = [];
  for (const [index, pin] of pins.entries()) {
    const left = kept.at(-1);
    const right = pins[index + 1];
    if (left && right && right.at > left.at && left.at < pin.at) {
      const line = left.gain + ((right.gain - left.gain) * (pin.at - left.at)) / (right.at - left.at);
      if (Math.abs(line - pin.gain) < FLAT) continue;
    }
    if (left && left.at === pin.at && Math.abs(left.gain - pin.gain) < FLAT) continue;
    kept.push(pin);
  }
  while (kept.length > 1 && Math.abs(kept[0]!.gain - kept[1]!.gain) < FLAT) kept.shift();
  while (kept.length > 1 && Math.abs(kept.at(-1)!.gain - kept.at(-2)!.gain) < FLAT) kept.pop();
  return kept.every((pin) => Math.abs(pin.gain) < FLAT) ? [] : kept;
}
