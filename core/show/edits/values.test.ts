import { narration, withNarrations } from '../../../tests/heard';
import { mediaId, photoMedia, showOf, withClip } from '../../../tests/shows';
import { LIMITS } from '../limits';
import { partSeconds } from '../placement';
import type { Clip, Part, Show } from '../types';
import * as edits from '.';

// What edits make of the values they are given: the right ones are kept as they are, those that are too large are brought to their limit.

const partOf = (show: Show, id = 'bed-1') => show.parts.find((part) => part.id === id)!;
const clipIn = (show: Show, id: string) => show.pictures.find((one) => one.id === id) as Clip;
const BED = mediaId(1000);
const bed = showOf([60], 30);

describe('a piece of music', () => {
  it('has a beat that somebody tells, in whole beats within what there is, or none', () => {
    const told = edits.setGrid(bed, { media: BED, grid: { tempo: 90, beats: 3.4, downbeat: 0.25 } });
    expect(told.media[BED]!.grid).toEqual({ tempo: 90, beats: 3, downbeat: 0.25 });
    const wild = edits.setGrid(bed, { media: BED, grid: { tempo: 9_000, beats: 400, downbeat: -1 } });
    expect(wild.media[BED]!.grid).toEqual({ tempo: LIMITS.grid.fastest, beats: LIMITS.grid.most, downbeat: 0 });
    expect(edits.setGrid(told, { media: BED, grid: null }).media[BED]!.grid).toBeUndefined();
    expect(edits.setGrid(bed, { media: BED, grid: null })).toBe(bed);
    expect(() => edits.setGrid(bed, { media: mediaId(9), grid: null })).toThrow(RangeError);
  });

  it('has passages that are kept whole or left out within it, none shorter than the shortest; sections keep their names', () => {
    const names = [{ at: 3, name: 'Verse' }] as unknown as NonNullable<Show['media'][string]['marks']>['names'];
    const keep = [
      { from: -4, to: 5 },
      { from: 8, to: 8 + LIMITS.span.least / 2 },
      { from: 28, to: 99 },
    ];
    const { marks } = edits.setMarks(bed, { media: BED, marks: { keep, out: [{ from: 10, to: 12 }], names } }).media[BED]!;
    expect(marks).toEqual({
      keep: [
        { from: 0, to: 5 },
        { from: 28, to: 30 },
      ],
      out: [{ from: 10, to: 12 }],
      names,
    });
  });

  it('stops early with a fade where its sound reaches; one that ends right there stays as it is', () => {
    const stopped = partOf(edits.stopEarly(bed, { id: 'bed-1', end: 20, fade: 3 }));
    expect([partSeconds(stopped), stopped.fadeOut.seconds]).toEqual([20, 3]);
    // Cut before, it runs on to there.
    const cut = edits.trimEdge(bed, { id: 'bed-1', edge: 'end', moment: 10 });
    const longer = partOf(edits.stopEarly(cut, { id: 'bed-1', end: 15, fade: 2 }));
    expect([partSeconds(longer), longer.fadeOut.seconds]).toEqual([15, 2]);
    for (const end of [30, 31, 0]) expect(edits.stopEarly(bed, { id: 'bed-1', end, fade: 3 })).toBe(bed);
  });

  it('played at another speed it goes on as it was turned; pitch and direction are told from speed', () => {
    const turned = edits.setPlayed(bed, { ids: ['bed-1'], change: { backwards: true } });
    const both = partOf(edits.setPlayed(turned, { ids: ['bed-1'], change: { speed: 2 } }));
    expect([both.backwards, both.speed, partSeconds(both)]).toEqual([true, 2, 15]);
    expect(partOf(edits.setPlayed(turned, { ids: ['bed-1'], change: { backwards: false } })).backwards).toBeUndefined();
    const split = edits.splitParts(bed, { ids: [['bed-1', 'half']], moment: 10 });
    const [first] = partOf(edits.setPlayed(split, { ids: ['bed-1'], change: { speed: 2 } })).spans;
    expect([first!.from, first!.to]).toEqual([0, 5]);
    const names = [{ backwards: true }, { pitch: 2 }, { speed: 2 }].map((change) => edits.setPlayed.nameOf({ ids: [], change }).key);
    expect(names).toEqual(['edit.playBackwards', 'edit.changeThePitch', 'edit.changeTheSpeed']);
  });

  it('crosses a cut for as long as it is told within the limits; where no cut is that is said', () => {
    const spans = [
      { from: 0, to: 5, join: 0.02 },
      { from: 8, to: 20, join: 0 },
    ];
    const cut = showOf([60], 30, { spans });
    const joined = (seconds: number) => partOf(edits.setJoin(cut, { id: 'bed-1', index: 0, seconds })).spans.map(({ join }) => join);
    expect([joined(0.04), joined(99)]).toEqual([
      [0.04, 0],
      [LIMITS.join.most, 0],
    ]);
    expect(() => edits.setJoin(bed, { id: 'bed-1', index: 7, seconds: 0.1 })).toThrow(/no span 7/);
  });
});

