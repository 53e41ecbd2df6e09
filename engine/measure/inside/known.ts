import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import Joi from 'joi';
import type { Asked, Remembered } from '../../../core/mix';
import { fileAt, places } from '../../media/folders';
import { writeAt } from '../../media/write';

/** What no such question was about any more is forgotten: an undo finds what was before it. */
const QUESTIONS = 4;
/** What is new is written down after so long, ms: a page that is closed earlier measures it again. */
const LATER = 5_000;

/** What is measured of segments. */
export type What = 'loudness' | 'over';

interface Entry {
  readonly measured: Float32Array;
  /** The last question that was about it. */
  used: number;
}

/** The beginning of the file: which code measured it, and how many numbers there are of each segment. */
interface Index {
  readonly code: string;
  readonly entries: readonly (readonly [name: string, length: number])[];
}

const schema = Joi.object<Index>({
  code: Joi.string().required(),
  entries: Joi.array()
    .items(Joi.array().ordered(Joi.string().required(), Joi.number().integer().min(0).required()))
    .required(),
});

/** The code that runs here: its file is named after what is in it. What other code measured is measured anew. */
const CODE = (globalThis as { location?: { href: string } }).location?.href ?? 'no worker';

/** Asked segments under short names. */
export const named = (asked: readonly Asked[]): Asked[] =>
  asked.map((one) => ({ ...one, text: bytesToHex(sha256(utf8ToBytes(one.text))) }));

/** What was measured of the segments of a show, kept from one visit to the next. Where it is lost, or cannot be read, it is measured anew. */
export class Known implements Remembered {
  private readonly entries = new Map<string, Entry>();
  private question = 0;
  private timer: ReturnType<typeof setTimeout> | null = null;

  private constructor(
    readonly show: string,
    private readonly what: What,
  ) {}

  static async read(show: string, what: What): Promise<Known> {
    const known = new Known(show, what);
    try {
      const file = await fileAt(places.measured(show, what));
      if (file) known.unpack(await file.arrayBuffer());
    } catch {
      known.entries.clear();
    }
    return known;
  }

  get(name: string): Float32Array | undefined {
    const entry = this.entries.get(name);
    if (entry) entry.used = this.question;
    return entry?.measured;
  }

  set(name: string, measured: Float32Array): void {
    this.entries.set(name, { measured, used: this.question });
    this.timer ??= setTimeout(() => void this.write(), LATER);
  }

  /** Another question begins. */
  ask(): void {
    this.question += 1;
    for (const [name, { used }] of this.entries) if (this.question - used > QUESTIONS) this.entries.delete(name);
  }

  /** Writes down what was not yet. */
  async settle(): Promise<void> {
    if (this.timer !== null) await this.write();
  }

  /** Writes it down now. */
  async write(): Promise<void> {
    if (this.timer !== null) clearTimeout(this.timer);
    this.timer = null;
    // It is a help: where nothing can be written, nothing is lost.
    await writeAt(places.measured(this.show, this.what), this.pack()).catch(() => undefined);
  }

  private pack(): Uint8Array {
    const entries = [...this.entries].map(([name, { measured }]) => [name, measured.length] as const);
    const text = utf8ToBytes(JSON.stringify({ code: CODE, entries } satisfies Index));
    const at = numbersAt(text.length);
    const numbers = entries.reduce((sum, [, length]) => sum + length, 0);
    const bytes = new Uint8Array(at + numbers * Float32Array.BYTES_PER_ELEMENT);
    new DataView(bytes.buffer).setUint32(0, text.length, true);
    bytes.set(text, LENGTH);
    const floats = new Float32Array(bytes.buffer, at);
    let done = 0;
    for (const { measured } of this.entries.values()) {
      floats.set(measured, done);
      done += measured.length;
    }
    return bytes;
  }

  private unpack(bytes: ArrayBuffer): void {
    const length = new DataView(bytes).getUint32(0, true);
    const index = Joi.attempt(JSON.parse(new TextDecoder().decode(new Uint8Array(bytes, LENGTH, length))), schema) as Index;
    if (index.code !== CODE) return;
    let at = numbersAt(length);
    for (const [name, count] of index.entries) {
      // A copy of its own: what is forgotten takes no memory.
      this.entries.set(name, { measured: new Float32Array(bytes, at, count).slice(), used: 0 });
      at += count * Float32Array.BYTES_PER_ELEMENT;
    }
  }
}

const LENGTH = 4;
const numbersAt = (length: number): number => Math.ceil((LENGTH + length) / 4) * 4;

const known = new Map<What, Promise<Known>>();

/** What is known of a show; that of the show before it is written down and let go. */
export async function knownOf(what: What, show: string): Promise<Known> {
  const before = known.get(what);
  const last = before && (await before);
  if (before && last?.show === show) return before;
  const next = Known.read(show, what);
  known.set(what, next);
  void last?.settle();
  return next;
}
