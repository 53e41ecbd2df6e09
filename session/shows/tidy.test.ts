import { perform, startHistory } from '../../core/show';
import { addPictures, newPicture } from '../../core/show/edits';
import { places } from '../../engine/media/folders';
import { recordings } from '../../engine/media/recordings';
import { writeAt } from '../../engine/media/write';
import { FakeFiles } from '../../tests/opfs';
import { mediaId, photoMedia, showOf } from '../../tests/shows';
import { allMedia, readMediaIndex } from './mediaIndex';
import { START_PLACE, binRecord, discardRecord, openRecord, saveRecord } from './records';
import { storage } from './storage';
import { GRACE, markOffered, tidy } from './tidy';

const DAY = 24 * 3600 * 1000;
let files: FakeFiles;

beforeEach(async () => {
  files = new FakeFiles();
  files.install();
  await storage.removeMany(await storage.getAllKeys());
});

const keep = (id: string) => writeAt(places.original(id), new Uint8Array(4));
const kept = () =>
  files
    .names()
    .filter((name) => name.startsWith('media/'))
    .map((name) => name.slice(6));
const record = async (id: string, show: string) => {
  await writeAt(places.recording(id), new Float32Array(48_000));
  await writeAt(places.about(id), new TextEncoder().encode(JSON.stringify({ id, show, lane: 'voice', at: 0, late: 0, started: 1 })));
};

/** A show with one photo, and one more photo that only undo brings back. */
async function store(id: string): Promise<void> {
  const photo = photoMedia(5);
  const added = perform(startHistory({ ...showOf([5]), id }), addPictures, {
    pictures: [newPicture('more', photo, showOf([]).ownStart)],
    media: [photo],
    index: 0,
  });
  await saveRecord(added, START_PLACE, 1);
}

it('only marks what no show names, and frees it seven days later at the earliest', async () => {
  await store('a');
  for (const id of [mediaId(1), mediaId(5), mediaId(9)]) await keep(id);
  await tidy(0);
  await tidy(GRACE - 1);
  expect(kept()).toEqual([mediaId(1), mediaId(5), mediaId(9)]);
  await tidy(GRACE);
  expect(kept()).toEqual([mediaId(1), mediaId(5)]);
});

it('begins to count anew when something was named meanwhile', async () => {
  await store('a');
  await keep(mediaId(9));
  await tidy(0);
  const { history } = await openRecord('a');
  const uses = { ...history.show, id: 'b', media: { ...history.show.media, [mediaId(9)]: photoMedia(9) } };
  await saveRecord(startHistory(uses), START_PLACE, 2);
  await tidy(6 * DAY);
  await binRecord('b');
  await tidy(7 * DAY);
  await discardRecord('b');
  await tidy(8 * DAY);
  await tidy(15 * DAY - 1);
  expect(kept()).toContain(mediaId(9));
  await tidy(15 * DAY);
  expect(kept()).not.toContain(mediaId(9));
});

it('frees nothing while any record cannot be read, or there is none', async () => {
  await keep(mediaId(9));
  await tidy(0);
  await tidy(30 * DAY);
  expect(kept()).toEqual([mediaId(9)]);
  await store('a');
  await tidy(40 * DAY);
  await storage.setItem('show/broken', '{"savedAt": 3, "show": {');
  await tidy(60 * DAY);
  expect(kept()).toEqual([mediaId(9)]);
  expect((await readMediaIndex()).readable).toBe(false);
  await storage.removeItem('show/broken');
  await tidy(61 * DAY);
  expect(kept()).toEqual([]);
});

it('finds the names of a record of an older version, which has no row for them', async () => {
  await store('a');
  await storage.removeItem('names/a');
  const { named, readable } = await readMediaIndex();
  expect([readable, named.has(mediaId(1)), named.has(mediaId(5))]).toEqual([true, true, true]);
  expect((await allMedia()).map(({ id }) => id).sort()).toEqual([mediaId(1), mediaId(5)].sort());
});

it('keeps recordings of shows that are there for as long as they were not offered, others for seven days', async () => {
  await store('a');
  await record('mine', 'a');
  await record('lost', 'gone');
  await tidy(0);
  await tidy(8 * DAY);
  expect((await recordings()).map(({ about }) => about.id)).toEqual(['mine']);
  await markOffered(['mine'], 9 * DAY);
  await tidy(16 * DAY - 1);
  expect(await recordings()).toHaveLength(1);
  await markOffered(['mine'], 16 * DAY - 1);
  await tidy(16 * DAY);
  expect(await recordings()).toEqual([]);
});

it('what was measured of a show goes with it', async () => {
  await store('a');
  for (const id of ['a', 'gone']) await writeAt(places.measured(id, 'loudness'), new Uint8Array(4));
  await tidy(0);
  expect(files.names().filter((name) => name.startsWith('measured/'))).toEqual(['measured/a.loudness']);
});
