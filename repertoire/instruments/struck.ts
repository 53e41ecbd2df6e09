import { RATE } from '../../core/units';
import { noiseFrom } from '../noise';
import { TURN, blank, letGo, type Instrument } from './note';

/** One way in which a body swings: its frequency (or times the note's), how strongly it is struck, and seconds until it has died away by 60 dB. */
type Mode = readonly [ratio: number, share: number, seconds: number];

/** Adds swinging modes to a sound; each is a resonator of two multiplications a sample (modal synthesis). */
function addModes(out: Float32Array, modes: readonly Mode[], hertz: number, gain: number): void {
  for (const [ratio, share, seconds] of modes) {
    const at = hertz * ratio;
    if (at > RATE * 0.42) continue;
    const radius = 10 ** (-3 / (seconds * RATE));
    const [a1, a2] = [2 * radius * Math.cos((TURN * at) / RATE), -radius * radius];
    let y1 = Math.sin((TURN * at) / RATE) * share * gain;
    let y2 = 0;
    // Struck once, it swings by itself until nothing of it is heard.
    const last = Math.min(out.length, Math.ceil(seconds * 1.4 * RATE));
    for (let i = 0; i < last; i += 1) {
      out[i]! += y1;
      const y = a1 * y1 + a2 * y2;
      y2 = y1;
      y1 = y;
    }
  }
}

/** The knock of a mallet: noise that dies away at once. */
function addKnock(out: Float32Array, seed: number, gain: number, seconds: number, dark: number): void {
  const random = noiseFrom(seed * 101 + 7);
  const per = 10 ** (-3 / (seconds * RATE));
  let level = gain;
  let soft = 0;
  for (let i = 0; i < Math.min(out.length, seconds * 1.2 * RATE); i += 1) {
    soft += (random() - soft) * dark;
    out[i]! += soft * level;
    level *= per;
  }
}

interface Bar {
  readonly modes: readonly Mode[];
  readonly knock: number;
  readonly stop: number;
}

/** A struck bar: modes of a free bar, tuned as makers tune them (Fletcher and Rossing, The Physics of Musical Instruments; from memory). */
const bar =
  ({ modes, knock, stop }: Bar): Instrument =>
  ({ hertz, seconds, force, seed }) => {
    const longest = Math.max(...modes.map(([, , one]) => one));
    const out = blank(Math.min(longest, seconds + stop));
    // A harder mallet wakes more of the high modes.
    const struck = modes.map(([ratio, share, ring], i): Mode => [ratio, share * (i === 0 ? 1 : force ** (0.6 * i)), ring]);
    addModes(out, struck, hertz, 0.42 * force);
    addKnock(out, seed, knock * force, 0.012, 0.5);
    return letGo(out, seconds, stop);
  };

export const marimba = bar({
  modes: [
    [1, 1, 1.1],
    [3.93, 0.35, 0.28],
    [9.6, 0.12, 0.1],
  ],
  knock: 0.12,
  stop: 0.9,
});
export const vibes = bar({
  modes: [
    [1, 1, 4],
    [4, 0.22, 1.4],
    [10.2, 0.06, 0.4],
  ],
  knock: 0.04,
  stop: 1.2,
});
export const chimes = bar({
  modes: [
    [1, 1, 2.2],
    [2.756, 0.5, 1.2],
    [5.404, 0.3, 0.6],
    [8.933, 0.14, 0.25],
  ],
  knock: 0.03,
  stop: 1.6,
});

export const musicBox = bar({
  modes: [
    [1, 1, 1.6],
    [6.27, 0.2, 0.5],
    [17.55, 0.05, 0.12],
  ],
  knock: 0.02,
  stop: 1.4,
});
/** A hammered string: partials that lie ever higher than their number says, because the string is stiff, struck at an eighth of its length. */
export const hammered: Instrument = ({ hertz, seconds, force, seed }) => {
  const out = blank(seconds + 0.5);
  const stiff = 0.0004;
  const modes = Array.from({ length: Math.min(16, Math.floor(9000 / hertz)) }, (_, k): Mode => {
    const n = k + 1;
    const share = (Math.abs(Math.sin((Math.PI * n) / 8)) + 0.05) / n ** (1.7 - 0.9 * force);
    return [n * Math.sqrt(1 + stiff * n * n), share, (7 * (220 / hertz) ** 0.5) / (1 + 0.28 * k)];
  });
  addModes(out, modes, hertz, 0.45 * force);
  // Each note has two strings, not quite of one pitch.
  addModes(out, modes.slice(0, 6), hertz * 1.0007, 0.25 * force);
  addKnock(out, seed, 0.05 * force, 0.03, 0.12);
  return letGo(out, seconds, 0.3);
};

