import { BED_LANE, VOICE_LANE, startHistory, pinLevel, newTreatment, type Lane, type Show } from '../../core/show';
import { setLanePins, setTreatments } from '../../core/show/edits';
import { narration, withNarrations } from '../../tests/heard';
import { showOf, withClip } from '../../tests/shows';

jest.mock('../shows/records', () => ({
  START_PLACE: { now: 0, face: 'balance', zoom: 45, own: true, snap: true },
  openRecord: jest.fn(),
  saveRecord: async () => undefined,
  savePlace: async () => undefined,
  keepUnsaved: () => undefined,
}));
const mockPlayed = jest.fn();
jest.mock('../sound/transport', () => ({
  useTransport: jest
    .requireActual<{ create: (make: () => object) => unknown }>('zustand')
    .create(() => ({ now: 0, playing: { kind: 'nothing' } })),
  playShow: (): unknown => mockPlayed('play'),
  seek: (at: number): unknown => mockPlayed(at),
}));
jest.mock('../workers', () => ({ measurer: () => ({}) }));

import { useOpenShow } from '../open/store';
import { useTransport } from '../sound/transport';
import { hearAgain, hearWithout, treatedPart } from './comparing';
import { soundsOf } from './even';
import { bringBack, bringWholeBack, dropGate, gateAt, letGateGo, moveGate, sayGate, sayPan, useRiding } from './gates';

const show = (): Show => {
  const { state } = useOpenShow.getState();
  if (state.status !== 'open') throw new Error('no show is open');
  return state.history.show;
};
const laneIn = (of: Show, id = BED_LANE): Lane => of.lanes.find((lane) => lane.id === id)!;
const preview = () => useOpenShow.getState().preview;
const steps = () => {
  const { state } = useOpenShow.getState();
  return state.status === 'open' ? state.history.past.length : 0;
};
const plays = (now: number) => useTransport.setState({ now, playing: { kind: 'show' } });
const said = () => {
  const { notice } = useOpenShow.getState();
  return notice?.kind === 'words' ? notice.text : null;
};

beforeEach(() => {
  mockPlayed.mockClear();
  const base = withNarrations(withClip(showOf([10, 20], 30), 1, 5, { hold: 5 }), narration(70, 4, 12), narration(71, 4, 3));
  useOpenShow.setState({
    state: { status: 'open', history: startHistory(base), mayEdit: true },
    preview: null,
    chosen: null,
    face: 'balance',
    notice: null,
  });
  useTransport.setState({ now: 0, playing: { kind: 'nothing' } });
  useRiding.setState({ riding: false });
});

