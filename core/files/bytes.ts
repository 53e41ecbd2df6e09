/** Bytes that can be read in pieces: a file, a blob in a worker, an array. */
export interface ByteSource {
  readonly size: number;
  /** Up to `length` bytes from `offset`; fewer only at the end. */
  read(offset: number, length: number): Uint8Array;
}

export function memoryBytes(bytes: Uint8Array): ByteSource {
  return { size: bytes.length, read: (offset, length) => bytes.subarray(offset, Math.min(bytes.length, offset + length)) };
}
