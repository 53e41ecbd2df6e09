import { WavWriter } from '../../core/files';
import { playNote, type Tape } from './instruments';
import { LAYERS, TEMPO, compose, type Layer } from './score';

/** The rate of an ordinary music file, so that the demo shows a conversion. */
export const MUSIC_RATE = 44_100;
/** Time for the last chord to ring, seconds. */
const RING = 6;
const HEADROOM = 0.84;

/** Share of each layer that goes into the room. */
const ROOM: Readonly<Record<Layer, number>> = { pulse: 0.1, bass: 0.04, chords: 0.24, lead: 0.34 };

function blankTape(frames: number): Tape {
  return { rate: MUSIC_RATE, left: new Float32Array(frames), right: new Float32Array(frames) };
}

/** Performs each layer on a tape of its own; all tapes are equally long. The same score gives the same samples. */
export function performLayers(notes = compose()): Map<Layer, Tape> {
  const beat = 60 / TEMPO;
  const end = Math.max(...notes.map((note) => note.beat + (note.beats > 4 ? 0 : note.beats)));
  const frames = Math.round((end * beat + RING) * MUSIC_RATE);
  const tapes = new Map(LAYERS.map((layer) => [layer, blankTape(frames)]));
  notes.forEach((note, index) => playNote(tapes.get(note.layer)!, note, beat, index));
  return tapes;
}

type Line = Float32Array;
const DARK = 0.55;
/** Half, the Hadamard matrix's scale, times the loss at each turn. */
const FEEDBACK = 0.5 * 0.82;

/**
 * A small room: four feedback delays for each side that feed one another through a Hadamard matrix (Jot and Chaigne, AES
 * 1991, from memory), darkened on the way.
 */
function addRoom(dry: Tape, into: Tape): void {
  const sides = [
    { from: dry.left, to: into.left, lengths: [1_423, 1_777, 2_137, 2_503] },
    { from: dry.right, to: into.right, lengths: [1_487, 1_847, 2_053, 2_609] },
  ];
  for (const { from, to, lengths } of sides) {
    const [one, two, three, four] = lengths.map((length) => new Float32Array(length)) as [Line, Line, Line, Line];
    let a = 0;
    let b = 0;
    let c = 0;
    let d = 0;
    for (let i = 0; i < from.length; i += 1) {
      const p = i % one.length;
      const q = i % two.length;
      const r = i % three.length;
      const s = i % four.length;
      a += (one[p]! - a) * DARK;
      b += (two[q]! - b) * DARK;
      c += (three[r]! - c) * DARK;
      d += (four[s]! - d) * DARK;
      const x = from[i]!;
      one[p] = x + (a + b + c + d) * FEEDBACK;
      two[q] = x + (a - b + c - d) * FEEDBACK;
      three[r] = x + (a + b - c - d) * FEEDBACK;
      four[s] = x + (a - b - c + d) * FEEDBACK;
      to[i]! += (a + b + c + d) * 0.4;
    }
  }
}

/** Some layers with their share of the room. */
function mixed(layers: ReadonlyMap<Layer, Tape>, which: readonly Layer[]): Tape {
  const frames = layers.get('lead')!.left.length;
  const mix = blankTape(frames);
  const send = blankTape(frames);
  for (const layer of which) {
    const tape = layers.get(layer)!;
    const share = ROOM[layer];
    for (let i = 0; i < frames; i += 1) {
      mix.left[i]! += tape.left[i]!;
      mix.right[i]! += tape.right[i]!;
      send.left[i]! += tape.left[i]! * share;
      send.right[i]! += tape.right[i]! * share;
    }
  }
  addRoom(send, mix);
  return mix;
}

/** What the piece is handed out in: its tune, what goes with it, and what carries it. */
const HANDED: readonly (readonly [title: string, layers: readonly Layer[]])[] = [
  ['Tune', ['lead']],
  ['Chords', ['chords']],
  ['Rhythm', ['bass', 'pulse']],
];

export interface Music {
  /** The piece as it is, a 16-bit WAV. */
  readonly whole: Uint8Array;
  /** The sounds that it is the sum of, but for the rounding to 16 bits. */
  readonly layers: readonly { readonly title: string; readonly file: Uint8Array }[];
}

/** The finished piece and its layers: a fade over the very last of the ring, and a peak of −1.5 dBFS. */
export function performMusic(): Music {
  const layers = performLayers();
  const mix = mixed(layers, LAYERS);
  const frames = mix.left.length;
  let peak = 0;
  for (let i = 0; i < frames; i += 1) peak = Math.max(peak, Math.abs(mix.left[i]!), Math.abs(mix.right[i]!));
  const fade = MUSIC_RATE * 2;
  const finished = (tape: Tape): Uint8Array => {
    for (let i = 0; i < frames; i += 1) {
      const gain = (HEADROOM / peak) * Math.min(1, (frames - i) / fade);
      tape.left[i]! *= gain;
      tape.right[i]! *= gain;
    }
    return fileOf(tape);
  };
  return { whole: finished(mix), layers: HANDED.map(([title, which]) => ({ title, file: finished(mixed(layers, which)) })) };
}

/** The piece as a 16-bit WAV file. */
export const musicFile = (): Uint8Array => performMusic().whole;

function fileOf({ left, right }: Tape): Uint8Array {
  const writer = new WavWriter('int16', 2, MUSIC_RATE);
  const both = new Float32Array(left.length * 2);
  for (let i = 0; i < left.length; i += 1) {
    both[i * 2] = left[i]!;
    both[i * 2 + 1] = right[i]!;
  }
  const header = writer.header(left.length);
  const data = writer.encode(both, left.length);
  const file = new Uint8Array(header.length + data.length);
  file.set(header);
  file.set(data, header.length);
  return file;
}
