import 'fake-indexeddb/auto';
import type * as Package from '@react-native-async-storage/async-storage';
import type * as Storage from './storage';
import { databaseRows, type Rows } from './databaseRows';

/** The storage of a page that has just been opened, and the package underneath. */
function fresh() {
  let made!: Pick<typeof Storage, 'storage' | 'rowsStay'> & { disk: Rows };
  jest.isolateModules(() => {
    const { createAsyncStorage } = jest.requireActual<typeof Package>('@react-native-async-storage/async-storage');
    made = { ...(jest.requireActual('./storage') as typeof Storage), disk: createAsyncStorage('rainbed') };
  });
  return made;
}

async function holds(rows: Rows): Promise<void> {
  await rows.setMany({ a: '1', b: '2' });
  await rows.setItem('c', '3');
  await rows.removeItem('b');
  expect(await rows.getMany(['a', 'b', 'c'])).toEqual({ a: '1', b: null, c: '3' });
  expect((await rows.getAllKeys()).sort()).toEqual(['a', 'c']);
  await rows.removeMany(['a', 'c']);
  expect(await rows.getAllKeys()).toEqual([]);
  expect(await rows.getItem('a')).toBeNull();
}

it('keeps rows over a connection of its own', () => holds(databaseRows()));

it('keeps rows in the memory of a window that may store nothing, and knows that they do not stay', async () => {
  const { storage, rowsStay, disk } = fresh();
  jest.spyOn(disk, 'getItem').mockRejectedValue(new Error('SecurityError: denied'));
  await holds(storage);
  expect(await rowsStay()).toBe(false);
  expect(await fresh().rowsStay()).toBe(true);
});

it('goes on over another connection where one was lost, and reads there what was written before', async () => {
  await databaseRows().setItem('kept', 'before');
  const { storage, disk } = fresh();
  const lost = new Error("Failed to execute 'transaction' on 'IDBDatabase': The database connection is closing.");
  jest.spyOn(disk, 'setItem').mockRejectedValue(lost);
  await storage.setItem('more', 'after');
  expect(await storage.getMany(['kept', 'more'])).toEqual({ kept: 'before', more: 'after' });
  await storage.removeMany(['kept', 'more']);
});
