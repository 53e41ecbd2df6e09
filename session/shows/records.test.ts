import { createAsyncStorage } from '@react-native-async-storage/async-storage';
import { perform, startHistory } from '../../core/show';
import { renameShow, setPartGain } from '../../core/show/edits';
import { showOf } from '../../tests/shows';
import { Autosave, type SaveState } from '../open/autosave';
import {
  START_PLACE,
  binRecord,
  discardRecord,
  duplicateRecord,
  keepUnsaved,
  landLifeboats,
  listBin,
  listShows,
  openRecord,
  restoreRecord,
  saveRecord,
  whereIs,
} from './records';

const history = (id: string) => startHistory({ ...showOf([5, 6], 30), id });

it('keeps a show with its undo steps and its place, and lists it', async () => {
  const edited = perform(history('a'), setPartGain, { ids: ['bed-1'], gain: -6 });
  await saveRecord(edited, { now: 3, face: 'finish', zoom: 20, own: false, snap: false }, 1000);
  expect(await openRecord('a')).toMatchObject({
    history: edited,
    place: { now: 3, face: 'finish', zoom: 20, own: false, snap: false },
    savedAt: 1000,
  });
  expect(await listShows()).toContainEqual(
    expect.objectContaining({ kind: 'valid', id: 'a', title: 'Test', seconds: 11, pictures: 2, savedAt: 1000 }),
  );
});

it('copies without undo steps, bins and restores, and names what is missing', async () => {
  await saveRecord(history('b'), START_PLACE, 1);
  await duplicateRecord('b', 'c', 'Copy', 2);
  expect((await openRecord('c')).history).toMatchObject({ show: { id: 'c', title: 'Copy' }, past: [] });
  await binRecord('b');
  await expect(openRecord('b')).rejects.toMatchObject({ code: 'show.missing' });
  expect((await listBin()).map((one) => one.id)).toEqual(['b']);
  await restoreRecord('b');
  expect((await openRecord('b')).history.show.id).toBe('b');
  expect(await listBin()).toEqual([]);
});

it('lists shows without reading them, and learns that one is damaged when it is opened', async () => {
  const disk = createAsyncStorage('rainbed');
  await saveRecord(history('told'), START_PLACE, 3);
  await disk.setItem('show/untold', JSON.stringify({ savedAt: 4, show: { ...history('untold').show }, past: [], future: [] }));
  const read = jest.spyOn(disk, 'getMany');
  const kinds = async () => Object.fromEntries((await listShows()).map(({ id, kind }) => [id, kind]));
  expect(await kinds()).toMatchObject({ told: 'valid', untold: 'valid' });
  const asked = read.mock.calls.flatMap(([keys]) => keys);
  expect(asked).toContain('card/told');
  expect(asked).not.toContain('show/told');
  read.mockRestore();
  await disk.setItem('show/told', '{"show": 1}');
  await expect(openRecord('told')).rejects.toMatchObject({ code: 'show.damaged' });
  expect(await kinds()).toMatchObject({ told: 'broken' });
  await disk.removeMany(['show/told', 'show/untold']);
});

it('never moves a show over another one of the same name', async () => {
  const named = (title: string) => startHistory({ ...showOf([5], 30), id: 'twice', title });
  await saveRecord(named('Older'), START_PLACE, 1);
  await binRecord('twice');
  await saveRecord(named('Newer'), START_PLACE, 2);
  await restoreRecord('twice');
  const titles = async () =>
    (await listShows()).flatMap((one) => (one.kind === 'valid' && /er$/.test(one.title) ? [one.title] : [])).sort();
  expect(await titles()).toEqual(['Newer', 'Older']);
  // And deleted one after the other, both can be brought back.
  for (const { id } of (await listShows()).filter((one) => one.kind === 'valid' && /er$/.test(one.title))) await binRecord(id);
  for (const { id } of await listBin()) await restoreRecord(id);
  expect(await titles()).toEqual(['Newer', 'Older']);
});