/** A stretched skin: modes of a round membrane. */
const SKIN: readonly Mode[] = [
  [1, 1, 0.5],
  [1.593, 0.5, 0.3],
  [2.135, 0.35, 0.22],
  [2.295, 0.25, 0.2],
  [2.653, 0.2, 0.16],
  [3.155, 0.12, 0.12],
];

const skin =
  (hertz: number, ring: number, knock: number): Instrument =>
  ({ force, seed }) => {
    const out = blank(ring * 1.3);
    addModes(
      out,
      SKIN.map(([ratio, share, seconds]): Mode => [ratio, share, seconds * ring * 2]),
      hertz * (1 + 0.01 * ((seed % 3) - 1)),
      0.55 * force,
    );
    addKnock(out, seed, knock * force, 0.02, 0.3);
    return letGo(out, ring, 0.1);
  };

/** Noise in a band, shaken or brushed: `from` and `to` are shares of a one-pole low-pass. */
const hiss =
  (seconds: number, from: number, to: number, gain: number, rise = 0.002): Instrument =>
  ({ force, seed }) => {
    const out = blank(seconds * 1.2);
    const random = noiseFrom(seed * 131 + 3);
    const per = 10 ** (-3 / (seconds * RATE));
    let [low, band, level] = [0, 0, gain * force];
    for (let i = 0; i < out.length; i += 1) {
      low += (random() - low) * to;
      band += (low - band) * from;
      out[i] = (low - band) * level * Math.min(1, i / (rise * RATE));
      level *= per;
    }
    return letGo(out, seconds, 0.05);
  };

const kick: Instrument = ({ force, seed }) => {
  const out = blank(0.34);
  let phase = 0;
  for (let i = 0; i < out.length; i += 1) {
    const time = i / RATE;
    // A skin that is struck hard is tighter at first: its pitch falls.
    phase += (TURN * (47 + 75 * Math.exp(-time / 0.028))) / RATE;
    out[i] = 0.75 * force * Math.exp(-time / 0.09) * Math.sin(phase) * Math.min(1, time / 0.002);
  }
  addKnock(out, seed, 0.12 * force, 0.01, 0.25);
  return letGo(out, 0.28, 0.05);
};

const block: Instrument = ({ force, seed }) => {
  const out = blank(0.2);
  addModes(
    out,
    [
      [1, 1, 0.09],
      [1.57, 0.6, 0.06],
      [2.7, 0.3, 0.04],
    ],
    820 * (seed % 2 === 0 ? 1 : 1.19),
    0.4 * force,
  );
  addKnock(out, seed, 0.1 * force, 0.006, 0.6);
  return letGo(out, 0.15, 0.03);
};

const snare: Instrument = (note) => {
  const out = skin(185, 0.18, 0.2)(note);
  const wires = hiss(0.19, 0.12, 0.7, 0.5)(note);
  for (let i = 0; i < Math.min(out.length, wires.length); i += 1) out[i]! = out[i]! * 0.5 + wires[i]!;
  return out;
};

/** Drums by the letter that stands for them in a figure. */
export const DRUMS: Readonly<Record<string, Instrument>> = {
  k: kick,
  s: snare,
  b: hiss(0.22, 0.06, 0.35, 0.75, 0.008),
  h: hiss(0.07, 0.4, 0.8, 0.4),
  o: hiss(0.32, 0.35, 0.8, 0.34),
  w: block,
  f: skin(92, 0.5, 0.15),
  t: skin(168, 0.32, 0.12),
  r: hiss(0.03, 0.2, 0.6, 0.6, 0.001),
};
