import { downbeatsOf, hear } from '../core/music';
import { memorySource } from '../core/sound';
import { RATE } from '../core/units';
import { compose } from './compose';
import { INSTRUMENTS, hertzOf, type InstrumentName } from './instruments';
import { performLayer } from './perform';
import { PIECES } from './pieces';
import { SPOTS } from './spots';

const near = (at: number, list: readonly number[], within = 0.07) => list.some((other) => Math.abs(at - other) <= within);
/** F-measure at ±70 ms (Davies, Degara and Plumbley, 2009). */
const fMeasure = (found: readonly number[], truth: readonly number[]) =>
  (2 * found.filter((at) => near(at, truth)).length) / (found.length + truth.length || 1);

describe('the scores', () => {
  it('are twelve pieces or more in 3, 4, 5, 6 and 7 beats, each with its own tempo and three or four layers', () => {
    expect(PIECES.length).toBeGreaterThanOrEqual(12);
    expect(new Set(PIECES.map(({ beats }) => beats))).toEqual(new Set([3, 4, 5, 6, 7]));
    expect(new Set(PIECES.map(({ id }) => id)).size).toBe(PIECES.length);
    expect(new Set(PIECES.map(({ tempo }) => tempo)).size).toBeGreaterThanOrEqual(10);
    for (const { layers } of PIECES) expect([3, 4]).toContain(layers.length);
    const players = new Set(PIECES.flatMap(({ layers }) => layers.map(({ by }) => by)));
    expect(players.size).toBeGreaterThanOrEqual(14);
  });

  it.each(PIECES.map((piece) => [piece.title, piece] as const))(
    '%s: an opening, passages that return, a break, an ending; bars are full',
    (_, piece) => {
      const names = piece.form.map(([name]) => name);
      expect([names[0], names.at(-1)]).toEqual(['I', 'E']);
      expect(names).toContain('K');
      expect(names.filter((name) => name === 'A').length).toBeGreaterThanOrEqual(2);
      // The break and the opening leave something out.
      const busiest = Math.max(...piece.form.map(([, roles]) => roles.length));
      for (const [name, roles] of piece.form) if (name === 'K' || name === 'I') expect(roles.length).toBeLessThan(busiest);
      for (const { chords, tune } of Object.values(piece.passages)) {
        const bars = chords.trim().split(/\s+/).length;
        const sung = tune?.split('|') ?? [];
        if (tune) expect(sung).toHaveLength(bars);
        for (const bar of sung) {
          const beats = bar
            .trim()
            .split(/\s+/)
            .reduce((sum, word) => sum + Number(word.split(':')[1]), 0);
          expect(beats).toBeCloseTo(piece.beats, 9);
        }
      }
      const { bars, notes, secondOf, seconds } = compose(piece);
      for (const note of notes.flat()) expect(note.beat).toBeLessThan((bars + 1) * piece.beats);
      // It ends on its tonic, after slowing down, and rings.
      const last = Math.max(...notes.flat().map(({ beat }) => beat));
      expect(last).toBeCloseTo(bars * piece.beats, 0);
      expect(secondOf(bars * piece.beats) - secondOf(bars * piece.beats - 1)).toBeGreaterThan((60 / piece.tempo) * 1.1);
      expect(seconds).toBeGreaterThan(60);
    },
  );
});

describe('the instruments', () => {
  /** How far a sound is from a pitch, cents: the lag at which it is most like itself (normalised autocorrelation). */
  function cents(sound: Float32Array, hertz: number): number {
    const [from, count, period] = [Math.round(0.25 * RATE), 8192, RATE / hertz];
    const alike = (lag: number) => {
      let [both, here, there] = [0, 1e-12, 1e-12];
      for (let i = from; i < from + count; i += 1) {
        both += sound[i]! * sound[i + lag]!;
        here += sound[i]! ** 2;
        there += sound[i + lag]! ** 2;
      }
      return both / Math.sqrt(here * there);
    };
    let best = Math.floor(period * 0.94);
    for (let lag = best; lag <= period * 1.06 + 1; lag += 1) if (alike(lag) > alike(best)) best = lag;
    const [left, middle, right] = [alike(best - 1), alike(best), alike(best + 1)];
    const lag = best + (left - right) / (2 * (left - 2 * middle + right) || 1);
    return 1200 * Math.log2(period / lag);
  }

  // Bells and chimes have no one pitch; the string of a piano is stiff and its partials lie high.
  const pitched = (Object.keys(INSTRUMENTS) as InstrumentName[]).filter((name) => !['bell', 'chimes'].includes(name));
  it.each(pitched)('%s plays in tune, lets go, and does not click', (name) => {
    for (const pitch of [57, 64, 69]) {
      const sound = INSTRUMENTS[name]({ hertz: hertzOf(pitch), seconds: 0.9, force: 0.8, seed: 3 });
      expect(Math.abs(cents(sound, hertzOf(pitch)))).toBeLessThan(10);
      expect(sound.every((value) => Math.abs(value) < 1.2)).toBe(true);
      expect(Math.abs(sound[0]!)).toBeLessThan(0.02);
      expect(Math.abs(sound.at(-1)!)).toBeLessThan(1e-3);
    }
  });
});