describe('the lifeboat of a page that hides', () => {
  const kept = new Map<string, string>();
  let roomFor = Infinity;
  beforeAll(() => {
    const storage = {
      getItem: (key: string) => kept.get(key) ?? null,
      setItem(key: string, value: string) {
        if (value.length > roomFor) throw new DOMException('full', 'QuotaExceededError');
        kept.set(key, value);
        Object.assign(this, { [key]: value });
      },
      removeItem(key: string) {
        kept.delete(key);
        Reflect.deleteProperty(this, key);
      },
    };
    Object.assign(globalThis, { localStorage: storage });
  });
  afterAll(() => {
    Reflect.deleteProperty(globalThis, 'localStorage');
  });

  it('brings back what was newer than the disk, once, and a place on its own', async () => {
    await saveRecord(history('e'), START_PLACE, 10);
    const edited = perform(history('e'), setPartGain, { ids: ['bed-1'], gain: -6 });
    keepUnsaved('e', edited, { ...START_PLACE, now: 4 }, 11);
    expect(await openRecord('e')).toMatchObject({ history: edited, place: { ...START_PLACE, now: 4 }, savedAt: 11 });
    expect(kept.size).toBe(0);
    keepUnsaved('e', null, { ...START_PLACE, now: 7 }, 0);
    expect(await openRecord('e')).toMatchObject({ history: edited, place: { now: 7 } });
  });

  it('lands a show that had never been written, unless it was deleted for good', async () => {
    keepUnsaved('never', history('never'), START_PLACE, 5);
    await landLifeboats();
    expect((await openRecord('never')).history.show.id).toBe('never');
    expect(kept.size).toBe(0);
    await binRecord('never');
    keepUnsaved('never', history('never'), START_PLACE, 6);
    await landLifeboats();
    await discardRecord('never');
    await landLifeboats();
    expect(await whereIs('never')).toBeNull();
  });

  it('keeps the show without its undo steps where all of it is too much', async () => {
    const edited = perform(history('large'), setPartGain, { ids: ['bed-1'], gain: -6 });
    await saveRecord(history('large'), START_PLACE, 1);
    const { length } = JSON.stringify(edited);
    roomFor = length - 10;
    keepUnsaved('large', edited, START_PLACE, 2);
    roomFor = Infinity;
    expect((await openRecord('large')).history).toMatchObject({ show: edited.show, past: [] });
  });

  it('never puts older or damaged work in the place of what is stored', async () => {
    const newest = perform(history('f'), setPartGain, { ids: ['bed-1'], gain: -6 });
    await saveRecord(newest, START_PLACE, 20);
    keepUnsaved('f', history('f'), START_PLACE, 19);
    expect((await openRecord('f')).history).toEqual(newest);
    kept.set('rainbed/unsaved/f', '{"savedAt": 99, "show": {');
    expect((await openRecord('f')).history).toEqual(newest);
  });
});

describe('saving by itself', () => {
  it('keeps the place a person went to while an edit was still being written, and the page ended', async () => {
    const kept = new Map<string, string>();
    const storage = {
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, value: string) => kept.set(key, value),
      removeItem: (key: string) => kept.delete(key),
    };
    const hide: (() => void)[] = [];
    Object.assign(globalThis, {
      localStorage: storage,
      document: { addEventListener: () => undefined },
      window: { addEventListener: (_: string, run: () => void) => hide.push(run) },
    });
    const autosave = new Autosave(() => undefined);
    const edited = perform(history('i'), renameShow, { title: 'On its way' });
    autosave.show(edited, { ...START_PLACE, now: 17 });
    const write = autosave.flush();
    autosave.place('i', { ...START_PLACE, now: 16.88 });
    hide.forEach((run) => run());
    await write;
    expect(await openRecord('i')).toMatchObject({ history: edited, place: { now: 16.88 } });
    Reflect.deleteProperty(globalThis, 'document');
    Reflect.deleteProperty(globalThis, 'window');
    Reflect.deleteProperty(globalThis, 'localStorage');
  });

  it('puts what the disk refuses into the lifeboat, and an edit of another show does not push it out', async () => {
    const kept = new Map<string, string>();
    const storage = {
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, value: string) => kept.set(key, value),
      removeItem: (key: string) => kept.delete(key),
    };
    Object.assign(globalThis, { localStorage: storage });
    await saveRecord(history('g'), START_PLACE, 1);
    const set = jest.spyOn(createAsyncStorage('rainbed'), 'setMany').mockRejectedValue(new DOMException('full', 'QuotaExceededError'));
    const states: SaveState[] = [];
    const autosave = new Autosave((state) => states.push(state));
    const edited = perform(history('g'), renameShow, { title: 'Not lost' });
    autosave.show(edited, START_PLACE);
    await autosave.flush();
    expect(states.at(-1)).toMatchObject({ status: 'failed', failure: { code: 'storage.full' } });
    // Still full: the show opens with its latest change all the same.
    expect((await openRecord('g')).history.show.title).toBe('Not lost');
    autosave.show(history('h'), START_PLACE);
    set.mockRestore();
    await autosave.flush();
    expect((await openRecord('g')).history.show.title).toBe('Not lost');
    Reflect.deleteProperty(globalThis, 'localStorage');
  });

  it('writes the latest of many edits and says so once', async () => {
    const states: SaveState['status'][] = [];
    const autosave = new Autosave((state) => states.push(state.status));
    let latest = history('d');
    for (let i = 0; i < 50; i += 1) {
      latest = perform(latest, renameShow, { title: `Title ${i}` });
      autosave.show(latest, START_PLACE);
    }
    await autosave.flush();
    expect((await openRecord('d')).history.show.title).toBe('Title 49');
    expect(states.at(-1)).toBe('saved');
    expect(states.filter((one) => one === 'saved')).toHaveLength(1);
  });
});
