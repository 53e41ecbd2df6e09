import { RATE } from '../../core/units';
import { noiseFrom } from '../noise';
import { Delay, SLOW, TURN, blank, letGo, type Instrument } from './note';

interface PluckedString {
  /** How bright it is plucked, (0, 1]. */
  readonly bright: number;
  /** Seconds until a note of 220 Hz has died away by 60 dB. */
  readonly ring: number;
  /** Where it is plucked, share of its length. */
  readonly where: number;
  /** Seconds in which a finger stops it. */
  readonly stop: number;
}

/**
 * A plucked string (Karplus and Strong, Computer Music Journal 7(2), 1983; extended by Jaffe and Smith, ibid.): a loop as long as a period,
 * tuned by a first-order all-pass, plucked at a place of the string.
 */
const plucked =
  ({ bright, ring, where, stop }: PluckedString): Instrument =>
  ({ hertz, seconds, force, seed }) => {
    const period = RATE / hertz - 0.5;
    const whole = Math.max(2, Math.floor(period - 0.2));
    const rest = period - whole;
    const tuning = (1 - rest) / (1 + rest);
    const string = new Float32Array(whole);
    const random = noiseFrom(seed * 7919 + whole);
    const open = bright * (0.35 + 0.65 * force);
    let soft = 0;
    for (let i = 0; i < whole; i += 1) string[i] = soft += (random() - soft) * open;
    // What is plucked at a place has no partial that stands still there.
    const back = Math.max(1, Math.round(whole * where));
    const shape = string.map((value, i) => value - string[(i + whole - back) % whole]!);
    const mean = shape.reduce((sum, value) => sum + value, 0) / whole;
    let most = 1e-9;
    for (let i = 0; i < whole; i += 1) most = Math.max(most, Math.abs((shape[i]! -= mean)));
    const loss = 10 ** (-3 / (hertz * ring * Math.min(2.5, Math.max(0.35, (220 / hertz) ** 0.5))));
    const out = blank(seconds + stop * 1.2);
    let at = 0;
    let [before, filtered, last] = [0, 0, 0];
    const scale = (0.5 * force) / most;
    for (let i = 0; i < out.length; i += 1) {
      const value = shape[at]!;
      const averaged = (value + before) * 0.5 * loss;
      before = value;
      filtered = tuning * (averaged - filtered) + last;
      last = averaged;
      shape[at] = filtered;
      at = at + 1 === whole ? 0 : at + 1;
      out[i] = value * scale * Math.min(1, i / 48);
    }
    return letGo(out, seconds, stop);
  };

export const guitar = plucked({ bright: 0.55, ring: 3.2, where: 0.17, stop: 0.25 });
export const harp = plucked({ bright: 0.4, ring: 4.5, where: 0.4, stop: 1.4 });
export const pizzicato = plucked({ bright: 0.35, ring: 0.7, where: 0.22, stop: 0.2 });
export const pluckedBass = plucked({ bright: 0.22, ring: 2.4, where: 0.2, stop: 0.12 });

/** What a bow does to a string at a difference of their speeds: it holds on to it, or slips (Smith's table, after McIntyre and Woodhouse). */
function grip(difference: number, slope: number): number {
  const x = Math.abs(difference * slope) + 0.75;
  const x2 = x * x;
  return Math.min(0.98, Math.max(0.01, 1 / (x2 * x2)));
}

interface BowedString {
  /** Resonances of the body: Hz, share, width. */
  readonly body: readonly (readonly [hertz: number, share: number, width: number])[];
  readonly attack: number;
  readonly vibrato: number;
}

/**
 * A bowed string: two waves that run to the bridge and to the finger and back, and a bow between them that holds on or slips (McIntyre, Schumacher
 * and Woodhouse, JASA 74(5), 1983; as waveguides by Smith, 1986; from memory).
 */
const bowed =
  ({ body, attack, vibrato }: BowedString): Instrument =>
  ({ hertz, seconds, force, seed }) => {
    const ring = 0.22;
    const out = blank(seconds + ring);
    const period = RATE / hertz - BOW_LAG;
    const bridge = new Delay(period * 0.14);
    const neck = new Delay(period + 8);
    const random = noiseFrom(seed * 31 + period);
    const slope = 3.6 - 0.8 * force;
    const speed = 0.05 + 0.2 * force;
    const pole = 0.67;
    let filtered = 0;
    let [fromBridge, fromNeck] = [0, 0];
    const slow = SLOW;
    let [on, reach] = [0, period * 0.873];
    for (let i = 0; i < out.length; i += 1) {
      if (i % slow === 0) {
        const time = i / RATE;
        on = Math.min(1, time / attack) * (time < seconds ? 1 : Math.max(0, 1 - (time - seconds) / (ring * 0.6)));
        const late = Math.min(1, Math.max(0, (time - 0.18) / 0.35));
        reach = period * 0.873 * (1 + vibrato * late * Math.sin(TURN * 5.4 * time + seed));
      }
      filtered = (1 - pole) * 0.955 * fromBridge + pole * filtered;
      const bridgeBack = -filtered;
      const neckBack = -fromNeck;
      const string = bridgeBack + neckBack;
      const difference = speed * on * (1 + 0.03 * random()) - string;
      const push = on > 0 ? difference * grip(difference, slope) : 0;
      bridge.write(neckBack + push);
      neck.write(bridgeBack + push);
      fromBridge = bridge.read(period * 0.127);
      fromNeck = neck.read(reach);
      out[i] = fromBridge;
    }
    return letGo(throughBody(out, body), seconds + ring * 0.4, ring);
  };

/** Frames that the filter at the bridge and the two lines add to a round trip; found by measuring the pitch (the tests do). */
const BOW_LAG = 1.65;

/** The body that a string stands on: resonances beside the string's own sound. */
function throughBody(sound: Float32Array, body: BowedString['body']): Float32Array {
  const out = sound.map((value) => value * 0.45);
  for (const [hertz, share, width] of body) {
    const radius = Math.exp((-Math.PI * width) / RATE);
    const [a1, a2] = [2 * radius * Math.cos((TURN * hertz) / RATE), -radius * radius];
    const gain = (share * (1 - radius * radius)) / 2;
    let [y1, y2, x2, x1] = [0, 0, 0, 0];
    for (let i = 0; i < sound.length; i += 1) {
      const x = sound[i]!;
      const y = gain * (x - x2) + a1 * y1 + a2 * y2;
      [x2, x1, y2, y1] = [x1, x, y1, y];
      out[i]! += y;
    }
  }
  return out;
}

export const fiddle = bowed({
  body: [
    [280, 0.9, 60],
    [460, 0.9, 70],
    [700, 0.6, 120],
    [2600, 0.8, 700],
  ],
  attack: 0.07,
  vibrato: 0.004,
});
export const cello = bowed({
  body: [
    [105, 1, 30],
    [175, 1, 40],
    [380, 0.7, 90],
    [1500, 0.5, 500],
  ],
  attack: 0.11,
  vibrato: 0.003,
});
