import { Failure } from '../../core/failure';
import { slices, storageFailure, type Cabinet, type Growing, type Pages, type Place } from './cabinet';

/** The synchronous file handle that workers have; declared here because the page's library lacks it. */
interface SyncHandle {
  read(into: ArrayBufferView, options: { at: number }): number;
  write(bytes: ArrayBufferView, options: { at: number }): number;
  truncate(size: number): void;
  flush(): void;
  close(): void;
}

type WorkersFile = FileSystemFileHandle & {
  createSyncAccessHandle(options: { mode: 'read-only' | 'readwrite' }): Promise<SyncHandle>;
  move(name: string): Promise<void>;
};

async function folderOf(name: string): Promise<FileSystemDirectoryHandle> {
  if (typeof navigator === 'undefined' || typeof navigator.storage?.getDirectory !== 'function') {
    throw new Failure('storage.denied');
  }
  try {
    const root = await navigator.storage.getDirectory();
    return await root.getDirectoryHandle(name, { create: true });
  } catch (error) {
    throw storageFailure(error);
  }
}

const isMissing = (error: unknown): boolean => error instanceof DOMException && error.name === 'NotFoundError';

/** The origin's private file system. */
export const privateFiles: Cabinet = {
  async file([folder, name]) {
    const within = await folderOf(folder);
    try {
      return await (await within.getFileHandle(name)).getFile();
    } catch (error) {
      if (isMissing(error)) return null;
      throw storageFailure(error);
    }
  },

  async remove([folder, name]) {
    try {
      await (await folderOf(folder)).removeEntry(name);
    } catch (error) {
      if (!isMissing(error)) throw storageFailure(error);
    }
  },

  async names(folder) {
    const names: string[] = [];
    const within = await folderOf(folder);
    for await (const name of (within as unknown as { keys(): AsyncIterable<string> }).keys()) names.push(name);
    return names;
  },

  async create([folder, name]) {
    const within = await folderOf(folder);
    try {
      const file = (await within.getFileHandle(name, { create: true })) as WorkersFile;
      const handle = await file.createSyncAccessHandle({ mode: 'readwrite' });
      handle.truncate(0);
      return new GrowingFile(file, handle);
    } catch (error) {
      throw storageFailure(error);
    }
  },

  /** A handle that several may hold, where the browser has such; slices elsewhere. */
  async pages([folder, name]: Place, file: File): Promise<Pages> {
    try {
      const handle = await ((await (await folderOf(folder)).getFileHandle(name)) as WorkersFile).createSyncAccessHandle({
        mode: 'read-only',
      });
      return { copy: (into, at) => void handle.read(into, { at }), close: () => handle.close() };
    } catch {
      return slices(file);
    }
  },
};

class GrowingFile implements Growing {
  readonly behind = null;
  private closed = false;

  constructor(
    private readonly file: WorkersFile,
    private readonly handle: SyncHandle,
  ) {}

  write(bytes: Uint8Array, at: number): void {
    const written = this.handle.write(bytes, { at });
    if (written < bytes.byteLength) throw new DOMException('short write', 'QuotaExceededError');
  }

  flush(): void {
    this.handle.flush();
  }

  async finish(name: string): Promise<void> {
    this.handle.flush();
    this.close();
    await this.file.move(name);
  }

  close(): void {
    if (!this.closed) this.handle.close();
    this.closed = true;
  }
}
