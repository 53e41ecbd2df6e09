import { createHash, randomBytes } from 'node:crypto';
import { undo, type MediaId, type Show } from '../../core/show';
import { renameShow } from '../../core/show/edits';
import { perform, startHistory } from '../../core/show';
import { pack } from '../../engine/showFile/inside/pack';
import { ShowFile, readTimelineFile as mockTimeline } from '../../engine/showFile/inside/showFile';
import { FakeFiles, asBlob } from '../../tests/opfs';
import { showOf } from '../../tests/shows';
import { layDown, openFile, useFileIn } from './fileIn';
import { START_PLACE, binRecord, restoreRecord, whereIs, listShows, openRecord, saveRecord } from '../shows/records';

const mockQuiet = { signal: new AbortController().signal, progress: () => undefined };
const mockFile = new ShowFile();
const mockTaking = { lies: false };
let files: FakeFiles;

const mockHash = async (blob: Blob) =>
  createHash('sha256')
    .update(Buffer.from(await blob.arrayBuffer()))
    .digest('hex');

/** What the workers do, in this very thread: a file that comes in leaves its bytes and what is made of them. */
const mockTake = async ({ file, name, want }: { file: Blob; name: string; want: 'picture' | 'sound' }) => {
  const id = await mockHash(file);
  files.put('media', id, new Uint8Array(await file.arrayBuffer()));
  if (want === 'picture') files.put('pictures', `${id}.stage.v1`, new Uint8Array(1));
  else
    for (const [folder, ending] of [
      ['pcm', ''],
      ['facts', '.json'],
    ] as const)
      files.put(folder, `${id}.v1${ending}`, new Uint8Array(1));
  const sound = want === 'sound';
  const media = {
    id,
    kind: sound ? 'sound' : 'photo',
    title: name,
    bytes: file.size,
    seconds: sound ? (mockTaking.lies ? 5 : 20) : 0,
    rate: sound ? 44_100 : 0,
    channels: sound ? 2 : 0,
    width: sound ? 0 : 4,
    height: sound ? 0 : 3,
  };
  return { media, facts: null, note: null, known: false };
};

jest.mock('../workers', () => ({
  packer: () => ({
    call: async (name: string, details: never) => {
      switch (name) {
        case 'look':
          return mockFile.look(details);
        case 'fetch':
          return mockFile.fetch(details, mockQuiet);
        case 'timeline':
          return mockTimeline(await (details as { file: Blob }).file.text(), []);
        default:
          return mockHash((details as { file: Blob }).file);
      }
    },
  }),
  listener: () => ({ call: (_name: string, details: never) => mockTake(details) }),
}));
jest.mock('../shows/useShows', () => ({ refreshShows: async () => undefined }));

beforeEach(() => {
  files = new FakeFiles();
  files.install();
  mockTaking.lies = false;
  useFileIn.setState({ fileIn: { status: 'idle' } });
});

/** A show file with two pictures and a piece of music; `spoil` may change bytes of its media before they are packed. */
async function workFile(
  id: string,
  spoil: (bytes: Buffer) => Buffer = (bytes) => bytes,
): Promise<{ show: Show; file: File; media: MediaId[] }> {
  const plain = { ...showOf([4, 5], 20), id };
  const names = Object.keys(plain.media);
  const bytes = names.map((_, index) => randomBytes(300 + index));
  const media = bytes.map((one) => createHash('sha256').update(one).digest('hex'));
  let text = JSON.stringify(plain);
  for (const [index, name] of names.entries()) text = text.replaceAll(name, media[index]!);
  const named = JSON.parse(text) as Show;
  const show = {
    ...named,
    media: Object.fromEntries(media.map((one, index) => [one, { ...named.media[one]!, bytes: bytes[index]!.length }])),
  };
  for (const [index, one] of media.entries()) files.put('media', one, spoil(bytes[index]!));
  await pack({ show, media, name: 'w', target: null }, mockQuiet);
  const zip = asBlob(Buffer.from(files.bytes('written', 'w')));
  files.folders.clear();
  return { show, media, file: Object.assign(zip, { name: 'work.rainbed.zip' }) as unknown as File };
}

const status = () => useFileIn.getState().fileIn;

it('opens a show on a device that has nothing of it, with everything in place', async () => {
  const { show, file, media } = await workFile('one');
  await openFile(file);
  expect(status()).toMatchObject({ status: 'done', id: 'one', missing: 0 });
  expect((await openRecord('one')).history.show).toEqual(show);
  expect(files.names().filter((name) => name.startsWith('media/'))).toEqual(media.map((id) => `media/${id}`).sort());
});

it('never writes over a show that is here: it asks, then lays a copy beside it or one undo step over it', async () => {
  const { show, file } = await workFile('two');
  const mine = perform(startHistory({ ...show, title: 'Mine' }), renameShow, { title: 'Mine, changed' });
  await saveRecord(mine, START_PLACE, 5);
  await openFile(file);
  expect(status().status).toBe('asking');
  expect((await openRecord('two')).history).toEqual(mine);
  await layDown('copy');
  const copy = (status() as { id: string }).id;
  expect(copy).not.toBe('two');
  expect((await openRecord(copy)).history.show).toEqual({ ...show, id: copy, title: 'Test (copy)' });
  expect((await openRecord('two')).history).toEqual(mine);
  await openFile(file);
  await layDown('replace');
  const { history } = await openRecord('two');
  expect(history.show).toEqual(show);
  expect(undo(history).show).toEqual(mine.show);
});

it('leaves a deleted show of the same name where it can be brought back from', async () => {
  const { show, file } = await workFile('five');
  await saveRecord(startHistory({ ...show, title: 'Deleted' }), START_PLACE, 5);
  await binRecord('five');
  await openFile(file);
  const { id } = status() as { id: string };
  expect(id).not.toBe('five');
  await restoreRecord('five');
  expect([(await openRecord('five')).history.show.title, (await openRecord(id)).history.show.title]).toEqual(['Deleted', 'Test']);
});

it('refuses media that are not what they say, and nothing has changed then', async () => {
  const spoilt = await workFile('three', (bytes) => Buffer.from(bytes.map((one, index) => (index === 7 ? one ^ 1 : one))));
  const before = await listShows();
  await openFile(spoilt.file);
  expect(status()).toMatchObject({ status: 'failed', failure: { code: 'file.damaged' } });
  mockTaking.lies = true;
  const lying = await workFile('three');
  await openFile(lying.file);
  expect(status()).toMatchObject({ status: 'failed', failure: { code: 'file.damaged' } });
  expect(await whereIs('three')).toBeNull();
  expect(await listShows()).toEqual(before);
  expect(files.names()).toEqual([]);
});

it('opens a slim file and says how many files are missing', async () => {
  const { show } = await workFile('four');
  await pack({ show, media: [], name: 'w', target: null }, mockQuiet);
  await openFile(Object.assign(asBlob(Buffer.from(files.bytes('written', 'w'))), { name: 'slim.zip' }) as unknown as File);
  expect(status()).toMatchObject({ status: 'done', missing: 3 });
});

it('says what is wrong with files of other kinds', async () => {
  for (const [text, code] of [
    ['hello', 'file.foreign'],
    ['', 'file.foreign'],
    ['{"a":', 'file.damaged'],
    ['{"OTIO_SCHEMA":"Clip.2"}', 'timeline.foreign'],
  ] as const) {
    await openFile(Object.assign(asBlob(Buffer.from(text)), { name: 'x' }) as unknown as File);
    expect(status()).toMatchObject({ status: 'failed', failure: { code, details: { name: 'x' } } });
  }
});
