import fc from 'fast-check';
import { keepsItsWord, type Change } from '../../../tests/contract';
import { narration, withNarrations } from '../../../tests/heard';
import { showOf, soundMedia } from '../../../tests/shows';
import { perform, type History } from '../history';
import { firstDips } from '../newShow';
import { partEnd, partSeconds } from '../placement';
import { laneName } from '../lanes';
import { pinLevel } from '../pins';
import type { Show, VoicePart } from '../types';
import * as edits from '.';

const spoken = (number: number, seconds: number, at: number, change: Partial<VoicePart> = {}) =>
  narration(3000 + number, seconds, at, change);
const base = withNarrations(showOf([40], 60), spoken(1, 8, 2), spoken(2, 5, 14));
const part = (show: Show, id = 'say-3001') => show.parts.find((one) => one.id === id)!;
const media = (number: number, seconds: number) => ({ ...soundMedia(3000 + number, seconds), channels: 1 });

const wild = fc.double({ min: -90, max: 400, noNaN: true });
const name = (h: History, what: string) => `${what}-${h.past.length}-${h.show.parts.length}-${h.show.lines.length}`;

/** Edits of narrations, lanes, lines, dips and pins, with any details a person could give. */
const change: fc.Arbitrary<Change> = fc.tuple(fc.nat(17), fc.nat(), wild, wild).map(([kind, n, a, b]): Change => (h) => {
  const { show } = h;
  const one = show.parts[n % Math.max(1, show.parts.length)];
  const lanes = show.lanes.filter((lane) => lane.kind === 'voice');
  const lane = lanes[n % lanes.length]!.id;
  if (!one) return perform(h, edits.layNarration, { id: name(h, 'again'), lane, at: a, media: media(7, 6), from: b });
  const { id } = one;
  const [low, high] = [Math.min(a, b), Math.max(a, b)];
  switch (kind) {
    case 0:
      return perform(h, edits.addLane, { id: name(h, 'lane'), kind: 'voice', title: 'x'.repeat(n % 200) });
    case 1:
      return perform(h, edits.setLane, { id: lane, change: { title: ' ', gain: a, pan: b, mute: n % 2 === 0, solo: n % 3 === 0 } });
    case 2:
      return perform(h, edits.removeLane, { id: lane });
    case 3:
      return perform(h, edits.toLane, { ids: [id], lane });
    case 4:
      return perform(h, edits.muteParts, { ids: [id], mute: n % 2 === 0 });
    case 5:
      return perform(h, edits.setWords, { id, words: 'word '.repeat(n % 2000) });
    case 6:
      return perform(h, edits.addLine, { line: { id: name(h, 'line'), lane, at: a, words: 'w' } });
    case 7: {
      const line = show.lines[n % Math.max(1, show.lines.length)];
      if (!line) return h;
      if (n % 3 === 0) return perform(h, edits.removeLine, { id: line.id });
      return n % 3 === 1
        ? perform(h, edits.setLine, { id: line.id, change: { at: a, lane } })
        : perform(h, edits.layNarration, { id: name(h, 'said'), lane, at: a, media: media(8, 4), from: b, line: line.id });
    }
    case 8:
      return perform(h, edits.addTake, { id, media: media(4 + (n % 3), 3 + (n % 5)), from: a });
    case 9:
      return perform(h, n % 2 ? edits.takeInUse : edits.dropTake, { id, number: 1 + (n % 4) });
    case 10:
      return perform(h, edits.shortenPauses, { id, pauses: [{ from: Math.max(0, low), to: Math.max(0.1, high) }], keep: (n % 10) / 10 });
    case 11:
      return perform(h, edits.spaceParts, { ids: show.parts.slice(0, 3).map((each) => each.id), gap: a });
    case 12:
      return perform(h, edits.setDips, {
        change: {
          depth: n % 2 ? { by: 'fixed', gain: a } : { by: 'clear', margin: b },
          down: a,
          up: b,
          lead: a,
          bridge: b,
          raise: n % 3 ? { gain: a, after: b } : null,
        },
      });
    case 13:
      return perform(h, edits.setPartDip, { ids: [id], change: n % 4 ? { on: n % 2 === 0, by: a, ...(n % 3 ? { down: b } : {}) } : null });
    case 14:
      return perform(h, edits.setPins, { id, pins: [...one.pins, { at: a, gain: b }] });
    case 15:
      return n % 2
        ? perform(h, edits.shiftSomePins, { id, which: [0, n % 5], by: a / 50, gain: b })
        : perform(h, edits.removePins, { id, which: [n % 3] });
    case 16:
      return one.undipped ? perform(h, edits.pinsToDips, { id }) : perform(h, edits.dipsToPins, { id, pins: [{ at: a, gain: b }] });
    default:
      return n % 2
        ? perform(h, edits.setTold, { media: one.media, speech: [{ from: low, to: high }], none: [] })
        : perform(h, edits.splitAtMoments, {
            id,
            moments: [one.at + 1, one.at + 2.5],
            halves: [`${name(h, 'half')}a`, `${name(h, 'half')}b`],
          });
  }
});

