import { showOf } from '../../../tests/shows';
import { compareLengths, partEnd, partSeconds } from '../placement';
import * as edits from '.';

it('what was cut down to next to nothing is played backwards within its sound', () => {
  const repeated = edits.repeatPart(showOf([40], 30), { id: 'bed-1', end: 30.0015, join: 0.005, ending: 'stop', fade: 0 });
  expect(repeated.parts[0]!.spans.at(-1)!.to).toBeCloseTo(0.0015, 6);
  const turned = edits.setPlayed(repeated, { ids: ['bed-1'], change: { speed: 0.25, backwards: true } });
  const [first] = turned.parts[0]!.spans;
  expect(first!.to).toBeLessThanOrEqual(120);
  expect(first!.to - first!.from).toBeGreaterThan(0.005);
});

describe('trimming', () => {
  it('moves an edge and leaves what remains in its place', () => {
    const show = edits.trimEdge(showOf([60], 30, { at: 10 }), { id: 'bed-1', edge: 'start', moment: 14 });
    expect(show.parts[0]).toMatchObject({ at: 14, spans: [{ from: 4, to: 30 }] });
    expect(edits.trimEdge(show, { id: 'bed-1', edge: 'start', moment: 0 }).parts[0]).toMatchObject({
      at: 10,
      spans: [{ from: 0, to: 30 }],
    });
  });

  it('takes silence off both ends and keeps the start in the show', () => {
    const show = edits.trimSilence(showOf([60], 30, { at: 5 }), { id: 'bed-1', from: 1.5, to: 28 });
    expect(show.parts[0]).toMatchObject({ at: 5, spans: [{ from: 1.5, to: 28 }] });
  });

  it('goes back to the original', () => {
    const original = showOf([60], 30);
    let show = edits.stopEarly(original, { id: 'bed-1', end: 20, fade: 4 });
    show = edits.setPartGain(show, { ids: ['bed-1'], gain: -9 });
    expect(edits.restorePart(show, { id: 'bed-1' })).toEqual(original);
  });
});

describe('making the lengths agree', () => {
  it('stops early exactly with the show, with a fade over the last seconds', () => {
    const show = edits.stopEarly(showOf([5, 6.5, 7.25], 30), { id: 'bed-1', end: 18.75, fade: 4 });
    expect(compareLengths(show).verdict).toBe('fits');
    expect(partEnd(show.parts[0]!)).toBe(18.75);
    expect(show.parts[0]!.fadeOut.seconds).toBe(4);
  });

  it('lets a part that was stopped run on when the show grows, as far as its sound reaches', () => {
    const stopped = edits.stopEarly(showOf([12], 30), { id: 'bed-1', end: 12, fade: 4 });
    const longer = edits.stopEarly(stopped, { id: 'bed-1', end: 20, fade: 3 });
    expect(longer.parts[0]).toMatchObject({ spans: [{ from: 0, to: 20 }], fadeOut: { seconds: 3 } });
    expect(edits.stopEarly(stopped, { id: 'bed-1', end: 31, fade: 3 })).toBe(stopped);
    const natural = showOf([30], 30);
    expect(edits.stopEarly(natural, { id: 'bed-1', end: 30, fade: 3 })).toBe(natural);
  });

  it('repeats whole passes until the show is full, the last cut or kept whole', () => {
    const short = showOf([40, 60], 30);
    const cut = edits.repeatPart(short, { id: 'bed-1', end: 100, join: 0.01, ending: 'stop', fade: 4 });
    expect(cut.parts[0]!.spans.map((span) => span.to - span.from)).toEqual([30, 30, 30, 10]);
    expect(partSeconds(cut.parts[0]!)).toBe(100);
    expect(cut.parts[0]!.spans.slice(0, -1).every((span) => span.join > 0)).toBe(true);
    const whole = edits.repeatPart(short, { id: 'bed-1', end: 100, join: 0.01, ending: 'whole', fade: 4 });
    expect(partSeconds(whole.parts[0]!)).toBe(120);
  });

  it('repeats a repeated part anew from its single pass', () => {
    const once = edits.repeatPart(showOf([100], 30), { id: 'bed-1', end: 100, join: 0.01, ending: 'stop', fade: 4 });
    const again = edits.repeatPart(once, { id: 'bed-1', end: 70, join: 0.02, ending: 'stop', fade: 2 });
    expect(again.parts[0]!.spans.map((span) => span.to - span.from)).toEqual([30, 30, 10]);
  });
});
