import fc from 'fast-check';
import { mediaId, showOf } from '../../tests/shows';
import { firstDifference, noise } from '../../tests/tones';
import { Mixer } from '../mix';
import { setGrid, setMark } from '../show/edits';
import { memorySource } from '../sound';
import { RATE, framesOf } from '../units';
import { bestShift, planPass, readSeam, snapPoints, snapTo } from '.';

const SOUND = mediaId(1000);

/** Short ticks every `beat` frames from `first`, each a decaying tone. */
function ticks(seconds: number, first: number, beat: number): Float32Array {
  const out = new Float32Array(Math.round(seconds * RATE) * 2);
  for (let at = first; at < out.length / 2; at += beat) {
    for (let i = 0; i < 1500 && at + i < out.length / 2; i += 1) {
      const value = i === 0 ? 1 : 0.5 * Math.exp(-i / 200) * Math.sin(i / 3);
      out[(at + i) * 2]! += value;
      out[(at + i) * 2 + 1]! += value;
    }
  }
  return out;
}

function passOf(sound: Float32Array, loop: Parameters<typeof planPass>[2]): Float32Array {
  const { plan, first, frames } = planPass(SOUND, sound.length / 2 / RATE, loop, 2)!;
  const out = new Float32Array(frames * 2);
  new Mixer(plan, new Map([[SOUND, memorySource(sound, 2)]])).render(first, frames, out);
  return out;
}

describe('a loop', () => {
  it.each([
    [120, 24_000],
    [90, 32_000],
    [75, 38_400],
  ])('of a click track at %s BPM keeps its intervals to the sample across the seam', (tempo, beat) => {
    const sound = ticks(40, 12_000, beat);
    const from = 12_000 / RATE + 4 * (60 / tempo);
    const pass = passOf(sound, { from, to: from + 16 * (60 / tempo), fold: { lead: 0.05, tail: 0.05 } });
    expect(pass.length / 2).toBe(16 * beat);
    const twice = new Float32Array(pass.length * 2);
    twice.set(pass);
    twice.set(pass, pass.length);
    const clicks: number[] = [];
    for (let i = 0; i < twice.length; i += 2) if (twice[i]! > 0.9) clicks.push(i / 2);
    expect(clicks).toEqual(Array.from({ length: 32 }, (_, i) => i * beat));
  });

  it('is continuous to the sample when it is repeated end to end: the second round of a longer render is the same', () => {
    const sound = noise(6 * RATE * 2, 12).map((value) => value * 0.5);
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 2, noNaN: true }),
        fc.double({ min: 0, max: 0.4, noNaN: true }),
        fc.double({ min: 0, max: 0.4, noNaN: true }),
        (from, lead, tail) => {
          const loop = { from, to: from + 2.5, fold: { lead, tail } };
          const pass = planPass(SOUND, 6, loop, 2)!;
          const mixer = new Mixer(pass.plan, new Map([[SOUND, memorySource(sound, 2)]]));
          const around = new Float32Array(4000);
          mixer.render(pass.first + pass.frames - 1000, 2000, around);
          const one = passOf(sound, loop);
          // The last thousand frames, then the first thousand: what a sampler plays over the seam.
          const repeated = new Float32Array(4000);
          repeated.set(one.subarray(one.length - 2000));
          repeated.set(one.subarray(0, 2000), 2000);
          // Rounding a start to a frame may move the cut by one against the pass before: the seam then lies a frame apart.
          expect(pass.frames).toBe(one.length / 2);
          if (lead > 0.03) expect(firstDifference(around.subarray(0, 2000), repeated.subarray(0, 2000))).toBe(-1);
        },
      ),
      { numRuns: 20 },
    );
  });

  it('folds a pick-up and a ring over the seam so that nothing is chopped: both sound whole where the two sides are unlike', () => {
    // A swell before 1 s, a passage to 3 s that is silent at both ends, a ring after 3 s.
    const sound = new Float32Array(5 * RATE * 2);
    const tone = (from: number, to: number, hertz: number, level: (share: number) => number) => {
      for (let frame = framesOf(from); frame < framesOf(to); frame += 1) {
        const value = 0.3 * level((frame - framesOf(from)) / framesOf(to - from)) * Math.sin((2 * Math.PI * hertz * frame) / RATE);
        sound[frame * 2]! += value;
        sound[frame * 2 + 1]! += value;
      }
    };
    tone(0.5, 1, 900, (share) => share);
    tone(1.6, 2.4, 330, (share) => Math.sin(Math.PI * share));
    tone(2.4, 3.8, 500, (share) => 1 - share);
    const out = passOf(sound, { from: 1, to: 3, fold: { lead: 0.5, tail: 0.8 } });
    const peak = (from: number, to: number) =>
      out.subarray(framesOf(from) * 2, framesOf(to) * 2).reduce((most, value) => Math.max(most, Math.abs(value)), 0);
    // To a quarter of a period of its tone, which is when it first stands highest.
    expect(peak(0, 0.05)).toBeCloseTo(0.3 * (0.8 / 1.4), 3);
    // The swell lies over the ring of the passage's own end: both are at their height within the last period of 900 Hz.
    expect(peak(1.95, 2)).toBeCloseTo(0.3 * (1 + 0.8 / 1.4), 2);
    expect(peak(0.85, 1)).toBeCloseTo(0.3, 3);
  });

  it('reads its seam: level step, click, and by how much the beat is off', () => {
    const sound = ticks(30, 12_000, 24_000);
    const source = memorySource(sound, 2);
    const from = 0.25 + 2;
    const fold = { lead: 0.01, tail: 0.05 };
    const good = readSeam(source, SOUND, { from, to: from + 8, fold })!;
    expect(Math.abs(good.phase!)).toBeLessThan(1e-4);
    expect(good.click).toBeLessThanOrEqual(0);
    // Between ticks there is silence on both sides: no level to step from.
    expect(good.step).toBeNull();
    const late = readSeam(source, SOUND, { from: from - 0.03, to: from + 8, fold })!;
    expect(late.phase).toBeCloseTo(0.03, 3);
    const level = (gain: (frame: number) => number) =>
      memorySource(
        noise(12 * RATE * 2, 4).map((value, i) => value * gain(i >> 1)),
        2,
      );
    const loop = { from: 1, to: 11, fold: { lead: 0, tail: 0 } };
    const steady = level((frame) => (frame < 6 * RATE ? 0.1 : 0.4));
    const even = level(() => 0.1);
    // Four times as much is 12.04 dB; two stretches of the same noise differ by some tenths.
    expect(Math.abs(readSeam(steady, SOUND, loop)!.step! + 12.04)).toBeLessThan(0.4);
    expect(Math.abs(readSeam(even, SOUND, loop)!.step!)).toBeLessThan(0.4);
    expect(readSeam(steady, SOUND, { from: 5, to: 5.01, fold })).toBeNull();
  });
});

