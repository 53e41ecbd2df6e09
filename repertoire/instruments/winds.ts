import { RATE } from '../../core/units';
import { noiseFrom } from '../noise';
import { Delay, SLOW, TURN, blank, letGo, type Instrument } from './note';

/** Frames that the filters of a pipe add to its length; found by measuring the pitch (the tests do). */
const REED_LAG = 0.5;
const FLUTE_LAG = 0.6;

/**
 * A reed on a cylindrical pipe: pressure runs along it, comes back turned over, and opens and closes the reed (Smith, ICMC 1986; from
 * memory). Its even partials are weak.
 */
export const reed: Instrument = ({ hertz, seconds, force, seed }) => {
  const ring = 0.12;
  const out = blank(seconds + ring);
  const length = RATE / hertz / 2 - REED_LAG;
  const pipe = new Delay(length + 2);
  const random = noiseFrom(seed * 17 + length);
  let before = 0;
  const slow = SLOW;
  let blown = 0;
  for (let i = 0; i < out.length; i += 1) {
    if (i % slow === 0) {
      const time = i / RATE;
      const on = Math.min(1, time / 0.035) * (time < seconds ? 1 : Math.max(0, 1 - (time - seconds) / 0.06));
      blown = on * (0.62 + 0.3 * force) * (1 + 0.02 * Math.min(1, Math.max(0, (time - 0.3) / 0.3)) * Math.sin(TURN * 4.9 * time + seed));
    }
    const breath = blown * (1 + 0.08 * random());
    const back = pipe.read(length);
    const turned = -0.95 * 0.5 * (back + before);
    before = back;
    const difference = turned - breath;
    const opening = Math.min(1, Math.max(-1, 0.7 - 0.3 * difference));
    const pressure = breath + difference * opening;
    pipe.write(pressure);
    out[i] = pressure * 0.35 * (0.4 + 0.6 * force);
  }
  return letGo(withoutOffset(out), seconds + 0.04, ring);
};

/** A jet of air that swings across an edge, coupled to a pipe (Cook, ICMC 1992; from memory): breath, and a tone that grows out of it. */
export const flute: Instrument = ({ hertz, seconds, force, seed }) => {
  const ring = 0.14;
  const out = blank(seconds + ring);
  const length = (RATE / hertz) * 1.5097 - FLUTE_LAG;
  const pipe = new Delay(length + 2);
  const jet = new Delay(length);
  const random = noiseFrom(seed * 23 + length);
  const pole = 0.655;
  let [filtered, flat, last] = [0, 0, 0];
  const slow = SLOW;
  let [blown, sway] = [0, 0];
  for (let i = 0; i < out.length; i += 1) {
    if (i % slow === 0) {
      const time = i / RATE;
      const on = Math.min(1, time / 0.05) * (time < seconds ? 1 : Math.max(0, 1 - (time - seconds) / 0.07));
      blown = on * (0.95 + 0.25 * force);
      sway = 0.04 * Math.min(1, Math.max(0, (time - 0.25) / 0.4)) * Math.sin(TURN * 5 * time + seed);
    }
    const breath = blown * (1 + 0.09 * random() + sway);
    const bore = pipe.read(length);
    filtered = (1 - pole) * -bore + pole * filtered;
    // Without its offset.
    flat = filtered - last + 0.995 * flat;
    last = filtered;
    jet.write(breath - 0.5 * flat);
    const swing = jet.read(length * 0.32);
    const turned = Math.min(1, Math.max(-1, swing * (swing * swing - 1)));
    pipe.write(turned + 0.5 * flat);
    out[i] = 0.42 * bore * (0.35 + 0.65 * force);
  }
  return letGo(withoutOffset(out), seconds + 0.05, ring);
};

/** Takes away what does not swing: a player's breath is a steady pressure. */
function withoutOffset(sound: Float32Array): Float32Array {
  let [before, out] = [0, 0];
  for (let i = 0; i < sound.length; i += 1) {
    const value = sound[i]!;
    out = value - before + 0.997 * out;
    before = value;
    sound[i] = out;
  }
  return sound;
}
