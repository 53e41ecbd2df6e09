import { framesOf, RATE } from '../core/units';
import { die, Tape, hertzOf } from './tape';

/** How a test piece sounds: who plays, and on which beats. */
export type Style = 'band' | 'floor' | 'waltz' | 'picking' | 'strum' | 'march' | 'clicks' | 'organ';

export interface PieceSpec {
  /** Beats a minute at the start. */
  readonly tempo: number;
  readonly beats: number;
  readonly style: Style;
  /** A letter for each section; the same letter is the same music. */
  readonly form: string;
  readonly bars: number;
  /** Share by which the tempo wanders to and fro over half a minute. */
  readonly drift?: number;
  /** How late off-beats come, share of a beat: 0 straight, 0.17 triplets. */
  readonly swing?: number;
  /** Share of random lateness and earliness of each note, seconds. */
  readonly loose?: number;
  readonly seed?: number;
  /** Somebody speaks over these sections (letters). */
  readonly spoken?: string;
}

export interface Piece {
  /** Interleaved stereo at the mix rate. */
  readonly sound: Float32Array;
  readonly seconds: number;
  /** Truth, seconds. */
  readonly beats: readonly number[];
  readonly downbeats: readonly number[];
  readonly sections: readonly { readonly from: number; readonly to: number; readonly label: string }[];
  readonly lastChord: number;
}

const PLUCK = [0.5, 0.24, 0.14, 0.07];
const BASS = [0.6, 0.25, 0.06];
const REED = [0.34, 0.12, 0.16, 0.05, 0.05];
/** Semitones of the scale that chords are built on. */
const SCALE = [0, 2, 4, 5, 7, 9, 11];

/** Strong places within a bar besides its first beat. */
const GROUPS: Readonly<Record<number, readonly number[]>> = { 2: [], 3: [], 4: [2], 5: [3], 6: [3], 7: [4] };

