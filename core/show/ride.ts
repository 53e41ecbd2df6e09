import type { Decibels, Seconds } from '../units';
import { clamp } from '../units';
import { LIMITS } from './limits';
import { pinLevel } from './pins';
import type { Pin } from './types';

/**
 * No more pins than it takes to say what a hand did, none further than `apart` dB from any of the levels it went through: the point that lies furthest from
 * the line between two kept ones is kept, until none lies too far (after Douglas and Peucker, Cartographica 10, 1973, with the distance taken
 * straight up). Moments in order.
 */
export function thinned(trail: readonly Pin[], apart: Decibels): Pin[] {
  if (trail.length <= 2) return [...trail];
  const kept = new Uint8Array(trail.length);
  kept[0] = kept[trail.length - 1] = 1;
  const open: [number, number][] = [[0, trail.length - 1]];
  for (let pair = open.pop(); pair; pair = open.pop()) {
    const [low, high] = pair;
    let [worst, most] = [-1, apart];
    for (let i = low + 1; i < high; i += 1) {
      const away = Math.abs(trail[i]!.gain - between(trail[low]!, trail[high]!, trail[i]!.at));
      if (away > most) [worst, most] = [i, away];
    }
    if (worst < 0) continue;
    kept[worst] = 1;
    open.push([low, worst], [worst, high]);
  }
  return withoutNeedless(trail, kept, apart);
}

/** What was kept may have become needless when more was kept beside it. */
function withoutNeedless(trail: readonly Pin[], kept: Uint8Array, apart: Decibels): Pin[] {
  const left = [...kept.keys()].filter((i) => kept[i]);
  for (let k = 1; k < left.length - 1;) {
    const [low, high] = [left[k - 1]!, left[k + 1]!];
    let needed = false;
    for (let i = low + 1; i < high && !needed; i += 1) {
      needed = Math.abs(trail[i]!.gain - between(trail[low]!, trail[high]!, trail[i]!.at)) > apart;
    }
    if (needed) k += 1;
    else {
      left.splice(k, 1);
      // The one before may be needless now.
      k = Math.max(1, k - 1);
    }
  }
  return left.map((i) => trail[i]!);
}

function between(left: Pin, right: Pin, at: Seconds): Decibels {
  const width = right.at - left.at;
  return width <= 0 ? right.gain : left.gain + ((right.gain - left.gain) * (at - left.at)) / width;
}

/** Two moments are never nearer than this, seconds. */
const STEP: Seconds = 0.005;

/**
 * The pins of a lane with what a hand did from the first to the last moment of its trail in the place of what was there. Before and after it
 * the level is what it was; after it, it takes `LIMITS.ride.back` seconds to get there.
 */
export function ridden(pins: readonly Pin[], trail: readonly Pin[]): Pin[] {
  const first = trail[0];
  const last = trail.at(-1);
  if (!first || !last) return [...pins];
  const bounded = trail.map(({ at, gain }) => ({ at, gain: clamp(gain, LIMITS.pin.least, LIMITS.pin.most) }));
  const inner = thinned(bounded, LIMITS.ride.apart);
  const back = last.at + LIMITS.ride.back;
  const begun = Math.max(0, first.at - STEP);
  const next = [
    ...pins.filter(({ at }) => at < begun),
    ...(first.at > 0 ? [{ at: begun, gain: pinLevel(pins, begun) }] : []),
    ...inner,
    { at: back, gain: pinLevel(pins, back) },
    ...pins.filter(({ at }) => at > back),
  ];
  return next.filter((pin, i) => i === 0 || pin.at > next[i - 1]!.at);
}
