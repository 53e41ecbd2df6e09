import { Failure } from '../../core/failure';
import { startHistory, type Show } from '../../core/show';
import { showOf, soundMedia, withClip } from '../../tests/shows';

const mockCall = jest.fn();
jest.mock('../workers', () => ({ measurer: () => ({ call: mockCall }), listener: () => ({ call: mockCall }) }));
jest.mock('../shows/records', () => ({
  START_PLACE: { now: 0, face: 'bed', zoom: 45, own: true },
  openRecord: jest.fn(),
  saveRecord: async () => undefined,
  savePlace: async () => undefined,
  keepUnsaved: () => undefined,
}));

import { useOpenShow } from '../open/store';
import { acceptLiningUp, dropLiningUp, linedUp, lineUp, lineUpFile, shiftLiningUp, startLiningUp, useLiningUp } from './liningUp';

const media = soundMedia(7, 10);
const alignment = { offset: -1.25, clearness: 20, prominence: 80, verdict: 'sure' as const };
const lining = () => useLiningUp.getState().lining;
const show = (): Show => {
  const { state } = useOpenShow.getState();
  if (state.status !== 'open') throw new Error('no show is open');
  return state.history.show;
};

beforeEach(() => {
  dropLiningUp();
  mockCall.mockReset();
  mockCall.mockImplementation(async (name: string) => (name === 'align' ? alignment : { media, facts: { seconds: 10 }, note: null }));
  const start = withClip(showOf([5]), 1, 12, { from: 2, hold: 6 });
  useOpenShow.setState({ state: { status: 'open', history: startHistory(start), mayEdit: true }, chosen: null });
});

it('takes a file in, compares it with the clip, and lays it where it was found, as one undo step', async () => {
  startLiningUp('clip');
  await lineUpFile('clip', new File(['x'], 'table.wav'));
  const clip = show().pictures[1]!;
  expect(mockCall.mock.lastCall?.slice(0, 2)).toEqual(['align', { first: clip.kind === 'clip' && clip.media, second: media.id }]);
  expect(lining()).toMatchObject({ status: 'found', offset: -1.25, alignment });
  acceptLiningUp();
  expect(show().parts).toMatchObject([{ media: media.id, at: 5, spans: [{ from: 3.25, to: 9.25 }], clip: 'clip' }]);
  expect(useOpenShow.getState().chosen).toEqual({ kind: 'parts', ids: [show().parts[0]!.id] });
  useOpenShow.getState().undo();
  expect(show().parts).toEqual([]);
  expect(show().pictures[1]).toMatchObject({ own: { on: true } });
});

it('can be shifted by hand, and tries out with and without the clip’s own sound', async () => {
  await lineUp('clip', media);
  shiftLiningUp(-0.5);
  const trial = (both: boolean) => linedUp(show(), lining(), both);
  expect(trial(false)).toMatchObject({ parts: [{ spans: [{ from: 2.5 }] }], pictures: [{}, { own: { on: false } }] });
  expect(trial(true)).toMatchObject({ pictures: [{}, { own: { on: true } }] });
  expect(show().parts).toEqual([]);
  dropLiningUp();
  expect(linedUp(show(), lining(), true)).toBe(show());
});

it('says what failed, begins at zero where one is silent, and forgets an answer that nobody waits for', async () => {
  mockCall.mockRejectedValueOnce(new Failure('media.missing'));
  await lineUp('clip', media);
  expect(lining()).toMatchObject({ status: 'failed', failure: { code: 'media.missing' } });
  mockCall.mockResolvedValueOnce(null);
  await lineUp('clip', media);
  expect(lining()).toMatchObject({ status: 'found', alignment: null, offset: 0 });
  const late = lineUp('clip', media);
  dropLiningUp();
  await late;
  expect(lining().status).toBe('off');
});
