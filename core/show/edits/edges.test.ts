import { narration, withNarrations } from '../../../tests/heard';
import { clipMedia, mediaId, showOf, withClip } from '../../../tests/shows';
import { LIMITS } from '../limits';
import { FIRST_LANES } from '../newShow';
import { partSeconds } from '../placement';
import type { Clip, Part, Show } from '../types';
import { newTreatment } from '../treatments';
import * as edits from '.';

// What edits do where they can do nothing, or only a part of what was asked.

const partOf = (show: Show, id = 'bed-1') => show.parts.find((part) => part.id === id)!;
const clipIn = (show: Show, id = 'clip') => show.pictures.find((one) => one.id === id) as Clip;
const bed = showOf([60], 30);
const filmed = withClip(showOf([5, 5]), 1, 4);

describe('clips', () => {
  it('sounds cross along only where a clip is followed by a clip', () => {
    expect(edits.crossOwnAlong(filmed, { id: 'clip' })).toBe(filmed);
    expect(edits.crossOwnAlong(filmed, { id: 'p1' })).toBe(filmed);
    expect(edits.crossOwnAlong(filmed, { id: 'nobody' })).toBe(filmed);
    const last = withClip(showOf([5]), 1, 4);
    expect(edits.crossOwnAlong(last, { id: 'clip' })).toBe(last);
    expect(edits.moveOwnCut(filmed, { id: 'clip', by: 1 })).toBe(filmed);
    const media = clipMedia(2001, 4);
    const next = { ...clipIn(filmed), id: 'next', media: media.id };
    const two = { ...filmed, media: { ...filmed.media, [media.id]: media }, pictures: filmed.pictures.toSpliced(2, 0, next) };
    const dissolving = edits.setDissolve(two, { ids: ['clip'], seconds: 1.5 });
    const crossed = edits.crossOwnAlong(dissolving, { id: 'clip' });
    expect([clipIn(crossed).own.tail, clipIn(crossed).own.fadeOut.seconds]).toEqual([0, 1.5]);
    expect([clipIn(crossed, 'next').own.lead, clipIn(crossed, 'next').own.fadeUp.seconds]).toEqual([1.5, 1.5]);
  });

  it('near the end of its film a clip goes no faster than leaves it the shortest time on screen', () => {
    const left = 0.2;
    const late = withClip(showOf([5, 5]), 1, 4, { from: 4 - left, hold: left, dissolve: 0 });
    const faster = clipIn(edits.setClipSpeed(late, { id: 'clip', change: { speed: 4 }, apart: false }));
    expect([faster.speed, faster.hold]).toEqual([expect.closeTo(left / LIMITS.hold.least, 9), LIMITS.hold.least]);
    const early = clipIn(edits.setClipSpeed(filmed, { id: 'clip', change: { speed: 99 }, apart: false }));
    expect(early.speed).toBe(LIMITS.speed.most);
  });

  it('what belongs to a clip and would begin before the show loses what lies there, and stays where the clip does not move', () => {
    const laid: Part = { ...narration(3001, 4, 4.5).part, lane: FIRST_LANES.own.id, kind: 'own', clip: 'clip' } as Part;
    const shown = { ...filmed, media: { ...filmed.media, [laid.media]: narration(3001, 4, 4.5).media }, parts: [laid] };
    expect(partOf(edits.renameShow(shown, { title: 'Other' }), laid.id)).toBe(laid);
    const sooner = partOf(edits.setHold(shown, { ids: ['p1'], seconds: 0.3 }), laid.id);
    expect([sooner.at, partSeconds(sooner)]).toEqual([0, expect.closeTo(4 - 0.2, 6)]);
    expect(sooner.spans[0]!.from).toBeCloseTo(0.2, 6);
  });
});

