import { showOf, soundMedia, withClip } from '../../../tests/shows';
import { FIRST_LANES } from '../newShow';
import { ownPart, ownParts } from '../own';
import { partEnd, placePictures, showSeconds } from '../placement';
import type { Clip, Show } from '../types';
import * as edits from '.';

/** Two photos of 5 s with a clip between them that shows 2..8 of its 12 seconds. */
const show = withClip(showOf([5, 5], 30), 1, 12, { from: 2, hold: 6 });
const clipOf = (one: Show) => one.pictures.find((picture) => picture.kind === 'clip') as Clip;
const apart = (one: Show) => one.parts.filter((part) => part.clip === 'clip');

describe('the own sound of a clip', () => {
  it('lies under its picture, before and after it as far as the video goes', () => {
    expect(ownParts(show)).toMatchObject([{ at: 5, spans: [{ from: 2, to: 8 }], lane: 'own' }]);
    const cut = edits.setOwn(show, { id: 'clip', change: { lead: 1.5, tail: 30 } });
    expect(ownParts(cut)).toMatchObject([{ at: 3.5, spans: [{ from: 0.5, to: 12 }] }]);
    expect(showSeconds(cut)).toBe(showSeconds(show));
    const early = withClip(showOf([5]), 0, 12, { from: 4, hold: 6 });
    expect(ownParts(edits.setOwn(early, { id: 'clip', change: { lead: 3 } }))).toMatchObject([{ at: 0, spans: [{ from: 4 }] }]);
  });

  it('is silent where it is off, and nothing where nothing was filmed with sound', () => {
    expect(ownParts(edits.setOwn(show, { id: 'clip', change: { on: false } }))).toEqual([]);
    const media = Object.fromEntries(
      Object.entries(show.media).map(([id, one]) => [id, one.kind === 'clip' ? { ...one, channels: 0 } : one]),
    );
    expect(ownPart({ ...show, media }, placePictures(show)[1]!)).toBeNull();
  });

  it('is set apart where it sounded, moves by itself, and comes back as it was', () => {
    let next = edits.setOwn(show, { id: 'clip', change: { gain: -6, lead: 1 } });
    const before = ownParts(next)[0]!;
    next = edits.separateOwn(next, { id: 'clip', part: 'apart' });
    expect(ownParts(next)).toEqual([]);
    expect(apart(next)).toEqual([{ ...before, id: 'apart' }]);
    next = edits.movePart(next, { id: 'apart', at: 9 });
    next = edits.putBackOwn(next, { id: 'clip' });
    expect(apart(next)).toEqual([]);
    expect(ownParts(next)).toEqual([before]);
  });

  it('joins silent stretches that overlap and lets each sound again', () => {
    let next = edits.silenceStretch(show, { id: 'clip', from: 3, to: 4 });
    next = edits.silenceStretch(next, { id: 'clip', from: 6, to: 7 });
    next = edits.silenceStretch(next, { id: 'clip', from: 3.5, to: 5 });
    expect(clipOf(next).own.quiet).toEqual([
      { from: 3, to: 5 },
      { from: 6, to: 7 },
    ]);
    expect(clipOf(edits.unsilenceStretch(next, { id: 'clip', index: 0 })).own.quiet).toEqual([{ from: 6, to: 7 }]);
  });

  it('moves the ends of a silent stretch, and makes one of two that meet', () => {
    let next = edits.silenceStretch(show, { id: 'clip', from: 3, to: 4 });
    next = edits.silenceStretch(next, { id: 'clip', from: 6, to: 7 });
    expect(clipOf(edits.moveSilence(next, { id: 'clip', index: 0, from: 2.5, to: 4 })).own.quiet).toEqual([
      { from: 2.5, to: 4 },
      { from: 6, to: 7 },
    ]);
    expect(clipOf(edits.moveSilence(next, { id: 'clip', index: 1, from: 3.5, to: 7 })).own.quiet).toEqual([{ from: 3, to: 7 }]);
    expect(edits.moveSilence(next, { id: 'clip', index: 1, from: 7, to: 7 })).toBe(next);
  });

  it.each([1.5, -1.5])('is cut to the next clip’s apart from the pictures, %d s later: one ends where the other begins', (by) => {
    const named = { ...show, pictures: show.pictures.map((one) => (one.id === 'clip' ? { ...one, id: 'first' } : one)) };
    const two = withClip(named, 2, 12, { from: 3, hold: 5 });
    const [first, second] = two.pictures.filter((one) => one.kind === 'clip');
    const moved = edits.moveOwnCut(two, { id: first!.id, by });
    const parts = ownParts(moved);
    expect(parts.map(({ clip }) => clip)).toEqual([first!.id, second!.id]);
    expect(partEnd(parts[0]!)).toBeCloseTo(11 + by, 9);
    expect(parts[1]!.at).toBeCloseTo(11 + by, 9);
    expect(parts[1]!.spans[0]!.from).toBeCloseTo(3 + by, 9);
    expect(placePictures(moved)).toEqual(placePictures(two).map((placed, i) => ({ ...placed, picture: moved.pictures[i] })));
    // Along with a dissolve of the pictures they cross: the second is up where the first is gone.
    const along = ownParts(edits.crossOwnAlong(edits.setDissolve(two, { ids: [first!.id], seconds: 2 }), { id: first!.id }));
    expect([partEnd(along[0]!), along[0]!.fadeOut.seconds, along[1]!.at, along[1]!.fadeUp.seconds]).toEqual([11, 2, 9, 2]);
    // A picture that is no clip, or no clip after it: nothing to cut.
    expect(edits.moveOwnCut(two, { id: second!.id, by })).toBe(two);
  });

  it('never ends before it begins, however far its ends are drawn in', () => {
    const short = edits.setOwn(show, { id: 'clip', change: { lead: -40, tail: -40 } });
    const [part] = ownParts(short);
    expect(partEnd(part!) - part!.at).toBeGreaterThan(0);
    expect(part!.at).toBeLessThan(11);
  });

  it('starts with the show’s values, and can be given them later', () => {
    const start = edits.clipsStartWith(show, { ids: [], start: { ...show.ownStart, gain: -9, fadeUp: { seconds: 0.7, bend: 0 } } });
    expect(edits.newPicture('x', start.media[clipOf(start).media]!, start.ownStart)).toMatchObject({
      own: { gain: -9, fadeUp: { seconds: 0.7 } },
    });
    expect(clipOf(start).own.gain).toBe(0);
    expect(clipOf(edits.clipsStartWith(start, { ids: 'all', start: start.ownStart })).own).toMatchObject({
      gain: -9,
      fadeUp: { seconds: 0.7 },
      on: true,
    });
  });
});

