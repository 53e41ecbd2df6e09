import { clamp, type Seconds } from '../units';
import { BANDS, TEXTURE_RATE, type Texture } from './texture';

/** Somebody probably sings or speaks here. */
export interface Voice {
  readonly from: Seconds;
  readonly to: Seconds;
  /** [0, 1]. */
  readonly sure: number;
}

/** Bands of the mouth: from about 300 Hz to 3.5 kHz. */
const LOW = 3;
const HIGH = 15;
/** Windows of 1 s every quarter of a second. */
const WINDOW = TEXTURE_RATE;
const HOP = TEXTURE_RATE / 4;
const LEAST_SURE = 0.48;

/**
 * Where lines are probably sung or spoken. Syllables open and close the mouth's resonances 3 to 8 times a second and do not keep to
 * the beat: the share of the movement in the mouth's bands that lies in that range and away from beats and half beats. A guess
 * (common practice), so it says how sure it is.
 */
export function voicesOf({ bands, frames }: Texture, beats: readonly Seconds[]): Voice[] {
  const move = new Float32Array(frames);
  const centre = new Float32Array(frames);
  for (let i = 0; i < frames; i += 1) {
    let [sum, weight] = [0, 1e-6];
    for (let band = LOW; band < HIGH; band += 1) {
      const value = bands[i * BANDS + band]!;
      sum += value * band;
      weight += value;
    }
    centre[i] = sum / weight;
  }
  // How fast the centre of the mouth's bands wanders: vowels change it, an instrument's notes hardly do.
  for (let i = 3; i < frames - 3; i += 1) move[i] = Math.abs(centre[i + 3]! - centre[i - 3]!);
  const off = offGrid(beats, frames);
  const sure: number[] = [];
  for (let from = 0; from + WINDOW <= frames; from += HOP) {
    let [free, all, level, changes] = [0, 1e-6, 0, 0];
    for (let i = from; i < from + WINDOW; i += 1) {
      all += move[i]!;
      if (off[i]) free += move[i]!;
      level += bands[i * BANDS + 8]! / WINDOW;
      if (i > from && move[i]! >= 0.35 && move[i - 1]! < 0.35) changes += 1;
    }
    const share = beats.length > 0 ? free / all : 0.5;
    const rate = changes >= 3 ? 1 : changes / 3;
    sure.push(level < 0.5 ? 0 : clamp((all / WINDOW - 0.12) / 0.28, 0, 1) * clamp((share - 0.25) / 0.3, 0, 1) * rate);
  }
  return joined(sure);
}

/** Frames that are more than 70 ms away from every beat and half beat. */
function offGrid(beats: readonly Seconds[], frames: number): Uint8Array {
  const off = new Uint8Array(frames).fill(1);
  const mark = (at: Seconds) => {
    const frame = Math.round(at * TEXTURE_RATE);
    off.fill(0, Math.max(0, frame - 7), Math.max(0, frame + 8));
  };
  beats.forEach((at, i) => {
    mark(at);
    if (i + 1 < beats.length) mark((at + beats[i + 1]!) / 2);
  });
  return off;
}

/** Windows in a row that are sure enough, as stretches; gaps of half a second are breath. */
function joined(sure: readonly number[]): Voice[] {
  const voices: { from: number; to: number; sum: number; count: number }[] = [];
  sure.forEach((value, i) => {
    const smooth = (value + (sure[i - 1] ?? value) + (sure[i + 1] ?? value)) / 3;
    if (smooth < LEAST_SURE) return;
    const [from, to] = [(i * HOP) / TEXTURE_RATE + 0.25, (i * HOP + WINDOW) / TEXTURE_RATE - 0.25];
    const last = voices.at(-1);
    if (last && from - last.to < 0.6) {
      last.to = to;
      last.sum += smooth;
      last.count += 1;
    } else voices.push({ from, to, sum: smooth, count: 1 });
  });
  return voices
    .filter(({ from, to }) => to - from >= 1.5)
    .map(({ from, to, sum, count }) => ({ from, to, sure: Math.min(1, sum / count) }));
}