describe('nothing to be done', () => {
  it('leaves the show itself, and traces nothing', () => {
    const traced = edits.movePart.traced(bed, { id: 'bed-1', at: 0 });
    expect(traced).toEqual({ show: bed, forth: [], back: [] });
    expect(traced.show).toBe(bed);
    expect(edits.moveParts(bed, { ids: [], by: 4 })).toBe(bed);
    expect(edits.setTreatments(bed, { of: { parts: ['bed-1'] }, chain: [] })).toBe(bed);
  });

  it('moves together no further than the first and the last of them can', () => {
    const two = edits.copyOn(bed, { ids: ['bed-1'], copies: [['again']], every: 32 });
    const moved = edits.moveParts(two, { ids: ['bed-1', 'again'], by: -5 });
    expect(moved).toBe(two);
    const late = edits.moveParts(two, { ids: ['bed-1', 'again'], by: LIMITS.showSeconds });
    expect([partOf(late).at, partOf(late, 'again').at]).toEqual([LIMITS.showSeconds - 32, LIMITS.showSeconds]);
    expect([edits.moveParts.nameOf({ ids: ['a', 'b'], by: 1 }), edits.movePart.nameOf({ id: 'a', at: 1 })]).toMatchObject([
      { key: 'edit.moveParts', values: { count: 2 } },
      { key: 'edit.moveParts', values: { count: 1 } },
    ]);
  });

  it('copies beyond the longest show are not laid, and pasting pushes only when it is told to', () => {
    const on = edits.copyOn(bed, { ids: ['bed-1'], copies: [['near', 'far']], every: LIMITS.showSeconds });
    expect(on.parts.map(({ id }) => id)).toEqual(['bed-1', 'near']);
    const two = edits.copyOn(bed, { ids: ['bed-1'], copies: [['again']], every: 32 });
    const between = edits.copyOn(two, { ids: ['bed-1'], copies: [['third']], every: 31 });
    expect(partOf(between, 'again').at).toBe(32);
  });
});

describe('a fit', () => {
  const laid = (spans: Part['spans'], speed: number | null = null) =>
    edits.layFit(bed, {
      id: 'bed-1',
      spans,
      speed,
      fade: null,
      spread: null,
      fit: {
        ...{ way: 'weave', to: 'show', made: 11, piece: { from: 0, to: 30 }, near: 'bar', shortest: { of: 'bars', count: 2 } },
        ...{ ending: 'either', meets: [], avoid: [], hold: [], slack: 'pictures', self: false },
      } as Parameters<typeof edits.layFit>[1]['fit'],
    });
  const one = (from: number, to: number) => ({ from, to, join: 0 });

  it('is not laid without a passage, with too many, or beyond its sound; a rounding beyond its end is cut off', () => {
    expect(laid([])).toBe(bed);
    expect(laid([one(0, 30.001)])).toBe(bed);
    expect(laid(Array.from({ length: LIMITS.spans + 1 }, () => one(0, 1)))).toBe(bed);
    expect(partOf(laid([one(0, 30.000_02)])).spans).toEqual([one(0, 30)]);
  });

  it('nudges within its limits, and not at all at its own speed', () => {
    expect(partOf(laid([one(0, 10)], 3)).speed).toBe(LIMITS.nudge.most);
    expect(partOf(laid([one(0, 10)], 1)).speed).toBeUndefined();
    const turned = edits.setPlayed(bed, { ids: ['bed-1'], change: { backwards: true } });
    const again = edits.layFit(turned, {
      ...{ id: 'bed-1', spans: [one(0, 10)], speed: null, fade: 2, spread: null },
      fit: partOf(laid([one(0, 10)])).fit!,
    });
    expect(partOf(again)).toMatchObject({ fadeOut: { seconds: 2 }, pins: [] });
    expect(partOf(again).backwards).toBeUndefined();
  });

  it('keeps no more marks than there is room for, each a copy', () => {
    const many = Array.from({ length: LIMITS.fit.marks + 3 }, (_, i) => ({ from: i * 0.3, to: i * 0.3 + 0.2 }));
    const names = Array.from({ length: LIMITS.fit.marks + 1 }, (_, at) => ({ at, name: 'A' })) as unknown as NonNullable<
      Show['media'][string]['marks']
    >['names'];
    const { marks } = edits.setMarks(bed, { media: mediaId(1000), marks: { keep: many, out: [], names } }).media[mediaId(1000)]!;
    expect(marks!.keep).toHaveLength(LIMITS.fit.marks);
    expect(marks!.names).toHaveLength(LIMITS.fit.marks);
    expect(marks!.names[0]).not.toBe(names[0]);
    expect(() => edits.setMarks(bed, { media: mediaId(9), marks: { keep: [], out: [], names: [] } })).toThrow(RangeError);
  });
});