describe('pieces beside one another', () => {
  const two = edits.copyOn(bed, { ids: ['bed-1'], copies: [['again']], every: 32 });

  it('a gap, an overlap and none have names of their own', () => {
    const named = (gap: number) => edits.placeAfter.nameOf({ id: 'again', gap }).key;
    expect([-1, 1, 0].map(named)).toEqual(['edit.overlapTwoPieces', 'edit.setAGap', 'edit.closeUp']);
    expect(edits.placeAfter(two, { id: 'again', gap: 2 })).toBe(two);
    expect(edits.placeAfter(two, { id: 'bed-1', gap: 2 })).toBe(two);
  });

  it('what is pasted with a push moves what follows by its length, and without one nothing', () => {
    const part = { ...partOf(two), id: 'new', at: 31, spans: [{ from: 0, to: 4, join: 0 }] } as Part;
    expect(partOf(edits.pasteParts(two, { parts: [part], media: [] }), 'again').at).toBe(32);
    const pushed = edits.pasteParts(two, { parts: [part], media: [], push: true });
    expect([partOf(pushed, 'new').at, partOf(pushed, 'again').at, partOf(pushed).at]).toEqual([31, 36, 0]);
    const on = edits.copyOn(two, { ids: ['bed-1'], copies: [['third']], every: 30, push: true });
    expect([partOf(on, 'third').at, partOf(on, 'again').at]).toEqual([30, 62]);
  });
});

describe('narrations', () => {
  const said = withNarrations(bed, narration(3001, 10, 2), narration(3002, 5, 14), narration(3003, 5, 25));
  const VOICE = mediaId(3001);

  it('a dip is switched off, deepened within its limits, and goes back to what all have; the bed has none', () => {
    const set = (change: Parameters<typeof edits.setPartDip>[1]['change'], show = said) =>
      edits.setPartDip(show, { ids: ['say-3001', 'bed-1'], change });
    const off = set({ on: false });
    expect(partOf(off, 'say-3001')).toMatchObject({ dip: { on: false, by: 0 } });
    expect(partOf(set({ by: -3 }, off), 'say-3001')).toMatchObject({ dip: { on: false, by: -3 } });
    expect(partOf(set({ by: -300 }), 'say-3001')).toMatchObject({ dip: { on: true, by: -LIMITS.dip.by } });
    expect('dip' in partOf(off)).toBe(false);
    expect(partOf(set(null, off), 'say-3001')).toMatchObject({ dip: undefined });
    expect(set(null)).toBe(said);
    expect([{ on: false }, { by: 1 }, null].map((change) => edits.setPartDip.nameOf({ ids: [], change }).key)).toEqual([
      'edit.noDip',
      'edit.changeADip',
      'edit.changeADip',
    ]);
  });

  it('what is told of a recording lies within it; where nothing is told any more nothing is kept', () => {
    const told = edits.setTold(said, {
      media: VOICE,
      speech: [
        { from: -1, to: 2 },
        { from: 8, to: 99 },
      ],
      none: [
        { from: 3, to: 4 },
        { from: 11, to: 12 },
      ],
    });
    expect(told.media[VOICE]!.told).toEqual({
      speech: [
        { from: 0, to: 2 },
        { from: 8, to: 10 },
      ],
      none: [{ from: 3, to: 4 }],
    });
    expect(edits.setTold(told, { media: VOICE, speech: [], none: [] }).media[VOICE]!.told).toBeUndefined();
    expect(() => edits.setTold(said, { media: mediaId(9), speech: [], none: [] })).toThrow(RangeError);
  });

  it('shortened pauses take what lies behind them along, pins too', () => {
    const pins = [
      { at: 1, gain: -1 },
      { at: 6, gain: -8 },
      { at: 9, gain: -2 },
    ];
    const pinned = edits.setPins(said, { id: 'say-3001', pins });
    const short = partOf(
      edits.shortenPauses(pinned, {
        id: 'say-3001',
        pauses: [
          { from: 3, to: 5 },
          { from: 7, to: 8.5 },
        ],
        keep: 0.5,
      }),
      'say-3001',
    );
    expect(partSeconds(short)).toBeCloseTo(10 - 1.5 - 1, 9);
    const [first, second, third] = short.spans;
    for (const [have, want] of [
      [first!.to, 3.25],
      [second!.from, 4.75],
      [second!.to, 7.25],
      [third!.from, 8.25],
    ] as const)
      expect(have).toBeCloseTo(want, 9);
    for (const [i, at] of [1, 4.5, 6.5].entries()) expect(short.pins).toContainEqual({ at: expect.closeTo(at, 9), gain: pins[i]!.gain });
  });

  it('gaps of one length, from the first one on; closing them has a name of its own', () => {
    const spaced = edits.spaceParts(said, { ids: ['say-3003', 'say-3001', 'say-3002'], gap: 1 });
    expect(['say-3001', 'say-3002', 'say-3003'].map((id) => partOf(spaced, id).at)).toEqual([2, 13, 19]);
    const closed = edits.spaceParts(said, { ids: ['say-3001', 'say-3002'], gap: -4 });
    expect(partOf(closed, 'say-3002').at).toBe(12);
    expect([0, 1].map((gap) => edits.spaceParts.nameOf({ ids: [], gap }).key)).toEqual(['edit.closeTheGaps', 'edit.setTheGaps']);
  });
});

