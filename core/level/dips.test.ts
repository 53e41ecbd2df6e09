import fc from 'fast-check';
import { narration, profile, withNarrations } from '../../tests/heard';
import { mediaId, showOf, soundMedia, withClip } from '../../tests/shows';
import { addTake, muteParts, movePart, setDips, setPartDip, splitParts, trimEdge, takeInUse as changeTake } from '../show/edits';
import { ownParts, type DipRules, type Show } from '../show';
import { decibelsOfPercent } from '../units';
import { deepest, type Dent } from './bends';
import { depthFor, overIn, type Sum } from './clear';
import { bendAt, dipPinsOf, dipsOf, needsHearing, pinsWithDips, saidIn } from './dips';
import type { Heard } from './voices';

/** Sounds 1 to 9 have speech from 1 to 3 s and from 4.2 to 5 s of 6 s; the bed is sound 1000. */
const HEARD: Heard = new Map([
  ...Array.from({ length: 9 }, (_, i): [string, ReturnType<typeof profile>] => [
    mediaId(3001 + i),
    profile(6, [
      [1, 3],
      [4.2, 5],
    ]),
  ]),
  [mediaId(1000), profile(300, [], 0.001)],
]);

const say = (number: number, at: number, change = {}) => narration(3000 + number, 6, at, change);
const show = (...narrations: ReturnType<typeof say>[]) => withNarrations(showOf([60, 60], 120), ...narrations);
const rules = (one: Show, change: Partial<DipRules>) => setDips(one, { change });
const curve = (one: Show) => dipsOf(one, HEARD).bed.map(({ at, gain }) => [Number(at.toFixed(4)), Number(gain.toFixed(4))]);

describe('a dip', () => {
  it('begins 0.3 s before the voice, takes a second down and a second up, and rides through pauses under 1.5 s', () => {
    expect(curve(show(say(1, 20)))).toEqual([
      [20.7, 0],
      [21.7, -10],
      [25, -10],
      [26, 0],
    ]);
  });

  it('is two where the pause is longer than is ridden through', () => {
    expect(
      curve(rules(show(say(1, 20)), { bridge: 0.5, down: 0.2, up: 0.2, depth: { by: 'fixed', gain: decibelsOfPercent(15) } })),
    ).toEqual([20.7, 20.9, 23, 23.2, 23.9, 24.1, 25, 25.2].map((at, i) => [at, i % 4 === 1 || i % 4 === 2 ? -16.4782 : 0]));
  });

  it('merges with its neighbour instead of bobbing, at the level of the shallower one', () => {
    const [one, two] = [say(1, 20), say(2, 24.5, { dip: { on: true, by: -6 } })];
    expect(curve(show(one, two))).toEqual([
      [20.7, 0],
      [21.7, -10],
      [25.825, -10],
      [26.2, -16],
      [29.5, -16],
      [30.5, 0],
    ]);
  });

  it('is deeper, shallower, steeper or not there for one narration', () => {
    const asked = (change: object) => curve(setPartDip(show(say(1, 20)), { ids: ['say-3001'], change }));
    expect(asked({ by: 4 })[1]).toEqual([21.7, -6]);
    expect(asked({ down: 0.5, up: 2 })).toEqual([
      [20.7, 0],
      [21.2, -10],
      [25, -10],
      [27, 0],
    ]);
    expect(asked({ on: false })).toEqual([]);
    expect(curve(muteParts(show(say(1, 20)), { ids: ['say-3001'], mute: true }))).toEqual([]);
  });

  it('touches what the show says that dips, and nothing that was taken over by hand', () => {
    const one = show(say(1, 20));
    const bed = one.parts[0]!;
    const dips = dipsOf(one, HEARD);
    expect(dipPinsOf(one, dips, bed).length).toBe(4);
    expect(dipPinsOf(one, dips, one.parts[1]!)).toEqual([]);
    expect(dipPinsOf(rules(one, { bed: false }), dips, bed)).toEqual([]);
    expect(dipPinsOf(one, dips, { ...bed, undipped: [] })).toEqual([]);
    const pins = pinsWithDips(one, dips, { ...bed, pins: [{ at: 0, gain: -2 }] });
    expect(pins.map(({ at, gain }) => [Number(at.toFixed(3)), Number(gain.toFixed(3))])).toEqual([
      [0, -2],
      [20.7, -2],
      [21.7, -12],
      [25, -12],
      [26, -2],
      [120, -2],
    ]);
  });

  it('is also there for speech in the clips’ own sound, where that is wanted; that sound makes no room for itself', () => {
    const base = withClip(showOf([10, 50], 60), 1, 8, { hold: 8 });
    const heard: Heard = new Map([...HEARD, [mediaId(2000), profile(8, [[2, 4]])]]);
    expect(dipsOf(base, heard).dips).toEqual([]);
    const asked = rules(base, { hearsClips: true });
    const { dips, bed, own } = dipsOf(asked, heard);
    expect(dips).toMatchObject([{ own: true, from: 12, to: 14, gain: -10 }]);
    expect([bed.length, own.length]).toEqual([4, 0]);
    // A narration lowers the clip's sound as well, unless the show says otherwise.
    const spoken = withNarrations(asked, say(1, 11));
    const clip = ownParts(spoken)[0]!;
    expect(dipPinsOf(spoken, dipsOf(spoken, heard), clip).length).toBeGreaterThan(0);
    expect(dipPinsOf(rules(spoken, { own: false }), dipsOf(rules(spoken, { own: false }), heard), clip)).toEqual([]);
    expect(saidIn(spoken, heard)).toEqual([{ from: 12, to: 16 }]);
    expect(needsHearing(asked).map((part) => part.id)).toContain(clip.id);
  });

  it('raises the bed where nobody speaks for longer than is chosen', () => {
    const raised = curve(rules(show(say(1, 20), say(2, 30)), { raise: { gain: 3, after: 8 } }));
    expect(raised.slice(0, 3)).toEqual([
      [19.7, 3],
      [20.7, 0],
      [21.7, -10],
    ]);
    // Nobody speaks from 25 to 31 s: too short. After 35 s nobody speaks any more.
    expect(raised.filter(([at, gain]) => at! > 26 && at! < 35 && gain! > 0)).toEqual([]);
    expect(raised.at(-1)![1]).toBe(3);
  });
});

