import { createAsyncStorage } from '@react-native-async-storage/async-storage';
import { Failure } from '../../core/failure';

/** Where the browser keeps text: rows by name, several of them written in one transaction. */
export const storage = createAsyncStorage('rainbed');

/** Storage errors as ours: full, denied (a private window), or failed. */
export async function guarded<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof Failure) throw error;
    const text = `${error instanceof Error ? `${error.name} ${error.message}` : String(error)}`;
    if (/quota/i.test(text)) throw new Failure('storage.full', {}, error);
    if (/security|denied|not allowed|InvalidState|indexedDB/i.test(text)) throw new Failure('storage.denied', {}, error);
    throw new Failure('storage.failed', { message: text }, error);
  }
}

/** Names of all rows that begin with one of these. */
export async function rowsUnder(...beginnings: readonly string[]): Promise<string[]> {
  return (await storage.getAllKeys()).filter((key) => beginnings.some((beginning) => key.startsWith(beginning)));
}