describe('pictures and clips', () => {
  const filmed = withClip(showOf([5, 5]), 1, 4);

  it('no more pictures come in than there is room for, those that came first', () => {
    const full = showOf(Array.from({ length: LIMITS.pictures - 1 }, () => 1));
    const [one, two] = [photoMedia(90_001), photoMedia(90_002)];
    const more = [one, two].map((media, i) =>
      edits.newPicture(`more-${i}`, media, { gain: 0, fadeUp: { seconds: 0, bend: 0 }, fadeOut: { seconds: 0, bend: 0 } }),
    );
    const { pictures } = edits.addPictures(full, { pictures: more, media: [one, two], index: 0 });
    expect([pictures.length, pictures[0]!.id, pictures[1]!.id]).toEqual([LIMITS.pictures, 'more-0', 'p1']);
  });

  it('silent stretches that touch become one; a bend of a fade keeps its sign', () => {
    const id = filmed.pictures[1]!.id;
    let show = edits.silenceStretch(filmed, { id, from: 0.5, to: 1 });
    show = edits.silenceStretch(show, { id, from: 1, to: 1.5 });
    show = edits.silenceStretch(show, { id, from: 2, to: 2.5 });
    expect(clipIn(show, id).own.quiet).toEqual([
      { from: 0.5, to: 1.5 },
      { from: 2, to: 2.5 },
    ]);
    const bent = edits.setOwn(filmed, { id, change: { fadeUp: { seconds: 0.5, bend: -0.7 } } });
    expect(clipIn(bent, id).own.fadeUp).toEqual({ seconds: 0.5, bend: -0.7 });
  });

  it('sounds cross between two clips and nowhere else', () => {
    const id = filmed.pictures[1]!.id;
    expect(edits.crossOwnAlong(filmed, { id })).toBe(filmed);
    expect(edits.crossOwnAlong(filmed, { id: filmed.pictures[0]!.id })).toBe(filmed);
  });

  it('a clip is no quicker than its shortest time on screen needs of its film', () => {
    const id = filmed.pictures[1]!.id;
    const { from, media } = clipIn(filmed, id);
    const most = Math.min(LIMITS.speed.most, (filmed.media[media]!.seconds - from) / LIMITS.hold.least);
    const late = edits.trimClip(filmed, { id, edge: 'start', position: 3.5 });
    const quick = edits.setClipSpeed(late, { id, change: { speed: 1_000 }, apart: false });
    const held = clipIn(quick, id);
    expect(held.speed ?? 1).toBeLessThanOrEqual(most);
    expect(held.from + held.hold * (held.speed ?? 1)).toBeLessThanOrEqual(filmed.media[media]!.seconds + 1e-6);
  });
});

describe('the whole', () => {
  it('keeps its title where none is given; marks and lengths are told by what is done', () => {
    expect(edits.renameShow(bed, { title: '   ' })).toBe(bed);
    expect(edits.renameShow(bed, { title: '  Rain  ' }).title).toBe('Rain');
    expect([{ at: 1 }, { name: 'x' }, { at: 1, name: 'x' }].map((one) => edits.setMark.nameOf({ id: 'm', ...one }).key)).toEqual([
      'edit.setAMark',
      'edit.nameAMark',
      'edit.setAMark',
    ]);
    expect([null, 'sound', 20].map((alone) => edits.setAlone.nameOf({ alone: alone as never }).key)).toEqual([
      'edit.letPicturesLead',
      'edit.makeSoundAlone',
      'edit.makeSoundAlone',
    ]);
    const alone = edits.setAlone(bed, { alone: 20 });
    expect([alone.alone, edits.setAlone(alone, { alone: null }).alone]).toEqual([20, undefined]);
  });
});