/** Composes and plays a piece whose beats, bars and sections are known. The same spec gives the same samples. */
export function composePiece(spec: PieceSpec): Piece {
  const { beats: perBar, form, bars, style, drift = 0, swing = 0, loose = 0, seed = 1, spoken = '' } = spec;
  const total = form.length * bars * perBar;
  const times: number[] = [0.25];
  for (let i = 0; i < total; i += 1) {
    const at = times[i]!;
    times.push(at + (60 / spec.tempo) * (1 + drift * Math.sin((2 * Math.PI * at) / 31)));
  }
  const end = times[total]!;
  const tape = new Tape(end + 4.5);
  const roll = die(seed + 1);
  const key = 48 + Math.floor(roll() * 7);
  const jitter = () => (roll() - 0.5) * 2 * loose;
  const chordsOf = new Map<string, number[]>();
  const melodyOf = new Map<string, { step: number; at: number; beats: number; bar: number }[]>();
  for (const letter of new Set(form)) {
    const home = Math.floor(roll() * 6);
    const chords = Array.from({ length: bars }, (_, bar) => (bar % 4 === 0 ? home : Math.floor(roll() * 6)));
    chordsOf.set(letter, chords);
    const melody: { step: number; at: number; beats: number; bar: number }[] = [];
    for (let bar = 0; bar < bars; bar += 1) {
      for (let at = 0; at < perBar;) {
        const long = [0.5, 1, 1, 2][Math.floor(roll() * 4)]!;
        const length = Math.min(long, perBar - at);
        if (roll() < 0.75) melody.push({ bar, at, beats: length, step: chords[bar]! + [0, 2, 4, 7, 1][Math.floor(roll() * 5)]! });
        at += length;
      }
    }
    melodyOf.set(letter, melody);
  }
  const timeOf = (beat: number) => {
    const whole = Math.min(total - 1, Math.floor(beat));
    const rest = beat - whole;
    // Off-beats come late where the piece swings.
    const swung = rest > 0.4 && rest < 0.6 ? rest + swing : rest;
    return times[whole]! + swung * (times[whole + 1]! - times[whole]!);
  };
  const pitchOf = (step: number) => key + SCALE[((step % 7) + 7) % 7]! + 12 * Math.floor(step / 7);
  const chordAt = (letter: string, bar: number) => [0, 2, 4].map((third) => pitchOf(chordsOf.get(letter)![bar]! + third));

  for (const [index, letter] of [...form].entries()) {
    const force = 0.75 + 0.25 * (((letter.charCodeAt(0) * 7) % 5) / 4);
    for (let bar = 0; bar < bars; bar += 1) {
      const base = (index * bars + bar) * perBar;
      const chord = chordAt(letter, bar);
      const length = (from: number, beats: number) => timeOf(Math.min(total, from + beats)) - timeOf(from);
      for (let beat = 0; beat < perBar; beat += 1) {
        const at = timeOf(base + beat) + jitter();
        const half = timeOf(base + beat + 0.5) + jitter();
        const strong = beat === 0;
        const second = GROUPS[perBar]!.includes(beat);
        playBeat(tape, style, { at, half, strong, second, beat, perBar, bar, chord, force, long: length(base + beat, 1) });
      }
      if (style === 'organ' || style === 'band' || style === 'floor') {
        const rich = style === 'organ' ? REED : PLUCK;
        for (const [voice, pitch] of chord.entries()) {
          const held = style === 'organ' ? length(base, perBar) : length(base, perBar) * 0.9;
          tape.note(timeOf(base), pitch, held, 0.16 * force, style === 'organ' ? 4 : 0.8, rich, voice * 0.4 - 0.4);
        }
      }
    }
    if (style !== 'clicks' && letter !== form[0]) {
      for (const one of melodyOf.get(letter)!) {
        const from = (index * bars + one.bar) * perBar + one.at;
        const long = timeOf(Math.min(total, from + one.beats)) - timeOf(from);
        tape.note(timeOf(from) + jitter(), pitchOf(one.step) + 12, long * 0.9, 0.2 * force, 0.6, PLUCK, 0.25);
      }
    }
    if (spoken.includes(letter)) tape.speak(times[index * bars * perBar]! + 0.4, times[(index + 1) * bars * perBar]! - 0.6, roll);
  }
  for (const pitch of [...[0, 2, 4].map(pitchOf), pitchOf(0) - 12]) tape.note(end, pitch, 4, 0.22, 1.1, PLUCK);
  if (style !== 'organ') tape.kick(end, 0.5);

  let peak = 0;
  for (const value of tape.out) peak = Math.max(peak, Math.abs(value));
  for (let i = 0; i < tape.out.length; i += 1) tape.out[i]! *= 0.8 / peak;
  const sections = [...form].map((label, index) => ({
    label,
    from: times[index * bars * perBar]!,
    to: times[(index + 1) * bars * perBar]!,
  }));
  const downbeats = times.filter((_, i) => i % perBar === 0);
  return { sound: tape.out, seconds: tape.out.length / 2 / RATE, beats: times, downbeats, sections, lastChord: end };
}

interface BeatOf {
  readonly at: number;
  readonly half: number;
  readonly strong: boolean;
  readonly second: boolean;
  readonly beat: number;
  readonly perBar: number;
  readonly bar: number;
  readonly chord: readonly number[];
  readonly force: number;
  readonly long: number;
}

