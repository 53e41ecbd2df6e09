import { openDB, type DBSchema, type IDBPDatabase } from 'idb';

/** Text by name. What is written together is written in one transaction. */
export interface Rows {
  getItem(key: string): Promise<string | null>;
  getMany(keys: string[]): Promise<Record<string, string | null>>;
  getAllKeys(): Promise<string[]>;
  setItem(key: string, value: string): Promise<void>;
  setMany(entries: Record<string, string>): Promise<void>;
  removeItem(key: string): Promise<void>;
  removeMany(keys: string[]): Promise<void>;
}

interface Tables extends DBSchema {
  entries: { key: string; value: string };
}

/**
 * The rows that the storage package keeps, over a connection of one's own: it holds one for as long as the page lives, and one that the
 * browser closes (a damaged disk, site data that were cleared) answers nothing any more. Database and table are the package's.
 */
export function databaseRows(): Rows {
  let opened: Promise<IDBPDatabase<Tables>> | null = null;
  const database = () =>
    (opened ??= openDB<Tables>('rainbed', 1, {
      upgrade: (fresh) => void fresh.createObjectStore('entries'),
      terminated: () => (opened = null),
    }).catch((error: unknown) => {
      opened = null;
      throw error;
    }));
  const write = async (work: (store: ReturnType<typeof writing>['store']) => Promise<unknown>[]) => {
    const under = writing(await database());
    await Promise.all([...work(under.store), under.done]);
  };
  const get = async (key: string) => (await (await database()).get('entries', key)) ?? null;
  return {
    getItem: get,
    getMany: async (keys) => Object.fromEntries(await Promise.all(keys.map(async (key) => [key, await get(key)] as const))),
    getAllKeys: async () => (await database()).getAllKeys('entries'),
    setItem: (key, value) => write((store) => [store.put(value, key)]),
    setMany: (entries) => write((store) => Object.entries(entries).map(([key, value]) => store.put(value, key))),
    removeItem: (key) => write((store) => [store.delete(key)]),
    removeMany: (keys) => write((store) => keys.map((key) => store.delete(key))),
  };
}

const writing = (to: IDBPDatabase<Tables>) => to.transaction('entries', 'readwrite');
