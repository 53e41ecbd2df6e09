import { narration, profile, withNarrations } from '../../tests/heard';
import { mediaId, showOf, soundMedia, withClip } from '../../tests/shows';
import { FIRST_LANES, type Show } from '../show';
import { newPart, setAim, setCredit, setDips, setFade, setLane, setOwn, stopEarly, trimEdge } from '../show/edits';
import { LoudnessMeter, type Loudness } from '../sound';
import { RATE } from '../units';
import { noise, tones } from '../../tests/tones';
import { NOTHING_HEARD } from '../level';
import { memorySource } from '../sound';
import { noticed, readCut } from '../fit';
import { checkShow, gapsOf, type Finding, type Measured } from '.';

const loudness: Loudness = {
  integrated: -16.2,
  momentaryMax: -12,
  shortTermMax: -14,
  range: 4,
  truePeak: -1.4,
  momentary: new Float32Array(100).fill(-16),
};
const fine: Measured = {
  loudness,
  tightest: { at: 3, over: 14 },
  understood: { at: 3, share: 0.8 },
  speaks: true,
  soundings: new Map([[mediaId(1000), { from: 0, to: 10 }]]),
  cuts: [],
  missing: [],
  heard: NOTHING_HEARD,
};

/** Ten seconds of pictures under ten seconds of credited music, with a narration. */
const well = (): Show => withNarrations(setCredit(showOf([4, 6], 10), { media: mediaId(1000), credit: 'Rill, free' }), narration(7, 3, 2));

const find = <Kind extends Finding['kind']>(show: Show, kind: Kind, measured: Partial<Measured> = {}) =>
  checkShow(show, { ...fine, ...measured }).find((one): one is Extract<Finding, { kind: Kind }> => one.kind === kind)!;

it('finds nothing in a show that is well', () => {
  expect(checkShow(well(), fine).map(({ kind, state }) => [kind, state])).toEqual([
    ['media', 'good'],
    ['lengths', 'good'],
    ['end', 'good'],
    ['cuts', 'good'],
    ['gaps', 'good'],
    ['clips', 'good'],
    ['voice', 'good'],
    ['loudness', 'good'],
    ['peaks', 'good'],
    ['credits', 'good'],
  ]);
});

it('judges the voice by what its dips were asked for', () => {
  const thin = setDips(well(), { change: { depth: { by: 'thin', share: 0.75 } } });
  const quiet = { tightest: { at: 1, over: 2 } };
  expect(find(well(), 'voice', quiet).state).toBe('look');
  expect(find(thin, 'voice', quiet)).toBeUndefined();
  expect(find(thin, 'understood', quiet)).toMatchObject({ state: 'good', says: { at: 3, share: 0.8, wanted: 0.75 } });
  expect(find(thin, 'understood', { understood: { at: 2, share: 0.7 } }).state).toBe('look');
  expect(find(thin, 'understood', { understood: null }).state).toBe('wait');
});

it('lets nothing but a missing file stand in the way', () => {
  const bad = {
    ...fine,
    loudness: { ...loudness, truePeak: 3, integrated: -60 },
    tightest: { at: 1, over: -20 },
    cuts: [{ part: 'bed-1', at: 1, step: 30, off: 0 }],
  };
  expect(checkShow(showOf([]), { ...bad, missing: [] }).some(({ state }) => state === 'stop')).toBe(false);
  expect(find(well(), 'media', { missing: [mediaId(1)] })).toMatchObject({ state: 'stop', says: [{ title: 'Photo 1' }] });
  expect(find(well(), 'media', { missing: null }).state).toBe('wait');
});

it('tells an ending from a fade, a fade from one that lies in silence, and both from a cut', () => {
  const end = (show: Show, to = 10) => find(show, 'end', { soundings: new Map([[mediaId(1000), { from: 0, to }]]) }).says!.end;
  expect(end(well())).toEqual({ kind: 'ending' });
  expect(end(setFade(well(), { id: 'bed-1', side: 'fadeOut', fade: { seconds: 2, bend: 0 } }))).toEqual({ kind: 'fade', heard: 2 });
  const faded = setFade(well(), { id: 'bed-1', side: 'fadeOut', fade: { seconds: 2, bend: 0 } });
  expect(end(faded, 7.9)).toEqual({ kind: 'silent-fade', seconds: 2 });
  expect(end(faded, 9)).toEqual({ kind: 'fade', heard: 1 });
  const trimmed = trimEdge(well(), { id: 'bed-1', edge: 'end', moment: 7 });
  expect(end(trimmed)).toEqual({ kind: 'cut' });
  expect(end(stopEarly(well(), { id: 'bed-1', end: 8, fade: 1.5 }))).toEqual({ kind: 'fade', heard: 1.5 });
  expect(end({ ...well(), pictures: well().pictures.slice(1) })).toEqual({ kind: 'over', seconds: 4 });
});

