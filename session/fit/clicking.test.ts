import { startHistory, type Show } from '../../core/show';
import { setGrid, setLane, splitParts } from '../../core/show/edits';
import { beatsHeard } from '../../tests/heard';
import { mediaId, showOf } from '../../tests/shows';

const mockCall = jest.fn();
jest.mock('../workers', () => ({ listener: () => ({ call: mockCall }) }));
jest.mock('../../engine/media/hearings', () => ({ keptHearing: async () => null }));
jest.mock('../shows/records', () => ({ START_PLACE: { now: 0, face: 'bed', zoom: 45, own: true, snap: true } }));

import { useOpenShow } from '../open/store';
import { clicksOf } from '../sound/clicking';
import { toggleClicks } from './clicking';

const base = showOf([5, 6], 30, { at: 2 });
const open = (show: Show) => useOpenShow.setState({ state: { status: 'open', history: startHistory(show), broken: false } as never });
const seconds = (show: Show) => clicksOf(show).map(({ frame }) => frame / 48_000);

it('clicks on the beats that a person set, strong where a bar begins, in step through a cut; a silent lane has none', async () => {
  const show = splitParts(setGrid(base, { media: mediaId(1000), grid: { tempo: 60, beats: 3, downbeat: 0.25 } }), {
    ids: [['bed-1', 'half']],
    moment: 10,
  });
  open(show);
  expect(clicksOf(show)).toEqual([]);
  await toggleClicks();
  expect(seconds(show)).toEqual(Array.from({ length: 30 }, (_, i) => 2.25 + i));
  expect(clicksOf(show).map(({ strong }) => strong)).toEqual(Array.from({ length: 30 }, (_, i) => i % 3 === 0));
  expect(mockCall).not.toHaveBeenCalled();
  expect(clicksOf(setLane(show, { id: 'bed', change: { mute: true } }))).toEqual([]);
  await toggleClicks();
  expect(clicksOf(show)).toEqual([]);
});

it('listens to a piece that nobody has listened to, and clicks then', async () => {
  open(base);
  mockCall.mockResolvedValue(beatsHeard(30, 120, 4));
  await toggleClicks();
  expect(seconds(base).slice(0, 3)).toEqual([2, 2.5, 3]);
  await toggleClicks();
});
