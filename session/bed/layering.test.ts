import { startHistory, type Media } from '../../core/show';
import { mediaId, showOf, soundMedia } from '../../tests/shows';
import { FakeFiles } from '../../tests/opfs';

interface Written {
  readonly name: string;
  readonly plan: { readonly frames: number };
}
const mockAligned = new Map<string, { verdict: string; offset: number }>();
const mockWritten: Written[] = [];
const mockFreed: string[] = [];
let mockBreaks = '';
jest.mock('../workers', () => ({
  measurer: () => ({
    call: async (what: string, details: { second: string } & Written) => {
      if (what === 'align') return mockAligned.get(details.second);
      if (details.name === mockBreaks) throw new Error('the disk is full');
      mockWritten.push(details);
      return {};
    },
  }),
}));
jest.mock('../download', () => ({
  ...jest.requireActual<object>('../download'),
  writing: () => undefined,
  freeLater: (name: string) => mockFreed.push(name),
}));
interface MockStores {
  create(make: () => object): object;
}
let mockNext = 5000;
const mockMade: Media[] = [];
jest.mock('../library', () => {
  const { create } = jest.requireActual<MockStores>('zustand');
  return {
    useLibrary: create(() => ({ arrivals: [] })),
    takeSoundFile: async (file: File) => {
      const seconds = mockWritten.find(({ name }) => name === file.name)!.plan.frames / 48_000;
      const id = (mockNext += 1).toString(16).padStart(64, '0');
      const media = { id, kind: 'sound', title: file.name, bytes: 1, seconds, rate: 48_000, channels: 2, width: 0, height: 0 } as Media;
      mockMade.push(media);
      return media;
    },
  };
});

import { useLibrary } from '../library';
import { useOpenShow } from '../open/store';
import { canBeLayers, layersOfArrivals, layersOfParts, useLayering } from './layering';

const show = () => {
  const { state } = useOpenShow.getState();
  if (state.status !== 'open') throw new Error('no show is open');
  return state.history.show;
};
const sound = (number: number, title: string, seconds: number, more: Partial<Media> = {}) => ({
  ...soundMedia(number, seconds),
  title,
  ...more,
});
const arrive = (...media: Media[]) =>
  (useLibrary as unknown as { setState(state: object): void }).setState({ arrivals: media.map((one) => ({ media: one, lane: 'bed' })) });

beforeEach(() => {
  const files = new FakeFiles();
  files.install();
  for (const name of ['Brook.wav', 'Sound.wav', 'low.wav', 'high.wav', 'Brook in layers.wav'])
    files.put('written', name, new Uint8Array(4));
  for (const list of [mockWritten, mockFreed, mockMade]) list.length = 0;
  mockAligned.clear();
  mockBreaks = '';
  useLayering.setState({ share: null });
  useOpenShow.setState({ state: { status: 'open', history: startHistory(showOf([5], 20)), mayEdit: true } });
});

it('sounds of one length become one piece behind what is there: the name that they share is its own, the rest are its layers’', async () => {
  const [low, high] = [sound(11, 'Brook low', 12, { credit: 'Rill' }), sound(12, 'Brook high', 12, { credit: 'Rill' })];
  arrive(low, high);
  await layersOfArrivals();
  // Only their sum is written: they are whole as they are.
  expect(mockWritten.map(({ name, plan }) => [name, plan.frames])).toEqual([['Brook.wav', 12 * 48_000]]);
  const part = show().parts.find(({ id }) => id !== 'bed-1')!;
  const piece = show().media[part.media]!;
  expect(part.at).toBe(20);
  expect(piece).toMatchObject({
    ...{ title: 'Brook', credit: 'Rill', seconds: 12 },
    layers: [
      { media: low.id, title: 'low' },
      { media: high.id, title: 'high' },
    ],
  });
  expect(Object.keys(show().media)).toEqual(expect.arrayContaining([low.id, high.id]));
  expect(mockFreed).toEqual(['Brook.wav']);
  expect(useLibrary.getState().arrivals).toEqual([]);
  useOpenShow.getState().undo();
  expect(show().parts).toHaveLength(1);
});

it('of another length, they are lined up by their sound and filled up to one length; what is unsure begins with the others', async () => {
  const [low, high] = [sound(11, 'Brook low', 12), sound(12, 'Brook high', 10)];
  mockAligned.set(high.id, { verdict: 'sure', offset: 2 });
  arrive(low, high);
  await layersOfArrivals();
  expect(mockWritten.map(({ name, plan }) => [name, plan.frames / 48_000])).toEqual([
    ['high.wav', 12],
    ['Brook.wav', 12],
  ]);
  expect(JSON.stringify(useOpenShow.getState().notice)).toMatch(/lined up by their sound/);
  mockWritten.length = 0;
  mockAligned.set(high.id, { verdict: 'unsure', offset: 2 });
  arrive(low, sound(12, 'Brook high', 10));
  await layersOfArrivals();
  expect(mockWritten.at(-1)!.plan.frames / 48_000).toBe(12);
});

it('parts keep their levels as those of the layers, and the earliest beginning; a piece without a licence has none in layers either', async () => {
  const other = sound(13, 'Sound other', 20, { licence: '' });
  const [bed] = show().parts;
  const more = { ...bed!, id: 'bed-2', media: other.id, at: 2, gain: -6 };
  useOpenShow.setState({
    state: {
      ...{ status: 'open', mayEdit: true },
      history: startHistory({ ...show(), media: { ...show().media, [other.id]: other }, parts: [{ ...bed!, at: 3 }, more] }),
    },
  });
  await layersOfParts(show().parts);
  expect(show().parts).toHaveLength(1);
  expect(show().parts[0]).toMatchObject({ at: 2, layers: [{ media: other.id, gain: -6 }] });
  expect(show().media[show().parts[0]!.media]!.licence).toBe('');
});

it('what cannot be written changes nothing, is said, and lets the next try begin', async () => {
  arrive(sound(11, 'Brook low', 12), sound(12, 'Brook high', 12));
  mockBreaks = 'Brook.wav';
  const before = show();
  await layersOfArrivals();
  expect(show()).toBe(before);
  expect(useLayering.getState().share).toBeNull();
  expect(JSON.stringify(useOpenShow.getState().notice)).toContain('the disk is full');
  expect(mockFreed).toEqual(['Brook.wav']);
  mockBreaks = '';
  await layersOfArrivals();
  expect(show().parts).toHaveLength(2);
});

it('only several different sounds that are no layers themselves can become one piece', () => {
  const [one, two] = [sound(1, 'a', 1), sound(2, 'b', 1)];
  expect(canBeLayers([one, two])).toBe(true);
  expect(canBeLayers([one])).toBe(false);
  expect(canBeLayers([one, one])).toBe(false);
  expect(canBeLayers([one, { ...two, layers: [{ media: mediaId(9), title: 'x' }] }])).toBe(false);
  expect(canBeLayers(Array.from({ length: 40 }, (_, i) => sound(i, `${i}`, 1)))).toBe(false);
});
