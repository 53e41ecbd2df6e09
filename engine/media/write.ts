import { handleAt, removeAt, storageFailure, type Place } from './folders';

/** The synchronous file handle that workers have; declared here because the page's library lacks it. */
export interface SyncHandle {
  read(into: ArrayBufferView, options: { at: number }): number;
  write(bytes: ArrayBufferView, options: { at: number }): number;
  truncate(size: number): void;
  getSize(): number;
  flush(): void;
  close(): void;
}

/** Opens a file for synchronous use. Workers only; `read-only` handles may be open several times. */
export async function syncHandle(handle: FileSystemFileHandle, mode: 'read-only' | 'readwrite'): Promise<SyncHandle> {
  const open = (handle as unknown as { createSyncAccessHandle(options: { mode: string }): Promise<SyncHandle> }).createSyncAccessHandle;
  return open.call(handle, { mode });
}

const GATHER = 1 << 20;

/**
 * Writes a file piece by piece under a temporary name; it takes its own name only in `finish`, so that a half-written
 * file is never found. `close` without `finish` removes what was written. Workers only.
 */
export class PlaceWriter {
  private at = 0;
  private done = false;
  /** Small pieces are gathered: a call to the file system costs more than the bytes do. */
  private readonly gathered = new Uint8Array(GATHER);
  private waiting = 0;

  private constructor(
    private readonly place: Place,
    private readonly temporary: Place,
    private readonly file: FileSystemFileHandle,
    private readonly handle: SyncHandle,
  ) {}

  static async open(place: Place): Promise<PlaceWriter> {
    const temporary: Place = [place[0], `${place[1]}.${crypto.randomUUID()}.part`];
    try {
      const file = await handleAt(temporary, true);
      return new PlaceWriter(place, temporary, file, await syncHandle(file, 'readwrite'));
    } catch (error) {
      throw storageFailure(error);
    }
  }

  /** @throws Failure `storage.full` where the bytes do not fit. */
  write(piece: Uint8Array | Float32Array): void {
    const bytes = new Uint8Array(piece.buffer, piece.byteOffset, piece.byteLength);
    if (bytes.length >= GATHER) {
      this.flush();
      this.put(bytes);
      return;
    }
    if (this.waiting + bytes.length > GATHER) this.flush();
    this.gathered.set(bytes, this.waiting);
    this.waiting += bytes.length;
  }

  /** Writes at a place, over what is there or beyond it; what is written after it is appended all the same. */
  writeAt(piece: Uint8Array, at: number): void {
    this.flush();
    const end = this.at;
    this.at = at;
    this.put(piece);
    this.at = Math.max(end, this.at);
  }

  private flush(): void {
    if (this.waiting > 0) this.put(this.gathered.subarray(0, this.waiting));
    this.waiting = 0;
  }

  private put(bytes: Uint8Array): void {
    try {
      const written = this.handle.write(bytes, { at: this.at });
      if (written < bytes.byteLength) throw new DOMException('short write', 'QuotaExceededError');
    } catch (error) {
      throw storageFailure(error);
    }
    this.at += bytes.byteLength;
  }

  async finish(): Promise<void> {
    this.flush();
    this.handle.flush();
    this.handle.close();
    const [, name] = this.place;
    try {
      await (this.file as FileSystemFileHandle & { move(name: string): Promise<void> }).move(name);
    } catch (error) {
      throw storageFailure(error);
    }
    this.done = true;
  }

  async close(): Promise<void> {
    if (this.done) return;
    this.done = true;
    this.handle.close();
    await removeAt(this.temporary);
  }
}

/** Writes a whole small file. Workers only. */
export async function writeAt(place: Place, bytes: Uint8Array | Float32Array): Promise<void> {
  const writer = await PlaceWriter.open(place);
  try {
    writer.write(bytes);
    await writer.finish();
  } finally {
    await writer.close();
  }
}