it('keeps the show valid under any edits of the voice, and undo and redo lead there and back byte for byte', () => {
  keepsItsWord(base, change, 25);
});

describe('takes', () => {
  it('a new one stands where the old one did; the old one is kept as it was and comes back', () => {
    const trimmed = edits.trimSource(base, { id: 'say-3001', edge: 'start', position: 1 });
    const again = edits.addTake(trimmed, { id: 'say-3001', media: media(5, 4), from: 0.2 });
    expect(part(again)).toMatchObject({ at: 2, take: 2, media: media(5, 4).id, spans: [{ from: 0.2, to: 4 }] });
    expect(part(again).takes).toMatchObject([{ number: 1, spans: [{ from: 1, to: 8 }] }]);
    const third = edits.addTake(again, { id: 'say-3001', media: media(6, 3), from: 0 });
    const first = edits.takeInUse(third, { id: 'say-3001', number: 1 });
    expect(part(first)).toMatchObject({ at: 2, take: 1, spans: part(trimmed).spans, media: part(trimmed).media });
    expect(part(first).takes!.map((take) => take.number)).toEqual([2, 3]);
    const dropped = edits.dropTake(first, { id: 'say-3001', number: 2 });
    expect(part(dropped).takes!.map((take) => take.number)).toEqual([3]);
    // What is in use cannot be dropped.
    expect(edits.dropTake(dropped, { id: 'say-3001', number: 1 })).toBe(dropped);
  });
});

describe('pauses', () => {
  it('are shortened to what is wanted, and what follows comes up', () => {
    const show = edits.shortenPauses(base, { id: 'say-3001', pauses: [{ from: 2, to: 4 }, { from: 5, to: 5.2 }], keep: 0.4 }); // prettier-ignore
    expect(partSeconds(part(show))).toBeCloseTo(8 - 1.6, 9);
    expect(part(show).spans.map(({ from, to }) => [from, to])).toEqual([
      [0, 2.2],
      [3.8, 8],
    ]);
    expect(part(show).spans[0]!.join).toBeGreaterThan(0);
  });

  it('are cut out whole; at the ends of a narration nothing of them stays beyond what is wanted', () => {
    const show = edits.shortenPauses(base, {
      id: 'say-3001',
      pauses: [
        { from: 0, to: 1 },
        { from: 3, to: 4 },
        { from: 7, to: 8 },
      ],
      keep: 0,
    });
    expect(part(show).spans.map(({ from, to }) => [from, to])).toEqual([
      [1, 3],
      [4, 7],
    ]);
  });

  it('split a narration into pieces that go on sample for sample', () => {
    const show = edits.splitAtMoments(base, { id: 'say-3001', moments: [4, 7], halves: ['b', 'c'] });
    expect(['say-3001', 'b', 'c'].map((id) => [part(show, id).at, partEnd(part(show, id))])).toEqual([
      [2, 4],
      [4, 7],
      [7, 10],
    ]);
  });

  it('gaps between narrations of a lane are set and closed, each lane for itself', () => {
    const show = edits.spaceParts(base, { ids: ['say-3001', 'say-3002'], gap: 1.5 });
    expect(part(show, 'say-3002').at).toBe(11.5);
    expect(part(edits.spaceParts(show, { ids: ['say-3001', 'say-3002'], gap: 0 }), 'say-3002').at).toBe(10);
  });
});

