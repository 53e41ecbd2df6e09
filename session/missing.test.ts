import { FakeFiles } from '../tests/opfs';
import { clipMedia, mediaId, photoMedia, showOf, soundMedia, withClip } from '../tests/shows';
import { places } from '../engine/media/folders';
import type { Media, Show } from '../core/show';

const mockTaken: string[] = [];
const mockHashes = new Map<string, string>();
jest.mock('./workers', () => ({
  listener: () => ({
    call: async (
      _name: string,
      { name, want }: { name: string; want: string },
      { onProgress }: { onProgress?: (share: number) => void },
    ) => {
      onProgress?.(1);
      if (name === 'Sound 1000' && mockTaken.includes('refuse')) throw Object.assign(new Error(name), { mock: true });
      mockTaken.push(`${name} as ${want}`);
    },
  }),
  packer: () => ({ call: async (_name: string, { file }: { file: File }) => mockHashes.get(file.name) }),
}));

import { bringBack, missingOf, usedMedia, useBringing } from './missing';

let files: FakeFiles;
const put = (place: readonly [folder: string, name: string]) => files.put(place[0], place[1], new Uint8Array(3));
/** Lays everything that a medium consists of. */
function lay(media: Media): void {
  put(places.original(media.id));
  if (media.channels > 0) for (const place of [places.pcm(media.id), places.facts(media.id)]) put(place);
  if (media.kind !== 'sound') put(places.picture(media.id, 'stage'));
}
beforeEach(() => {
  files = new FakeFiles();
  files.install();
  mockTaken.length = 0;
  mockHashes.clear();
});

const show = withClip(showOf([5], 20), 1, 4);

it('a show uses what its pictures, parts, takes and layers name, each once', () => {
  expect([...usedMedia(show)].sort()).toEqual([mediaId(1), mediaId(1000), mediaId(2000)].sort());
  const [part] = show.parts;
  const layered = { ...soundMedia(1000, 20), layers: [{ media: mediaId(7), title: 'low' }] };
  const taken = { ...part!, takes: [{ media: mediaId(8), spans: part!.spans }] };
  const more = { ...show, media: { ...show.media, [layered.id]: layered }, parts: [taken] } as unknown as Show;
  expect(usedMedia(more)).toEqual(expect.arrayContaining([mediaId(7), mediaId(8)]));
});

it('is missing where any part of it is not there: its bytes, its samples, what is known of them, its picture', async () => {
  const each = [photoMedia(1), soundMedia(2, 3), clipMedia(3, 4)];
  each.forEach(lay);
  expect(await missingOf(each)).toEqual([]);
  for (const media of each) {
    const own = [...files.folders].flatMap(([folder, names]) =>
      [...names.keys()].filter((name) => name.startsWith(media.id)).map((name) => [folder, name] as const),
    );
    expect(own.length).toBe({ photo: 2, sound: 3, clip: 4 }[media.kind]);
    for (const place of own) {
      files.folders.get(place[0])!.delete(place[1]);
      expect(await missingOf(each)).toEqual([media.id]);
      put(place);
    }
  }
});

it('files are known by their bytes, whatever they are called; strangers and those that cannot be taken are named', async () => {
  lay(show.media[mediaId(2000)]!);
  mockHashes.set('holiday.bin', mediaId(1)).set('song.bin', mediaId(1000)).set('letter.txt', mediaId(99));
  const given = ['holiday.bin', 'letter.txt'].map((name) => new File(['x'], name));
  await bringBack(show, given);
  expect(mockTaken).toEqual(['Photo 1 as picture']);
  expect(useBringing.getState()).toEqual({ busy: null, strange: ['letter.txt'], failed: [] });
  mockTaken.push('refuse');
  await bringBack(show, [new File(['x'], 'song.bin')]);
  expect(useBringing.getState()).toMatchObject({
    strange: [],
    failed: [{ code: 'unknown', details: { message: expect.stringContaining('Sound 1000') as string } }],
  });
});

it('what lies here and was only half made is made again, without a file being asked for', async () => {
  for (const media of Object.values(show.media)) lay(media);
  files.folders.get('pcm')!.delete(places.pcm(mediaId(1000))[1]);
  await bringBack(show, []);
  expect(mockTaken).toEqual(['Sound 1000 as sound']);
});
