import { startHistory } from '../core/show';
import { movePart, removeParts, setPartGain } from '../core/show/edits';
import { showOf, photoMedia, soundMedia } from '../tests/shows';
import { Failure } from '../core/failure';

const mockCall = jest.fn();
jest.mock('./workers', () => ({ listener: () => ({ call: mockCall }) }));
const mockComing = jest.fn<Promise<void>, [id: string, names: readonly string[]]>(async () => undefined);
jest.mock('./shows/coming', () => ({
  keepComing: (id: string, names: readonly string[]) => mockComing(id, names),
  comingInto: async () => [],
}));
jest.mock('./shows/records', () => ({
  START_PLACE: { now: 0, face: 'bed', zoom: 45, own: true, snap: true },
  openRecord: jest.fn(),
  saveRecord: async () => undefined,
  savePlace: async () => undefined,
  keepUnsaved: () => undefined,
}));

import { addPhotosAndClips, bringSounds, cancelTaking, dismissArrival, layArrival, replacePiece, trimArrival, useLibrary } from './library';
import { audibleShow, useOpenShow } from './open/store';

const file = (name: string) => new File(['x'], name);
const show = () => {
  const { state } = useOpenShow.getState();
  if (state.status !== 'open') throw new Error('no show is open');
  return state.history.show;
};

let photos = 100;
beforeEach(() => {
  mockCall.mockReset();
  mockCall.mockImplementation(async (_name: string, { file: given, want }: { file: File; want: string }) => {
    if (given.name.startsWith('bad')) throw new Failure('photo.unreadable', { name: given.name });
    return want === 'picture'
      ? { media: photoMedia((photos += 1)), facts: null, note: null, known: false }
      : { media: soundMedia(900, 33), facts: { seconds: 33 }, known: false };
  });
  useLibrary.setState({ taking: null, arrivals: [], refused: [] });
  useOpenShow.setState({ state: { status: 'open', history: startHistory(showOf([5], 20)), mayEdit: true } });
});

it('adds what arrives as one undo step, in order, and names what does not', async () => {
  await addPhotosAndClips([file('a.jpg'), file('bad.jpg'), file('c.jpg')]);
  expect(show().pictures.map((one) => one.kind !== 'card' && one.media)).toEqual([
    photoMedia(1).id,
    photoMedia(photos - 1).id,
    photoMedia(photos).id,
  ]);
  expect(useLibrary.getState()).toMatchObject({ taking: null, refused: [{ code: 'photo.unreadable', details: { name: 'bad.jpg' } }] });
  useOpenShow.getState().undo();
  expect(show().pictures).toHaveLength(1);
});

it('adds each as soon as it is in: what stops in the middle keeps those that were there, and what was done meanwhile stays a step of its own', async () => {
  const counts: number[] = [];
  mockCall.mockImplementation(async (_name: string, { file: given }: { file: File }) => {
    counts.push(show().pictures.length);
    if (given.name === 'c.jpg') useOpenShow.getState().edit(setPartGain, { ids: ['bed-1'], gain: -6 });
    if (given.name === 'e.jpg') cancelTaking();
    return { media: photoMedia((photos += 1)), facts: null, note: null, known: false };
  });
  await addPhotosAndClips(['a', 'b', 'c', 'd', 'e', 'f'].map((name) => file(`${name}.jpg`)));
  expect(counts).toEqual([1, 2, 3, 4, 5]);
  expect(show().pictures).toHaveLength(6);
  const undone = () => {
    useOpenShow.getState().undo();
    return [show().pictures.length, show().parts[0]!.gain];
  };
  expect([undone(), undone(), undone()]).toEqual([
    [3, -6],
    [3, 0],
    [1, 0],
  ]);
});

it('takes batches one after the other: a later one cuts no earlier one off, and forgets none of its refusals', async () => {
  const both = [addPhotosAndClips([file('a.jpg'), file('bad.jpg')]), bringSounds([file('song.wav')], 'bed')];
  await Promise.all(both);
  expect(show().pictures).toHaveLength(2);
  expect(useLibrary.getState().arrivals[0]?.media.id).toBe(soundMedia(900, 33).id);
  expect(useLibrary.getState().refused).toHaveLength(1);
  expect(mockCall.mock.calls.map(([, details]) => (details as { file: File }).file.name)).toEqual(['a.jpg', 'bad.jpg', 'song.wav']);
});

it('remembers what is still to come, also of batches that wait, until it is in', async () => {
  const left: (readonly string[])[] = [];
  mockCall.mockImplementation(async (_name: string, { want }: { want: string }) => {
    left.push(mockComing.mock.lastCall![1]);
    return want === 'picture'
      ? { media: photoMedia((photos += 1)), facts: null, note: null, known: false }
      : { media: soundMedia(900, 33), facts: { seconds: 33 }, known: false };
  });
  await Promise.all([addPhotosAndClips([file('a.jpg'), file('b.jpg')]), bringSounds([file('song.wav')], 'bed')]);
  expect(left).toEqual([['a.jpg', 'b.jpg', 'song.wav'], ['b.jpg', 'song.wav'], ['song.wav']]);
  expect(mockComing.mock.lastCall).toEqual([show().id, []]);
});

it('lays what arrived in place of the bed, chosen, and undo brings the old one back', async () => {
  await bringSounds([file('song.wav')], 'bed');
  layArrival('instead', 0);
  expect(show().parts.map((one) => one.media)).toEqual([soundMedia(900, 33).id]);
  expect(useOpenShow.getState().chosen).toEqual({ kind: 'parts', ids: [show().parts[0]!.id] });
  expect(useLibrary.getState().arrivals).toEqual([]);
  useOpenShow.getState().undo();
  expect(show().parts.map((one) => one.id)).toEqual(['bed-1']);
  expect(useOpenShow.getState().chosen).toBeNull();
});