describe('speakers and lines', () => {
  it('what lies on a lane that is removed goes to the first; the last lane stays', () => {
    let show = edits.addLane(base, { id: 'other', kind: 'voice', title: ' Grandma ' });
    expect(show.lanes.map((lane) => laneName(lane, ({ key }) => key))).toEqual([
      'lanes.bed',
      'lanes.voice',
      'Grandma',
      'lanes.own',
      'lanes.spot',
    ]);
    expect(laneName({ kind: 'voice', title: 'Voice' }, () => 'Stimme')).toBe('Stimme');
    show = edits.toLane(show, { ids: ['say-3001'], lane: 'other' });
    show = edits.addLine(show, { line: { id: 'line', lane: 'other', at: 20, words: 'And then' } });
    show = edits.removeLane(show, { id: 'other' });
    expect([part(show).lane, show.lines[0]!.lane]).toEqual(['voice', 'voice']);
    expect(edits.removeLane(show, { id: 'voice' })).toBe(show);
    // A narration is no piece of the bed.
    expect(part(edits.toLane(show, { ids: ['say-3001'], lane: 'bed' })).lane).toBe('voice');
  });

  it('a line that is recorded becomes a narration with its words, where it was written', () => {
    let show = edits.addLine(base, { line: { id: 'line', lane: 'voice', at: 20, words: 'And then it rained.' } });
    show = edits.layNarration(show, { id: 'new', lane: 'voice', at: 20, media: media(9, 3), from: 0.12, line: 'line' });
    expect(show.lines).toEqual([]);
    expect(part(show, 'new')).toMatchObject({ at: 20, words: 'And then it rained.', spans: [{ from: 0.12, to: 3 }] });
  });
});

describe('pins', () => {
  it('taken over from the dips and given back, a part is what it was', () => {
    const pinned = edits.setPins(base, { id: 'bed-1', pins: [{ at: 3, gain: -2 }] });
    const taken = edits.dipsToPins(pinned, { id: 'bed-1', pins: [{ at: 1, gain: 0 }, { at: 2, gain: -12 }] }); // prettier-ignore
    expect(pinLevel(part(taken, 'bed-1').pins, 2)).toBe(-12);
    expect(part(edits.pinsToDips(taken, { id: 'bed-1' }), 'bed-1')).toEqual({ ...part(pinned, 'bed-1'), undipped: undefined });
  });

  it('several move together and stay within their part', () => {
    const pinned = edits.setPins(base, { id: 'bed-1', pins: [{ at: 2, gain: -6 }, { at: 1, gain: 0 }] }); // prettier-ignore
    const moved = edits.shiftSomePins(pinned, { id: 'bed-1', which: [0, 1], by: 59.5, gain: -80 });
    expect(part(moved, 'bed-1').pins).toEqual([
      { at: 60, gain: -60 },
      { at: 60, gain: -60 },
    ]);
    expect(part(edits.removePins(pinned, { id: 'bed-1', which: [0] }), 'bed-1').pins).toEqual([{ at: 2, gain: -6 }]);
  });
});

it('gives the rules of a show back as they were where a change is taken back', () => {
  const change = { depth: { by: 'clear', margin: 20 } as const, raise: { gain: 3, after: 4 } };
  const set = edits.setDips(base, { change });
  expect(set.dips).toEqual({ ...firstDips(), ...change });
  expect(edits.setDips(set, { change: { depth: { by: 'fixed', gain: 5 } } }).dips.depth).toEqual({ by: 'fixed', gain: 0 });
});
