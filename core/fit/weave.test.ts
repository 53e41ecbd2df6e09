import fc from 'fast-check';
import { composeDrift, composePiece, type Piece, type PieceSpec } from '../../tests/pieces';
import { MANY, runs, some } from '../../tests/budget';
import { firstDifference, noise } from '../../tests/tones';
import { Mixer, planSpans } from '../mix';
import { hear } from '../music';
import { memorySource, stretchedSource, type PcmSource } from '../sound';
import { RATE, framesOf } from '../units';
import {
  FIRST_WISH,
  NUDGE,
  REST,
  answersFor,
  howNear,
  loopAnswer,
  nudgeAnswer,
  shaped,
  startFitting,
  stopAnswer,
  weaveAnswer,
  weaveAnswers,
  type Answer,
  type Fitting,
  type Wish,
} from '.';

interface Known {
  readonly spec: PieceSpec;
  readonly piece: Piece;
  readonly source: PcmSource;
  readonly fitting: Fitting;
}

function known(spec: PieceSpec): Known {
  const piece = composePiece(spec);
  const source = memorySource(piece.sound, 2);
  return { spec, piece, source, fitting: startFitting(hear(source), source, { from: 0, to: piece.seconds }) };
}

/** Different metre, tempo and texture; one that drifts, one with somebody speaking over it. */
const SPECS: readonly PieceSpec[] = [
  { tempo: 112, beats: 4, style: 'band', form: 'ABABCB', bars: 8, seed: 1 },
  { tempo: 150, beats: 3, style: 'waltz', form: 'ABACAB', bars: 10, seed: 2 },
  { tempo: 104, beats: 4, style: 'strum', form: 'ABCAB', bars: 8, drift: 0.05, seed: 5 },
  { tempo: 120, beats: 5, style: 'band', form: 'ABAB', bars: 8, spoken: 'B', seed: 6 },
  { tempo: 96, beats: 2, style: 'march', form: 'ABAB', bars: 16, seed: 3 },
  { tempo: 130, beats: 6, style: 'organ', form: 'ABACA', bars: 6, seed: 4 },
];
const PIECES = some(SPECS, 4).map(known);
const BAND = PIECES[0]!;

/** Place on the true beat grid, in beats. */
function beatAt({ beats }: Piece, at: number): number {
  let i = 0;
  while (i + 2 < beats.length && beats[i + 1]! <= at) i += 1;
  return i + (at - beats[i]!) / (beats[i + 1]! - beats[i]!);
}

/** Every weave of a piece from a quarter to six times its length. */
const SHARES = MANY ? [0.25, 0.4, 0.6, 0.8, 1.25, 1.7, 2.6, 6] : [0.25, 0.5, 0.8, 1.7, 6];
const woven = PIECES.flatMap((one) =>
  SHARES.map((share) => ({
    one,
    wanted: one.piece.seconds * share,
    answer: weaveAnswer(one.fitting, one.piece.seconds * share, FIRST_WISH),
  })),
);

/** The sound of an answer. */
function soundOf({ source }: Known, answer: Answer, wanted: number | null = null): Float32Array {
  const form = shaped(answer, source.frames, wanted);
  const played = stretchedSource(source, form.speed);
  const plan = planSpans('x', played.frames / RATE, form.spans);
  const out = new Float32Array(plan.frames * 2);
  new Mixer(plan, new Map([['x', played]])).render(0, plan.frames, out);
  return out;
}

