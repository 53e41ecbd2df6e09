import { Failure, failureOf } from '../../core/failure';

/** Where a file lies. */
export type Place = readonly [folder: string, name: string];

/** A file that is being written. What of it was flushed is found under its name. */
export interface Growing {
  /** Writes over what is there, or at its end. @throws DOMException, as the browser gives it, where it does not fit. */
  write(bytes: Uint8Array, at: number): void;
  /** Settles once what was written is no longer held in memory; null where it is not. Whoever writes much waits for it. */
  readonly behind: Promise<void> | null;
  /** Puts what was written where it stays. @throws DOMException. */
  flush(): Promise<void> | void;
  /** Flushes and closes it, and gives it its last name, in place of what lay there. */
  finish(name: string): Promise<void>;
  /** Closes it as it was flushed last. Closing twice is harmless. */
  close(): Promise<void> | void;
}

/** Samples of a file, read at once. */
export interface Pages {
  /** Fills `into` from the byte `at` on. */
  copy(into: Float32Array, at: number): void;
  close(): void;
}

/** Where bytes are kept in a browser: files by folder and name. */
export interface Cabinet {
  /** The file at a place, or null. Its bytes are read only when they are asked for. */
  file(place: Place): Promise<File | null>;
  /** Removes a file; none there is no error. */
  remove(place: Place): Promise<void>;
  /** Names of all that lies in a folder. */
  names(folder: string): Promise<string[]>;
  /** Begins a file, or begins one anew. Workers only. */
  create(place: Place): Promise<Growing>;
  /** Reads a file without waiting. Workers only. */
  pages(place: Place, file: File): Promise<Pages>;
}

/**
 * The kinds there are: the browser's private file system; its database, in blocks; the window's own memory, where nothing may be stored. Which
 * of them a window has is found out by trying (inside/trial.ts), never by a browser's name.
 */
export type CabinetKind = 'files' | 'blocks' | 'memory';

/** A browser's storage error as one of ours. */
export function storageFailure(error: unknown): Failure {
  const name = error instanceof Error || (typeof DOMException !== 'undefined' && error instanceof DOMException) ? error.name : '';
  if (name === 'QuotaExceededError') return new Failure('storage.full', {}, error);
  if (name === 'SecurityError' || name === 'NotAllowedError') return new Failure('storage.denied', {}, error);
  return failureOf(error);
}

/** What workers read blobs with; declared here because the page's library lacks it. */
declare class FileReaderSync {
  readAsArrayBuffer(blob: Blob): ArrayBuffer;
}

/** Reads slices of a file: slower than a handle, but any number may read it. */
export function slices(file: File): Pages {
  const reader = new FileReaderSync();
  return {
    copy: (into, at) => into.set(new Float32Array(reader.readAsArrayBuffer(file.slice(at, at + into.byteLength)))),
    close: () => undefined,
  };
}
