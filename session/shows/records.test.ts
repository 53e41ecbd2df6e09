import { perform, startHistory } from '../../core/show';
import { renameShow, setPartGain } from '../../core/show/edits';
import { showOf } from '../../core/testing/shows';
import { Autosave, type SaveState } from '../open/autosave';
import { START_PLACE, binRecord, duplicateRecord, listBin, listShows, openRecord, restoreRecord, saveRecord } from './records';

const history = (id: string) => startHistory({ ...showOf([5, 6], 30), id });

it('keeps a show with its undo steps and its place, and lists it', async () => {
  const edited = perform(history('a'), setPartGain, { id: 'bed-1', gain: -6 });
  await saveRecord(edited, { now: 3, face: 'finish', zoom: 20 }, 1000);
  expect(await openRecord('a')).toEqual({ history: edited, place: { now: 3, face: 'finish', zoom: 20 }, savedAt: 1000 });
  expect(await listShows()).toContainEqual(
    expect.objectContaining({ kind: 'sound', id: 'a', title: 'Test', seconds: 11, pictures: 2, savedAt: 1000 }),
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

describe('saving by itself', () => {
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
