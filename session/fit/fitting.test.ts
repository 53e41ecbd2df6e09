import { Failure } from '../../core/failure';
import { answersFor, startFitting, waysOf, type Fitting as Ready, type Way, type Wish } from '../../core/fit';
import { downbeatsOf, hear, type Hearing } from '../../core/music';
import { FIRST_LANES, partSeconds, showSeconds, startHistory, type Part, type Show, type Stretch } from '../../core/show';
import { layParts, newPart, renameShow, setHold, setRefit } from '../../core/show/edits';
import { memorySource } from '../../core/sound';
import { composePiece } from '../../tests/pieces';
import { mediaId, showOf, soundMedia } from '../../tests/shows';

const mockCall = jest.fn();
jest.mock('../workers', () => ({ analyst: () => ({ call: mockCall }), listener: () => ({ call: mockCall }) }));
jest.mock('../../engine/media/hearings', () => ({ keptHearing: async () => null }));
jest.mock('../shows/records', () => ({
  START_PLACE: { now: 0, face: 'bed', zoom: 45, own: true, snap: true },
  openRecord: jest.fn(),
  saveRecord: async () => undefined,
  savePlace: async () => undefined,
  keepUnsaved: () => undefined,
}));
const mockPlayPlan = jest.fn();
jest.mock('../sound/transport', () => ({
  useTransport: jest
    .requireActual<{ create: (make: () => object) => unknown }>('zustand')
    .create(() => ({ now: 0, playing: { kind: 'nothing' } })),
  playPlan: (...args: unknown[]): unknown => mockPlayPlan(...args),
  toggleStretch: jest.fn(),
  pause: () => undefined,
}));

import { useOpenShow } from '../open/store';
import { queryClient } from '../queries';
import { ask, askStitch, askWish, closeFitting, layAnswer, listen, openFitting, refit, useFitting } from './fitting';
import './following';
import { hearPiece, stopHearing, useListening } from './hearings';
import { ontoBeats } from './ontoBeats';
import { dropEnd, letEndGo, pullEnd, ratherEnd, takeEnd, usePull } from './pulling';
import { changeStitchOf, sidesOf, toggleStitches } from './stitches';

const piece = composePiece({ tempo: 112, beats: 4, style: 'band', form: 'ABAB', bars: 8 });
const source = memorySource(piece.sound, 2);
const heard: Hearing = hear(source);
const media = soundMedia(7, piece.seconds);

interface Question {
  readonly piece: Stretch;
  readonly wanted: number;
  readonly wish: Wish;
  readonly only: Way | null;
}
let ready: Ready | null = null;
/** What the workers do, without workers. */
const answer = async (name: string, details: Question) => {
  if (name === 'hear') return heard;
  if (name === 'fitNear') return null;
  ready ??= startFitting(heard, source, details.piece);
  const { wanted, wish, only } = details;
  return { answers: only === null ? answersFor(ready, wanted, wish) : waysOf[only](ready, wanted, wish), why: null };
};

const show = (): Show => {
  const { state } = useOpenShow.getState();
  if (state.status !== 'open') throw new Error('no show is open');
  return state.history.show;
};
const part = (): Part => show().parts.find(({ id }) => id === 'song')!;
const fitting = () => useFitting.getState().fitting!;

/** Waits until a store says what is expected. */
function until(store: { subscribe(listener: () => void): () => void }, holds: () => boolean): Promise<void> {
  return new Promise((done) => {
    if (holds()) return done();
    const end = store.subscribe(() => {
      if (!holds()) return;
      end();
      done();
    });
    return undefined;
  });
}
const solved = () => until(useFitting, () => !useFitting.getState().fitting?.solving);

beforeEach(() => {
  queryClient.clear();
  mockCall.mockReset();
  mockCall.mockImplementation(answer);
  mockPlayPlan.mockReset();
  const start = layParts(showOf([10, 10, 10, 10]), { parts: [newPart('song', FIRST_LANES.bed, media)], media: [media], instead: [] });
  useOpenShow.setState({
    state: { status: 'open', history: startHistory(start), mayEdit: true },
    chosen: null,
    preview: null,
    notice: null,
  });
});
afterEach(closeFitting);

it('hears the piece once, finds answers, and lays the picked one as one undo step that ends with the show', async () => {
  openFitting(show(), part());
  await solved();
  expect(fitting().answers!.length).toBeGreaterThan(1);
  layAnswer(fitting().answers![0]!);
  expect(part().fit).toMatchObject({ way: 'weave', to: 'show' });
  expect(partSeconds(part())).toBeCloseTo(showSeconds(show()), 6);
  expect(useOpenShow.getState().state).toMatchObject({ history: { past: { length: 1 } } });
  closeFitting();
  openFitting(show(), part());
  await solved();
  expect(mockCall.mock.calls.filter(([name]) => name === 'hear')).toHaveLength(1);
});

