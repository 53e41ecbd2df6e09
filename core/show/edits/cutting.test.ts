import fc from 'fast-check';
import { showOf, soundMedia } from '../../../tests/shows';
import { pinLevel, slicePins } from '../pins';
import { partEnd, partSeconds, partsOn } from '../placement';
import { LIMITS } from '../limits';
import { FIRST_LANES, VOICE_LANE } from '../newShow';
import { loopOf, loopSeconds, passesFor } from '../loop';
import type { Part, Show } from '../types';
import * as edits from '.';

/** A show of 60 s with pieces one after the other: [start, length]. */
function row(...places: readonly (readonly [number, number])[]): Show {
  let show = showOf([60]);
  for (const [index, [at, length]] of places.entries()) {
    const media = soundMedia(index + 1001, 30);
    const part = { ...edits.newPart(`p${index}`, FIRST_LANES.bed, media), at, spans: [{ from: 2, to: 2 + length, join: 0 }] };
    show = edits.layParts(show, { parts: [part], media: [media], instead: [] });
  }
  return show;
}

const places = (show: Show) => partsOn(show, 'bed').map((part) => [part.id, Number(part.at.toFixed(6)), Number(partEnd(part).toFixed(6))]);
const partOf = (show: Show, id: string) => show.parts.find((part) => part.id === id)!;

describe('pieces one after the other', () => {
  it('a gap, an overlap, none: what comes later keeps its distance', () => {
    const show = row([0, 10], [12, 10], [25, 5]);
    expect(places(edits.placeAfter(show, { id: 'p1', gap: -1.5 }))).toEqual([
      ['p0', 0, 10],
      ['p1', 8.5, 18.5],
      ['p2', 21.5, 26.5],
    ]);
    expect(places(edits.placeAfter(show, { id: 'p2', gap: 0 }))[2]).toEqual(['p2', 22, 27]);
    expect(places(edits.shiftLater(show, { id: 'p1', by: -100 }))).toEqual([
      ['p0', 0, 10],
      ['p1', 0, 10],
      ['p2', 13, 18],
    ]);
    expect(edits.gapBefore(show, partOf(show, 'p1'))).toBe(2);
    expect(edits.gapBefore(show, partOf(show, 'p0'))).toBeNull();
  });

  it('in another order, each place keeps its gap', () => {
    const show = edits.reorderPiece(row([1, 10], [12, 8], [19, 5]), { id: 'p2', index: 0 });
    expect(places(show)).toEqual([
      ['p2', 1, 6],
      ['p0', 7, 17],
      ['p1', 16, 24],
    ]);
  });

  it('several move together, none before the start', () => {
    const show = edits.moveParts(row([3, 10], [14, 5]), { ids: ['p0', 'p1'], by: -5 });
    expect(places(show)).toEqual([
      ['p0', 0, 10],
      ['p1', 11, 16],
    ]);
  });
});

