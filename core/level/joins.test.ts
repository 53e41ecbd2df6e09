import fc from 'fast-check';
import { showOf, soundMedia } from '../../tests/shows';
import { FIRST_LANES, type BedPart } from '../show';
import { newPart } from '../show/edits';
import { RATE, framesOf } from '../units';
import { EDGE } from './envelope';
import { joinAcross, joinFolded, joinsBetween, type CutEnds } from './joins';
import { laneLevel, partEnvelope } from './part';

const ends = fc.record({
  cut: fc.integer({ min: 0, max: 200_000 }),
  left: fc.record({
    media: fc.constant('l'),
    end: fc.nat(90_000),
    seconds: fc.double({ min: 0.0001, max: 2, noNaN: true }),
    frames: fc.nat(96_000),
  }),
  right: fc.record({ media: fc.constant('r'), from: fc.nat(90_000), seconds: fc.double({ min: 0.0001, max: 2, noNaN: true }) }),
});
const LAW = { law: 'power', bendOut: 0.2, bendIn: -0.1 } as const;

it('a join at a cut is as long as was asked for and half of the shorter span allows, in its middle unless one side has too little beyond it', () => {
  fc.assert(
    fc.property(ends, fc.double({ min: 0, max: 1.5, noNaN: true }), (of, seconds) => {
      const join = joinAcross(of, seconds, LAW);
      const room = Math.floor(Math.min(framesOf(of.left.seconds), framesOf(of.right.seconds)) / 2);
      const frames = Math.min(room, framesOf(seconds));
      if (frames === 0) {
        expect(join).toBeNull();
        return;
      }
      const [ahead, behind] = [of.right.from, Math.max(0, of.left.frames - of.left.end)];
      const { seam } = join!;
      expect(join).toEqual({
        ...LAW,
        frames,
        seam,
        compared: { from: 0, frames },
        start: of.cut - seam,
        left: { media: 'l', source: of.left.end - seam },
        right: { media: 'r', source: of.right.from - seam },
        reaching: true,
      });
      // Behind the cut what went out sounds on, before it what comes in sounds already; where there is too little of both it stays in the middle.
      const middle = frames >> 1;
      if (ahead + behind < frames || (ahead >= middle && behind >= frames - middle)) expect(seam).toBe(middle);
      else expect([ahead, frames - behind]).toContain(seam);
    }),
  );
});

it('a fold reaches as far as was asked for, as its source has sound and as half of what lies there allows, and takes an edge at least', () => {
  const side = { media: 'x', seconds: 1 };
  const fold = (end: number, from: number, lead: number, tail: number) =>
    joinFolded({ cut: 50_000, left: { ...side, end, frames: 96_000 }, right: { ...side, from } } satisfies CutEnds, { lead, tail })!;
  const whole = fold(48_000, 48_000, 0.1, 0.2);
  expect(whole).toMatchObject({ start: 50_000 - 4800, seam: 4800, frames: 14_400, law: 'fold', bendOut: 0, bendIn: 0, reaching: true });
  expect([whole.left.source, whole.right.source]).toEqual([43_200, 43_200]);
  const shape = ({ seam, frames }: { seam: number; frames: number }) => [seam, frames - seam];
  expect(shape(fold(48_000, 48_000, 0, 0))).toEqual([EDGE, EDGE]);
  expect(shape(fold(48_000, 48_000, 2, 2))).toEqual([24_000, 24_000]);
  expect(shape(fold(95_000, 30, 2, 2))).toEqual([30, 1000]);
  expect(shape(fold(97_000, 480, 2, 2))).toEqual([480, 0]);
});

/** A piece of two spans from 0 to 7 s, and another of its lane from `at`, whose first span is `first` seconds long. */
function twoPieces(at: number, first: number) {
  const media = soundMedia(1001, 12);
  const show = showOf([20], 10, {
    spans: [
      { from: 0, to: 4, join: 0.01 },
      { from: 6, to: 9, join: 0 },
    ],
  });
  const second = newPart('second', FIRST_LANES.bed, media) as BedPart;
  const spans = [
    { from: 1, to: 1 + first, join: 0.01 },
    { from: 5, to: 10, join: 0 },
  ];
  const cross = { law: 'even', bendOut: 0.5, bendIn: -0.5, seconds: 0.1 } as const;
  return { ...show, media: { ...show.media, [media.id]: media }, parts: [...show.parts, { ...second, at, spans, cross }] };
}