describe('dips follow', () => {
  /** The level of the bed computed from the document alone. */
  const afresh = (one: Show) => dipsOf(JSON.parse(JSON.stringify(one)) as Show, HEARD);

  it('whatever is done to narrations, the level is the one that is computed afresh, and never bobs', () => {
    const at = fc.double({ min: 0, max: 110, noNaN: true });
    const which = fc.nat(7);
    const act = fc.oneof(
      fc.tuple(fc.constant('move' as const), which, at),
      fc.tuple(fc.constant('trim' as const), which, at),
      fc.tuple(fc.constant('split' as const), which, at),
      fc.tuple(fc.constant('take' as const), which, at),
      fc.tuple(fc.constant('switch' as const), which, at),
      fc.tuple(fc.constant('mute' as const), which, at),
      fc.tuple(fc.constant('slopes' as const), which, at),
    );
    fc.assert(
      fc.property(fc.array(act, { minLength: 1, maxLength: 8 }), (acts) => {
        let one = show(say(1, 10), say(2, 18), say(3, 40));
        for (const [index, [kind, n, moment]] of acts.entries()) {
          const narrations = one.parts.filter((part) => part.lane === 'voice');
          const part = narrations[n % narrations.length]!;
          if (kind === 'move') one = movePart(one, { id: part.id, at: moment });
          if (kind === 'trim') one = trimEdge(one, { id: part.id, edge: n % 2 ? 'start' : 'end', moment });
          if (kind === 'split') one = splitParts(one, { ids: [[part.id, `half-${index}`]], moment });
          if (kind === 'take') one = addTake(one, { id: part.id, media: { ...soundMedia(3004 + (n % 5), 6), channels: 1 }, from: n / 4 });
          if (kind === 'switch') one = changeTake(one, { id: part.id, number: 1 });
          if (kind === 'mute') one = muteParts(one, { ids: [part.id], mute: n % 2 === 0 });
          if (kind === 'slopes') one = rules(one, { down: moment / 40, up: moment / 50, lead: moment / 100, bridge: n / 3 });
        }
        const { bed, dips } = dipsOf(one, HEARD);
        expect({ bed, dips }).toEqual({ bed: afresh(one).bed, dips: afresh(one).dips });
        for (const [index, { at: moment, gain }] of bed.entries()) {
          expect(gain).toBeLessThanOrEqual(0);
          if (index > 0) expect(moment).toBeGreaterThan(bed[index - 1]!.at);
        }
        // Wherever somebody speaks and the slope has ended, it is all the way down.
        for (const dip of dips) {
          if (dip.to > dip.low) expect(bendAt(bed, Math.max(dip.low, (dip.low + dip.to) / 2))).toBeLessThanOrEqual(dip.gain + 1e-6);
        }
      }),
      { numRuns: 150 },
    );
  });

  it('the deepest of dents is the least of them at every moment', () => {
    const dent = fc
      .tuple(
        fc.double({ min: 0, max: 50, noNaN: true }),
        fc.array(fc.double({ min: 0.05, max: 5, noNaN: true }), { minLength: 3, maxLength: 3 }),
        fc.integer({ min: -30, max: -1 }),
      )
      .map(([begin, [a, b, c], gain]): Dent => ({ begin, low: begin + a!, rise: begin + a! + b!, end: begin + a! + b! + c!, gain }));
    const of = ({ begin, low, rise, end, gain }: Dent, at: number) =>
      at <= begin || at >= end
        ? 0
        : at < low
          ? (gain * (at - begin)) / (low - begin)
          : at <= rise
            ? gain
            : (gain * (end - at)) / (end - rise);
    fc.assert(
      fc.property(fc.array(dent, { minLength: 1, maxLength: 6 }), (dents) => {
        const bends = deepest(dents);
        // Away from slopes that are steeper than a moment is long.
        const steep = dents.flatMap((one) => [one.begin, one.low, one.rise, one.end]);
        let most = 0;
        for (let at = -1; at < 70; at += 0.137) {
          if (steep.some((moment) => Math.abs(moment - at) < 1e-4)) continue;
          most = Math.max(most, Math.abs(bendAt(bends, at) - Math.min(0, ...dents.map((one) => of(one, at)))));
        }
        expect(most).toBeLessThan(1e-3);
      }),
      { numRuns: 60 },
    );
  });
});

