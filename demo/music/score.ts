/**
 * The score of the demo piece: 48 bars of four beats at 96 to the minute in G, with an introduction, two verses, two
 * choruses, a bridge and an ending that ends. Beats are counted from 0; pitches are MIDI note numbers.
 */
export const TEMPO = 96;
export const BEATS_PER_BAR = 4;

export type Layer = 'pulse' | 'bass' | 'chords' | 'lead';
export const LAYERS: readonly Layer[] = ['pulse', 'bass', 'chords', 'lead'];

export interface Note {
  readonly layer: Layer;
  /** Beats from the start of the piece. */
  readonly beat: number;
  /** Length in beats. */
  readonly beats: number;
  /** MIDI note number; for the pulse one of the drum names' numbers. */
  readonly pitch: number;
  /** Loudness in (0, 1]. */
  readonly force: number;
}

export const DRUM = { kick: 36, brush: 38, shaker: 70, block: 76 } as const;

interface Chord {
  readonly root: number;
  /** Semitones above the root. */
  readonly tones: readonly number[];
}

const MAJOR = [0, 4, 7, 12];
const MINOR = [0, 3, 7, 12];
const CHORDS: Readonly<Record<string, Chord>> = {
  G: { root: 43, tones: MAJOR },
  Am: { root: 45, tones: MINOR },
  Bm: { root: 47, tones: MINOR },
  C: { root: 48, tones: MAJOR },
  D: { root: 50, tones: MAJOR },
  Dsus: { root: 50, tones: [0, 5, 7, 12] },
  Em: { root: 40, tones: [...MINOR, 15] },
};

/** Melody of one bar: [beat within the bar, length, degree of the G major scale counted from the D above middle C]. */
type Phrase = readonly (readonly [number, number, number])[];

interface Section {
  readonly name: string;
  readonly chords: readonly string[];
  readonly melody: readonly Phrase[];
  /** Overall force of the section, (0, 1]. */
  readonly force: number;
  readonly layers: readonly Layer[];
}

/** D E F♯ G A B C above middle C, as degrees 0 to 6. */
const SCALE = [62, 64, 66, 67, 69, 71, 72];
const degree = (step: number) => SCALE[((step % 7) + 7) % 7]! + 12 * Math.floor(step / 7);

const REST: Phrase = [];
const VERSE: readonly Phrase[] = [
  [
    [0, 1, 3],
    [1, 0.5, 4],
    [1.5, 1.5, 5],
  ],
  [
    [0, 1, 4],
    [1, 1, 2],
    [2, 1.5, 1],
  ],
  [
    [0, 1, 1],
    [1, 0.5, 3],
    [1.5, 1, 4],
    [3, 1, 3],
  ],
  [[0, 2.5, 3]],
  [
    [0, 1, 5],
    [1, 0.5, 4],
    [1.5, 1.5, 3],
  ],
  [
    [0, 1, 3],
    [1, 1, 1],
    [2, 1.5, 3],
  ],
  [
    [0, 1, 4],
    [1, 0.5, 3],
    [1.5, 1, 1],
    [3, 1, 1],
  ],
  [
    [0, 1.5, 2],
    [2, 1.5, 4],
  ],
];
const CHORUS: readonly Phrase[] = [
  [
    [0, 1.5, 8],
    [1.5, 0.5, 7],
    [2, 1, 6],
    [3, 1, 5],
  ],
  [
    [0, 1.5, 7],
    [1.5, 0.5, 5],
    [2, 2, 4],
  ],
  [
    [0, 1, 5],
    [1, 1, 7],
    [2, 1, 9],
    [3, 1, 7],
  ],
  [[0, 3, 8]],
  [
    [0, 1.5, 8],
    [1.5, 0.5, 7],
    [2, 1, 6],
    [3, 1, 5],
  ],
  [
    [0, 1.5, 7],
    [1.5, 0.5, 5],
    [2, 1, 4],
    [3, 1, 2],
  ],
  [
    [0, 1, 3],
    [1, 0.5, 5],
    [1.5, 2, 7],
  ],
  [[0, 3, 3]],
];
const BRIDGE: readonly Phrase[] = [
  [[0, 3, 5]],
  [
    [0, 2, 4],
    [2, 2, 2],
  ],
  [[0, 3, 1]],
  [
    [0, 2, 3],
    [2, 2, 5],
  ],
  [
    [0, 2, 6],
    [2, 2, 8],
  ],
  [
    [0, 2, 9],
    [2, 1.5, 7],
  ],
];

const A = ['G', 'Bm', 'C', 'G', 'Em', 'C', 'Am', 'D'];
const B = ['C', 'D', 'Bm', 'Em', 'C', 'D', 'G', 'G'];
const ALL: readonly Layer[] = ['pulse', 'bass', 'chords', 'lead'];

