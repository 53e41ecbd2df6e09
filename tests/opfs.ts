/** A private file system in memory, for tests of what is written where: the part of the browser's that is used here. */
export class FakeFiles {
  readonly folders = new Map<string, Map<string, Uint8Array>>();
  /** Bytes that fit in all; what would exceed it fails as a full disk does. */
  quota = Infinity;
  /** Handles that were opened and not closed. */
  open = 0;
  /** How often something was written through to the disk. */
  flushes = 0;

  /** Puts this file system where the browser's would be. */
  install(): void {
    const { folders } = this;
    const handleOf = (entries: Map<string, Uint8Array>, entry: string) => this.handle(entries, entry);
    const notFound = () => new DOMException('not there', 'NotFoundError');
    const directory = (name: string) => {
      const entries = folders.get(name) ?? new Map<string, Uint8Array>();
      folders.set(name, entries);
      return {
        async getFileHandle(entry: string, options?: { create?: boolean }) {
          if (!entries.has(entry)) {
            if (!options?.create) throw notFound();
            entries.set(entry, new Uint8Array(0));
          }
          return handleOf(entries, entry);
        },
        async removeEntry(entry: string) {
          if (!entries.delete(entry)) throw notFound();
        },
        async *keys() {
          yield* [...entries.keys()];
        },
      };
    };
    const storage = { getDirectory: async () => ({ getDirectoryHandle: async (name: string) => directory(name) }) };
    Object.defineProperty(globalThis, 'navigator', { value: { storage }, configurable: true });
    Object.defineProperty(globalThis, 'FileReaderSync', { value: FakeReader, configurable: true });
  }

  /** Names of everything that lies here, `folder/name`, in order. */
  names(): string[] {
    return [...this.folders].flatMap(([folder, entries]) => [...entries.keys()].map((name) => `${folder}/${name}`)).sort();
  }

  /** Lays a file where it would be found. */
  put(folder: string, name: string, bytes: Uint8Array): void {
    const entries = this.folders.get(folder) ?? new Map<string, Uint8Array>();
    this.folders.set(folder, entries);
    entries.set(name, bytes);
  }

  bytes(folder: string, name: string): Uint8Array {
    const found = this.folders.get(folder)?.get(name);
    if (!found) throw new Error(`${folder}/${name} is not there`);
    return found;
  }

  private used(): number {
    return [...this.folders.values()].flatMap((entries) => [...entries.values()]).reduce((sum, one) => sum + one.length, 0);
  }

  private handle(entries: Map<string, Uint8Array>, first: string) {
    let name = first;
    const count = (by: number) => void (this.open += by);
    const flushed = () => void (this.flushes += 1);
    const fits = (more: number) => this.used() + more <= this.quota;
    return {
      getFile: async () => asBlob(entries.get(name)!),
      async move(to: string) {
        entries.set(to, entries.get(name)!);
        if (to !== name) entries.delete(name);
        name = to;
      },
      async createSyncAccessHandle() {
        count(1);
        let closed = false;
        return {
          write(piece: Uint8Array, { at }: { at: number }) {
            const before = entries.get(name)!;
            const size = Math.max(before.length, at + piece.byteLength);
            if (!fits(size - before.length)) throw new DOMException('full', 'QuotaExceededError');
            const after = new Uint8Array(size);
            after.set(before);
            after.set(new Uint8Array(piece.buffer, piece.byteOffset, piece.byteLength), at);
            entries.set(name, after);
            return piece.byteLength;
          },
          read(into: Float32Array, { at }: { at: number }) {
            const bytes = entries.get(name)!.subarray(at, at + into.byteLength);
            new Uint8Array(into.buffer, into.byteOffset, into.byteLength).set(bytes);
            return bytes.length;
          },
          truncate(size: number) {
            entries.set(name, entries.get(name)!.slice(0, size));
          },
          flush: flushed,
          close() {
            if (!closed) count(-1);
            closed = true;
          },
        };
      },
    };
  }
}

/** A blob that a synchronous reader can look into. */
interface OpenBlob extends Blob {
  readonly held: Uint8Array;
}

export function asBlob(bytes: Uint8Array): OpenBlob {
  const blob = new Blob([bytes as Uint8Array<ArrayBuffer>]);
  return Object.assign(blob, { held: bytes, slice: (from = 0, to = bytes.length) => asBlob(bytes.subarray(from, to)) });
}

class FakeReader {
  readAsArrayBuffer(blob: OpenBlob): ArrayBuffer {
    return new Uint8Array(blob.held).buffer;
  }
}