it('drops the answers to a question that was asked before the latest one', async () => {
  openFitting(show(), part());
  await solved();
  let release: () => void = () => undefined;
  mockCall.mockImplementationOnce(async (name: string, details: Question) => {
    await new Promise<void>((go) => (release = go));
    return answer(name, details);
  });
  ask({ to: 30 });
  expect(fitting().solving).toBe(true);
  ask({ to: 50 });
  await solved();
  release();
  await Promise.resolve();
  expect(Math.abs(fitting().answers![0]!.seconds - 50)).toBeLessThanOrEqual(5.1);
  askWish({ near: 'beat' });
  await solved();
  expect(Math.abs(fitting().answers![0]!.off)).toBeLessThanOrEqual(2.1);
});

it('says that hearing was stopped, and takes it up again', async () => {
  mockCall.mockRejectedValueOnce(new Failure('cancelled'));
  openFitting(show(), part());
  await until(useListening, () => useListening.getState().listening?.failure?.code === 'cancelled');
  stopHearing();
  expect(fitting().heard).toBeNull();
  await listen();
  expect(fitting().answers).not.toBeNull();
  mockCall.mockRejectedValueOnce(new Failure('fit.unheard'));
  ask({ to: 33 });
  await solved().catch(() => undefined);
  await until(useFitting, () => fitting().failure !== null);
  expect(fitting().failure).toMatchObject({ code: 'fit.unheard' });
});

describe('a woven part', () => {
  beforeEach(async () => {
    openFitting(show(), part());
    await solved();
    layAnswer(fitting().answers!.find(({ splices }) => splices.length > 0)!);
    closeFitting();
  });
  const places = () =>
    part()
      .spans.slice(0, -1)
      .map(({ to }, i) => [to, part().spans[i + 1]!.from]);

  it('plays only its stitches: a second on either side of each', () => {
    const sides = sidesOf(part().spans);
    expect(sides).toHaveLength((part().spans.length - 1) * 2);
    for (const { from, to } of sides) expect(to - from).toBeLessThanOrEqual(1 + 1e-9);
    openFitting(show(), part());
    toggleStitches(show(), fitting(), waysOf.weave(ready!, 40, fitting().asked.wish)[0]!, 'stitches');
    expect(mockPlayPlan).toHaveBeenCalledWith('stitches', expect.anything(), 0);
  });

  it('moves a stitch to its next-best place, or takes it away', async () => {
    const [before] = places();
    expect(await changeStitchOf('song', 0, 'next')).toBe(true);
    const [moved] = places();
    expect(Math.abs(moved![0]! - before![0]!) + Math.abs(moved![1]! - before![1]!)).toBeGreaterThan(1);
    expect(await changeStitchOf('song', 0, 'away')).toBe(true);
    for (const [from, to] of places()) {
      expect(Math.abs(from! - moved![0]!)).toBeGreaterThan(2.9);
      expect(Math.abs(to! - moved![1]!)).toBeGreaterThan(2.9);
    }
    expect(await changeStitchOf('song', 99, 'next')).toBe(false);
  });

  it('is fitted anew when the show’s length changes: when asked, or by itself', async () => {
    const { edit } = useOpenShow.getState();
    edit(setHold, { ids: 'all', seconds: 12 });
    expect(await refit('song')).toBe('done');
    expect(partSeconds(part())).toBeCloseTo(showSeconds(show()), 6);
    edit(setRefit, { id: 'song', self: true });
    edit(setHold, { ids: 'all', seconds: 9 });
    await until(useOpenShow, () => Math.abs(partSeconds(part()) - showSeconds(show())) < 1e-6);
  });

  it('tries again where something else was edited while it was being fitted', async () => {
    const { edit } = useOpenShow.getState();
    edit(setRefit, { id: 'song', self: true });
    let asked = 0;
    mockCall.mockImplementation((name: string, details: Question) => {
      // The first answer comes for a show that is no longer there.
      if (name === 'fit' && (asked += 1) === 1) edit(renameShow, { title: 'Renamed meanwhile' });
      return answer(name, details);
    });
    edit(setHold, { ids: 'all', seconds: 9 });
    await until(useOpenShow, () => Math.abs(partSeconds(part()) - showSeconds(show())) < 1e-6);
    expect(asked).toBe(2);
    expect(show().title).toBe('Renamed meanwhile');
  });

  it('says so where it cannot be fitted as it was, and leaves it as it is', async () => {
    const before = show();
    mockCall.mockResolvedValueOnce({ answers: [], why: 'no' });
    expect(await refit('song')).toBe('none');
    expect(useOpenShow.getState().notice).toMatchObject({ kind: 'words' });
    expect(show()).toBe(before);
  });

  it('is moved where the finger drags its stitch: as near as there is a place, and the length stays', async () => {
    const [before] = places();
    const by = before![0]! > 20 ? -8 : 8;
    expect(await changeStitchOf('song', 0, { by })).toBe(true);
    const near = Math.min(...places().map(([from]) => Math.abs(from! - before![0]! - by)));
    expect(near).toBeLessThan(Math.abs(by) / 2);
    // To the frame: the photos take what is left, each to a whole frame.
    expect(Math.abs(partSeconds(part()) - showSeconds(show()))).toBeLessThan(1e-3);
  });
});