it('two dozen spot sounds and more: each ends in silence, none is over full scale, none is like another', () => {
  expect(SPOTS.length).toBeGreaterThanOrEqual(24);
  expect(new Set(SPOTS.map(({ id }) => id)).size).toBe(SPOTS.length);
  const sounds = SPOTS.map(({ make }) => make());
  for (const sound of sounds) {
    const peak = sound.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
    expect(20 * Math.log10(peak)).toBeCloseTo(-3, 1);
    expect(Math.abs(sound.at(-1)!)).toBeLessThan(1e-3);
  }
  expect(new Set(sounds.map((sound) => Buffer.from(sound.buffer).subarray(4000, 12_000).toString('base64'))).size).toBe(SPOTS.length);
});

describe('what is heard of them: their scores are the truth', () => {
  // One of each metre here; all of them are heard in the bench.
  const played = ['lantern-walk', 'night-shift', 'five-ladders', 'market-steps', 'seven-stiles'].map((id) => {
    const piece = PIECES.find((one) => one.id === id)!;
    const score = compose(piece);
    const layers = piece.layers.map((_, index) => performLayer(score, index));
    const sum = new Float32Array(layers[0]!.length);
    for (const layer of layers) for (let i = 0; i < sum.length; i += 1) sum[i]! += layer[i]!;
    const beats = Array.from({ length: score.bars * piece.beats + 1 }, (_, i) => score.secondOf(i));
    return { piece, score, layers, sum, beats, hearing: hear(memorySource(sum, 2)) };
  });

  it('no layer is empty, their sum is not over full scale, and it ends', () => {
    for (const { layers, sum } of played) {
      for (const layer of [...layers, sum]) {
        const peak = layer.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
        expect(peak).toBeGreaterThan(0.02);
        expect(peak).toBeLessThan(1);
      }
      expect(Math.abs(sum.at(-1)!)).toBeLessThan(1e-4);
    }
  });

  it('tempo and beats, seven beats perhaps at half their tempo', () => {
    const tempi = played.map(({ piece, hearing }) => (hearing.pulse.tempo ?? 0) / piece.tempo);
    for (const ratio of tempi) expect([0.5, 1, 2].some((octave) => Math.abs(ratio / octave - 1) <= 0.04)).toBe(true);
    const right = played.filter((_, i) => Math.abs(tempi[i]! - 1) <= 0.04);
    expect(right.length).toBeGreaterThanOrEqual(4);
    for (const { hearing, beats } of right) expect(fMeasure(hearing.moments, beats)).toBeGreaterThan(0.93);
  });

  it('bars of three, four and five beats; passages begin where they do', () => {
    for (const { piece, hearing, beats } of played.slice(0, 3)) {
      expect(hearing.perBar).toBe(piece.beats);
      const bars = beats.filter((_, i) => i % piece.beats === 0);
      expect(fMeasure(downbeatsOf(hearing), bars)).toBeGreaterThan(0.9);
    }
    // Where a passage begins in what was heard, one begins in the score, a bar or so apart.
    const found = played.flatMap(({ piece, score, hearing }) => {
      const truth = score.sections.map(({ bar }) => score.secondOf(bar * piece.beats));
      const bar = (60 / piece.tempo) * piece.beats;
      return hearing.sections.slice(1).map(({ from }) => near(from, truth, bar * 1.1));
    });
    expect(found.filter(Boolean).length / found.length).toBeGreaterThanOrEqual(0.75);
  });
});