it('where two pieces overlap they cross over all of it, and are compared where each plays one passage', () => {
  const show = twoPieces(5.5, 0.5);
  const joins = joinsBetween(show);
  const { out } = joins.get('bed-1')!;
  expect(out).toEqual({
    start: 5.5 * RATE,
    frames: 1.5 * RATE,
    seam: 0,
    law: 'even',
    bendOut: 0.5,
    bendIn: -0.5,
    compared: { from: 0, frames: 0.5 * RATE },
    left: { media: show.parts[0]!.media, source: 7.5 * RATE },
    right: { media: show.parts[1]!.media, source: RATE },
    reaching: false,
  });
  expect(joins.get('bed-1')!.into).toBeUndefined();
  expect(joins.get('second')).toEqual({ into: out });
  expect(joinsBetween(show)).toBe(joins);
  const compared = (at: number, first: number) => joinsBetween(twoPieces(at, first)).get('second')!.into!.compared;
  expect(compared(3.5, 3)).toEqual({ from: 0.5 * RATE, frames: 2.5 * RATE });
  expect(compared(3.5, 4)).toEqual({ from: 0.5 * RATE, frames: 3 * RATE });
  expect(compared(3.5, 0.25)).toEqual({ from: 0.5 * RATE, frames: 0 });
});

it('where two pieces touch they cross at the cut; each piece knows the one before it and the one after it', () => {
  const show = twoPieces(7, 1);
  const third = { ...(newPart('third', FIRST_LANES.bed, soundMedia(1001, 12)) as BedPart), at: 12 };
  const joins = joinsBetween({ ...show, parts: [...show.parts, third] });
  const { into, out } = joins.get('second')!;
  expect(into).toMatchObject({ start: 7 * RATE - 2400, frames: 4800, seam: 2400, law: 'even', reaching: true });
  expect([into!.left.source, into!.right.source]).toEqual([9 * RATE - 2400, RATE - 2400]);
  expect([joins.get('bed-1')!.out, joins.get('third')!.into]).toEqual([into, out]);
  expect(out!.start).toBe(12 * RATE);
});

it('the level of a part: its fades or an edge where it is cut, its silences wherever it plays them, pins and lane from its own start', () => {
  const fade = { seconds: 1, bend: 0.5 };
  const spans = [
    { from: 2, to: 5, join: 0 },
    { from: 1, to: 3, join: 0 },
  ];
  const change: Partial<BedPart> = { at: 2, spans, gain: -6, fadeOut: fade, quiet: [{ from: 2.5, to: 3.5 }], pins: [{ at: 1, gain: -3 }] };
  const part = showOf([20], 10, change).parts[0]!;
  const envelope = partEnvelope(part, { gain: -6, pins: [{ at: 3, gain: -9 }] }, 10);
  expect(envelope).toMatchObject({
    length: 5 * RATE,
    up: { frames: EDGE, bend: 0 },
    out: { frames: RATE, bend: 0.5 },
    quiet: [
      { from: 0.5 * RATE, to: 1.5 * RATE },
      { from: 4.5 * RATE, to: 5 * RATE },
    ],
    pins: [{ at: RATE, gain: -3 }],
    dips: [],
  });
  expect(envelope.gain).toBeCloseTo(10 ** (-6 / 20), 9);
  expect(envelope.lane.gain).toBeCloseTo(10 ** (-6 / 20), 9);
  expect(envelope.lane.ride).toEqual([{ at: RATE, gain: -9 }]);
  expect(partEnvelope(part, null, 10).lane).toEqual({ gain: 1, ride: [] });
  expect(laneLevel({ gain: 0 })).toEqual({ gain: 1, ride: [] });
  // Nothing is cut where a sound is played from its start to its end; a crossing takes the place of a fade.
  const whole = partEnvelope({ ...part, spans: [{ from: 0, to: 10, join: 0 }], quiet: [], fadeOut: { seconds: 0, bend: 0 } }, null, 10);
  expect([whole.up.frames, whole.out.frames, whole.quiet]).toEqual([0, 0, []]);
  const cut = partEnvelope({ ...part, spans: [{ from: 0, to: 9, join: 0 }], fadeOut: { seconds: 0.001, bend: 1 } }, null, 10);
  expect([cut.up.frames, cut.out]).toEqual([0, { frames: EDGE, bend: 0 }]);
  const { into, out } = {
    into: joinsBetween(twoPieces(5.5, 1)).get('second')!.into!,
    out: joinsBetween(twoPieces(5.5, 1)).get('bed-1')!.out!,
  };
  const crossed = partEnvelope(part, null, 10, { into, out }, [{ at: 7, gain: -1 }]);
  expect([crossed.up.frames, crossed.out.frames, crossed.dips]).toEqual([0, 0, [{ at: 7, gain: -1 }]]);
  // Played backwards the silences lie the other way around.
  const back = partEnvelope({ ...part, backwards: true, spans: [{ from: 0, to: 10, join: 0 }] }, null, 10);
  expect(back.quiet).toEqual([{ from: 6.5 * RATE, to: 7.5 * RATE }]);
});
