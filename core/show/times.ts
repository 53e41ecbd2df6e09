import { clamp, type Seconds } from '../units';
import { LIMITS } from './limits';

/** Times on screen are whole milliseconds where nothing asks for more. */
export const roundHold = (seconds: Seconds): Seconds => Math.round(seconds * 1000) / 1000;

/** A picture as the timing functions see it: how long it is shown, and how long it could be at most. */
export interface Timed {
  readonly hold: Seconds;
  readonly most: Seconds;
}

export interface Spreading extends Timed {
  /** Keeps its time. */
  readonly fixed: boolean;
}

/** Shortest and longest show that spreading can reach, seconds. */
export function spreadRange(pictures: readonly Spreading[]): { least: Seconds; most: Seconds } {
  let least = 0;
  let most = 0;
  for (const { hold, most: own, fixed } of pictures) {
    least += fixed ? hold : LIMITS.hold.least;
    most += fixed ? hold : own;
  }
  return { least, most };
}

/**
 * New times so that all pictures together last `wanted` seconds: in proportion to what they have, fixed ones untouched,
 * within the bounds of a time on screen. Whole milliseconds, but for one picture that takes up the rest, so that the sum
 * meets `wanted` to the frame. Null where it cannot be met.
 */
export function spreadHolds(pictures: readonly Spreading[], wanted: Seconds): Seconds[] | null {
  const { least, most } = spreadRange(pictures);
  const free = pictures.filter((one) => !one.fixed);
  if (free.length === 0 || wanted < least - 1e-9 || wanted > most + 1e-9) return null;
  const scale = scaleFor(free, wanted - (sum(pictures.map((one) => one.hold)) - sum(free.map((one) => one.hold))));
  const share = (one: Timed) => clamp(one.hold * scale, LIMITS.hold.least, one.most);
  // The exact ends are rounded, not the times: errors never add up.
  let exact = 0;
  let rounded = 0;
  const holds = pictures.map((one) => {
    if (one.fixed) return one.hold;
    exact += share(one);
    const hold = roundHold(exact - rounded);
    rounded = roundHold(rounded + hold);
    return clamp(hold, LIMITS.hold.least, one.most);
  });
  takeUpRest(pictures, holds, wanted);
  return holds;
}

/** What is left by rounding goes to the pictures that have the room for it, the longest first. */
function takeUpRest(pictures: readonly Spreading[], holds: number[], wanted: Seconds): void {
  const order = pictures
    .map((one, index) => ({ one, index }))
    .filter(({ one }) => !one.fixed)
    .sort((a, b) => holds[b.index]! - holds[a.index]!);
  for (const { one, index } of order) {
    const rest = wanted - sum(holds);
    if (Math.abs(rest) < 1e-9) return;
    holds[index] = clamp(holds[index]! + rest, LIMITS.hold.least, one.most);
  }
}

const sum = (values: readonly number[]): number => values.reduce((total, value) => total + value, 0);

/** The factor at which the bounded times add up to `room`: their sum grows with it, so halving finds it. */
function scaleFor(free: readonly Timed[], room: Seconds): number {
  const total = (scale: number) => sum(free.map((one) => clamp(one.hold * scale, LIMITS.hold.least, one.most)));
  const plain = room / sum(free.map((one) => one.hold));
  if (Math.abs(total(plain) - room) < 1e-9) return plain;
  let low = 0;
  let high = 1;
  while (total(high) < room && high < 1e6) high *= 2;
  for (let turn = 0; turn < 100; turn += 1) {
    const middle = (low + high) / 2;
    if (total(middle) < room) low = middle;
    else high = middle;
  }
  return high;
}

/**
 * New times from taps: the picture at `first` began at `start`, and each tap (moments of the show, rising) ends the
 * picture on screen. A picture that cannot last until the tap (a clip is over) ends by itself and the next one is on
 * screen. Taps closer together than the shortest time on screen are one tap. Pictures behind the last tap keep their time.
 */
export function tappedHolds(pictures: readonly Timed[], first: number, start: Seconds, taps: readonly Seconds[]): Seconds[] {
  const holds = pictures.map((one) => one.hold);
  let index = first;
  let began = start;
  for (const tap of taps) {
    while (index < pictures.length && tap - began > pictures[index]!.most) {
      holds[index] = pictures[index]!.most;
      began += holds[index]!;
      index += 1;
    }
    if (index >= pictures.length) break;
    const hold = roundHold(tap - began);
    if (hold < LIMITS.hold.least) continue;
    holds[index] = hold;
    began += hold;
    index += 1;
  }
  return holds;
}

/**
 * New times so that every change of picture lies on the nearest of `times` (moments of the show, any order), where that
 * leaves each picture its shortest time and no clip more than it has; a change that finds none stays as near to its place as
 * it can. The last picture ends where it did, as far as it can. Pictures in `fixed` keep their time.
 */
export function ontoTimes(pictures: readonly Spreading[], times: readonly Seconds[]): Seconds[] {
  const grid = [...times].sort((a, b) => a - b);
  const holds: Seconds[] = [];
  let began = 0;
  let ended = 0;
  for (const [index, { hold, most, fixed }] of pictures.entries()) {
    ended += hold;
    const last = index === pictures.length - 1;
    const low = began + LIMITS.hold.least;
    const high = began + most;
    const aim = fixed ? began + hold : last ? ended : (nearest(grid, ended, low, high) ?? ended);
    const next = fixed ? hold : clamp(roundHold(aim - began), LIMITS.hold.least, most);
    holds.push(next);
    began += next;
  }
  return holds;
}

/** The time of a rising list nearest to `aim` within [low, high], or null. */
function nearest(grid: readonly Seconds[], aim: Seconds, low: Seconds, high: Seconds): Seconds | null {
  let best: Seconds | null = null;
  for (const time of grid) {
    if (time < low || time > high) continue;
    if (best === null || Math.abs(time - aim) < Math.abs(best - aim)) best = time;
  }
  return best;
}