describe('a loop', () => {
  const loop = { from: 4, to: 8, fold: { lead: 0, tail: 0 } };

  it('is laid at the piece’s own speed, without what was set by hand or fitted; within its sound', () => {
    const pinned = edits.setPins(edits.setPlayed(bed, { ids: ['bed-1'], change: { speed: 2 } }), {
      id: 'bed-1',
      pins: [{ at: 1, gain: -3 }],
    });
    const looped = partOf(edits.layLoop(pinned, { id: 'bed-1', loop, passes: 2, from: -3, to: 99 }));
    expect(looped.speed).toBeUndefined();
    expect(looped.pins).toEqual([]);
    expect(looped.spans[0]!.from).toBe(0);
    expect(Math.max(...looped.spans.map(({ to }) => to))).toBeLessThanOrEqual(30);
    expect(edits.layLoop(bed, { id: 'bed-1', loop, passes: LIMITS.spans + 5, from: 0, to: 30 })).toBe(bed);
    expect(edits.layLoop.nameOf({ id: 'bed-1', loop, passes: 3, from: 0, to: 1 })).toMatchObject({
      key: 'edit.layLoop',
      values: { count: 3 },
    });
  });
});

describe('back to the original', () => {
  it('takes everything away that was done to a part, and leaves it where it begins', () => {
    let show = edits.setPartGain(edits.trimEdge(bed, { id: 'bed-1', edge: 'start', moment: 3 }), { ids: ['bed-1'], gain: -6 });
    show = edits.setPlayed(show, { ids: ['bed-1'], change: { backwards: true } });
    const whole = partOf(edits.restorePart(show, { id: 'bed-1' }));
    expect(whole).toMatchObject({ at: 3, gain: 0, pins: [], quiet: [], spans: [{ from: 0, to: 30, join: 0 }] });
    expect(whole.backwards).toBeUndefined();
  });

  it('a part of a clip is in step again, without what would lie before the show', () => {
    const { part, media } = narration(3001, 8, 1);
    const own = { ...part, lane: FIRST_LANES.own.id, kind: 'own', clip: 'clip', spans: [{ from: 3, to: 6, join: 0 }] } as Part;
    const show = { ...filmed, media: { ...filmed.media, [media.id]: media }, parts: [own] };
    const whole = partOf(edits.restorePart(show, { id: own.id }), own.id);
    expect([whole.at, whole.spans[0]!.from, whole.spans[0]!.to]).toEqual([0, 2, 8]);
  });

  it('a loudness beyond the limits is brought to them', () => {
    const of = (gain: number) => partOf(edits.setPartGain(bed, { ids: ['bed-1'], gain })).gain;
    expect([of(99), of(-999)]).toEqual([LIMITS.gain.most, LIMITS.gain.least]);
  });
});

describe('played otherwise', () => {
  it('a passage of next to nothing at the very end of a sound stays something, whichever way it is played', () => {
    const tiny = showOf([60], 30, { spans: [{ from: 30 - LIMITS.span.least, to: 30, join: 0 }] });
    const turned = partOf(edits.setPlayed(tiny, { ids: ['bed-1'], change: { backwards: true, speed: 4 } }));
    expect(turned.spans[0]!.to - turned.spans[0]!.from).toBeGreaterThan(0);
    expect(turned.spans[0]!.from).toBeGreaterThanOrEqual(0);
  });

  it('turned round, a fold of a cut is turned with it, and pins lie at the same sound', () => {
    const spans = [
      { from: 0, to: 10, join: 0.1, fold: { lead: 0.2, tail: 0.3 } },
      { from: 12, to: 30, join: 0 },
    ] as unknown as Part['spans'];
    const cut = showOf([60], 30, { spans, pins: [{ at: 2, gain: -4 }] });
    const turned = partOf(edits.setPlayed(cut, { ids: ['bed-1'], change: { backwards: true } }));
    expect(turned.spans).toHaveLength(2);
    expect(turned.spans[0]).toMatchObject({ join: 0.1, fold: { lead: 0.3, tail: 0.2 } });
    expect(partSeconds(turned)).toBeCloseTo(28, 9);
    expect(turned.pins).toEqual([{ at: expect.closeTo(26, 9), gain: -4 }]);
    const half = partOf(edits.setPlayed(cut, { ids: ['bed-1'], change: { speed: 0.5 } }));
    expect(half.spans[0]).toMatchObject({ fold: { lead: 0.2, tail: 0.3 } });
    expect(half.pins).toEqual([{ at: expect.closeTo(4, 9), gain: -4 }]);
  });
});