describe('a recording laid in step', () => {
  const recording = soundMedia(7, 10);
  const laid = edits.layInStep(show, { id: 'clip', part: 'table', media: recording, offset: -1.25 });

  it('has every second beside the video’s own, and the clip falls silent', () => {
    const [part] = apart(laid);
    // The video's second 2 is on screen at 5; the recording's zero lies 1.25 s before the video's.
    expect(part).toMatchObject({ at: 5, spans: [{ from: 3.25, to: 9.25 }] });
    expect(ownParts(laid)).toEqual([]);
    const late = edits.layInStep(show, { id: 'clip', part: 'table', media: recording, offset: 4 });
    expect(apart(late)).toMatchObject([{ at: 7, spans: [{ from: 0, to: 4 }] }]);
  });

  it('stays in step whatever happens to the pictures', () => {
    const inStep = (one: Show) => {
      const [part] = apart(one);
      const placed = placePictures(one).find(({ picture }) => picture.id === 'clip')!;
      return part!.at - part!.spans[0]!.from - (placed.start - clipOf(one).from);
    };
    const changes = [
      edits.setHold(laid, { ids: ['p1'], seconds: 11.3 }),
      edits.movePictures(laid, { ids: ['clip'], index: 2 }),
      edits.trimClip(laid, { id: 'clip', edge: 'start', position: 4.5 }),
      edits.removePictures(laid, { ids: ['p1'] }),
      edits.movePictures(laid, { ids: ['clip'], index: 0 }),
    ];
    for (const one of changes) expect(inStep(one)).toBeCloseTo(-1.25, 9);
  });

  it('comes back to its whole length in step, cut only by the start of the show', () => {
    expect(apart(edits.restorePart(laid, { id: 'table' }))).toMatchObject([{ at: 1.75, spans: [{ from: 0, to: 10 }] }]);
    const early = edits.setHold(laid, { ids: ['p1'], seconds: 1 });
    expect(apart(edits.restorePart(early, { id: 'table' }))).toMatchObject([{ at: 0, spans: [{ from: 2.25, to: 10 }] }]);
    // Slow and backwards its passages lie elsewhere, and beyond the end of the recording as it is by itself.
    const turned = edits.setPlayed(early, { ids: ['table'], change: { speed: 0.25, backwards: true } });
    const [back] = apart(edits.restorePart(turned, { id: 'table' }));
    expect(back).toMatchObject({ at: 0, spans: [{ to: 10 }] });
    expect(back!.spans[0]!.from).toBeCloseTo(2.25, 6);
  });

  it('goes on by itself where its clip is removed', () => {
    const gone = edits.removePictures(laid, { ids: ['clip'] });
    expect(gone.parts.find((part) => part.id === 'table')?.clip).toBeUndefined();
  });
});