describe('a weave', () => {
  it('is as long as is wanted within half a bar and what a small change of speed takes up, from a quarter of the piece to six times as long', () => {
    let near = 0;
    for (const { one, wanted, answer } of woven) {
      expect(answer).not.toBeNull();
      const halfBar = (30 * one.spec.beats) / one.spec.tempo;
      const off = Math.abs(answer!.off);
      if (off <= halfBar + wanted * REST.unheard + 0.1) near += 1;
      expect(off).toBeLessThanOrEqual(halfBar + 1 + wanted * NUDGE.unnoticed);
    }
    expect(near / woven.length).toBeGreaterThanOrEqual(0.9);
  });

  it('goes on with the beat: off by at most 15 ms in the middle, 35 ms in 95 %, at the same place in the bar in 95 %', () => {
    const off: number[] = [];
    let same = 0;
    for (const { one, answer } of woven) {
      for (const { from, to } of answer!.splices) {
        const beats = beatAt(one.piece, from) - beatAt(one.piece, to);
        off.push(Math.abs(beats - Math.round(beats)) * (60 / one.spec.tempo));
        if (Math.round(beats) % one.spec.beats === 0) same += 1;
      }
    }
    off.sort((a, b) => a - b);
    expect(off[off.length >> 1]).toBeLessThanOrEqual(0.015);
    expect(off[Math.floor(off.length * 0.95)]).toBeLessThanOrEqual(0.035);
    expect(same / off.length).toBeGreaterThanOrEqual(0.95);
  });

  it('has splices of which nothing is heard, nine in ten of them; long passages rather than many short ones', () => {
    const splices = woven.flatMap(({ answer }) => answer!.splices);
    expect(splices.filter(({ quality }) => quality >= 0.7).length / splices.length).toBeGreaterThanOrEqual(0.9);
    for (const { one, wanted, answer } of woven) {
      const heard = answer!.spans.flatMap(({ from, to }) =>
        Array.from({ length: Math.max(0, Math.floor(to) - Math.ceil(from)) }, (_, i) => Math.ceil(from) + i),
      );
      const counts = new Map<number, number>();
      for (const second of heard) counts.set(second, (counts.get(second) ?? 0) + 1);
      const most = Math.max(4, Math.ceil((wanted / one.piece.seconds) * 1.6));
      expect(Math.max(...counts.values())).toBeLessThanOrEqual(most);
      const bars = (2 * 60 * one.spec.beats) / one.spec.tempo;
      for (const { from, to } of answer!.spans.slice(1, -1)) expect(to - from).toBeGreaterThan(Math.max(2, bars * 0.9));
    }
  });

  it('begins and ends with the piece’s own two seconds, sample for sample, and its last chord rings', () => {
    for (const one of PIECES) {
      const answer = weaveAnswer(one.fitting, one.piece.seconds * 0.6, FIRST_WISH)!;
      const sound = soundOf(one, answer);
      const two = 2 * RATE * 2;
      expect(firstDifference(sound.subarray(0, two), one.piece.sound.subarray(0, two))).toBe(-1);
      expect(firstDifference(sound.subarray(-two), one.piece.sound.subarray(-two))).toBe(-1);
      expect(answer.spans.at(-1)!.from).toBeLessThan(one.piece.lastChord - 1);
    }
  });

  it('does not click: its splices have no sharper edge than the piece has anyway', () => {
    const edge = (sound: Float32Array, low: number, high: number) => {
      let most = 0;
      for (let i = low; i < high; i += 1)
        most = Math.max(most, Math.abs(sound[i * 2]! - 3 * sound[i * 2 + 2]! + 3 * sound[i * 2 + 4]! - sound[i * 2 + 6]!));
      return most;
    };
    for (const one of PIECES) {
      const answer = weaveAnswer(one.fitting, one.piece.seconds * 0.7, FIRST_WISH)!;
      const sound = soundOf(one, answer);
      const usual = edge(one.piece.sound, 0, one.piece.sound.length / 2 - 4);
      for (const { at } of answer.splices) expect(edge(sound, framesOf(at) - 7200, framesOf(at) + 7200)).toBeLessThanOrEqual(usual * 1.05);
    }
  });

  it('is exact to the sample when nothing may be missed, the ends untouched', () => {
    fc.assert(
      fc.property(fc.double({ min: 30, max: 200, noNaN: true }), (seconds) => {
        const wanted = framesOf(seconds) / RATE;
        const answer = weaveAnswer(BAND.fitting, wanted, FIRST_WISH)!;
        const form = shaped(answer, BAND.source.frames, wanted);
        const length = form.spans.reduce((sum, { from, to }) => sum + to - from, 0);
        expect(framesOf(length)).toBe(framesOf(wanted));
        expect(Math.abs(form.speed - 1)).toBeLessThan(0.2);
      }),
      { numRuns: runs(6) },
    );
    const sound = soundOf(BAND, weaveAnswer(BAND.fitting, 70, FIRST_WISH)!, 70);
    expect(sound.length / 2).toBe(70 * RATE);
    const two = 2 * RATE * 2;
    expect(firstDifference(sound.subarray(0, two), BAND.piece.sound.subarray(0, two))).toBe(-1);
    expect(firstDifference(sound.subarray(-two), BAND.piece.sound.subarray(-two))).toBe(-1);
  });

  it('differs from others in what it is best at, and keeps passages at least as long as is asked', () => {
    for (const share of [0.5, 1.6]) {
      const found = weaveAnswers(BAND.fitting, BAND.piece.seconds * share, FIRST_WISH);
      const [best] = found;
      for (const one of found.slice(1)) {
        if (one.kind === 'fewest') expect(one.splices.length).toBeLessThan(best!.splices.length);
        if (one.kind === 'closest') expect(Math.abs(one.off)).toBeLessThan(Math.abs(best!.off));
        if (one.kind === 'most') expect(one.share).toBeGreaterThan(best!.share);
      }
      expect(new Set(found.map(({ kind }) => kind)).size).toBe(found.length);
    }
    const long = weaveAnswer(BAND.fitting, 200, { ...FIRST_WISH, shortest: { of: 'bars', count: 8 } })!;
    for (const { from, to } of long.spans.slice(1)) expect(to - from).toBeGreaterThan((31 * 60) / 112);
  });

  it('keeps every wish: no splice in what is kept whole, nothing of what is left out, moments meet', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.2, max: 0.6, noNaN: true }), fc.double({ min: 0.4, max: 1.6, noNaN: true }), (place, share) => {
        const { seconds } = BAND.piece;
        const keep = { from: place * seconds, to: place * seconds + 9 };
        const out = { from: 0.7 * seconds, to: 0.7 * seconds + 4 };
        const answer = weaveAnswer(BAND.fitting, seconds * share, { ...FIRST_WISH, keep: [keep], out: [out] });
        if (!answer) return;
        for (const { from, to } of answer.splices) {
          for (const at of [from, to]) expect(at > keep.from + 1e-6 && at < keep.to - 1e-6).toBe(false);
        }
        for (const span of answer.spans) expect(Math.min(span.to, out.to) - Math.max(span.from, out.from)).toBeLessThan(0.05);
      }),
      { numRuns: runs(8) },
    );
    const meets = [{ source: 60, at: 30 }];
    const met = weaveAnswer(BAND.fitting, 70, { ...FIRST_WISH, meets })!;
    let passed = 0;
    const span = met.spans.find(({ from, to }) => {
      const inside = 30 < passed + to - from;
      if (!inside) passed += to - from;
      return inside;
    })!;
    expect(Math.abs(span.from + 30 - passed - 60)).toBeLessThanOrEqual(0.55);
  });

  it('says how near it gets where a wish cannot be met', () => {
    const wish: Wish = { ...FIRST_WISH, near: 0.2, shortest: { of: 'bars', count: 16 } };
    expect(weaveAnswer(BAND.fitting, 20, wish)).toBeNull();
    expect(howNear(BAND.fitting, 20, wish, 'weave')).toEqual({ key: 'fit.noWeave', values: { wanted: 20, nearest: expect.any(Number) } });
  });
});