describe('lining up a cut', () => {
  it('finds the same music again to the frame, up to 80 ms away', () => {
    const music = noise(8 * RATE * 2, 50);
    for (let i = 2; i < music.length; i += 1) music[i] = music[i]! * 0.1 + music[i - 2]! * 0.9;
    const source = memorySource(music, 2);
    fc.assert(
      fc.property(fc.integer({ min: -3800, max: 3800 }), (frames) => {
        const shift = bestShift({ source, at: 4 * RATE }, { source, at: 4 * RATE - frames })!;
        expect(shift.through).toBe('sound');
        expect(Math.round(shift.by * RATE)).toBe(frames);
      }),
      { numRuns: 8 },
    );
  });

  it('is not led astray by high tones: a click track is lined up to the frame from any distance', () => {
    const source = memorySource(ticks(12, 12_000, 32_000), 2);
    fc.assert(
      fc.property(fc.integer({ min: -3800, max: 3800 }), (frames) => {
        const shift = bestShift({ source, at: 5 * RATE }, { source, at: 5 * RATE + 2 * 32_000 - frames })!;
        expect(Math.round(shift.by * RATE)).toBe(frames);
      }),
      { numRuns: 8 },
    );
  });

  it('lines the beats of different music up within 3 ms, and says where nothing stands out', () => {
    const drum = ticks(8, 0, 24_000);
    const hiss = noise(8 * RATE * 2, 3);
    // Bursts of noise on another beat: another sound, the same tempo.
    const other = hiss.map((value, i) => value * Math.exp(-((((i >> 1) + 24_000 - 2160) % 24_000) / 3000)));
    const shift = bestShift({ source: memorySource(drum, 2), at: 4 * RATE }, { source: memorySource(other, 2), at: 4 * RATE })!;
    expect(shift.through).toBe('beats');
    expect(Math.abs(shift.by - 2160 / RATE)).toBeLessThan(0.003);
    expect(
      bestShift({ source: memorySource(hiss, 2), at: 4 * RATE }, { source: memorySource(noise(8 * RATE * 2, 99), 2), at: 4 * RATE }),
    ).toBeNull();
    expect(
      bestShift({ source: memorySource(new Float32Array(9600), 2), at: 100 }, { source: memorySource(hiss, 2), at: 4 * RATE }),
    ).toBeNull();
  });
});

describe('snapping', () => {
  const show = setGrid(showOf([5, 6], 30, { at: 2 }), { media: SOUND, grid: { tempo: 60, beats: 4, downbeat: 0.25 } });

  it('knows changes of picture, ends of parts, the now line and beats; not what is moving', () => {
    const kinds = (moving: string[]) => new Set(snapPoints(show, 3.3, moving).map(({ kind }) => kind));
    expect(kinds([])).toEqual(new Set(['picture', 'end', 'now', 'beat']));
    expect(kinds(['bed-1'])).toEqual(new Set(['picture', 'now']));
    expect(snapPoints(show, 3.3, []).filter(({ kind }) => kind === 'beat')[0]!.at).toBe(2.25);
    // The end of a picture takes along whatever comes behind it.
    const [first] = show.pictures;
    const changes = snapPoints(show, 3.3, [first!.id]).filter(({ kind }) => kind === 'picture');
    expect(changes.map(({ at }) => at)).toEqual([0]);
  });

  it('draws the nearest edge within reach, and nothing beyond it', () => {
    const points = snapPoints(show, 3.3, ['bed-1']);
    expect(snapTo([4.9, 9], points, 0.2)).toEqual({ by: expect.closeTo(0.1, 9) as number, point: { at: 5, kind: 'picture' } });
    expect(snapTo([4.7], points, 0.2)).toBeNull();
    // A mark draws like the others, and not to itself.
    const marked = setMark(show, { id: 'm', at: 4.7 });
    expect(snapTo([4.65], snapPoints(marked, 3.3, ['bed-1']), 0.2)!.point).toEqual({ at: 4.7, kind: 'mark' });
    expect(snapPoints(marked, 3.3, ['m']).some(({ kind }) => kind === 'mark')).toBe(false);
    // Where two lie at the same moment the one that a person set counts.
    expect(snapTo([4.95], snapPoints(show, 5, ['bed-1']), 0.2)!.point.kind).toBe('now');
  });
});