describe('a clip', () => {
  it('is trimmed at either end with the other in place, within what was filmed', () => {
    const start = edits.trimClip(show, { id: 'clip', edge: 'start', position: 3.5 });
    expect(clipOf(start)).toMatchObject({ from: 3.5, hold: 4.5 });
    expect(clipOf(edits.trimClip(start, { id: 'clip', edge: 'end', position: 99 }))).toMatchObject({ from: 3.5, hold: 8.5 });
    expect(clipOf(edits.trimClip(show, { id: 'clip', edge: 'start', position: 99 })).hold).toBeCloseTo(0.1, 9);
    expect(clipOf(edits.setHold(show, { ids: ['clip'], seconds: 60 })).hold).toBe(10);
    expect(clipOf(edits.setHold(show, { ids: 'all', seconds: 3 })).hold).toBe(6);
  });

  it('keeps its time when the pictures are spread, and so do chosen ones', () => {
    const spread = edits.spreadPictures(show, { seconds: 40, keep: ['p2'] });
    expect(spread.pictures.map((one) => one.hold)).toEqual([29, 6, 5]);
  });

  it('takes another file with its passage and settings; a photo in its place keeps the time', () => {
    const own = edits.setOwn(show, { id: 'clip', change: { gain: -3 } });
    const longer = { ...show.media[clipOf(show).media]!, id: soundMedia(77, 1).id, seconds: 5 };
    const replaced = clipOf(edits.replaceMedia(own, { id: 'clip', media: longer }));
    expect(replaced).toMatchObject({ from: 2, hold: 3, own: { gain: -3 } });
    const photo = edits.replaceMedia(own, { id: 'clip', media: show.media[(show.pictures[0] as Clip).media]! });
    expect(photo.pictures[1]).toMatchObject({ kind: 'photo', hold: 6 });
  });

  it('shares its file with the bed: the file is then a clip, as long as the longer of picture and sound', () => {
    const media = { ...show.media[clipOf(show).media]!, kind: 'sound' as const, seconds: 12.4 };
    const both = edits.layParts(show, { parts: [edits.newPart('song', FIRST_LANES.bed, media)], media: [media], instead: [] });
    expect(both.media[media.id]).toMatchObject({ kind: 'clip', seconds: 12.4 });
    expect(partEnd(both.parts.find((part) => part.id === 'song')!)).toBeCloseTo(12.4);
  });
});

it('moves several pictures together, in their order', () => {
  const four = showOf([1, 2, 3, 4]);
  const order = (ids: string[], index: number) =>
    edits
      .movePictures(four, { ids, index })
      .pictures.map((one) => one.id)
      .join(' ');
  expect(order(['p4', 'p1'], 1)).toBe('p2 p1 p4 p3');
  expect(order(['p1'], 3)).toBe('p2 p3 p4 p1');
  expect(edits.movePictures(four, { ids: ['p2'], index: 1 })).toBe(four);
});

it('a sound that was set apart outlives its clip, where it lay and as it was', () => {
  const show = edits.separateOwn(withClip(showOf([5, 5]), 1, 8), { id: 'clip', part: 'apart' });
  const [before] = show.parts;
  const [after, ...more] = edits.removePictures(show, { ids: ['clip'] }).parts;
  expect(more).toEqual([]);
  expect({ ...after, clip: undefined }).toEqual({ ...before, clip: undefined });
  expect(after!.clip).toBeUndefined();
});
