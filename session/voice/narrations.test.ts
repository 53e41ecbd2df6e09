import { narration, profile, withNarrations } from '../../tests/heard';
import { showOf, soundMedia } from '../../tests/shows';
import { Failure } from '../../core/failure';
import { startHistory, type Show } from '../../core/show';

jest.mock('../shows/records', () => ({
  START_PLACE: { now: 0, face: 'voice', zoom: 45, own: true, snap: true },
  openRecord: jest.fn(),
  saveRecord: async () => undefined,
  savePlace: async () => undefined,
  keepUnsaved: () => undefined,
}));

const mockListen = jest.fn();
jest.mock('../workers', () => ({ listener: () => ({ call: mockListen }), measurer: () => ({}), analyst: () => ({}) }));
jest.mock('../sound/transport', () => ({
  useTransport: jest
    .requireActual<{ create: (make: () => object) => unknown }>('zustand')
    .create(() => ({ now: 0, playing: { kind: 'nothing' } })),
}));

import { useOpenShow } from '../open/store';
import { addLaneOf, laneFor } from '../open/lanes';
import { useTransport } from '../sound/transport';
import { heardFor, useHeard } from '../sound/heard';
import { innerPauses, shorten, splitPauses, takeDipsOver, tellSpeech, toggleDip, writeLine } from './narrations';
import { makeClear } from './over';
import { choosePins, hidePins, movePinsBy, pinHere, removeChosenPins, showPins, tapPin, usePinning } from './pinning';

const show = (): Show => {
  const { state } = useOpenShow.getState();
  if (state.status !== 'open') throw new Error('no show is open');
  return state.history.show;
};
const part = (id = 'say-3001') => show().parts.find((one) => one.id === id)!;
const choose = (id: string) => useOpenShow.getState().choose({ kind: 'parts', ids: [id] });

beforeEach(async () => {
  mockListen.mockReset();
  mockListen.mockImplementation(
    async (_name: string, { media }: { media: string }) =>
    media === soundMedia(1000, 1).id ? profile(60, [], 0.01) : profile(8, [[1, 3], [4.5, 7]], 0.02), // prettier-ignore
  );
  useTransport.setState({ now: 0, playing: { kind: 'nothing' } });
  const start = withNarrations(showOf([40], 60), narration(3001, 8, 2));
  useOpenShow.setState({
    state: { status: 'open', history: startHistory(start), mayEdit: true },
    chosen: null,
    preview: null,
    notice: null,
  });
  await heardFor(show());
});

describe('narrations', () => {
  it('are split at their pauses, shortened, and put right by hand', () => {
    expect(innerPauses(show(), part(), 0.5)).toEqual([{ from: 3, to: 4.5 }]);
    expect(innerPauses(show(), part(), 2)).toEqual([]);
    shorten(show(), part(), 0.5, 0.5);
    expect(part().spans.map(({ from, to }) => [from, to])).toEqual([
      [0, 3.25],
      [4.25, 8],
    ]);
    useOpenShow.getState().undo();
    tellSpeech(show(), part(), { from: 3.4, to: 3.6 }, true);
    expect(innerPauses(show(), part(), 0.5).map(({ from, to }) => [from, to])).toEqual([
      [3, 3.4],
      [3.6, 4.5],
    ].filter(([from, to]) => to! - from! >= 0.5)); // prettier-ignore
    tellSpeech(show(), part(), { from: 0, to: 8 }, false);
    expect(innerPauses(show(), part(), 0.1)).toEqual([]);
    useOpenShow.getState().undo();
    splitPauses(show(), part(), 0.5);
    expect(
      show()
        .parts.filter((one) => one.lane === 'voice')
        .map((one) => one.at),
    ).toEqual([2, 6.05]);
  });

  it('come to the speaker that is chosen; lines are written at the now line', () => {
    expect(laneFor(show(), 'voice').id).toBe('voice');
    addLaneOf('voice', 'Grandma');
    expect(show().lanes.find((lane) => lane.id === laneFor(show(), 'voice').id)!.title).toBe('Grandma');
    useTransport.setState({ now: 7 });
    const id = writeLine();
    expect(show().lines).toEqual([{ id, lane: laneFor(show(), 'voice').id, at: 7, words: '' }]);
  });

  it('dip or do not at a key; their dips become pins of the bed and come back', () => {
    choose('say-3001');
    toggleDip();
    expect(part().dip).toMatchObject({ on: false });
    toggleDip();
    expect(part().dip).toMatchObject({ on: true });
    takeDipsOver(show(), part('bed-1'));
    expect(part('bed-1').pins.map(({ gain }) => Math.round(gain))).toContain(-10);
    expect(part('bed-1').undipped).toEqual([]);
  });

  it('are made clear, and by how much is said', async () => {
    await makeClear(20);
    expect(show().dips.depth).toEqual({ by: 'clear', margin: 20 });
    // The bed is 3 dB below the voice as it is.
    expect(useOpenShow.getState().notice).toEqual({ kind: 'words', text: 'The bed goes down by 17.0 dB where somebody speaks.' });
    await makeClear(2);
    expect(useOpenShow.getState().notice).toMatchObject({ text: expect.stringContaining('nothing has to go down') as string });
    expect(useHeard.getState().heard.size).toBeGreaterThan(1);
  });
});