describe('cutting', () => {
  it('splits on a whole frame, and the halves hold what the whole held', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 12, noNaN: true }), (moment) => {
        const whole = row([1, 10]);
        const show = edits.splitParts(whole, { ids: [['p0', 'half']], moment });
        const list = partsOn(show, 'bed');
        if (list.length === 1) expect(moment < 1.06 || moment > 10.94).toBe(true);
        else {
          const [left, right] = list as [Part, Part];
          expect(right.at).toBe(partEnd(left));
          expect(right.spans[0]!.from).toBe(left.spans[0]!.to);
          expect(Math.abs(right.at - moment)).toBeLessThanOrEqual(0.5 / 48_000 + 1e-9);
          expect(partSeconds(left) + partSeconds(right)).toBeCloseTo(10, 9);
        }
      }),
      { examples: [[3.291822916666667]] },
    );
  });

  it('leaves a part whole where it crosses with its neighbour: a half would no longer cross, and be heard', () => {
    const show = row([0, 10], [8, 10]);
    for (const id of ['p0', 'p1']) expect(edits.splitParts(show, { ids: [[id, 'half']], moment: 9 })).toBe(show);
    expect(edits.splitParts(show, { ids: [['p0', 'half']], moment: 7.5 }).parts).toHaveLength(3);
  });

  it('slips as far as the source goes; place and length stay', () => {
    const show = row([5, 10]);
    expect(partOf(edits.slipPart(show, { id: 'p0', by: 3 }), 'p0')).toMatchObject({ at: 5, spans: [{ from: 5, to: 15 }] });
    expect(partOf(edits.slipPart(show, { id: 'p0', by: 99 }), 'p0').spans[0]).toMatchObject({ from: 20, to: 30 });
  });

  it('removes a range, closing up or not; a range over several parts and over an end', () => {
    const show = row([0, 10], [10, 10], [22, 5]);
    const range = { ids: ['p0', 'p1'], from: 8, to: 13, halves: ['h0', 'h1'] };
    expect(places(edits.removeRange(show, { ...range, closeUp: false }))).toEqual([
      ['p0', 0, 8],
      ['p1', 13, 20],
      ['p2', 22, 27],
    ]);
    expect(places(edits.removeRange(show, { ...range, closeUp: true }))).toEqual([
      ['p0', 0, 8],
      ['p1', 8, 15],
      ['p2', 17, 22],
    ]);
    const inner = { ids: ['p0'], from: 3, to: 4, halves: ['h0'] };
    expect(places(edits.removeRange(show, { ...inner, closeUp: false })).slice(0, 2)).toEqual([
      ['p0', 0, 3],
      ['h0', 4, 10],
    ]);
    const closed = edits.removeRange(show, { ...inner, closeUp: true });
    expect(partOf(closed, 'p0').spans).toEqual([
      { from: 2, to: 5, join: 0.005 },
      { from: 6, to: 12, join: 0 },
    ]);
    expect(places(closed)[1]).toEqual(['p1', 9, 19]);
  });

  it('lowers a range in one gesture, with slopes outside it; once more adds up; trimming and splitting keep every level', () => {
    const lowered = edits.levelRange(row([10, 20]), { ids: ['p0'], from: 14, to: 18, by: -12, slopes: { into: 0.5, out: 0.5 } });
    const at = (show: Show, id: string, moment: number) => pinLevel(partOf(show, id).pins, moment - partOf(show, id).at);
    expect([12, 13.5, 13.75, 14, 16, 18, 18.25, 18.5, 25].map((moment) => at(lowered, 'p0', moment))).toEqual([
      0, 0, -6, -12, -12, -12, -6, 0, 0,
    ]);
    const twice = edits.levelRange(lowered, { ids: ['p0'], from: 16, to: 30, by: 6, slopes: { into: 0.5, out: 0.5 } });
    expect([15, 16, 17, 29].map((moment) => at(twice, 'p0', moment))).toEqual([-12, -6, -6, 6]);
    const back = edits.levelRange(lowered, { ids: ['p0'], from: 14, to: 18, by: 12, slopes: { into: 0.5, out: 0.5 } });
    expect(partOf(back, 'p0').pins).toEqual([]);
    fc.assert(
      fc.property(fc.double({ min: 10.1, max: 29.9, noNaN: true }), fc.double({ min: 10.1, max: 29.9, noNaN: true }), (cut, moment) => {
        const split = edits.splitParts(twice, { ids: [['p0', 'half']], moment: cut });
        const trimmed = edits.trimEdge(twice, { id: 'p0', edge: 'start', moment: Math.min(cut, 29) });
        expect(at(split, moment < partOf(split, 'half').at ? 'p0' : 'half', moment)).toBeCloseTo(at(twice, 'p0', moment), 6);
        if (moment > cut) expect(at(trimmed, 'p0', moment)).toBeCloseTo(at(twice, 'p0', moment), 6);
      }),
    );
  });

  it('a level at its limit is cut at no more than that', () => {
    // Straight on to its end the line rounds to 12.000000000000002.
    const pins = [
      { at: 0, gain: 12 / 55 },
      { at: 54, gain: 12 },
    ];
    expect(pins[0]!.gain + ((12 - pins[0]!.gain) * 54) / 54).toBeGreaterThan(12);
    expect(slicePins(pins, 0.5, 54).at(-1)).toEqual({ at: 53.5, gain: 12 });
  });

  it('lines up a cut: within a part the passage begins later, touching parts slip, overlapping ones move', () => {
    const closed = edits.removeRange(row([0, 20]), { ids: ['p0'], from: 5, to: 10, halves: ['h'], closeUp: true });
    expect(partOf(edits.shiftJoin(closed, { id: 'p0', index: 0, by: 0.02 }), 'p0').spans[1]).toMatchObject({ from: 12.02, to: 22 });
    // What is briefer than any edit leaves it stays where it is.
    const brief = { ...closed, parts: closed.parts.map((one) => ({ ...one, spans: [one.spans[0]!, { from: 0.01, to: 0.04, join: 0 }] })) };
    expect(partOf(edits.shiftJoin(brief, { id: 'p0', index: 0, by: 0.02 }), 'p0').spans[1]).toMatchObject({ from: 0.01, to: 0.04 });
    const touching = row([0, 10], [10, 10]);
    expect(partOf(edits.shiftJoin(touching, { id: 'p1', index: null, by: 0.02 }), 'p1')).toMatchObject({
      at: 10,
      spans: [{ from: 2.02, to: 12.02 }],
    });
    const over = edits.shiftJoin(row([0, 10], [8, 10], [20, 3]), { id: 'p1', index: null, by: 0.02 });
    expect(places(over)).toEqual([
      ['p0', 0, 10],
      ['p1', 7.98, 17.98],
      ['p2', 19.98, 22.98],
    ]);
  });
});

