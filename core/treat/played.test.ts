import fc from 'fast-check';
import { toneOf } from '../../tests/quality';
import { soundMedia, showOf } from '../../tests/shows';
import { MANY, runs } from '../../tests/budget';
import { firstDifference, noise, tones } from '../../tests/tones';
import { partSeconds, soundKey, soundOfKey, soundSeconds, type BedPart, type Part, type Recipe, type Show } from '../show';
import { setPlayed } from '../show/edits';
import { heardMoment, heardStretch, sourceMoment } from '../show/speed';
import { memorySource } from '../sound';
import { RATE } from '../units';
import { cooked } from '.';

const recipe = (change: Partial<Recipe>): Recipe => ({ speed: 1, treatments: [], ...change });
/** The left channel of what a recipe makes of a sound. */
function played(sound: Float32Array, change: Partial<Recipe>): Float32Array {
  const source = cooked(memorySource(sound, 2), recipe(change));
  const out = new Float32Array(source.frames * 2);
  source.read(0, source.frames, out);
  return Float32Array.from({ length: source.frames }, (_, i) => out[i * 2]!);
}
const cents = (a: number, b: number) => 1200 * Math.log2(a / b);
const middle = (sound: Float32Array) => sound.subarray(Math.floor(sound.length * 0.1), Math.floor(sound.length * 0.9));

it('keeps the pitch of 440 Hz within 5 cents at any speed, or lets it go along; 4 s at 200 % last 2 s', () => {
  const sound = tones([[-6, 4]], 440);
  for (const speed of MANY ? [0.25, 0.5, 0.7, 0.9, 1.1, 1.5, 2, 4] : [0.25, 0.7, 1.1, 2, 4]) {
    const kept = played(sound, { speed });
    expect(Math.abs(cents(toneOf(middle(kept), RATE), 440))).toBeLessThan(5);
    const loose = played(sound, { speed, loose: true });
    expect(Math.abs(cents(toneOf(middle(loose), RATE), 440 * speed))).toBeLessThan(5);
    for (const one of [kept, loose]) expect(one.length).toBe(Math.round((4 * RATE) / speed));
  }
});

it('moves the pitch by semitones within 5 cents, as long as before and as loud', () => {
  const sound = tones([[-6, 4]], 440);
  for (const pitch of [-12, -7, -1, 1, 4, 12]) {
    const moved = played(sound, { pitch });
    expect(moved.length).toBe(4 * RATE);
    expect(Math.abs(cents(toneOf(middle(moved), RATE), 440 * 2 ** (pitch / 12)))).toBeLessThan(5);
    const power = (of: Float32Array) => middle(of).reduce((sum, value) => sum + value * value, 0);
    expect(Math.abs(10 * Math.log10(power(moved) / (power(sound) * 0.5)))).toBeLessThan(0.7);
  }
});

it('plays backwards to the bit, twice is as before; whatever the recipe, a source is the same in whatever pieces it is read', () => {
  const sound = noise(RATE * 2, 5);
  const source = memorySource(sound, 2);
  const turned = cooked(source, recipe({ backwards: true }));
  const out = new Float32Array(sound.length);
  turned.read(0, RATE, out);
  expect(out.every((value, i) => value === sound[sound.length - 2 - (i - (i % 2)) + (i % 2)])).toBe(true);
  const again = new Float32Array(sound.length);
  cooked(turned, recipe({ backwards: true })).read(0, RATE, again);
  expect(firstDifference(again, sound)).toBe(-1);
  for (const change of [
    { speed: 0.4 },
    { speed: 3, loose: true as const },
    { pitch: 5, speed: 1.1 },
    { pitch: -3, backwards: true as const },
  ]) {
    const one = cooked(source, recipe(change));
    const whole = new Float32Array(one.frames * 2);
    one.read(0, one.frames, whole);
    fc.assert(
      fc.property(fc.integer({ min: 0, max: one.frames - 1 }), fc.integer({ min: 1, max: 9000 }), (first, count) => {
        const size = Math.min(count, one.frames - first);
        const piece = new Float32Array(size * 2);
        one.read(first, size, piece);
        return firstDifference(piece, whole.subarray(first * 2, (first + size) * 2)) === -1;
      }),
      { numRuns: runs(4) },
    );
  }
});

