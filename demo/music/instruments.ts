import type { Layer, Note } from './score';
import { DRUM } from './score';

/** Stereo sound under construction. */
export interface Tape {
  readonly rate: number;
  readonly left: Float32Array;
  readonly right: Float32Array;
}

const TURN = 2 * Math.PI;
/** Equal temperament, A4 = 440 Hz (ISO 16). */
export const hertzOf = (pitch: number) => 440 * 2 ** ((pitch - 69) / 12);

/** A small reproducible noise source (Park and Miller, CACM 1988, "minimal standard"), in [−1, 1). */
function noise(seed: number): () => number {
  let state = (seed % 2_147_483_646) + 1;
  return () => {
    state = (state * 16_807) % 2_147_483_647;
    return (state / 2_147_483_647) * 2 - 1;
  };
}

/** Plays one note onto a tape; `seconds` is the length of a beat. */
export function playNote(tape: Tape, note: Note, secondsPerBeat: number, index: number): void {
  const start = Math.round(note.beat * secondsPerBeat * tape.rate);
  const length = note.beats * secondsPerBeat;
  const players: Readonly<Record<Layer, () => void>> = {
    pulse: () => playDrum(tape, start, note, index),
    bass: () => playBass(tape, start, length, note),
    chords: () => playPluck(tape, start, length, note, index),
    lead: () => playPipe(tape, start, length, note),
  };
  players[note.layer]();
}

/** Adds `voice(frame)` for `frames` frames, placed by the constant-power law. */
function add(tape: Tape, start: number, frames: number, pan: number, voice: (frame: number) => number): void {
  const angle = ((pan + 1) / 4) * Math.PI;
  const left = Math.cos(angle);
  const right = Math.sin(angle);
  const end = Math.min(frames, tape.left.length - start);
  for (let i = 0; i < end; i += 1) {
    const value = voice(i);
    tape.left[start + i]! += value * left;
    tape.right[start + i]! += value * right;
  }
}

/** A round bass: a sine with a little of its octave, quick to speak, soft to end. */
function playBass(tape: Tape, start: number, length: number, note: Note): void {
  const { rate } = tape;
  const step = (TURN * hertzOf(note.pitch)) / rate;
  const frames = Math.round((length + 0.12) * rate);
  const held = length * rate;
  add(tape, start, frames, 0, (i) => {
    const attack = Math.min(1, i / (0.008 * rate));
    const release = i < held ? 1 : Math.max(0, 1 - (i - held) / (0.12 * rate));
    const decay = 0.45 + 0.55 * Math.exp(-i / (0.5 * rate));
    const tone = Math.sin(step * i) + 0.35 * Math.sin(2 * step * i) * Math.exp(-i / (0.25 * rate)) + 0.12 * Math.sin(3 * step * i) * decay;
    return 0.34 * note.force * attack * release * decay * tone;
  });
}

/** A plucked string (Karplus and Strong, Computer Music Journal 7(2), 1983), tuned by a first-order all-pass. */
function playPluck(tape: Tape, start: number, length: number, note: Note, index: number): void {
  const { rate } = tape;
  const period = rate / hertzOf(note.pitch) - 0.5;
  const whole = Math.floor(period - 0.2);
  const rest = period - whole;
  const tuning = (1 - rest) / (1 + rest);
  const string = new Float32Array(whole);
  const random = noise(1_000 + index * 7 + note.pitch);
  let soft = 0;
  const bright = 0.25 + 0.35 * note.force;
  for (let i = 0; i < whole; i += 1) string[i] = soft += (random() - soft) * bright;
  const mean = string.reduce((sum, value) => sum + value, 0) / whole;
  for (let i = 0; i < whole; i += 1) string[i]! -= mean;
  const loss = 0.5 ** (1 / (hertzOf(note.pitch) * 0.85));
  const frames = Math.round((length + 0.5) * rate);
  const held = length * rate;
  let at = 0;
  let before = 0;
  let filtered = 0;
  let last = 0;
  add(tape, start, frames, Math.sin(note.pitch * 1.7) * 0.45, (i) => {
    const out = string[at]!;
    const averaged = (out + before) * 0.5 * loss;
    before = out;
    filtered = tuning * (averaged - filtered) + last;
    last = averaged;
    string[at] = filtered;
    at = at + 1 === whole ? 0 : at + 1;
    const release = i < held ? 1 : Math.exp(-(i - held) / (0.12 * rate));
    return 1.05 * note.force * release * Math.min(1, i / (0.0015 * rate)) * out;
  });
}

/** A wooden pipe: a few partials, breath at the start, vibrato that comes in late. */
function playPipe(tape: Tape, start: number, length: number, note: Note): void {
  const { rate } = tape;
  const step = (TURN * hertzOf(note.pitch)) / rate;
  const random = noise(note.pitch * 31 + start);
  const frames = Math.round((length + 0.09) * rate);
  const held = length * rate;
  let phase = 0;
  let breath = 0;
  add(tape, start, frames, 0.12, (i) => {
    const seconds = i / rate;
    const vibrato = Math.min(1, Math.max(0, (seconds - 0.25) / 0.4)) * 0.004 * Math.sin(TURN * 5.1 * seconds);
    phase += step * (1 + vibrato);
    breath += (random() - breath) * 0.3;
    const attack = Math.min(1, seconds / 0.045);
    const release = i < held ? 1 : Math.max(0, 1 - (i - held) / (0.09 * rate));
    const tone =
      Math.sin(phase) + 0.22 * Math.sin(2 * phase) + 0.08 * Math.sin(3 * phase) + breath * (0.1 + 0.5 * Math.exp(-seconds / 0.03));
    return 0.17 * note.force * attack * release * tone;
  });
}

function playDrum(tape: Tape, start: number, note: Note, index: number): void {
  const { rate } = tape;
  const random = noise(index * 131 + note.pitch);
  let low = 0;
  let band = 0;
  switch (note.pitch) {
    case DRUM.kick: {
      let phase = 0;
      add(tape, start, Math.round(0.28 * rate), 0, (i) => {
        const seconds = i / rate;
        phase += (TURN * (46 + 70 * Math.exp(-seconds / 0.03))) / rate;
        return 0.5 * note.force * Math.exp(-seconds / 0.085) * Math.sin(phase) * Math.min(1, seconds / 0.002);
      });
      return;
    }
    case DRUM.block:
      add(tape, start, Math.round(0.12 * rate), -0.35, (i) => {
        const seconds = i / rate;
        return 0.2 * note.force * Math.exp(-seconds / 0.022) * (Math.sin(TURN * 820 * seconds) + 0.5 * Math.sin(TURN * 1_290 * seconds));
      });
      return;
    default: {
      // Brushes and shaker: noise through a band that a one-pole pair cuts out of it.
      const brush = note.pitch === DRUM.brush;
      const fall = brush ? 0.075 : 0.028;
      const size = brush ? 0.26 : 0.16;
      add(tape, start, Math.round(fall * 7 * rate), brush ? -0.1 : 0.4, (i) => {
        const seconds = i / rate;
        const raw = random();
        low += (raw - low) * (brush ? 0.35 : 0.75);
        band += (low - band) * (brush ? 0.06 : 0.4);
        return size * note.force * Math.exp(-seconds / fall) * (low - band) * Math.min(1, seconds / 0.004);
      });
    }
  }
}
