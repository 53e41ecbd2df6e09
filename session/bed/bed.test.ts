import { FIRST_LANES, findJoin, joinsOf, partsOn, startHistory, type Show } from '../../core/show';
import { layParts, newPart } from '../../core/show/edits';
import { showOf, soundMedia } from '../../tests/shows';

jest.mock('../shows/records', () => ({
  START_PLACE: { now: 0, face: 'bed', zoom: 45, own: true, snap: true },
  openRecord: jest.fn(),
  saveRecord: async () => undefined,
  savePlace: async () => undefined,
  keepUnsaved: () => undefined,
}));
const mockPlayPlan = jest.fn();
let mockPosition: number | null = null;
jest.mock('../sound/transport', () => ({
  useTransport: jest
    .requireActual<{ create: (make: () => object) => unknown }>('zustand')
    .create(() => ({ now: 0, playing: { kind: 'nothing' } })),
  playPlan: (...args: unknown[]): unknown => mockPlayPlan(...args),
  planPosition: () => mockPosition,
  pause: () => undefined,
}));
jest.mock('../workers', () => ({ measurer: () => ({}), analyst: () => ({}) }));

import { useOpenShow } from '../open/store';
import { useTransport } from '../sound/transport';
import { copyChosen, pasteHere, removeChosen, repeatChosen, splitHere, trimHere } from './hands';
import {
  changeGrid,
  changeLooping,
  endTaps,
  fillShow,
  layLooping,
  moveLoopEnd,
  openLooping,
  playSeam,
  shapeOf,
  startTaps,
  tapBeat,
  useLooping,
} from './looping';
import { dropRange, levelMarked, markRange, removeMarked, setRange, slopeMarked, useRange } from './range';
import { letGo, snapBy, useSnap } from './snapping';

const show = (): Show => {
  const { state } = useOpenShow.getState();
  if (state.status !== 'open') throw new Error('no show is open');
  return state.history.show;
};
const choose = (...ids: string[]) => useOpenShow.getState().choose({ kind: 'parts', ids });
const chosen = () => {
  const { chosen: now } = useOpenShow.getState();
  return now?.kind === 'parts' ? now.ids : [];
};
const at = (now: number) => useTransport.setState({ now });
const places = () => partsOn(show(), 'bed').map((part) => [part.at, part.spans.map(({ from, to }) => [from, to])]);

beforeEach(() => {
  const media = soundMedia(1001, 40);
  const piece = newPart('song', FIRST_LANES.bed, media);
  const base = layParts(showOf([10, 20], 5, { at: 2 }), { parts: [{ ...piece, at: 7 }], media: [media], instead: [] });
  useOpenShow.setState({ state: { status: 'open', history: startHistory(base), mayEdit: true }, chosen: null, snap: true, face: 'bed' });
  at(0);
});

describe('hands', () => {
  it('split what is chosen, or the piece of the bed that lies at the now line; the second half is chosen then', () => {
    at(4);
    splitHere();
    expect(places()).toEqual([
      [2, [[0, 2]]],
      [4, [[2, 5]]],
      [7, [[0, 40]]],
    ]);
    expect(chosen()).toEqual([partsOn(show(), 'bed')[1]!.id]);
    at(20);
    splitHere();
    expect(show().parts).toHaveLength(3);
  });

  it('trim, copy, paste at the now line, repeat, remove and close up', () => {
    choose('bed-1', 'song');
    copyChosen();
    at(50);
    pasteHere();
    expect(
      show()
        .parts.slice(2)
        .map((part) => part.at),
    ).toEqual([50, 55]);
    removeChosen(false);
    choose('bed-1');
    at(4);
    trimHere('end');
    expect(show().parts[0]!.spans[0]!.to).toBe(2);
    repeatChosen(2, 3);
    // What lies behind it makes room for the two.
    expect(show().parts.map((part) => part.at)).toEqual([2, 13, 5, 8]);
    useOpenShow.getState().undo();
    choose('bed-1');
    removeChosen(true);
    expect(places()).toEqual([[5, [[0, 40]]]]);
  });
});

