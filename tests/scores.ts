import { RATE, framesOf } from '../core/units';

/** A score as it stands on paper, from memory: public domain. */
export interface Score {
  readonly title: string;
  readonly tempo: number;
  readonly perBar: number;
  /** The tune: MIDI pitch (0 is a rest) and length in beats. */
  readonly tune: readonly (readonly [pitch: number, beats: number])[];
  /** One chord a bar: MIDI pitches from the bass up. */
  readonly chords: readonly (readonly number[])[];
  /** On which beats of a bar the chord's upper notes are struck. */
  readonly strums: readonly number[];
}

const [C, F, G] = [
  [48, 60, 64, 67],
  [41, 60, 65, 69],
  [43, 59, 62, 67],
] as const;
const quarters = (...pitches: number[]): [number, number][] => pitches.map((pitch) => [pitch, 1]);
const line = (last: readonly [number, number][]): [number, number][] => [
  ...quarters(64, 64, 65, 67, 67, 65, 64, 62, 60, 60, 62, 64),
  ...last,
];

/** Ludwig van Beethoven, the theme of the Ninth Symphony's last movement (1824). */
export const JOY: Score = {
  title: 'Ode to Joy',
  tempo: 104,
  perBar: 4,
  tune: [
    ...line([
      [64, 1.5],
      [62, 0.5],
      [62, 2],
    ]),
    ...line([
      [62, 1.5],
      [60, 0.5],
      [60, 2],
    ]),
    ...quarters(62, 62, 64, 60, 62),
    [64, 0.5],
    [65, 0.5],
    ...quarters(64, 60, 62),
    [64, 0.5],
    [65, 0.5],
    ...quarters(64, 62, 60, 62),
    [55, 2],
    ...line([
      [62, 1.5],
      [60, 0.5],
      [60, 2],
    ]),
  ],
  chords: [C, G, C, G, C, G, C, C, G, C, G, G, C, G, C, C],
  strums: [1, 2, 3],
};

/** “Clementine”, traditional (19th century). */
export const CLEMENTINE: Score = {
  title: 'Clementine',
  tempo: 132,
  perBar: 3,
  tune: [
    [60, 2],
    [55, 1],
    [64, 1],
    [64, 1],
    [64, 1],
    [60, 2],
    [60, 0.5],
    [64, 0.5],
    [67, 2],
    [67, 0.5],
    [65, 0.5],
    [64, 1],
    [62, 2],
    [62, 0.5],
    [64, 0.5],
    [65, 2],
    [65, 1],
    [64, 1],
    [62, 1],
    [64, 1],
    [60, 2],
    [60, 0.5],
    [64, 0.5],
    [62, 2],
    [55, 0.5],
    [59, 0.5],
    [62, 1],
    [60, 2],
  ],
  chords: [C, C, C, C, C, G, F, C, C, G, C],
  strums: [1, 2],
};

const hertzOf = (pitch: number) => 440 * 2 ** ((pitch - 69) / 12);

/** A score played on plucked strings, so often from its beginning, with the true beats and downbeats, seconds. Interleaved stereo. */
export function playScore(score: Score, times: number): { sound: Float32Array; beats: number[]; downbeats: number[] } {
  const beat = 60 / score.tempo;
  const bars = score.chords.length;
  const length = bars * score.perBar * beat;
  const lead = 0.5;
  const sound = new Float32Array(framesOf(lead + length * times + 3) * 2);
  // The same few notes come again and again: each is played once.
  const notes = new Map<string, Float32Array>();
  const noteOf = (pitch: number, force: number, half: number): Float32Array => {
    const name = `${pitch} ${force} ${half}`;
    const known = notes.get(name);
    if (known) return known;
    const hertz = hertzOf(pitch);
    const note = Float32Array.from({ length: framesOf(half * 5) }, (_, i) => {
      const t = i / RATE;
      let value = 0;
      for (let k = 1; k <= 5; k += 1) value += (Math.sin(2 * Math.PI * hertz * k * t) * Math.exp((-t * (1 + 0.5 * k) * 0.7) / half)) / k;
      return value * force * Math.min(1, t / 0.003);
    });
    notes.set(name, note);
    return note;
  };
  const pluck = (at: number, pitch: number, force: number, half: number) => {
    const first = framesOf(at);
    const note = noteOf(pitch, force, half);
    const frames = Math.min(note.length, sound.length / 2 - first);
    for (let i = 0; i < frames; i += 1) {
      sound[(first + i) * 2]! += note[i]! * 0.5;
      sound[(first + i) * 2 + 1]! += note[i]! * 0.6;
    }
  };
  const [beats, downbeats]: [number[], number[]] = [[], []];
  for (let time = 0; time < times; time += 1) {
    const start = lead + time * length;
    let at = start;
    for (const [pitch, count] of score.tune) {
      if (pitch > 0) pluck(at, pitch + 12, 0.16, 0.35);
      at += count * beat;
    }
    score.chords.forEach(([bass, ...upper], bar) => {
      const down = start + bar * score.perBar * beat;
      downbeats.push(down);
      for (let k = 0; k < score.perBar; k += 1) beats.push(down + k * beat);
      pluck(down, bass!, 0.2, 0.5);
      for (const k of score.strums) for (const pitch of upper) pluck(down + k * beat, pitch, 0.05, 0.2);
    });
  }
  return { sound, beats, downbeats };
}