it('lays several one after the other behind what is there, and spot sounds at the now line on a lane of their own', async () => {
  await bringSounds([file('a.wav'), file('b.wav')], 'bed');
  await bringSounds([file('drop.wav')], 'spot');
  layArrival('after', 0, true);
  expect(show().parts.map((one) => [one.lane, one.at])).toEqual([
    ['bed', 0],
    ['bed', 20],
    ['bed', 53],
  ]);
  layArrival('now', 2.5);
  expect(show().parts.at(-1)).toMatchObject({ lane: 'spot', at: 2.5 });
  expect(useLibrary.getState().arrivals).toEqual([]);
});

it('leaves the silent ends away where that was asked for, and lays the next piece behind what is left', async () => {
  mockCall.mockImplementation(async () => ({
    media: soundMedia(900, 33),
    facts: { seconds: 33, sounding: { from: 1.5, to: 30 } },
    note: null,
    known: false,
  }));
  await bringSounds([file('a.wav'), file('b.wav')], 'bed');
  trimArrival(true);
  layArrival('instead', 0, true);
  expect(show().parts.map(({ at, spans }) => [at, spans[0]!.from, spans[0]!.to])).toEqual([
    [0, 1.5, 30],
    [28.5, 0, 33],
  ]);
  await bringSounds([file('a.wav')], 'bed');
  trimArrival(true);
  trimArrival(false);
  layArrival('instead', 0);
  expect(show().parts[0]!.spans[0]).toMatchObject({ from: 0, to: 33 });
});

it('puts another song in the place of one, as loud and as faded, in one undo step; a bad file changes nothing', async () => {
  const { edit } = useOpenShow.getState();
  edit(setPartGain, { ids: ['bed-1'], gain: -7 });
  edit(movePart, { id: 'bed-1', at: 2 });
  const before = show();
  const id = await replacePiece('bed-1', file('other.wav'));
  expect(show().parts).toEqual([
    expect.objectContaining({ id, at: 2, gain: -7, media: soundMedia(900, 33).id, lane: before.parts[0]!.lane }),
  ]);
  expect(useOpenShow.getState().chosen).toEqual({ kind: 'parts', ids: [id] });
  useOpenShow.getState().undo();
  expect(show()).toEqual(before);
  expect(await replacePiece('bed-1', file('bad.wav'))).toBeNull();
  expect(await replacePiece('nobody', file('other.wav'))).toBeNull();
  expect(show()).toEqual(before);
});

it('gives nothing to another show that was opened meanwhile, and nothing after a stop', async () => {
  mockCall.mockImplementation(async () => {
    useOpenShow.setState({ state: { status: 'open', history: startHistory({ ...showOf([9]), id: 'other' }), mayEdit: true } });
    return { media: photoMedia(77), facts: null, known: false };
  });
  await addPhotosAndClips([file('a.jpg')]);
  expect(show().pictures).toHaveLength(1);
  mockCall.mockImplementation(async () => {
    cancelTaking();
    throw new Failure('cancelled');
  });
  await addPhotosAndClips([file('a.jpg'), file('b.jpg')]);
  expect(show().pictures).toHaveLength(1);
  expect(useLibrary.getState().refused).toEqual([]);
  expect(mockCall).toHaveBeenCalledTimes(2);
  dismissArrival();
});

describe('the open show', () => {
  it('shows what a gesture would do without keeping it', async () => {
    const store = useOpenShow.getState();
    store.tryOut(setPartGain, { ids: ['bed-1'], gain: -9 });
    expect(useOpenShow.getState().preview?.parts[0]?.gain).toBe(-9);
    expect(show().parts[0]?.gain).toBe(0);
    store.endPreview();
    expect(useOpenShow.getState().preview).toBeNull();
    store.tryOut(setPartGain, { ids: ['bed-1'], gain: -9 });
    store.edit(setPartGain, { ids: ['bed-1'], gain: -9 });
    expect(useOpenShow.getState()).toMatchObject({ preview: null });
    expect(show().parts[0]?.gain).toBe(-9);
  });

  it('lets what is tried out be heard where that is what it is there for, and only then', () => {
    const store = useOpenShow.getState();
    store.tryOut(setPartGain, { ids: ['bed-1'], gain: -9 });
    expect(audibleShow()).toBe(show());
    store.tryOut(setPartGain, { ids: ['bed-1'], gain: -9 }, true);
    expect(audibleShow()?.parts[0]?.gain).toBe(-9);
    store.endPreview();
    expect(audibleShow()).toBe(show());
    useOpenShow.setState({ state: { status: 'none' } });
    expect(audibleShow()).toBeNull();
  });

  it('lets a tab that may only look change nothing, and says why', async () => {
    useOpenShow.setState({ state: { status: 'open', history: startHistory(showOf([5], 20)), mayEdit: false }, notice: null });
    useOpenShow.getState().edit(removeParts, { ids: ['bed-1'], closeUp: false });
    useOpenShow.getState().tryOut(removeParts, { ids: ['bed-1'], closeUp: false });
    expect(show().parts).toHaveLength(1);
    expect(useOpenShow.getState().preview).toBeNull();
    expect(useOpenShow.getState().notice).toMatchObject({ kind: 'words' });
  });
});
