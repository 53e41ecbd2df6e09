import { composeDrift, composePiece, type PieceSpec } from '../../tests/pieces';
import { MANY } from '../../tests/budget';
import { CLEMENTINE, JOY, playScore } from '../../tests/scores';
import { noise } from '../../tests/tones';
import { memorySource } from '../sound';
import { downbeatsOf, hear, packHearing, unpackHearing, type Hearing } from '.';

/**
 * F-measure of moments against the truth at ±70 ms (Davies, Degara and Plumbley, "Evaluation Methods for Musical Audio Beat Tracking
 * Algorithms", Queen Mary University of London, 2009).
 */
function fMeasure(found: readonly number[], truth: readonly number[]): number {
  const near = (at: number, list: readonly number[]) => list.some((other) => Math.abs(at - other) <= 0.07);
  return (2 * found.filter((at) => near(at, truth)).length) / (found.length + truth.length || 1);
}

const tempoOf = (beats: readonly number[]) => {
  const gaps = beats
    .slice(1)
    .map((at, i) => at - beats[i]!)
    .sort((a, b) => a - b);
  return 60 / gaps[gaps.length >> 1]!;
};
const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;

/** From 60 to 190 BPM, 2 to 7 beats a bar, straight and swung, steady, loose and drifting. */
const PIECES: readonly PieceSpec[] = [
  { tempo: 60, beats: 4, style: 'band', form: 'AB', bars: 4, seed: 1 },
  { tempo: 70, beats: 4, style: 'organ', form: 'AB', bars: 4, seed: 2 },
  { tempo: 80, beats: 4, style: 'strum', form: 'AB', bars: 4, swing: 0.1, seed: 3 },
  { tempo: 88, beats: 3, style: 'waltz', form: 'AB', bars: 6, seed: 4 },
  { tempo: 96, beats: 2, style: 'march', form: 'AB', bars: 8, seed: 5 },
  { tempo: 102, beats: 4, style: 'band', form: 'AB', bars: 6, drift: 0.05, seed: 6 },
  { tempo: 108, beats: 5, style: 'band', form: 'AB', bars: 5, seed: 7 },
  { tempo: 114, beats: 7, style: 'strum', form: 'AB', bars: 4, seed: 8 },
  { tempo: 120, beats: 4, style: 'floor', form: 'AB', bars: 6, seed: 9 },
  { tempo: 126, beats: 6, style: 'organ', form: 'AB', bars: 4, drift: 0.03, seed: 10 },
  { tempo: 132, beats: 4, style: 'march', form: 'AB', bars: 6, loose: 0.008, seed: 11 },
  { tempo: 138, beats: 3, style: 'waltz', form: 'AB', bars: 8, swing: 0.12, seed: 12 },
  { tempo: 144, beats: 4, style: 'band', form: 'AB', bars: 8, swing: 0.15, seed: 13 },
  { tempo: 150, beats: 5, style: 'clicks', form: 'AB', bars: 6, seed: 14 },
  { tempo: 156, beats: 4, style: 'strum', form: 'AB', bars: 8, loose: 0.005, seed: 15 },
  { tempo: 164, beats: 6, style: 'march', form: 'AB', bars: 6, seed: 16 },
  { tempo: 172, beats: 4, style: 'band', form: 'AB', bars: 8, drift: 0.04, seed: 17 },
  { tempo: 180, beats: 7, style: 'clicks', form: 'AB', bars: 5, seed: 18 },
  { tempo: 186, beats: 3, style: 'waltz', form: 'AB', bars: 10, seed: 19 },
  { tempo: 190, beats: 4, style: 'march', form: 'AB', bars: 10, seed: 20 },
];

