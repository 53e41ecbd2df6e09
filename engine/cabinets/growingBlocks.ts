import type { Growing } from './cabinet';

/** Bytes of a block. */
export const BLOCK = 1 << 20;
/** Blocks that may wait to be kept. */
const WAITING = 8;

/** Where the blocks of one file go. */
export interface BlockKeeper {
  /** Keeps blocks by their numbers; all but the last are whole. They are found from now on where `shown`. */
  keep(blocks: ReadonlyMap<number, Blob>, shown: boolean): Promise<void>;
  /** A block that was kept. */
  read(number: number): Promise<Blob>;
  /** Gives the file its last name. */
  finish(name: string): Promise<void>;
}

/** A file that is gathered in blocks, which are kept one after the other while more is written. */
export class GrowingBlocks implements Growing {
  private readonly last = new Uint8Array(BLOCK);
  private filled = 0;
  /** The number of the last block. */
  private number = 0;
  /** What was written over blocks that are kept already; laid into them when the file is flushed. */
  private over: { readonly bytes: Uint8Array; readonly at: number }[] = [];
  private waiting = new Map<number, Blob>();
  private saving: Promise<void> = Promise.resolve();
  private broken: { readonly error: unknown } | null = null;
  private closed = false;

  constructor(private readonly keeper: BlockKeeper) {}

  get behind(): Promise<void> | null {
    return this.waiting.size > WAITING ? this.saving : null;
  }

  write(bytes: Uint8Array, at: number): void {
    this.whole();
    const end = this.number * BLOCK + this.filled;
    if (at > end) this.append(new Uint8Array(at - end));
    const before = Math.max(0, Math.min(bytes.length, end - at));
    if (before > 0) this.lay(bytes.subarray(0, before), at);
    if (before < bytes.length) this.append(bytes.subarray(before));
  }

  async flush(): Promise<void> {
    await this.put(true);
  }

  async finish(name: string): Promise<void> {
    await this.put(false);
    this.closed = true;
    await this.keeper.finish(name);
  }

  async close(): Promise<void> {
    this.closed = true;
    await this.saving;
  }

  private append(bytes: Uint8Array): void {
    for (let from = 0; from < bytes.length;) {
      const count = Math.min(bytes.length - from, BLOCK - this.filled);
      this.last.set(bytes.subarray(from, from + count), this.filled);
      this.filled += count;
      from += count;
      if (this.filled < BLOCK) continue;
      this.waiting.set(this.number, new Blob([this.last]));
      this.number += 1;
      this.filled = 0;
      this.save(false);
    }
  }

  /** Over what is there: at once where it is still in memory. */
  private lay(bytes: Uint8Array, at: number): void {
    const border = this.number * BLOCK;
    const kept = Math.max(0, Math.min(bytes.length, border - at));
    if (kept > 0) this.over.push({ bytes: bytes.slice(0, kept), at });
    if (kept < bytes.length) this.last.set(bytes.subarray(kept), at + kept - border);
  }

  private async put(shown: boolean): Promise<void> {
    if (this.closed) throw new RangeError('the file is closed');
    await this.layOver();
    if (this.filled > 0) this.waiting.set(this.number, new Blob([this.last.subarray(0, this.filled)]));
    this.save(shown);
    await this.saving;
    this.whole();
  }

  private async layOver(): Promise<void> {
    if (this.over.length === 0) return;
    const over = this.over;
    this.over = [];
    await this.saving;
    this.whole();
    const numbers = new Set<number>();
    for (const { bytes, at } of over) {
      for (let n = Math.floor(at / BLOCK); n * BLOCK < at + bytes.length; n++) numbers.add(n);
    }
    for (const n of numbers) {
      const block = new Uint8Array(await (await this.keeper.read(n)).arrayBuffer());
      for (const { bytes, at } of over) {
        const from = Math.max(at, n * BLOCK);
        const to = Math.min(at + bytes.length, (n + 1) * BLOCK);
        if (from < to) block.set(bytes.subarray(from - at, to - at), from - n * BLOCK);
      }
      this.waiting.set(n, new Blob([block]));
    }
  }

  private save(shown: boolean): void {
    this.saving = this.saving
      .then(async () => {
        if (this.broken) return;
        const blocks = this.waiting;
        this.waiting = new Map();
        if (blocks.size > 0 || shown) await this.keeper.keep(blocks, shown);
      })
      .catch((error: unknown) => void (this.broken ??= { error }));
  }

  private whole(): void {
    if (this.broken) throw this.broken.error;
  }
}
