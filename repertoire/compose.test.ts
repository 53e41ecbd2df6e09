import fc from 'fast-check';
import { compose } from './compose';
import { PIECES } from './pieces';
import { LEAD_IN, MAJOR, RING, type Piece } from './score';

/** Two bars and an ending, played by everything there is. */
const small: Piece = {
  id: 'small',
  title: 'Small',
  words: [],
  tempo: 60,
  beats: 4,
  tonic: 60,
  scale: MAJOR,
  passages: { A: { chords: '1 5s', tune: '1:2 r:1 8:1|5:1.5 0:.5 3:2' }, E: { chords: '4 57', tune: '6:4|7:4' } },
  form: [
    ['A', 'tcbd', 0.8],
    ['A', 't2', 0.8],
    ['E', 'tcb', 0.6],
  ],
  layers: [
    { title: 'Tune', role: 'tune', by: 'reed', pan: 0, gain: 1, room: 0 },
    { title: 'Second', role: 'second', by: 'reed', pan: 0, gain: 1, room: 0 },
    { title: 'Chords', role: 'chords', by: 'harp', pan: 0, gain: 1, room: 0, figure: '0:0+1+2:4' },
    { title: 'Bass', role: 'bass', by: 'cello', pan: 0, gain: 1, room: 0, figure: '0:0:2 2:2:2' },
    { title: 'Drums', role: 'beat', by: 'drums', pan: 0, gain: 1, room: 0, figure: 'k x.o.\ns ..x.' },
  ],
};

const score = compose(small);
const [tune, second, chords, bass, drums] = score.notes as [
  (typeof score.notes)[number],
  (typeof score.notes)[number],
  (typeof score.notes)[number],
  (typeof score.notes)[number],
  (typeof score.notes)[number],
];
const within = (notes: (typeof score.notes)[number], from: number, to: number) => notes.filter(({ beat }) => beat >= from && beat < to);

describe('a small piece written out', () => {
  it('the tune lies on the scale above its tonic, with its rests; below 1 lies the seventh', () => {
    expect(within(tune, 0, 8).map(({ beat, pitch }) => [beat, pitch])).toEqual([
      [0, 72],
      [3, 84],
      [4, 79],
      [5.5, 71],
      [6, 76],
    ]);
  });

  it('chords have their root, third and fifth; held back, the fourth; with the seventh four tones', () => {
    const pitches = (bar: number) =>
      within(chords, bar * 4, bar * 4 + 4)
        .map(({ pitch }) => pitch % 12)
        .sort((a, b) => a - b);
    expect(pitches(0)).toEqual([0, 4, 7]);
    expect(pitches(1)).toEqual([0, 2, 7]);
    expect(pitches(4)).toEqual([0, 5, 9]);
    expect(within(bass, 0, 4).map(({ beat, pitch }) => [beat, pitch % 12])).toEqual([
      [0, 0],
      [2, 7],
    ]);
    // The bass lies below the chords.
    expect(Math.max(...bass.map(({ pitch }) => pitch))).toBeLessThan(Math.min(...within(chords, 0, 16).map(({ pitch }) => pitch)) + 5);
  });

  it('drums strike on their grid, loud and soft, and fill the last beat of a passage', () => {
    expect(within(drums, 0, 4).map(({ beat, drum }) => [beat, drum])).toEqual([
      [0, 'k'],
      [2, 'k'],
      [2, 's'],
    ]);
    const [loud, soft] = within(drums, 0, 4);
    expect(soft!.force).toBeLessThan(loud!.force);
    expect(within(drums, 7, 8).length).toBeGreaterThanOrEqual(4);
  });

  it('who is not named in a turn is silent there; a second voice goes along a third below', () => {
    expect(within(chords, 8, 16)).toEqual([]);
    expect(within(second, 0, 8)).toEqual([]);
    const [high, low] = [within(tune, 8, 9)[0]!, within(second, 8, 9)[0]!];
    expect(low.pitch).toBe(high.pitch - 12 - 3);
  });

  it('a passage that returns is not played the same again; the last bar is the tonic, held by all', () => {
    expect(within(tune, 8, 16).map(({ beat, pitch }) => [beat - 8, pitch])).not.toEqual(
      within(tune, 0, 8).map(({ beat, pitch }) => [beat, pitch]),
    );
    const end = score.bars * 4;
    expect(score.bars).toBe(6);
    for (const notes of score.notes) expect(within(notes, end, end + 1).length).toBeGreaterThan(0);
    expect(within(tune, end, end + 1)[0]!.pitch % 12).toBe(0);
    expect(score.sections).toEqual([
      { name: 'A', bar: 0 },
      { name: 'A', bar: 2 },
      { name: 'E', bar: 4 },
    ]);
  });

  it('is the same every time', () => {
    expect(JSON.stringify(compose(small).notes)).toBe(JSON.stringify(score.notes));
  });
});

it('time runs on steadily, slows down over the last two bars to four fifths, and the ring comes after it', () => {
  fc.assert(
    fc.property(fc.constantFrom(...PIECES), fc.double({ min: 0, max: 1, noNaN: true }), (piece, share) => {
      const { secondOf, bars, seconds } = compose(piece);
      const end = bars * piece.beats;
      const slows = end - 2 * piece.beats;
      const beat = 60 / piece.tempo;
      const at = share * slows;
      expect(secondOf(at)).toBeCloseTo(LEAD_IN + at * beat, 9);
      const late = slows + share * (end - slows);
      expect(secondOf(late + 0.01)).toBeGreaterThan(secondOf(late));
      const last = secondOf(end) - secondOf(end - 0.001);
      expect(last / (0.001 * beat)).toBeCloseTo(1 / 0.8, 2);
      expect(seconds).toBeCloseTo(secondOf(end) + RING, 9);
    }),
    { numRuns: 30 },
  );
});