describe('hearing composed pieces whose beats are known', () => {
  // Every other one has all metres, styles and tempi in it.
  const heard = PIECES.filter((_, i) => MANY || i % 2 === 1 || i === 0).map((spec) => {
    const piece = composePiece(spec);
    return { spec, piece, hearing: hear(memorySource(piece.sound, 2)) };
  });

  it('finds the tempo within ±4 % (Gouyon et al., IEEE Transactions on Audio, Speech and Language Processing 14(5), 2006) on nine in ten', () => {
    const right = heard.filter(({ piece, hearing }) => Math.abs((hearing.pulse.tempo ?? 0) / tempoOf(piece.beats) - 1) <= 0.04);
    expect(right.length / heard.length).toBeGreaterThanOrEqual(0.9);
  });

  // What is read is weighed as in real music: there, who strikes hardest says little of where a bar begins. Marches and clicks have nothing else.
  it('hits beats with an F-measure of 0.95 or more, downbeats with 0.9 or more where harmony tells', () => {
    expect(mean(heard.map(({ piece, hearing }) => fMeasure(hearing.moments, piece.beats)))).toBeGreaterThanOrEqual(0.95);
    const told = heard.filter(({ spec: { style } }) => style !== 'march' && style !== 'clicks');
    expect(mean(told.map(({ piece, hearing }) => fMeasure(downbeatsOf(hearing), piece.downbeats)))).toBeGreaterThanOrEqual(0.9);
  });

  it('finds where the last chord sets in, and that it rings', () => {
    const off = heard.map(({ piece, hearing }) => Math.abs(hearing.ending.lastChord - piece.lastChord));
    expect(off.filter((one) => one < 0.1).length / off.length).toBeGreaterThanOrEqual(0.9);
    expect(heard[0]!.hearing.ending.ring).toBeGreaterThan(2);
  });

  it('is kept as text and read back; a hearing by an older recipe is not', () => {
    const { hearing } = heard[0]!;
    const again = unpackHearing(packHearing(hearing))!;
    expect(again.moments.length).toBe(hearing.moments.length);
    expect(Math.abs(again.features.chroma[5]! - hearing.features.chroma[5]!)).toBeLessThan(1e-3);
    expect(unpackHearing(packHearing({ ...hearing, recipe: 'older' }))).toBeNull();
    expect(unpackHearing('{')).toBeNull();
  });

  it('takes a person’s word for the beat, and still follows the drift', () => {
    const { piece } = heard.find(({ spec }) => spec.tempo === 102)!;
    const source = memorySource(piece.sound, 2);
    const twice = hear(source, { tempo: 204, beats: 3, downbeat: piece.beats[1]! });
    expect(twice.pulse.tempo! / tempoOf(piece.beats)).toBeCloseTo(2, 1);
    expect(twice.perBar).toBe(3);
    expect(Math.min(...downbeatsOf(twice).map((at) => Math.abs(at - piece.beats[1]!)))).toBeLessThan(0.03);
    const same = hear(source, { tempo: 102, beats: 4, downbeat: piece.downbeats[2]! });
    expect(fMeasure(same.moments, piece.beats)).toBeGreaterThan(0.95);
  });
});

it.each([JOY, CLEMENTINE])('reads the tempo, the beats and the bars of “$title” as they stand on paper', (score) => {
  const { sound, beats, downbeats } = playScore(score, 2);
  const heard = hear(memorySource(sound, 2));
  expect(Math.abs(heard.pulse.tempo! / score.tempo - 1)).toBeLessThan(0.04);
  expect(heard.perBar).toBe(score.perBar);
  expect(fMeasure(heard.moments, beats)).toBeGreaterThan(0.92);
  expect(fMeasure(downbeatsOf(heard), downbeats)).toBeGreaterThan(0.85);
});

it('finds where music comes again: the borders of its sections within a bar, most of them', () => {
  const piece = composePiece({ tempo: 120, beats: 4, style: 'band', form: 'ABCAB', bars: 8, seed: 3 });
  const { sections } = hear(memorySource(piece.sound, 2));
  const borders = piece.sections.slice(1).map(({ from }) => from);
  const found = borders.filter((at) => sections.some(({ from }) => Math.abs(from - at) <= 2.05));
  expect(found.length / borders.length).toBeGreaterThanOrEqual(0.75);
});

it('guesses where somebody speaks, and not where nobody does', () => {
  const piece = composePiece({ tempo: 120, beats: 4, style: 'strum', form: 'ABCAB', bars: 8, spoken: 'C', seed: 1 });
  const { voices } = hear(memorySource(piece.sound, 2));
  const { from, to } = piece.sections[2]!;
  const within = voices.filter((one) => one.to > from && one.from < to);
  const seconds = (list: Hearing['voices']) => list.reduce((sum, one) => sum + one.to - one.from, 0);
  expect(seconds(within)).toBeGreaterThan(4);
  expect(seconds(voices) - seconds(within)).toBeLessThan(3);
});

it('gives music without a beat places to splice, and noise and silence too', () => {
  const drift = composeDrift(50);
  const heard = hear(memorySource(drift.sound, 2));
  expect(heard.steady).toBe(false);
  expect(heard.pulse.tempo).toBeNull();
  expect(heard.moments.length).toBeGreaterThan(40);
  for (const sound of [noise(20 * 96_000, 3).map((value) => value * 0.2), new Float32Array(10 * 96_000)]) {
    const one = hear(memorySource(sound, 2));
    expect(one.steady).toBe(false);
    expect(one.moments.length).toBeGreaterThan(5);
  }
});

it('finds the silence around a piece', () => {
  const piece = composePiece({ tempo: 120, beats: 4, style: 'band', form: 'A', bars: 4 });
  const sound = new Float32Array(piece.sound.length + 5 * 96_000);
  sound.set(piece.sound, 2 * 96_000);
  const { ending, moments } = hear(memorySource(sound, 2));
  expect(ending.sounding.from).toBeCloseTo(2 + piece.beats[0]!, 1);
  expect(ending.sounding.to).toBeLessThan(2 + piece.seconds + 0.1);
  expect(moments[0]).toBeGreaterThan(2);
});
