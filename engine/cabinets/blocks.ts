import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { slices, storageFailure, type Cabinet, type Place } from './cabinet';
import { GrowingBlocks, type BlockKeeper } from './growingBlocks';

/** A file's row: under which name its blocks lie. */
interface FileRow {
  readonly blocks: string;
}

interface Tables extends DBSchema {
  /** By `folder/name`. */
  files: { key: string; value: FileRow };
  /** By the name of a file's blocks and the number of one. */
  blocks: { key: [string, number]; value: Blob };
}

type Database = IDBPDatabase<Tables>;

const NAME = 'rainbed.media';

let opened: Promise<Database> | null = null;

/** The database; one whose connection was lost is opened anew. */
function database(): Promise<Database> {
  return (opened ??= openDB<Tables>(NAME, 1, {
    upgrade(fresh) {
      fresh.createObjectStore('files');
      fresh.createObjectStore('blocks');
    },
    terminated: () => (opened = null),
    blocking: (_current, _wanted, { target }) => {
      opened = null;
      (target as IDBDatabase).close();
    },
  }).catch((error: unknown) => {
    opened = null;
    throw error;
  }));
}

async function asked<T>(work: (from: Database) => Promise<T>): Promise<T> {
  try {
    return await work(await database());
  } catch (error) {
    // A connection that was closed underneath: once more, with another.
    if (!(error instanceof DOMException) || error.name !== 'InvalidStateError') throw storageFailure(error);
    opened = null;
    try {
      return await work(await database());
    } catch (again) {
      throw storageFailure(again);
    }
  }
}

const keyOf = ([folder, name]: Place) => `${folder}/${name}`;
const allOf = (blocks: string) => IDBKeyRange.bound([blocks, 0], [blocks, Infinity]);

/** The browser's database, in which a file lies in blocks. */
export const databaseBlocks: Cabinet = {
  file: (place) =>
    asked(async (from) => {
      const reading = from.transaction(['files', 'blocks']);
      const row = await reading.objectStore('files').get(keyOf(place));
      return row ? new File(await reading.objectStore('blocks').getAll(allOf(row.blocks)), place[1]) : null;
    }),

  remove: (place) =>
    asked(async (from) => {
      const writing = from.transaction(['files', 'blocks'], 'readwrite');
      const row = await writing.objectStore('files').get(keyOf(place));
      if (row) {
        await writing.objectStore('files').delete(keyOf(place));
        await writing.objectStore('blocks').delete(allOf(row.blocks));
      }
      await writing.done;
    }),

  names: (folder) =>
    asked(async (from) => {
      const keys = await from.getAllKeys('files', IDBKeyRange.bound(`${folder}/`, `${folder}/\uffff`));
      return keys.map((key) => key.slice(folder.length + 1));
    }),

  async create(place) {
    const blocks = crypto.randomUUID();
    await asked(async (from) => {
      const writing = from.transaction(['files', 'blocks'], 'readwrite');
      await replace(writing, keyOf(place), { blocks });
      await writing.done;
    });
    return new GrowingBlocks(keeperOf(place, blocks));
  },

  pages: async (_place, file) => slices(file),
};

type Writing = ReturnType<typeof writingTo>;
const writingTo = (from: Database) => from.transaction(['files', 'blocks'], 'readwrite');

/** Puts a row in place of what lay there, whose blocks go. */
async function replace(writing: Writing, key: string, row: FileRow): Promise<void> {
  const before = await writing.objectStore('files').get(key);
  if (before && before.blocks !== row.blocks) await writing.objectStore('blocks').delete(allOf(before.blocks));
  await writing.objectStore('files').put(row, key);
}

function keeperOf(place: Place, blocks: string): BlockKeeper {
  return {
    keep: (kept) =>
      asked(async (to) => {
        const writing = to.transaction('blocks', 'readwrite');
        await Promise.all([...[...kept].map(([number, block]) => writing.store.put(block, [blocks, number])), writing.done]);
      }),
    read: (number) => asked(async (from) => (await from.get('blocks', [blocks, number]))!),
    finish: (name) =>
      asked(async (to) => {
        const writing = writingTo(to);
        await replace(writing, keyOf([place[0], name]), { blocks });
        if (name !== place[1]) await writing.objectStore('files').delete(keyOf(place));
        await writing.done;
      }),
  };
}