describe('a part that is played otherwise', () => {
  const show = showOf([30], 20, {
    at: 3,
    spans: [
      { from: 2, to: 6, join: 0.1 },
      { from: 9, to: 12, join: 0 },
    ],
    pins: [
      { at: 1, gain: -3 },
      { at: 5, gain: -9 },
    ],
  });
  const partOf = (of: Show): Part => of.parts[0]!;
  /** What of the source is heard, and where its pins lie in it: seconds of the source. */
  const heard = (of: Show) => {
    const part = partOf(of);
    const rounded = (moments: number[]) => moments.map((moment) => Math.round(moment * 1000) / 1000);
    return part.spans.map(({ from, to }) => rounded([sourceMoment(of, part, from), sourceMoment(of, part, to)].sort((a, b) => a - b)));
  };

  it('plays the same passages: longer, shorter, or from the end; its pins stay with their sound', () => {
    for (const speed of [0.25, 0.5, 1.5, 4]) {
      for (const loose of [false, true]) {
        const fast = setPlayed(show, { ids: ['bed-1'], change: { speed, loose } });
        expect(heard(fast)).toEqual(heard(show));
        expect(partSeconds(partOf(fast))).toBeCloseTo(7 / speed, 2);
        partOf(fast).pins.forEach(({ at, gain }, i) => expect([at * speed, gain]).toEqual([expect.closeTo([1, 5][i]!, 2), [-3, -9][i]]));
      }
    }
    const back = setPlayed(show, { ids: ['bed-1'], change: { backwards: true } });
    expect(heard(back)).toEqual(heard(show).reverse());
    expect(partOf(back).spans.map(({ join }) => join)).toEqual([0.1, 0]);
    expect(partOf(back).pins).toEqual([
      { at: 2, gain: -9 },
      { at: 6, gain: -3 },
    ]);
    expect(partOf(back).at).toBe(3);
  });

  it('is as before when it is turned round twice, or brought back to its own speed', () => {
    const twice = [1, 2].reduce((of, turn) => setPlayed(of, { ids: ['bed-1'], change: { backwards: turn === 1 } }), show);
    expect(JSON.parse(JSON.stringify(partOf(twice)))).toEqual(JSON.parse(JSON.stringify(partOf(show))));
    const back = setPlayed(setPlayed(show, { ids: ['bed-1'], change: { speed: 2 } }), { ids: ['bed-1'], change: { speed: null } });
    expect(heard(back)).toEqual(heard(show));
    expect(partOf(back).speed).toBeUndefined();
  });

  it('takes moments of the source there and back; a stretch of it goes from its earlier to its later end', () => {
    const sounding = fc.record({
      speed: fc.constantFrom(undefined, 0.25, 0.9, 1.1, 3),
      loose: fc.constantFrom(undefined, true as const),
      backwards: fc.constantFrom(undefined, true as const),
    });
    fc.assert(
      fc.property(sounding, fc.double({ min: 0, max: 20, noNaN: true }), (how, moment) => {
        const part = { media: partOf(show).media, pitch: undefined, ...how };
        const there = heardMoment(show, part, moment);
        const { from, to } = heardStretch(show, part, { from: moment / 2, to: moment });
        return (
          Math.abs(sourceMoment(show, part, there) - moment) < 1e-3 &&
          there > -1e-3 &&
          there < soundSeconds(show, part) + 1e-3 &&
          from <= to
        );
      }),
    );
  });

  it('is known by what is done with it, and by nothing else', () => {
    const media = soundMedia(1, 5).id;
    const key = (change: Partial<BedPart>) => soundKey({ ...(partOf(show) as BedPart), media, ...change });
    expect(key({})).toBe(media);
    expect(key({ loose: true })).toBe(media);
    expect(soundOfKey(key({ speed: 2, loose: true, backwards: true, pitch: 3 })).recipe).toEqual({
      speed: 2,
      loose: true,
      pitch: 3,
      backwards: true,
      treatments: [],
    });
  });
});
