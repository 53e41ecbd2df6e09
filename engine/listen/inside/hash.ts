import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { Failure } from '../../../core/failure';

/** SHA-256 of a blob, read in pieces: a large file is never whole in memory. */
export async function hashOf(file: Blob, signal: AbortSignal, progress: (share: number) => void): Promise<string> {
  const hash = sha256.create();
  const reader = file.stream().getReader();
  let done = 0;
  for (;;) {
    const piece = await reader.read();
    if (piece.done) break;
    if (signal.aborted) throw new Failure('cancelled');
    hash.update(piece.value);
    done += piece.value.length;
    progress(done / file.size);
  }
  return bytesToHex(hash.digest());
}