describe('copies and loops', () => {
  it('pastes with media into another show, and repeats at a distance', () => {
    const from = row([0, 3]);
    const media = Object.values(from.media).filter((one) => one.kind === 'sound');
    const pasted = edits.pasteParts(showOf([9]), { parts: [{ ...partOf(from, 'p0'), id: 'copy', at: 2 }], media });
    expect(places(pasted)).toEqual([['copy', 2, 5]]);
    const again = edits.copyOn(pasted, { ids: ['copy'], copies: [['a', 'b']], every: 4 });
    expect(places(again)).toEqual([
      ['copy', 2, 5],
      ['a', 6, 9],
      ['b', 10, 13],
    ]);
    expect(partOf(edits.repeatTimes(pasted, { id: 'copy', times: 3, join: 0.005 }), 'copy').spans).toHaveLength(3);
  });

  it('pushes on what follows on the lane, where it is told to, and nothing before it', () => {
    const show = row([0, 3], [10, 3], [20, 3]);
    const copy = { ...partOf(show, 'p0'), id: 'copy', at: 10 };
    expect(places(edits.pasteParts(show, { parts: [copy], media: [], push: true }))).toEqual([
      ['p0', 0, 3],
      ['copy', 10, 13],
      ['p1', 13, 16],
      ['p2', 23, 26],
    ]);
    expect(places(edits.copyOn(show, { ids: ['p0'], copies: [['a', 'b']], every: 3, push: true })).slice(-2)).toEqual([
      ['p1', 16, 19],
      ['p2', 26, 29],
    ]);
    expect(places(edits.repeatTimes(show, { id: 'p1', times: 3, join: 0.005, push: true })).map(([, at]) => at)).toEqual([0, 10, 26]);
    expect(places(edits.repeatTimes(show, { id: 'p1', times: 3, join: 0.005 })).map(([, at]) => at)).toEqual([0, 10, 20]);
  });

  it('lays intro, passes and ending, and finds the loop again; the number of passes comes nearest to a wanted length', () => {
    const loop = { from: 4, to: 12, fold: { lead: 0.3, tail: 0.6 } };
    const show = edits.layLoop(row([1, 20]), { id: 'p0', loop, passes: 3, from: 2, to: 22 });
    const part = partOf(show, 'p0');
    expect(part.spans.map(({ from, to }) => [from, to])).toEqual([
      [2, 12],
      [4, 12],
      [4, 22],
    ]);
    expect(partSeconds(part)).toBeCloseTo(loopSeconds(loop, 3, 2, 22), 12);
    expect(loopOf(part)).toEqual({ loop, passes: 3 });
    expect(loopOf(partOf(row([0, 9]), 'p0'))).toBeNull();
    fc.assert(
      fc.property(fc.double({ min: 1, max: 400, noNaN: true }), (wanted) => {
        const passes = passesFor(loop, wanted, 2, 22);
        const miss = Math.abs(loopSeconds(loop, passes, 2, 22) - wanted);
        for (const other of [passes - 1, passes + 1]) {
          if (other >= 1) expect(miss).toBeLessThanOrEqual(Math.abs(loopSeconds(loop, other, 2, 22) - wanted) + 1e-9);
        }
      }),
    );
    const nonsense = row([0, 9]);
    expect(edits.layLoop(nonsense, { id: 'p0', loop: { ...loop, from: 13 }, passes: 2, from: 0, to: 22 })).toBe(nonsense);
  });
});

it('a full show takes as many parts as it has room for: repeating, pasting and splitting more often is no error', () => {
  const show = showOf([30], 20);
  const many = Array.from({ length: LIMITS.parts - 2 }, (_, i) => `copy-${i}`);
  const nearly = edits.copyOn(show, { ids: ['bed-1'], copies: [many], every: 0.5 });
  const full = edits.copyOn(nearly, { ids: ['bed-1'], copies: [['a', 'b', 'c']], every: 1 });
  expect([nearly.parts.length, full.parts.length, full.parts.at(-1)!.id]).toEqual([LIMITS.parts - 1, LIMITS.parts, 'a']);
  const [part] = full.parts;
  for (const same of [
    edits.pasteParts(full, { parts: [{ ...part!, id: 'more' }], media: [] }),
    edits.splitParts(full, { ids: [['bed-1', 'half']], moment: 0.2 }),
    edits.layNarration(full, { id: 'said', lane: VOICE_LANE, at: 0, media: soundMedia(1000, 20), from: 0 }),
  ])
    expect(same.parts).toEqual(full.parts);
});