it('a range begins at the now line, its ends take each other along, it is lowered and removed, and goes with what is chosen', () => {
  choose('song');
  at(10);
  markRange();
  expect(useRange.getState().range).toMatchObject({ from: 10, to: 14 });
  setRange({ from: 20 });
  expect(useRange.getState().range!.to).toBeGreaterThan(20);
  setRange({ to: 25 });
  levelMarked(-6, true);
  expect(useOpenShow.getState().preview!.parts[1]!.pins).toHaveLength(4);
  levelMarked(-6, false);
  expect(show().parts[1]!.pins.map((pin) => pin.gain)).toEqual([0, -6, -6, 0]);
  // Other slopes are those of what was lowered already; a step apart at the least, ten seconds at the most.
  slopeMarked({ into: 2, out: 99 }, false);
  expect(show().parts[1]!.pins.map((pin) => [Math.round((pin.at + show().parts[1]!.at) * 100) / 100, Math.round(pin.gain)])).toEqual([
    [18, 0],
    [20, -6],
    [25, -6],
    [35, 0],
  ]);
  slopeMarked({ into: 0.5, out: 0.5 }, false);
  expect(show().parts[1]!.pins.map((pin) => Math.round(pin.gain))).toEqual([0, -6, -6, 0]);
  removeMarked(true);
  expect(places()[1]).toEqual([
    7,
    [
      [0, 13],
      [18, 40],
    ],
  ]);
  expect(useRange.getState().range).toBeNull();
  markRange();
  useOpenShow.getState().choose(null);
  expect(useRange.getState().range).toBeNull();
  dropRange();
});

it('snapping draws to what is near and says to what, by so many pixels at any zoom; off it draws nowhere', () => {
  at(3.3);
  expect(snapBy([9.7], ['song'], 20)).toBeCloseTo(0.3, 9);
  expect(useSnap.getState().caught).toEqual({ at: 10, kind: 'picture' });
  expect(snapBy([9.7], ['song'], 200)).toBe(0);
  expect(useSnap.getState().caught).toBeNull();
  useOpenShow.getState().setSnap(false);
  expect(snapBy([9.9], ['song'], 20)).toBe(0);
  letGo();
});

it('joins of a part: the cuts within it and where it meets its neighbours', () => {
  const joins = joinsOf(show(), show().parts[1]!);
  expect(joins).toEqual([
    expect.objectContaining({ part: 'song', index: null, at: 7, overlap: 0, left: expect.objectContaining({ at: 5 }) as object }),
  ]);
  expect(findJoin(show(), { part: 'song', index: 3 })).toBeNull();
});

describe('the loop maker', () => {
  const looping = () => useLooping.getState().looping!;
  beforeEach(() => {
    openLooping(show(), show().parts[1]!);
    changeGrid({ tempo: 120, downbeat: 1 });
  });

  it('moves the ends of the passage by whole bars, and never past each other or out of the piece', () => {
    moveLoopEnd('end', 11.2);
    expect(looping()).toMatchObject({ bar: 1, bars: 5 });
    moveLoopEnd('start', 4.8);
    expect(looping()).toMatchObject({ bar: 3, bars: 3 });
    moveLoopEnd('start', 30);
    moveLoopEnd('end', -5);
    expect(looping()).toMatchObject({ bar: 3, bars: 3 });
    moveLoopEnd('end', 99);
    expect(shapeOf(show(), looping())!.loop.to).toBeLessThanOrEqual(40);
    changeLooping({ bar: 90 });
    expect(shapeOf(show(), looping())!.seconds).toBeNull();
  });

  it('lays as many passes as come nearest to the show’s end, and is found again', () => {
    changeLooping({ bar: 2, bars: 2, ending: false, intro: true });
    fillShow();
    // The show has 23 seconds left: three seconds of intro and five passes of four.
    expect(looping().passes).toBe(5);
    layLooping();
    expect(show().parts[1]!.spans.map(({ from, to }) => [from, to])).toEqual([
      [0, 7],
      [3, 7],
      [3, 7],
      [3, 7],
      [3, 7],
    ]);
    openLooping(show(), show().parts[1]!);
    expect(looping()).toMatchObject({ bar: 2, bars: 2, passes: 5 });
  });

  it('plays round the seam from two seconds before it, and takes a tempo that is tapped in', () => {
    playSeam();
    expect(mockPlayPlan).toHaveBeenLastCalledWith('loop seam', expect.objectContaining({ parts: [expect.anything()] }), 6);
    startTaps();
    mockPosition = null;
    tapBeat();
    for (let i = 0; i < 6; i += 1) {
      mockPosition = 2 + i * 0.75;
      tapBeat();
    }
    expect(looping().taps).toHaveLength(6);
    endTaps();
    expect(show().media[show().parts[1]!.media]!.grid).toEqual({ tempo: 80, beats: 4, downbeat: 2 });
    expect(looping().taps).toBeNull();
  });
});
