import type { create as Zustand } from 'zustand';
import { startHistory, type Show } from '../../core/show';
import { showOf } from '../../tests/shows';

jest.mock('../shows/records', () => ({
  START_PLACE: { now: 0, face: 'bed', zoom: 45, own: true },
  openRecord: jest.fn(),
  saveRecord: async () => undefined,
  savePlace: async () => undefined,
  keepUnsaved: () => undefined,
}));
const mockPlaying: { on: boolean } = { on: false };
jest.mock('../sound/transport', () => {
  const { create } = jest.requireActual<{ create: typeof Zustand }>('zustand');
  const useTransport = create<object>()(() => ({ now: 0, playing: { kind: 'nothing' } }));
  return {
    useTransport,
    playOn: (now: number) => {
      mockPlaying.on = true;
      useTransport.setState({ now, playing: { kind: 'show' } });
    },
    pause: () => {
      mockPlaying.on = false;
      useTransport.setState({ playing: { kind: 'nothing' } });
    },
  };
});

import { useOpenShow } from '../open/store';
import { useTransport } from '../sound/transport';
import { dropTapping, nudgeTaps, startTapping, stopTapping, takeTaps, tap, useTapping } from './tapping';

const at = (now: number) => useTransport.setState({ now });
const preview = () => useOpenShow.getState().preview;
const holds = (show: Show | null) => show?.pictures.map((one) => Number(one.hold.toFixed(3)));
const saved = () => {
  const { state } = useOpenShow.getState();
  return state.status === 'open' ? state.history : null;
};

beforeEach(() => {
  dropTapping();
  useTransport.setState({ now: 0, playing: { kind: 'nothing' } });
  useOpenShow.setState({ state: { status: 'open', history: startHistory(showOf([5, 5, 5], 40)), mayEdit: true }, preview: null });
});

it('draws what was tapped while it plays; the picture on screen waits for its tap', () => {
  startTapping();
  expect(mockPlaying.on).toBe(true);
  at(2);
  tap();
  at(2.05);
  tap();
  expect(useTapping.getState().tapping).toMatchObject({ status: 'tapping', taps: [2] });
  expect(holds(preview())).toEqual([2, 5, 5]);
  at(6.5);
  expect(holds(preview())![1]).toBeGreaterThan(5);
  at(9);
  tap();
  expect(holds(preview())!.slice(0, 2)).toEqual([2, 7]);
  expect(saved()!.past).toHaveLength(0);
});

it('lets the taps be nudged, one or all, and none pass another; using them is one undo step', () => {
  startTapping();
  for (const moment of [2, 5]) {
    at(moment);
    tap();
  }
  stopTapping();
  expect(mockPlaying.on).toBe(false);
  nudgeTaps('all', -0.1);
  nudgeTaps(1, 0.3);
  nudgeTaps(0, 4);
  expect(holds(preview())).toEqual([1.9, 3.3, 5]);
  takeTaps();
  expect(holds(saved()!.show)).toEqual([1.9, 3.3, 5]);
  expect(saved()!.past.map((step) => step.name.key)).toEqual(['edit.tapAlong']);
  expect(useTapping.getState().tapping.status).toBe('off');
});

it('starts from the now line, keeps the taps where the bed ends or somebody pauses, and drops without a trace', () => {
  at(6);
  startTapping();
  at(8);
  tap();
  useTransport.setState({ playing: { kind: 'nothing' } });
  expect(useTapping.getState().tapping).toMatchObject({ status: 'done', from: 6, taps: [8] });
  expect(holds(preview())).toEqual([5, 3, 5]);
  dropTapping();
  expect(preview()).toBeNull();
  expect(saved()!.past).toHaveLength(0);
  startTapping();
  stopTapping();
  expect(useTapping.getState().tapping.status).toBe('off');
});
