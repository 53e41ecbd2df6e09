import { storageFailure, type Growing, type Place } from '../cabinets/cabinet';
import { cabinet } from '../cabinets/current';
import { removeAt } from './folders';

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
    private readonly file: Growing,
  ) {}

  static async open(place: Place): Promise<PlaceWriter> {
    const temporary: Place = [place[0], `${place[1]}.${crypto.randomUUID()}.part`];
    return new PlaceWriter(place, temporary, await (await cabinet()).create(temporary));
  }

  /** Whoever writes much waits for this between two pieces: memory does not grow with what is written. */
  get behind(): Promise<void> | null {
    return this.file.behind;
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
      this.file.write(bytes, this.at);
    } catch (error) {
      throw storageFailure(error);
    }
    this.at += bytes.byteLength;
  }

  async finish(): Promise<void> {
    this.flush();
    try {
      await this.file.finish(this.place[1]);
    } catch (error) {
      throw storageFailure(error);
    }
    this.done = true;
  }

  async close(): Promise<void> {
    if (this.done) return;
    this.done = true;
    await this.file.close();
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
