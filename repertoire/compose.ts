import { noiseFrom } from './noise';
import { LEAD_IN, RING, type LayerOf, type Note, type Piece, type Role, type Score } from './score';

const LETTERS: Readonly<Record<Role, string>> = { tune: 't', second: '2', chords: 'c', bass: 'b', pad: 'p', beat: 'd' };
/** Semitones from the tonic up or down to where each role lies. */
const LIES: Readonly<Record<Role, number>> = { tune: 12, second: 0, chords: 0, bass: -24, pad: 0, beat: 0 };

/** A degree of a scale as semitones above its tonic: 1 is the tonic, 8 the one above, 0 the note below 1. */
function semitones(scale: readonly number[], degree: number): number {
  const step = degree - 1;
  return scale[((step % 7) + 7) % 7]! + 12 * Math.floor(step / 7);
}

/** Tones of a chord from its root upward, semitones above the tonic: third by third, or with the fourth in the third's place; then the same an octave up. */
function tonesOf(piece: Piece, chord: string): number[] {
  const degree = Number(chord[0]);
  const tones = [0, chord.includes('s') ? 3 : 2, 4, ...(chord.includes('7') ? [6] : [])];
  const low = tones.map((step) => semitones(piece.scale, degree + step));
  return [...low, ...low.map((one) => one + 12), ...low.map((one) => one + 24)];
}

/** Chords lie where the last ones lay: a root above the fifth of the scale goes down an octave. */
const settled = (tones: readonly number[]): number[] => (tones[0]! > 6 ? tones.map((one) => one - 12) : [...tones]);

interface Bar {
  readonly piece: Piece;
  readonly at: number;
  readonly chord: string;
  readonly next: string;
  readonly force: number;
  /** How often this passage was played before. */
  readonly again: number;
  readonly last: boolean;
  readonly random: () => number;
}

/** `beat:tone+tone:length` … of a bar's chord. */
function figured(layer: LayerOf, bar: Bar): Note[] {
  const { piece, at, chord, force, again, random } = bar;
  const bass = layer.role === 'bass';
  const tones = settled(tonesOf(piece, chord));
  const base = piece.tonic + LIES[layer.role] + 12 * (layer.octave ?? 0) + (bass && tones[0]! > 4 ? -12 : 0) + (bass ? 12 : 0);
  return (layer.figure ?? '').split(/\s+/).flatMap((word): Note[] => {
    const [beat, which, length] = word.split(':') as [string, string, string];
    return which.split('+').map((tone) => {
      // A passage that returns is played a little otherwise: chords lie an inversion higher.
      const turn = !bass && again > 0 && Number(tone) === 0 && again % 2 === 1 ? 3 : Number(tone);
      const accent = Number(beat) === 0 ? 1 : 0.82;
      return {
        beat: at + Number(beat),
        beats: Number(length),
        pitch: base + tones[turn]!,
        force: force * accent * (0.95 + 0.05 * random()),
      };
    });
  });
}

/** Drums of a bar; the last bar of a passage ends with a fill. */
function beaten(layer: LayerOf, { piece, at, force, last, random }: Bar): Note[] {
  const notes: Note[] = [];
  for (const line of (layer.figure ?? '').split('\n')) {
    const [drum, grid] = line.trim().split(/\s+/) as [string, string];
    const steps = [...grid];
    steps.forEach((step, i) => {
      if (step === '.') return;
      const beat = (i * piece.beats) / steps.length;
      notes.push({
        beat: at + beat,
        beats: 0.25,
        pitch: 0,
        drum,
        force: force * (step === 'x' ? 1 : 0.55) * (0.9 + 0.1 * random()),
      });
    });
  }
  if (last) {
    for (const [i, drum] of ['t', 't', 'f', 's'].entries()) {
      notes.push({ beat: at + piece.beats - 1 + i / 4, beats: 0.25, pitch: 0, drum, force: force * (0.45 + 0.1 * i) });
    }
  }
  return notes;
}

