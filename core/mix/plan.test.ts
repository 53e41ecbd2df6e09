import fc from 'fast-check';
import { showOf, withClip } from '../../tests/shows';
import { setOwn, silenceStretch } from '../show/edits';
import { EDGE } from '../level';
import type { Show } from '../show';
import { RATE, framesOf } from '../units';
import { planShow, planSpans } from './plan';

const planned = (spans: { from: number; to: number; join: number }[], source = 10) => planShow(showOf([20], source, { spans })).parts[0]!;

it('rounds every cut from the sum, so that spans lie edge to edge and errors never add up', () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 0.1, max: 0.9, noNaN: true }), { minLength: 1, maxLength: 60 }),
      fc.double({ min: 0, max: 3, noNaN: true }),
      (lengths, at) => {
        const spans = lengths.map((length) => ({ from: 0.5, to: 0.5 + length, join: 0.01 }));
        const part = planShow(showOf([90], 10, { spans, at })).parts[0]!;
        expect(part.start).toBe(framesOf(at));
        part.spans.forEach((span, index) => expect(span.start).toBe(index === 0 ? part.start : part.spans[index - 1]!.end));
        expect(part.end).toBe(framesOf(spans.reduce((sum, span) => sum + span.to - span.from, at)));
      },
    ),
  );
});

describe('a join', () => {
  it('lies in the middle of the cut where both sides have sound beyond it', () => {
    const [left, right] = planned([
      { from: 1, to: 4, join: 0.1 },
      { from: 6, to: 9, join: 0 },
    ]).spans;
    expect([left!.after, left!.out!.frames, right!.before, right!.into]).toEqual([2400, 4800, 2400, left!.out]);
  });

  it('moves to the side that has sound: before the cut at the source’s end, behind it at its start', () => {
    const atEnd = planned([
      { from: 5, to: 10, join: 0.1 },
      { from: 2, to: 5, join: 0 },
    ]).spans;
    expect([atEnd[0]!.after, atEnd[1]!.before]).toEqual([0, 4800]);
    const atStart = planned([
      { from: 1, to: 4, join: 0.1 },
      { from: 0, to: 5, join: 0 },
    ]).spans;
    expect([atStart[0]!.after, atStart[1]!.before]).toEqual([4800, 0]);
  });

  it('is never longer than half of the shorter span, and never meets the next one', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.double({ min: 0, max: 8, noNaN: true }),
            fc.double({ min: 0.06, max: 2, noNaN: true }),
            fc.double({ min: 0, max: 9, noNaN: true }),
          ),
          { minLength: 2, maxLength: 8 },
        ),
        (list) => {
          const part = planned(list.map(([from, length, join]) => ({ from, to: from + length, join })));
          for (const span of part.spans) {
            const [into, out] = [span.into?.frames ?? 0, span.out?.frames ?? 0];
            expect(span.before).toBeLessThanOrEqual(into);
            expect(span.after).toBeLessThanOrEqual(out);
            expect(into - span.before + (out - span.after)).toBeLessThanOrEqual(span.end - span.start + 2);
          }
        },
      ),
    );
  });
});

it('fades a few milliseconds where a part begins or ends inside its sound, and nowhere else', () => {
  const whole = planned([{ from: 0, to: 10, join: 0 }]).envelope;
  expect([whole.up.frames, whole.out.frames]).toEqual([0, 0]);
  const cut = planned([{ from: 1, to: 9, join: 0 }]).envelope;
  expect([cut.up.frames, cut.out.frames]).toEqual([144, 144]);
});

it('closes the show only where something runs over its end', () => {
  expect(planShow(showOf([5], 10)).closing).toBe(144);
  expect(planShow(showOf([10], 10)).closing).toBe(0);
  expect(planSpans('0'.repeat(64), 2.5, [{ from: 0, to: 2.5, join: 0 }])).toMatchObject({ frames: 2.5 * RATE, closing: 0 });
});

describe('the own sound of a clip', () => {
  const show = withClip(showOf([5.0004, 5], 30), 1, 12, { from: 2, hold: 6 });
  const own = (one: typeof show) => planShow(one).parts.find((part) => part.id === 'own-clip');

  it('is planned like any part, to the frame, lead and tail included; the show stays as long as its pictures', () => {
    const cut = setOwn(show, { id: 'clip', change: { lead: 1.5, tail: 0.25, gain: -6 } });
    expect(own(cut)).toMatchObject({ start: framesOf(3.5004), end: framesOf(11.2504), spans: [{ source: 24_000 }] });
    expect(planShow(cut).frames).toBe(planShow(show).frames);
    expect(own(setOwn(show, { id: 'clip', change: { on: false } }))).toBeUndefined();
  });

  it('goes by the lane’s level, mute and solo', () => {
    const lanes = (change: object) => show.lanes.map((lane) => (lane.kind === 'own' ? { ...lane, ...change } : lane));
    expect(own({ ...show, lanes: lanes({ mute: true }) })).toBeUndefined();
    expect(planShow({ ...show, lanes: lanes({ solo: true }) }).parts.map((part) => part.id)).toEqual(['own-clip']);
    const laneOf = (of: Show) => planShow(of).lanes.find(({ id }) => id === own(of)!.lane)!;
    expect(laneOf({ ...show, lanes: lanes({ gain: -6 }) }).level.gain).toBeCloseTo(10 ** (-6 / 20), 9);
  });

  it('has its silent stretches where the film has them, also beside a cut', () => {
    const quiet = silenceStretch(show, { id: 'clip', from: 3, to: 4 });
    expect(own(quiet)!.envelope.quiet).toEqual([{ from: RATE, to: 2 * RATE }]);
    expect(own(silenceStretch(show, { id: 'clip', from: 0, to: 2.5 }))!.envelope.quiet).toEqual([{ from: 0, to: RATE / 2 }]);
    expect(EDGE).toBe(144);
  });
});