describe('answers', () => {
  it('are ranked, really different from each other, and name how well they hide', () => {
    const answers = answersFor(BAND.fitting, 70);
    expect(answers.length).toBeGreaterThanOrEqual(2);
    expect(new Set(answers.map(({ way }) => way)).size).toBeGreaterThanOrEqual(2);
    expect(answers[0]).toMatchObject({ way: 'weave', hiding: 'hidden' });
    for (const { quality } of answers) expect(quality >= 0 && quality <= 1).toBe(true);
    const keys = answers.map(({ way, spans }) => way + spans.map(({ from, to }) => `${Math.round(from)} ${Math.round(to)}`).join());
    expect(new Set(keys).size).toBe(keys.length);
    const loop = loopAnswer(BAND.fitting, 170, FIRST_WISH)!;
    expect(loop.loop!.passes).toBeGreaterThanOrEqual(2);
  });

  it('stop where a phrase ends, near the wanted length', () => {
    const stop = stopAnswer(BAND.fitting, 40, FIRST_WISH)!;
    const off = Math.min(...BAND.piece.downbeats.map((at) => Math.abs(at - stop.spans[0]!.to)));
    expect(off).toBeLessThan(0.05);
    expect(Math.abs(stop.off)).toBeLessThanOrEqual((4 * 60) / 112);
    expect(stop.fade).toBeGreaterThan(0.4);
  });

  it('offer a nudge up to 6 % and not beyond', () => {
    const { seconds } = BAND.piece;
    expect(answersFor(BAND.fitting, seconds * 0.97).some(({ way }) => way === 'nudge')).toBe(true);
    expect(answersFor(BAND.fitting, seconds * 0.9).some(({ way }) => way === 'nudge')).toBe(false);
    expect(nudgeAnswer(BAND.fitting, seconds * 0.85, 0.2)).not.toBeNull();
    expect(nudgeAnswer(BAND.fitting, seconds * 0.7, 0.2)).toBeNull();
  });
});

it('weaves music without a beat at quiet places, and noise too', () => {
  for (const sound of [composeDrift(60).sound, noise(40 * 96_000, 9).map((value) => value * 0.2)]) {
    const source = memorySource(sound, 2);
    const fitting = startFitting(hear(source), source, { from: 0, to: sound.length / 2 / RATE });
    const answer = weaveAnswer(fitting, 30, FIRST_WISH)!;
    expect(Math.abs(answer.off)).toBeLessThanOrEqual(1);
    expect(answer.splices.length).toBeGreaterThan(0);
  }
});
