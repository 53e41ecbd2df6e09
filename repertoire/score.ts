import type { InstrumentName } from './instruments';

/** What a layer does in a piece. */
export type Role = 'tune' | 'second' | 'chords' | 'bass' | 'pad' | 'beat';

/** A layer: who plays it and how. */
export interface LayerOf {
  readonly title: string;
  readonly role: Role;
  /** What plays it; drums are named in its figure. */
  readonly by: InstrumentName | 'drums';
  /** Octaves above or below where its role lies. */
  readonly octave?: number;
  /** −1 left .. 1 right: where its middle notes stand; chords are spread around it. */
  readonly pan: number;
  readonly gain: number;
  /** Share of it that goes into the room. */
  readonly room: number;
  /**
   * What it plays in a bar. Chords and bass: `beat:tone+tone:length` of the bar's chord (0 its root, 1 its third, 2 its fifth, 3 the root above …).
   * Drums: one line a drum, its letter and a grid over the bar: `x` loud, `o` soft, `.` nothing.
   */
  readonly figure?: string;
}

/** Some bars: a chord for each (a degree of the scale; `s` holds its third back, `7` adds the seventh), and a tune over them. */
export interface Passage {
  readonly chords: string;
  /** Bars between `|`, notes as `degree:beats`, `r` for a rest; 1 is the tonic. */
  readonly tune?: string;
}

/** A passage where it is played: by which roles (their first letters; `2` the second voice), and how loud. */
export type Turn = readonly [passage: string, roles: string, force: number];

export interface Piece {
  readonly id: string;
  readonly title: string;
  readonly words: readonly string[];
  /** Beats a minute and beats in a bar. */
  readonly tempo: number;
  readonly beats: number;
  /** Its tonic as a MIDI number, and the semitones of its scale. */
  readonly tonic: number;
  readonly scale: readonly number[];
  /** How late the second half of a beat comes: 0 even, 0.16 swung. */
  readonly swing?: number;
  readonly passages: Readonly<Record<string, Passage>>;
  readonly form: readonly Turn[];
  readonly layers: readonly LayerOf[];
}

/** A note of a score: when, how long (beats), which pitch (MIDI) or drum, how loud. */
export interface Note {
  readonly beat: number;
  readonly beats: number;
  readonly pitch: number;
  readonly drum?: string;
  readonly force: number;
}

/** A piece written out: what is played, and what is true of it. */
export interface Score {
  readonly piece: Piece;
  /** By layer, in the order of the piece's. */
  readonly notes: readonly (readonly Note[])[];
  /** Bars until the last chord; that lies on the next. */
  readonly bars: number;
  /** Where each passage begins, bars. */
  readonly sections: readonly { readonly name: string; readonly bar: number }[];
  /** Second at which a beat sounds: the tempo is steady until the last two bars, which slow down. */
  readonly secondOf: (beat: number) => number;
  /** Length with the ring of the last chord, seconds. */
  readonly seconds: number;
}

export const MAJOR = [0, 2, 4, 5, 7, 9, 11] as const;
export const MINOR = [0, 2, 3, 5, 7, 8, 10] as const;
export const DORIAN = [0, 2, 3, 5, 7, 9, 10] as const;
export const MIXOLYDIAN = [0, 2, 4, 5, 7, 9, 10] as const;
export const LYDIAN = [0, 2, 4, 6, 7, 9, 11] as const;

/** The first beat sounds after so many seconds of silence, and the last chord rings for so long. */
export const LEAD_IN = 0.05;
export const RING = 4.5;