it('a part that nothing dips has its pins as they are, those that say nothing too', () => {
  const pins = [0, 1, 2].map((at) => ({ at, gain: -3 * at }));
  const one = showOf([10], 10, { pins });
  expect(pinsWithDips(one, dipsOf(one, HEARD), one.parts[0]!)).toEqual(pins);
});

describe('as clear as is wanted', () => {
  const steps = (values: readonly number[]): Sum => {
    const sums = [0];
    for (const value of values) sums.push(sums.at(-1)! + value);
    return (from, to) => sums[Math.min(values.length, to)]! - sums[Math.min(values.length, Math.max(0, from))]!;
  };

  it('holds the margin in every window and goes no further down than that takes', () => {
    const power = fc.double({ min: 1e-5, max: 0.1, noNaN: true });
    const values = fc.array(power, { minLength: 60, maxLength: 60 }).map((all) => all.flatMap((one) => new Array<number>(10).fill(one)));
    fc.assert(
      fc.property(values, values, fc.double({ min: 3, max: 25, noNaN: true }), (voice, bed, margin) => {
        const [spoken, loud] = [steps(voice), steps(bed)];
        const depth = depthFor(0.5, 5.5, margin, spoken, loud, () => 0);
        const least = (gain: number) =>
          Math.min(...overIn([{ from: 0.5, to: 5.5 }], spoken, (from, to) => loud(from, to) * 10 ** (gain / 10)).map(({ over }) => over));
        if (depth > -40) expect(least(depth)).toBeGreaterThan(margin - 1e-6);
        if (depth < 0 && depth > -40) expect(least(depth + 0.1)).toBeLessThan(margin);
      }),
      { numRuns: 60 },
    );
  });

  it('is computed from what sounds, is down when the voice begins, and leaves a loud voice alone', () => {
    const clear = (margin: number) => curve(rules(show(say(1, 20)), { depth: { by: 'clear', margin } }));
    // The voice is 10 dB above the bed as it is.
    expect(clear(20)).toEqual([
      [20, 0],
      [21, -10],
      [25, -10],
      [26, 0],
    ]);
    expect(clear(9)).toEqual([]);
  });
});
