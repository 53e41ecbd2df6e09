import { startHistory, type Media } from '../../core/show';
import { mediaId, showOf, soundMedia } from '../../tests/shows';
import { FakeFiles } from '../../tests/opfs';
import { places } from '../../engine/media/folders';

const mockWrite = jest.fn();
jest.mock('../workers', () => ({ measurer: () => ({ call: (name: string, details: unknown) => mockWrite(name, details) as unknown }) }));
const mockFreed: string[] = [];
jest.mock('../download', () => ({
  ...jest.requireActual<object>('../download'),
  writing: () => undefined,
  freeLater: (name: string) => mockFreed.push(name),
}));
const mockArrived: object[] = [];
const mockTake = jest.fn();
jest.mock('../library', () => ({
  arrive: (one: object) => mockArrived.push(one),
  takeSoundFile: (file: File) => mockTake(file) as unknown,
}));
const mockAll: Media[] = [];
jest.mock('../shows/mediaIndex', () => ({ allMedia: async () => mockAll }));

import { useOpenShow } from '../open/store';
import { layMine, saveAsPiece, useSavingPiece } from './mine';

let files: FakeFiles;
const show = () => {
  const { state } = useOpenShow.getState();
  if (state.status !== 'open') throw new Error('no show is open');
  return state.history.show;
};
const put = (media: Media, facts: object) => {
  const [folder, name] = places.facts(media.id);
  files.put(folder, name, new TextEncoder().encode(JSON.stringify(facts)));
};

beforeEach(() => {
  files = new FakeFiles();
  files.install();
  for (const list of [mockFreed, mockArrived, mockAll]) list.length = 0;
  mockWrite.mockReset().mockImplementation(async () => {
    files.put('written', 'Sound 1000, as laid.wav', new Uint8Array(4));
  });
  mockTake.mockReset().mockImplementation(async ({ name }: File) => ({ ...soundMedia(77, 9), title: name }));
  useOpenShow.setState({ notice: null, state: { status: 'open', history: startHistory(showOf([30], 20, { gain: -6 })), mayEdit: true } });
});

it('a part is written as it is, alone, and named by the show as a sound of its own with the credit of what it came from', async () => {
  const credited = { ...show().media[mediaId(1000)]!, credit: 'Rill, free' };
  useOpenShow.setState({
    state: { status: 'open', mayEdit: true, history: startHistory({ ...show(), media: { ...show().media, [credited.id]: credited } }) },
  });
  await saveAsPiece(show().parts[0]!);
  const [[what, { plan, format }]] = mockWrite.mock.calls as [[string, { plan: { frames: number; parts: unknown[] }; format: string }]];
  expect([what, format, plan.frames, plan.parts.length]).toEqual(['write', 'float32', 20 * 48_000, 1]);
  expect(show().media[mediaId(77)]).toMatchObject({ credit: 'Rill, free' });
  expect(mockFreed).toHaveLength(1);
  expect(useSavingPiece.getState().part).toBeNull();
});

it('what cannot be written changes nothing, is said with its name, and is let go of', async () => {
  mockWrite.mockRejectedValue(new Error('no room'));
  const before = show();
  await saveAsPiece(before.parts[0]!);
  expect(show()).toBe(before);
  expect(JSON.stringify(useOpenShow.getState().notice)).toContain('Sound 1000');
  expect(mockFreed).toHaveLength(1);
  expect(useSavingPiece.getState().part).toBeNull();
});

it('a sound of one’s own waits to be laid; in layers only where all of them are here; one that is gone is said', async () => {
  const [low, high] = [soundMedia(11, 9), soundMedia(12, 9)];
  const piece = {
    ...soundMedia(10, 9),
    layers: [
      { media: low.id, title: 'low' },
      { media: high.id, title: 'high' },
    ],
  };
  put(piece, { seconds: 9 });
  mockAll.push(piece, low, high);
  await layMine(piece, 'bed');
  expect(mockArrived[0]).toEqual({ media: piece, facts: { seconds: 9 }, lane: 'bed', layers: [low, high] });
  mockAll.pop();
  await layMine(piece, 'bed');
  expect(mockArrived[1]).toMatchObject({ media: { id: piece.id, layers: undefined }, layers: [] });
  await layMine(soundMedia(13, 1), 'bed');
  expect(mockArrived).toHaveLength(2);
  expect(useOpenShow.getState().notice).toMatchObject({ kind: 'failure', failure: { code: 'media.missing' } });
});
