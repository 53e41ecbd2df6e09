/** Bytes that can be read in pieces: a file, a blob in a worker, an array. */
export interface ByteSource {
  readonly size: number;
  /** Up to `length` bytes from `offset`; fewer only at the end. */
  read(offset: number, length: number): Uint8Array;
}

/** Bytes in memory as a source; the array is borrowed, not copied. */
export function memoryBytes(bytes: Uint8Array): ByteSource {
  return { size: bytes.length, read: (offset, length) => bytes.subarray(offset, Math.min(bytes.length, offset + length)) };
}

/** A text as UTF-8; half a pair of surrogates becomes the replacement character. */
export function utf8(text: string): Uint8Array {
  const bytes: number[] = [];
  for (const letter of text) {
    const point = letter.codePointAt(0)!;
    const code = point >= 0xd800 && point <= 0xdfff ? 0xfffd : point;
    const more = code < 0x80 ? 0 : code < 0x800 ? 1 : code < 0x10000 ? 2 : 3;
    bytes.push(more === 0 ? code : ((0xff00 >> (more + 1)) & 0xff) | (code >> (6 * more)));
    for (let left = more - 1; left >= 0; left -= 1) bytes.push(0x80 | ((code >> (6 * left)) & 0x3f));
  }
  return Uint8Array.from(bytes);
}