export const SECTIONS: readonly Section[] = [
  { name: 'intro', chords: ['G', 'Em', 'C', 'D'], melody: [REST, REST, REST, REST], force: 0.62, layers: ['bass', 'chords'] },
  { name: 'verse', chords: A, melody: VERSE, force: 0.72, layers: ALL },
  { name: 'chorus', chords: B, melody: CHORUS, force: 0.92, layers: ALL },
  { name: 'verse', chords: A, melody: VERSE, force: 0.76, layers: ALL },
  { name: 'bridge', chords: ['Em', 'Bm', 'C', 'G', 'Am', 'Dsus'], melody: BRIDGE, force: 0.6, layers: ['bass', 'chords', 'lead'] },
  { name: 'chorus', chords: B, melody: CHORUS, force: 1, layers: ALL },
  {
    name: 'outro',
    chords: ['C', 'D', 'Em', 'C', 'Am', 'D'],
    melody: [
      CHORUS[0]!,
      CHORUS[1]!,
      VERSE[4]!,
      VERSE[5]!,
      VERSE[6]!,
      [
        [0, 1.5, 4],
        [2, 1, 2],
        [3, 1, 1],
      ],
    ],
    force: 0.7,
    layers: ALL,
  },
];

/** The whole score, in order of time; the last bar is the final chord, held. */
export function compose(): Note[] {
  const notes: Note[] = [];
  let beat = 0;
  for (const section of SECTIONS) {
    section.chords.forEach((name, bar) => {
      const chord = CHORDS[name]!;
      const next = CHORDS[section.chords[bar + 1] ?? 'G']!;
      const last = bar === section.chords.length - 1;
      if (section.layers.includes('bass')) notes.push(...bassBar(beat, chord, next, section.force));
      if (section.layers.includes('chords')) notes.push(...chordBar(beat, chord, section.force, section.name === 'chorus'));
      if (section.layers.includes('lead')) notes.push(...leadBar(beat, section.melody[bar] ?? REST, section.force));
      if (section.layers.includes('pulse')) notes.push(...pulseBar(beat, section.force, last));
      beat += BEATS_PER_BAR;
    });
  }
  notes.push(...finalBar(beat));
  return notes.sort((a, b) => a.beat - b.beat);
}

/** Root, fifth, root, and a step toward the next chord. */
function bassBar(beat: number, chord: Chord, next: Chord, force: number): Note[] {
  const { root } = chord;
  const low = root > 47 ? root - 12 : root;
  const target = next.root > 47 ? next.root - 12 : next.root;
  const approach = target === low ? low + 7 : target + (target > low ? -2 : 2);
  const note = (at: number, beats: number, pitch: number, weight: number): Note => ({
    layer: 'bass',
    beat: beat + at,
    beats,
    pitch,
    force: force * weight,
  });
  return [note(0, 1.4, low, 1), note(1.5, 0.5, low, 0.6), note(2, 0.95, low + 7, 0.8), note(3, 0.9, approach, 0.7)];
}

/** A broken chord in eighths, wider in the chorus. */
function chordBar(beat: number, chord: Chord, force: number, wide: boolean): Note[] {
  const tones = chord.tones.map((tone) => chord.root + 12 + tone);
  const order = wide ? [0, 2, 3, 1, 2, 3, 1, 2] : [0, 1, 2, 1, 3, 1, 2, 1];
  const notes = order.map((index, step): Note => ({
    layer: 'chords',
    beat: beat + step / 2,
    beats: 1.6,
    pitch: tones[index]!,
    force: force * (step % 4 === 0 ? 0.8 : 0.5),
  }));
  if (wide) for (const tone of tones.slice(1, 4)) notes.push({ layer: 'chords', beat, beats: 3.6, pitch: tone + 12, force: force * 0.3 });
  return notes;
}

function leadBar(beat: number, phrase: Phrase, force: number): Note[] {
  return phrase.map(([at, beats, step]) => ({
    layer: 'lead',
    beat: beat + at,
    beats: beats * 0.94,
    pitch: degree(step) + 12,
    force: force * (at === 0 ? 0.9 : 0.75),
  }));
}

function pulseBar(beat: number, force: number, fill: boolean): Note[] {
  const hit = (at: number, pitch: number, weight: number): Note => ({
    layer: 'pulse',
    beat: beat + at,
    beats: 0.25,
    pitch,
    force: force * weight,
  });
  const notes = [hit(0, DRUM.kick, 1), hit(2, DRUM.kick, 0.8), hit(1, DRUM.brush, 0.7), hit(3, DRUM.brush, 0.75)];
  for (let step = 0; step < 8; step += 1) notes.push(hit(step / 2 + (step % 2 ? 0.06 : 0), DRUM.shaker, step % 2 ? 0.35 : 0.5));
  if (fill) notes.push(hit(2.5, DRUM.block, 0.5), hit(3.25, DRUM.block, 0.45), hit(3.5, DRUM.block, 0.6), hit(3.75, DRUM.brush, 0.5));
  return notes;
}

/** G, spread upward, and left to ring. */
function finalBar(beat: number): Note[] {
  const spread = [55, 59, 62, 67, 71, 74];
  const chord = spread.map((pitch, index): Note => ({
    layer: 'chords',
    beat: beat + index * 0.12,
    beats: 7,
    pitch,
    force: 0.75 - index * 0.05,
  }));
  return [
    ...chord,
    { layer: 'bass', beat, beats: 6, pitch: 31, force: 0.9 },
    { layer: 'lead', beat, beats: 4.5, pitch: 79, force: 0.7 },
    { layer: 'pulse', beat, beats: 1, pitch: DRUM.kick, force: 0.7 },
  ];
}
