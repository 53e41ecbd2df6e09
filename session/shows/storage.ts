import { createAsyncStorage } from '@react-native-async-storage/async-storage';
import { Failure } from '../../core/failure';
import { databaseRows, type Rows } from './databaseRows';

const disk: Rows = createAsyncStorage('rainbed');

/** Rows in the window's memory, for one that may store nothing. */
function memoryRows(): Rows {
  const rows = new Map<string, string>();
  const get = (key: string) => rows.get(key) ?? null;
  return {
    getItem: async (key) => get(key),
    getMany: async (keys) => Object.fromEntries(keys.map((key) => [key, get(key)])),
    getAllKeys: async () => [...rows.keys()],
    setItem: async (key, value) => void rows.set(key, value),
    setMany: async (entries) => Object.entries(entries).forEach(([key, value]) => rows.set(key, value)),
    removeItem: async (key) => void rows.delete(key),
    removeMany: async (keys) => keys.forEach((key) => rows.delete(key)),
  };
}

const textOf = (error: unknown) => (error instanceof Error ? `${error.name} ${error.message}` : String(error));
/** How browsers say that a database was closed underneath. */
const LOST = /closing|closed|InvalidState|did not allow mutations/i;
const DENIED = /security|denied|not allowed|insecure|indexedDB/i;

let rows: Promise<Rows> | null = null;

/** The browser's own rows; the window's memory where the first question is refused. */
async function open(): Promise<Rows> {
  if (typeof Worker !== 'undefined' && typeof indexedDB === 'undefined') return memoryRows();
  try {
    await disk.getItem('');
    return disk;
  } catch (error) {
    return DENIED.test(textOf(error)) ? memoryRows() : disk;
  }
}

async function asked<T>(question: (of: Rows) => Promise<T>): Promise<T> {
  const mine = (rows ??= open());
  try {
    return await question(await mine);
  } catch (error) {
    if (!LOST.test(textOf(error))) throw error;
    // A connection that was lost is of no use any more: the same rows over another one.
    if (rows === mine) rows = Promise.resolve(databaseRows());
    return question(await rows);
  }
}

/** Where the browser keeps text: rows by name, several of them written in one transaction. */
export const storage: Rows = {
  getItem: (key) => asked((of) => of.getItem(key)),
  getMany: (keys) => asked((of) => of.getMany(keys)),
  getAllKeys: () => asked((of) => of.getAllKeys()),
  setItem: (key, value) => asked((of) => of.setItem(key, value)),
  setMany: (entries) => asked((of) => of.setMany(entries)),
  removeItem: (key) => asked((of) => of.removeItem(key)),
  removeMany: (keys) => asked((of) => of.removeMany(keys)),
};

/** Whether rows outlast the window. */
export const rowsStay = async (): Promise<boolean> => {
  const mine = await (rows ??= open());
  return mine === disk;
};

/** Storage errors as ours: full, denied (a private window), or failed. */
export async function guarded<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof Failure) throw error;
    const text = textOf(error);
    if (/quota/i.test(text)) throw new Failure('storage.full', {}, error);
    if (DENIED.test(text) || LOST.test(text)) throw new Failure('storage.denied', {}, error);
    throw new Failure('storage.failed', { message: text }, error);
  }
}

/** Names of all rows that begin with one of these. */
export async function rowsUnder(...beginnings: readonly string[]): Promise<string[]> {
  return (await storage.getAllKeys()).filter((key) => beginnings.some((beginning) => key.startsWith(beginning)));
}