describe('times and treatments', () => {
  it('what is kept keeps its time when the others are spread; clips always do', () => {
    const show = withClip(showOf([5, 5, 5]), 1, 4);
    const spread = edits.spreadPictures(show, { seconds: 40, keep: ['p1'] });
    const holds = spread.pictures.map(({ hold }) => hold);
    expect([holds[0], holds[1]]).toEqual([5, show.pictures[1]!.hold]);
    expect(holds[2]).toBeCloseTo(holds[3]!, 6);
    expect(holds.reduce((sum, one) => sum + one, 0)).toBeCloseTo(40, 6);
    expect(edits.timed(show, ['p3']).map(({ fixed }) => fixed)).toEqual([false, true, false, true]);
  });

  it('clear voice comes first, whatever was put before it; each owner gets its own chain, and an empty one takes it away', () => {
    const said = withNarrations(bed, narration(3001, 10, 2));
    const chain = [newTreatment('tone'), newTreatment('clear')];
    const treated = edits.setTreatments(said, { of: { parts: ['say-3001', 'bed-1'] }, chain });
    for (const id of ['say-3001', 'bed-1']) expect(partOf(treated, id).treatments!.map(({ kind }) => kind)).toEqual(['clear', 'tone']);
    const lane = edits.setTreatments(said, { of: { lane: partOf(said).lane }, chain });
    expect(lane.lanes.find(({ id }) => id === partOf(said).lane)!.treatments).toHaveLength(2);
    const bare = edits.setTreatments(treated, { of: { parts: ['bed-1'] }, chain: [] });
    expect(['treatments' in partOf(bare), 'treatments' in partOf(bare, 'say-3001')]).toEqual([false, true]);
    const own = edits.setTreatments(filmed, { of: { own: 'clip' }, chain });
    expect(clipIn(own).own.treatments).toHaveLength(2);
  });
});

it('a step is called what it does, by its details', () => {
  const none = { id: 'bed-1', ids: ['bed-1'] };
  const { nameOf: cutOff } = edits.removeParts;
  expect(
    [
      edits.trimClip.nameOf({ ...none, edge: 'start', position: 0 }),
      edits.trimClip.nameOf({ ...none, edge: 'end', position: 0 }),
      edits.setOwn.nameOf({ ...none, change: { lead: 1 } }),
      edits.setOwn.nameOf({ ...none, change: {} }),
      cutOff({ ...none, closeUp: true }),
      cutOff({ ...none, closeUp: false }),
      edits.movePart.nameOf({ ...none, at: 0 }),
      edits.moveParts.nameOf({ ...none, by: 0 }),
      edits.setMark.nameOf({ ...none, at: 1 }),
      edits.setMark.nameOf({ ...none, at: 1, name: 'x' }),
      edits.setMark.nameOf({ ...none, name: 'x' }),
      edits.setTreatments.nameOf({ of: { parts: [] }, chain: [] }),
    ].map(({ key }) => key),
  ).toEqual([
    'edit.trimClipStart',
    'edit.trimClipEnd',
    'edit.startAClipsSoundEarlier',
    'edit.changeAClipsSound',
    'edit.removePartsCloseUp',
    'edit.removeParts',
    'edit.moveParts',
    'edit.moveParts',
    'edit.setAMark',
    'edit.setAMark',
    'edit.nameAMark',
    'edit.treatTheSound',
  ]);
});

it('a fitted piece that is cut by hand no longer follows the show', () => {
  const fit = {
    ...{ way: 'weave', to: 'show', made: 30, piece: { from: 0, to: 30 }, near: 'frame', shortest: { of: 'bars', count: 1 } },
    ...{ ending: 'own', meets: [], avoid: [], hold: [], slack: 'leave' },
  } as const;
  const fitted = (self: boolean) => ({ ...bed, parts: [{ ...partOf(bed), fit: { ...fit, self } }] as Show['parts'] });
  const after = (self: boolean) => {
    const part = partOf(edits.stopEarly.traced(fitted(self), { id: 'bed-1', end: 20, fade: 1 }).show);
    return part.kind === 'bed' ? part.fit?.self : null;
  };
  expect([after(true), after(false)]).toEqual([false, false]);
});
