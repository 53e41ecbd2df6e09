import { RATE } from '../../core/units';
import { SLOW, TURN, blank, letGo, sineOf, type Instrument } from './note';

/** A tone whose phase another one swings (Chowning, JAES 21(7), 1973): ratio of the two, and how far it swings at first and in the end. */
interface Pair {
  readonly ratio: number;
  readonly index: readonly [first: number, last: number];
  /** Seconds in which the swing dies away. */
  readonly fall: number;
  readonly share: number;
  readonly detune?: number;
}

function addPair(out: Float32Array, hertz: number, { ratio, index, fall, share, detune = 0 }: Pair, level: (time: number) => number): void {
  const carrier = (hertz * (1 + detune)) / RATE;
  const swing = carrier * ratio;
  const [first, last] = index;
  // What is called for every sample is at hand, not looked up in another module.
  const sine = sineOf;
  const per = Math.exp(-SLOW / (fall * RATE));
  let over = first - last;
  let [now, carried, swung] = [level(0), 0, 0];
  for (let from = 0; from < out.length; from += SLOW) {
    const to = Math.min(out.length, from + SLOW);
    const step = (level(to / RATE) - now) / (to - from);
    const depth = (last + over) / TURN;
    over *= per;
    for (let i = from; i < to; i += 1) {
      out[i]! += share * now * sine(carried + depth * sine(swung));
      now += step;
      carried += carrier;
      swung += swing;
    }
  }
}

/** Keys that strike tines beside a pick-up: a round tone, and a chime at its beginning. */
export const tines: Instrument = ({ hertz, seconds, force }) => {
  const out = blank(seconds + 0.3);
  const level = (time: number) => Math.min(1, time / 0.003) * Math.exp((-time / 1.9) * (hertz / 330) ** 0.4) * force;
  addPair(out, hertz, { ratio: 1, index: [1.3 * force, 0.25], fall: 0.5, share: 0.3 }, level);
  addPair(out, hertz, { ratio: 13, index: [0.7 * force, 0], fall: 0.09, share: 0.12 }, level);
  return letGo(out, seconds, 0.25);
};

/** A broad, slow sound of three tones that beat against one another. */
export const pad: Instrument = ({ hertz, seconds, force, seed }) => {
  const ring = 1.6;
  const out = blank(seconds + ring);
  const rise = Math.min(0.9, seconds * 0.4);
  for (const [k, detune] of [-0.0028, 0, 0.0031].entries()) {
    const sway = (time: number) => 1 + 0.18 * Math.sin(TURN * (0.21 + 0.07 * k) * time + seed + k);
    const level = (time: number) => Math.min(1, time / rise) * force * sway(time);
    addPair(out, hertz, { ratio: k === 1 ? 2 : 1, index: [0.3, 0.9 + 0.3 * k], fall: 1.5, share: 0.1, detune }, level);
  }
  return letGo(out, seconds, ring);
};

/** A bell: partials that belong to no one tone. */
export const bell: Instrument = ({ hertz, seconds, force }) => {
  const out = blank(Math.max(3, seconds));
  const level = (time: number) => Math.min(1, time / 0.002) * Math.exp(-time / 1.1) * force;
  addPair(out, hertz, { ratio: 1.4, index: [2.6 * force, 0.1], fall: 0.9, share: 0.24 }, level);
  addPair(out, hertz, { ratio: 3.5, index: [1.2 * force, 0], fall: 0.3, share: 0.12 }, level);
  return letGo(out, Math.max(2.4, seconds), 0.6);
};

/** A reedy low tone with an edge: for lines that drive. */
export const growl: Instrument = ({ hertz, seconds, force }) => {
  const out = blank(seconds + 0.12);
  const level = (time: number) => Math.min(1, time / 0.006) * (0.55 + 0.45 * Math.exp(-time / 0.3)) * force;
  addPair(out, hertz, { ratio: 2, index: [1.6 * force, 0.7], fall: 0.15, share: 0.26 }, level);
  addPair(out, hertz, { ratio: 1, index: [0.8, 0.4], fall: 0.3, share: 0.2, detune: 0.0015 }, level);
  return letGo(out, seconds, 0.1);
};