it('changes a stitch of the answer that is shown, before anything is laid', async () => {
  openFitting(show(), part());
  await solved();
  const before = fitting().answers![fitting().picked]!.splices[0]!;
  const now = show();
  askStitch(0, 'away');
  await solved();
  for (const { from, to } of fitting().answers!.flatMap(({ way, splices }) => (way === 'weave' ? splices : []))) {
    expect(Math.abs(from - before.from)).toBeGreaterThan(2.9);
    expect(Math.abs(to - before.to)).toBeGreaterThan(2.9);
  }
  expect(show()).toBe(now);
});

describe('the end of a piece under a finger', () => {
  const previewed = () => partSeconds(useOpenShow.getState().preview!.parts.find(({ id }) => id === 'song')!);

  it('fits the piece the first time too, and says what came of it', async () => {
    takeEnd(part());
    await pullEnd('song', 30);
    expect(usePull.getState().pull).toMatchObject({ state: 'held', end: 30 });
    expect(Math.abs(previewed() - 30)).toBeLessThanOrEqual(5.1);
    await dropEnd('song', 25);
    expect(part().fit).toMatchObject({ way: 'weave' });
    expect(part().fit!.to).toBeCloseTo(25, 6);
    const { pull } = usePull.getState();
    expect(pull).toMatchObject({ state: 'laid', came: { stitches: part().spans.length - 1 } });
    expect((pull!.came as { off: number }).off).toBeCloseTo(partSeconds(part()) - 25, 6);
    expect(useOpenShow.getState().state).toMatchObject({ history: { past: { length: 1 } } });
  });

  it('shows the cut until the piece was heard', async () => {
    let release: () => void = () => undefined;
    const held = new Promise<void>((go) => (release = go));
    mockCall.mockImplementationOnce(async (name: string, details: Question) => {
      await held;
      return answer(name, details);
    });
    takeEnd(part());
    const pulled = pullEnd('song', 21);
    expect(previewed()).toBeCloseTo(21, 6);
    release();
    await pulled;
    expect(usePull.getState().pull!.came).not.toBeNull();
    letEndGo();
    expect(useOpenShow.getState().preview).toBeNull();
    expect(usePull.getState().pull).toBeNull();
  });

  it.each(['cut', 'fade'] as const)('is rather %s than fitted, in one undo step', async (way) => {
    takeEnd(part());
    await dropEnd('song', 25);
    ratherEnd(way);
    expect(part().fit).toBeUndefined();
    expect(part().spans).toHaveLength(1);
    expect(partSeconds(part())).toBeCloseTo(25, 6);
    expect(part().fadeOut.seconds > 1).toBe(way === 'fade');
    expect(useOpenShow.getState().state).toMatchObject({ history: { past: { length: 1 } } });
    expect(usePull.getState().pull).toBeNull();
  });

  it('is cut where there is no fit, and says so', async () => {
    takeEnd(part());
    mockCall.mockImplementation(async (name: string, details: Question) =>
      name === 'fit' ? { answers: [], why: null } : answer(name, details),
    );
    await dropEnd('song', 12);
    expect(usePull.getState().pull).toMatchObject({ came: 'cut', cuts: false });
    expect(partSeconds(part())).toBeCloseTo(12, 6);
  });
});

it('moves the changes of picture onto the bars, and says so where there is no beat', async () => {
  await ontoBeats(true, []);
  let at = 0;
  const bars = downbeatsOf(heard);
  for (const { hold } of show().pictures.slice(0, -1)) {
    at += hold;
    expect(Math.min(...bars.map((bar) => Math.abs(bar - at)))).toBeLessThan(0.002);
  }
  queryClient.clear();
  mockCall.mockResolvedValueOnce({ ...heard, steady: false });
  const before = show();
  await ontoBeats(false, []);
  expect(show()).toBe(before);
  expect(useOpenShow.getState().notice).toMatchObject({ kind: 'words' });
  expect(await hearPiece({ id: mediaId(7) })).toMatchObject({ steady: false });
});