/** What one beat of a style sounds like. */
function playBeat(tape: Tape, style: Style, { at, half, strong, second, beat, perBar, bar, chord, force, long }: BeatOf): void {
  const root = chord[0]! - 12;
  const strum = (when: number, level: number, ring: number) => {
    for (const [i, pitch] of chord.entries()) tape.note(when + i * 0.006, pitch + 12, ring, level * force, 0.3, PLUCK, i * 0.5 - 0.5);
  };
  switch (style) {
    case 'band':
      if (strong || second) tape.kick(at, strong ? 0.8 : 0.6);
      else tape.hit(at, 0.3, 0.035, 0.3);
      tape.hit(at, 0.12, 0.012, 1, 0.3);
      tape.hit(half, 0.08, 0.012, 1, 0.3);
      if (strong || second) tape.note(at, strong ? root : root + 7, long * 1.5, 0.45 * force, 0.5, BASS);
      break;
    case 'floor':
      tape.kick(at, 0.8);
      tape.hit(half, 0.16, 0.03, 1, -0.2);
      if (beat % 2 === 1) tape.hit(at, 0.2, 0.05, 0.4);
      tape.note(half, root, long * 0.45, 0.4 * force, 0.4, BASS);
      if (strong) tape.note(at, root, long * 0.45, 0.45 * force, 0.4, BASS);
      break;
    case 'waltz':
      if (strong) tape.note(at, root, long * 1.4, 0.6 * force, 0.5, BASS);
      else strum(at, second ? 0.2 : 0.16, long * 0.6);
      break;
    case 'picking': {
      if (strong) tape.note(at, root, long * perBar * 0.9, 0.4 * force, 1, BASS);
      else if (second) tape.note(at, root + 7, long * 2, 0.3 * force, 0.8, BASS);
      tape.note(at, chord[beat % 3]! + 12, long, (strong ? 0.3 : 0.22) * force, 0.35, PLUCK, -0.3);
      tape.note(half, chord[(beat + 1) % 3]! + 12, long * 0.5, 0.14 * force, 0.35, PLUCK, 0.3);
      break;
    }
    case 'strum':
      strum(at, strong ? 0.3 : second ? 0.22 : 0.18, long * 0.9);
      if (!strong) strum(half, 0.09, long * 0.4);
      if (strong || second) tape.note(at, root, long * 1.8, 0.4 * force, 0.6, BASS);
      break;
    case 'march':
      if (strong || second) tape.kick(at, 0.8);
      tape.hit(at, strong ? 0.35 : 0.22, 0.05, 0.5);
      if (bar % 4 === 3 && beat === perBar - 1) tape.hit(half, 0.2, 0.04, 0.5);
      tape.note(at, strong ? root : chord[beat % 3]!, long * 0.8, 0.35 * force, 0.4, REED);
      break;
    case 'clicks':
      tape.note(at, strong ? 96 : 89, 0.05, strong ? 0.8 : 0.5, 0.01, [0.8, 0.3]);
      break;
    case 'organ':
      if (strong) tape.note(at, root, long * perBar, 0.4 * force, 3, REED);
      else tape.note(at, chord[beat % 3]! + 12, long * 0.9, 0.16 * force, 1, REED, 0.2);
      break;
  }
}

/** Music without a beat: slow swells of chords of uneven length, with lulls between them. */
export function composeDrift(seconds: number, seed = 3): { sound: Float32Array; seconds: number; lulls: number[] } {
  const tape = new Tape(seconds);
  const roll = die(seed);
  const lulls: number[] = [];
  for (let at = 0.1; at < seconds - 6;) {
    const length = 2.6 + roll() * 3.4;
    const root = 45 + SCALE[Math.floor(roll() * 6)]!;
    for (const pitch of [root, root + 7, root + 12 + (roll() < 0.5 ? 3 : 4)]) {
      const start = framesOf(at);
      const frames = framesOf(length);
      for (const [h, strength] of REED.entries()) {
        const step = (2 * Math.PI * hertzOf(pitch) * (h + 1) * (1 + (roll() - 0.5) * 0.002)) / RATE;
        const [c, s] = [Math.cos(step), Math.sin(step)];
        let [x, y] = [1, 0];
        for (let i = 0; i < frames && (start + i) * 2 + 1 < tape.out.length; i += 1) {
          const value = y * strength * 0.3 * Math.sin((Math.PI * i) / frames) ** 2;
          tape.out[(start + i) * 2]! += value;
          tape.out[(start + i) * 2 + 1]! += value * 0.9;
          [x, y] = [x * c - y * s, x * s + y * c];
        }
      }
    }
    lulls.push(at);
    at += length * 0.93;
  }
  return { sound: tape.out, seconds: tape.out.length / 2 / RATE, lulls };
}