it('listens anew to a sound that stands still, so that nothing waits for ever', async () => {
  jest.useFakeTimers();
  try {
    let turn = 0;
    mockListen.mockImplementation((_name: string, _details: unknown, { signal }: { signal: AbortSignal }) => {
      turn += 1;
      if (turn > 1) return Promise.resolve(profile(8, [[2, 3]]));
      return new Promise((_resolve, reject) => signal.addEventListener('abort', () => reject(new Failure('cancelled'))));
    });
    const stuck = withNarrations(showOf([40], 60), narration(3077, 8, 2));
    const known = heardFor(stuck);
    await jest.advanceTimersByTimeAsync(9_000);
    expect((await known).get(stuck.parts[1]!.media)?.speech).toEqual([{ from: 2, to: 3 }]);
    expect(turn).toBe(2);
  } finally {
    jest.useRealTimers();
  }
});

describe('pins', () => {
  it('are added where the level is, chosen, moved together without passing others, and removed', () => {
    choose('bed-1');
    for (const now of [5, 10, 15]) {
      useTransport.setState({ now });
      pinHere();
    }
    const pins = () => part('bed-1').pins.map(({ at, gain }) => [Number(at.toFixed(3)), gain]);
    expect(pins()).toEqual([[5, 0], [10, 0], [15, 0]]); // prettier-ignore
    expect(usePinning.getState().pinning).toEqual({ part: 'bed-1', chosen: [2] });
    tapPin('bed-1', 1, false);
    movePinsBy(part('bed-1'), 1, 20, -6, true);
    expect(useOpenShow.getState().preview).not.toBeNull();
    movePinsBy(part('bed-1'), 1, 20, -6, false);
    expect(pins()).toEqual([[5, 0], [14.999, -6], [15, 0]]); // prettier-ignore
    tapPin('bed-1', 2, true);
    movePinsBy(part('bed-1'), 2, 5, -2, false);
    expect(pins()).toEqual([[5, 0], [19.999, -8], [20, -2]]); // prettier-ignore
    removeChosenPins('bed-1');
    expect(pins()).toEqual([[5, 0]]);
    choosePins('bed-1', [0]);
    choose('say-3001');
    expect(usePinning.getState().pinning).toBeNull();
    showPins('bed-1');
    hidePins();
    expect(usePinning.getState().pinning).toBeNull();
  });
});

it('fails an export’s question for profiles where a sound could not be listened to, instead of going on without its dips', async () => {
  mockListen.mockRejectedValue(new Failure('storage.full'));
  const more = withNarrations(show(), narration(3078, 4, 12));
  await expect(heardFor(more)).rejects.toMatchObject({ code: 'storage.full' });
  // Asked again it listens again.
  mockListen.mockResolvedValue(profile(4, [[1, 2]]));
  expect((await heardFor(more)).has(soundMedia(3078, 4).id)).toBe(true);
});
