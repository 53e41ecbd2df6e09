import type { ByteSource } from '../../../core/files';

/** A blob as bytes that are read in pieces, synchronously; workers may. */
export function blobBytes(blob: Blob): ByteSource {
  const reader = new FileReaderSync();
  return {
    size: blob.size,
    read: (offset, length) => new Uint8Array(reader.readAsArrayBuffer(blob.slice(offset, offset + length))),
  };
}