/** The tune of one bar. When its passage returns, long notes are sometimes played with the note above. */
function sung(layer: LayerOf, { piece, at, force, again, random }: Bar, text: string): Note[] {
  const base = piece.tonic + LIES[layer.role] + 12 * (layer.octave ?? 0);
  const notes: Note[] = [];
  let beat = at;
  for (const word of text.trim().split(/\s+/).filter(Boolean)) {
    const [what, length] = word.split(':') as [string, string];
    const beats = Number(length);
    if (what !== 'r') {
      const degree = Number(what) - (layer.role === 'second' ? 2 : 0);
      const note = (from: number, long: number, which: number): Note => ({
        beat: from,
        beats: long * 0.95,
        pitch: base + semitones(piece.scale, which),
        force: force * (from === at ? 1 : 0.85) * (0.93 + 0.07 * random()),
      });
      if (again > 0 && beats >= 1.5 && random() > 0.35) {
        notes.push(note(beat, beats - 1, degree), note(beat + beats - 1, 0.5, degree + 1), note(beat + beats - 0.5, 0.5, degree));
      } else notes.push(note(beat, beats, degree));
    }
    beat += beats;
  }
  return notes;
}

/** What each layer plays at the end: the tonic chord, from its root upward, held. */
function finale(piece: Piece, layer: LayerOf, at: number): Note[] {
  const tones = tonesOf(piece, '1');
  const base = piece.tonic + LIES[layer.role] + 12 * (layer.octave ?? 0);
  const held = 2.6 * (piece.tempo / 60);
  switch (layer.role) {
    case 'beat':
      return [{ beat: at, beats: 1, pitch: 0, drum: (layer.figure ?? 'k').trim()[0]!, force: 0.8 }];
    case 'bass':
      return [{ beat: at, beats: held, pitch: base + 12, force: 0.9 }];
    case 'tune':
    case 'second':
      return [{ beat: at, beats: held, pitch: base + (layer.role === 'tune' ? 0 : tones[1]! - 12), force: 0.75 }];
    default:
      return [0, 1, 2, 3].map((tone) => ({ beat: at + tone * 0.09, beats: held, pitch: base + tones[tone]!, force: 0.72 - 0.06 * tone }));
  }
}

/** The last two bars slow down to so much of the tempo. */
const SLOWEST = 0.8;

/** Writes a piece out. The same piece gives the same score. */
export function compose(piece: Piece): Score {
  const random = noiseFrom([...piece.id].reduce((sum, letter) => sum * 31 + letter.charCodeAt(0), 7) % 1_000_003);
  const notes: Note[][] = piece.layers.map(() => []);
  const sections: { name: string; bar: number }[] = [];
  const played = new Map<string, number>();
  let bar = 0;
  for (const [turn, [name, roles, force]] of piece.form.entries()) {
    const passage = piece.passages[name]!;
    const chords = passage.chords.trim().split(/\s+/);
    const tunes = (passage.tune ?? '').split('|');
    const again = played.get(name) ?? 0;
    played.set(name, again + 1);
    sections.push({ name, bar });
    for (const [i, chord] of chords.entries()) {
      const last = i === chords.length - 1 && turn < piece.form.length - 1;
      const at = bar * piece.beats;
      const one: Bar = { piece, at, chord, next: chords[i + 1] ?? '1', force, again, last, random };
      for (const [index, layer] of piece.layers.entries()) {
        if (!roles.includes(LETTERS[layer.role])) continue;
        const tuneful = layer.role === 'tune' || layer.role === 'second';
        notes[index]!.push(
          ...(tuneful ? sung(layer, one, tunes[i] ?? '') : layer.role === 'beat' ? beaten(layer, one) : figured(layer, one)),
        );
      }
      bar += 1;
    }
  }
  for (const [index, layer] of piece.layers.entries()) notes[index]!.push(...finale(piece, layer, bar * piece.beats));
  const secondOf = clockOf(piece, bar);
  const swung = (beat: number) => beat + (piece.swing && Math.abs((beat % 1) - 0.5) < 1e-6 ? piece.swing : 0);
  const seconds = secondOf(bar * piece.beats) + RING;
  const inOrder = notes.map((those) => those.map((note) => ({ ...note, beat: swung(note.beat) })).sort((a, b) => a.beat - b.beat));
  return { piece, notes: inOrder, bars: bar, sections, secondOf, seconds };
}

/** A steady tempo, and a last two bars that slow down evenly. */
function clockOf({ tempo, beats }: Piece, bars: number): (beat: number) => number {
  const beat = 60 / tempo;
  const slows = (bars - 2) * beats;
  const end = bars * beats;
  return (at) => {
    if (at <= slows) return LEAD_IN + at * beat;
    // Time is the integral of 1 / tempo, which falls from 1 to `SLOWEST` by the last chord.
    const fall = (1 - SLOWEST) / (end - slows);
    const within = Math.min(at, end) - slows;
    const slowed = -Math.log(1 - fall * within) / fall;
    return LEAD_IN + (slows + slowed + (Math.max(at, end) - end) / SLOWEST) * beat;
  };
}