describe('a gate', () => {
  it('is tried out to be heard while it moves, and is one step when it is let go', () => {
    moveGate(BED_LANE, -3);
    moveGate(BED_LANE, -6);
    expect(laneIn(preview()!).gain).toBe(-6);
    expect(useOpenShow.getState().audible).toBe(true);
    expect([laneIn(show()).gain, steps()]).toEqual([0, 0]);
    letGateGo(BED_LANE, -6);
    expect([laneIn(show()).gain, steps(), preview()]).toEqual([-6, 1, null]);
    moveGate(BED_LANE, 4);
    dropGate();
    expect([laneIn(show()).gain, steps(), preview()]).toEqual([-6, 1, null]);
  });

  it('sets the lane’s level while the show plays, too, unless one rides', () => {
    plays(4);
    moveGate(BED_LANE, -6);
    letGateGo(BED_LANE, -6);
    expect(laneIn(show())).toMatchObject({ gain: -6 });
    expect(laneIn(show()).pins).toBeUndefined();
  });

  it('that is ridden writes what the hand did, at rest as well; held, it stays; let go, the level goes back: one step', () => {
    useRiding.setState({ riding: true });
    for (const [now, gain] of [
      [4, -1],
      [4.1, -3],
      [4.2, -6],
      [6, -6.5],
    ] as const) {
      plays(now);
      moveGate(BED_LANE, gain);
    }
    // As long as the hand is there it holds.
    expect(Math.abs(pinLevel(laneIn(preview()!).pins!, 20) + 6.5)).toBeLessThan(0.5);
    plays(7);
    letGateGo(BED_LANE, -6.5);
    const { pins, gain } = laneIn(show());
    expect([gain, steps()]).toEqual([0, 1]);
    // It rested from 4.2 to 6: no slope is drawn between the two.
    for (const [at, wanted] of [
      [3.9, 0],
      [4.2, -6],
      [5.5, -6],
      [6.9, -6.5],
      [8, 0],
    ] as const) {
      expect(Math.abs(pinLevel(pins!, at) - wanted)).toBeLessThanOrEqual(0.51);
    }
    expect(gateAt(laneIn(show()), 5.5)).toBeCloseTo(-6, 0);
  });

  it('goes on by itself where the next lane is ridden; without playing riding sets the level', () => {
    useRiding.setState({ riding: true });
    plays(2);
    moveGate(BED_LANE, -5);
    moveGate(VOICE_LANE, 3);
    plays(3);
    letGateGo(VOICE_LANE, 3);
    expect([laneIn(show()).pins, laneIn(show(), VOICE_LANE).pins?.length]).toEqual([undefined, expect.any(Number)]);
    useTransport.setState({ playing: { kind: 'nothing' } });
    moveGate(BED_LANE, -2);
    letGateGo(BED_LANE, -2);
    expect(laneIn(show()).gain).toBe(-2);
  });

  it('is brought back by one gesture, which says what it was; one that stands there already says nothing', () => {
    letGateGo(BED_LANE, -7);
    bringBack(BED_LANE, 'gain');
    expect([laneIn(show()).gain, said()]).toEqual([0, 'Bed is back at 0 dB. It was at −7.0 dB.']);
    useOpenShow.setState({ notice: null });
    bringBack(BED_LANE, 'gain');
    bringBack(BED_LANE, 'pan');
    bringWholeBack();
    expect([said(), steps()]).toEqual([null, 2]);
  });

  it('says its level and its place as people do', () => {
    expect([sayGate(-60), sayGate(0), sayGate(2.5), sayPan(0), sayPan(-0.4), sayPan(1)]).toEqual([
      'silent',
      '0.0 dB',
      '+2.5 dB',
      'middle',
      '40 % left',
      '100 % right',
    ]);
  });
});

it('hears a lane, a part or a clip without its treatments, as loud as with them, for as long as it is held', () => {
  const { edit } = useOpenShow.getState();
  const chain = [newTreatment('steady')];
  for (const of of [{ lane: BED_LANE }, { parts: ['say-70'] }, { own: 'clip' }] as const) {
    edit(setTreatments, { of, chain });
    const before = show();
    hearWithout(of, 4.5);
    const now = preview()!;
    const sound = (one: Show) => ('lane' in of ? laneIn(one) : treatedPart(one, of)!);
    expect(sound(now).treatments?.map(({ on }) => on)).toEqual([false]);
    expect(sound(now).gain).toBeCloseTo(sound(before).gain + 4.5, 9);
    hearAgain();
    expect([preview(), show()]).toEqual([null, before]);
  }
  // What does not sound at the now line is gone to, and played.
  expect(mockPlayed.mock.calls).toEqual([['play'], [12], ['play'], [10], ['play']]);
});

it('evens out what is meant, in the order of the show, and nothing that is muted', () => {
  const ids = (which: Parameters<typeof soundsOf>[1]) => soundsOf(show(), which).map(({ id }) => id);
  expect(ids({ of: 'voices' })).toEqual(['say-71', 'say-70']);
  expect(ids({ of: 'clips' })).toEqual(['own-clip']);
  expect(ids({ of: 'lane', lane: BED_LANE })).toEqual(['bed-1']);
  expect(ids({ of: 'parts', ids: ['say-70', 'bed-1'] })).toEqual(['bed-1', 'say-70']);
  expect(soundsOf({ ...show(), parts: show().parts.map((part) => ({ ...part, mute: true })) }, { of: 'voices' })).toEqual([]);
});

it('keeps lane pins when a lane is set otherwise', () => {
  const { edit } = useOpenShow.getState();
  edit(setLanePins, { id: BED_LANE, pins: [{ at: 1, gain: -4 }] });
  letGateGo(BED_LANE, -3);
  expect(laneIn(show())).toMatchObject({ gain: -3, pins: [{ at: 1, gain: -4 }] });
});
