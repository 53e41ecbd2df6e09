import { mediaId, showOf } from '../../../tests/shows';
import { planShow } from '../../mix';
import { RATE } from '../../units';
import { faultOf, perform, readShow, showSeconds, soundOfKey, soundSeconds, startHistory, undo, type Fitted } from '..';
import {
  layFit,
  pasteParts,
  refitDue,
  removeRange,
  restorePart,
  setHold,
  setMarks,
  setPartGain,
  setRefit,
  splitParts,
  stopEarly,
  trimEdge,
  type LaidFit,
} from '.';

const FIT: Fitted = {
  way: 'weave',
  to: 'show',
  made: 11,
  piece: { from: 0, to: 30 },
  near: 'bar',
  shortest: { of: 'bars', count: 2 },
  ending: 'either',
  meets: [],
  avoid: [],
  hold: [],
  slack: 'pictures',
  self: false,
};
const LAID: LaidFit = {
  id: 'bed-1',
  spans: [
    { from: 0, to: 6, join: 0.05 },
    { from: 25, to: 30, join: 0 },
  ],
  speed: null,
  fade: null,
  fit: FIT,
  spread: null,
};
const show = showOf([5, 6], 30);

it('lays a fit in one step, remembers what it was asked for, and undoes byte for byte', () => {
  const before = startHistory(show);
  const after = perform(before, layFit, LAID);
  expect(after.show.parts[0]).toMatchObject({ spans: LAID.spans, fit: FIT });
  expect(readShow(JSON.parse(JSON.stringify(after.show)))).toEqual(after.show);
  expect(JSON.stringify(undo(after).show)).toBe(JSON.stringify(show));
  expect(restorePart(after.show, { id: 'bed-1' }).parts[0]!.fit).toBeUndefined();
});

it('plays a nudged part at its speed, exactly as long as it says, and trims it in heard seconds', () => {
  const speed = 1.03;
  const heard = soundSeconds(show, { media: show.parts[0]!.media, speed });
  const nudged = layFit(show, { ...LAID, speed, spans: [{ from: 0, to: heard, join: 0 }], fit: { ...FIT, way: 'nudge' } });
  expect(heard).toBeCloseTo(4 + 26 / speed, 3);
  expect(faultOf(nudged)).toBeNull();
  const [part] = planShow(nudged).parts;
  expect(soundOfKey(part!.media)).toEqual({ media: mediaId(1000), recipe: { speed, treatments: [] } });
  expect(part!.end).toBe(Math.round(heard * RATE));
  const trimmed = trimEdge(nudged, { id: 'bed-1', edge: 'end', moment: 20 });
  expect(faultOf(trimmed)).toBeNull();
  // A part may not play past the end of its sound at that speed.
  expect(layFit(show, { ...LAID, speed, spans: [{ from: 0, to: 30, join: 0 }] })).toBe(show);
});

it('lets the pictures take up what is left, and says by how much a fit is due when the show changes', () => {
  const spread = layFit(show, { ...LAID, fit: { ...FIT, made: 11.5 }, spread: 11.5 });
  expect(showSeconds(spread)).toBeCloseTo(11.5, 6);
  expect(refitDue(spread, spread.parts[0]!)).toBeNull();
  const longer = setHold(spread, { ids: 'all', seconds: 7 });
  expect(refitDue(longer, longer.parts[0]!)).toBeCloseTo(2.5, 6);
  const fixed = layFit(show, { ...LAID, fit: { ...FIT, to: 30 } });
  expect(refitDue(fixed, fixed.parts[0]!)).toBeNull();
  expect(setRefit(spread, { id: 'bed-1', self: true }).parts[0]!.fit!.self).toBe(true);
});

it('keeps marks within the piece, and drops what is no passage', () => {
  const media = show.parts[0]!.media;
  const marked = setMarks(show, {
    media,
    marks: {
      keep: [
        { from: 20, to: 99 },
        { from: 5, to: 5 },
      ],
      out: [],
      names: [{ at: 0, name: 'Opening' }],
    },
  });
  expect(marked.media[media]!.marks).toEqual({ keep: [{ from: 20, to: 30 }], out: [], names: [{ at: 0, name: 'Opening' }] });
  expect(faultOf(marked)).toBeNull();
});

it('cut, trimmed or copied by hand, a woven piece no longer follows the show by itself, and a second half was never fitted', () => {
  const follows = layFit(show, { ...LAID, fit: { ...FIT, self: true } });
  const split = splitParts(follows, { ids: [['bed-1', 'half']], moment: 4 });
  expect(split.parts.map(({ id, fit }) => [id, fit?.self])).toEqual([
    ['bed-1', false],
    ['half', undefined],
  ]);
  const hands = [
    trimEdge(follows, { id: 'bed-1', edge: 'start', moment: 1 }),
    trimEdge(follows, { id: 'bed-1', edge: 'end', moment: 9 }),
    removeRange(follows, { ids: ['bed-1'], halves: ['half'], from: 2, to: 4, closeUp: true }),
    stopEarly(follows, { id: 'bed-1', end: 8, fade: 2 }),
  ];
  for (const changed of hands) expect(changed.parts[0]!.fit?.self).toBe(false);
  const [copy] = pasteParts(follows, { parts: [{ ...follows.parts[0]!, id: 'copy', at: 3 }], media: [] }).parts.slice(-1);
  expect([copy!.id, copy!.fit?.self]).toEqual(['copy', false]);
  // What only changes its level, or where it lies, is as it was fitted.
  expect(setPartGain(follows, { ids: ['bed-1'], gain: -3 }).parts[0]!.fit?.self).toBe(true);
});