it('finds clips that sound as they were filmed under music, until somebody has touched them', () => {
  const show = withClip(well(), 1, 5, { hold: 4 });
  expect(find(show, 'clips')).toMatchObject({ state: 'look', says: [{ at: 4 }] });
  expect(find(setOwn(show, { id: 'clip', change: { gain: -6 } }), 'clips').state).toBe('good');
  expect(find(setOwn(show, { id: 'clip', change: { on: false } }), 'clips').state).toBe('good');
  expect(find({ ...show, parts: [] }, 'clips').state).toBe('good');
});

it('holds the loudness against the aim, where there is one', () => {
  expect(find(setAim(well(), { aim: -16 }), 'loudness').state).toBe('good');
  expect(find(setAim(well(), { aim: -14 }), 'loudness').state).toBe('look');
  expect(find(well(), 'peaks', { loudness: { ...loudness, truePeak: -0.3 } }).state).toBe('look');
});

it('asks for credits of music and spot sounds that are used, and tells of a forgotten solo', () => {
  const boom = soundMedia(5, 1);
  const show = {
    ...well(),
    media: { ...well().media, [boom.id]: boom },
    parts: [...well().parts, newPart('boom', FIRST_LANES.spot, boom)],
  };
  expect(find(show, 'credits')).toMatchObject({ state: 'look', says: [{ id: boom.id }] });
  expect(find(setLane(show, { id: 'bed', change: { solo: true } }), 'solo')).toMatchObject({ says: [{ id: 'bed' }] });
});

it('finds silence in the mixed sound, to a tenth of a second', () => {
  const meter = new LoudnessMeter(2);
  const sound = tones([
    [-20, 2],
    [-90, 1.5],
    [-20, 2],
    [-90, 0.6],
    [-20, 1],
    [-90, 2],
  ]);
  meter.push(sound, sound.length / 2);
  const gaps = gapsOf(meter.finish());
  const at = (second: number) => expect.closeTo(second, 9) as number;
  expect(gaps).toEqual([
    { from: at(2), to: at(3.5) },
    { from: at(7.1), to: at(9.1) },
  ]);
});

it('notices a jump in level and a beat that stumbles, and no good cut', () => {
  const steady = noise(RATE * 4, 3).map((value) => value * 0.2);
  const source = memorySource(steady, 1);
  const place = (at: number, over = source) => ({ source: over, at: Math.round(at * RATE) });
  expect(noticed(readCut(place(2), place(2)))).toBeNull();
  const louder = memorySource(
    steady.map((value) => value * 4),
    1,
  );
  expect(noticed(readCut(place(2), place(2, louder)))).toBe('level');
  expect(noticed(readCut(place(2), place(2.05)))).toBe('beat');
  const silence = memorySource(new Float32Array(RATE * 4), 1);
  expect(noticed(readCut(place(2), place(2, silence)))).toBeNull();
});

it('says of a narration that goes on when the pictures are over how much is lost: what is said, not the silence behind it', () => {
  const late = withNarrations(showOf([4, 6], 10), narration(7, 3, 8.5), narration(8, 3, 2));
  expect(find(late, 'narrations')).toMatchObject({ state: 'look', says: [{ part: 'say-7', at: 10, lost: 1.5 }] });
  const heardTo = (to: number) => ({ heard: new Map([[mediaId(7), profile(3, [[0.2, to]])]]) });
  expect(find(late, 'narrations', heardTo(2.1)).says[0]!.lost).toBeCloseTo(0.6, 9);
  expect(find(late, 'narrations', heardTo(1.4))).toBeUndefined();
  expect(find(well(), 'narrations')).toBeUndefined();
});
