import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { Failure } from '../../../core/failure';

/** Files up to this are hashed at once by the browser, which is ten times quicker, bytes. */
const AT_ONCE = 24e6;

/** SHA-256 of a blob. A large one is read in pieces: it is never whole in memory. */
export async function hashOf(file: Blob, signal: AbortSignal, progress: (share: number) => void): Promise<string> {
  // A page that came over a network without encryption has no such service.
  const { subtle } = globalThis.crypto ?? {};
  if (subtle && file.size <= AT_ONCE) return bytesToHex(new Uint8Array(await subtle.digest('SHA-256', await file.arrayBuffer())));
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
