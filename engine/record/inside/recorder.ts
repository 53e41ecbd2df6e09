import { failureOf } from '../../../core/failure';
import { delayOf } from '../../../core/sound';
import { RATE } from '../../../core/units';
import { storageFailure, type Growing } from '../../cabinets/cabinet';
import { cabinet } from '../../cabinets/current';
import { places } from '../../media/folders';
import { writeAt } from '../../media/write';
import { dropRecording, type About } from '../../media/recordings';
import type { Captured, RecordCalls } from '../record.protocol';

/** Frames kept while waiting for the show to begin. */
const WAITING = RATE;
/** Written through to the disk after so many frames: a crash loses no more. */
const FLUSH = RATE / 4;

/** Writes one recording down, piece by piece. */
class Recording {
  private begun: number | null = null;
  private waiting: Captured[] = [];
  private frames = 0;
  private unflushed = 0;
  private readonly done: Promise<{ frames: number }>;
  private settle!: { resolve(result: { frames: number }): void; reject(error: unknown): void };
  private over = false;

  constructor(
    private readonly file: Growing,
    private readonly port: MessagePort,
  ) {
    this.done = new Promise((resolve, reject) => (this.settle = { resolve, reject }));
    // Whoever waits for it hears of it, also where it fails before they do.
    this.done.catch(() => undefined);
    port.onmessage = ({ data }: MessageEvent<Captured>) => this.take(data);
  }

  finished(): Promise<{ frames: number }> {
    return this.done;
  }

  begin(frame: number): void {
    this.begun = frame;
    const { waiting } = this;
    this.waiting = [];
    for (const block of waiting) this.write(block);
  }

  /** Ends it; what was written stays also where it ends with an error. */
  async finish(error?: unknown): Promise<void> {
    if (this.over) return;
    this.over = true;
    this.port.close();
    try {
      await this.file.flush();
    } catch (last) {
      error ??= storageFailure(last);
    } finally {
      await this.file.close();
    }
    if (error === undefined) this.settle.resolve({ frames: this.frames });
    else this.settle.reject(error);
  }

  private take(block: Captured): void {
    if (this.over) return;
    if (this.begun !== null) this.write(block);
    else {
      this.waiting.push(block);
      while (this.waiting.length * block.samples.length > WAITING) this.waiting.shift();
    }
  }

  /** Where blocks were lost there is silence, so that what follows keeps its time. */
  private write({ frame, samples }: Captured): void {
    const place = frame - this.begun!;
    const from = Math.max(0, this.frames - place);
    if (from >= samples.length) return;
    const piece = samples.subarray(from);
    try {
      const missing = place + from - this.frames;
      if (missing > 0) this.put(new Float32Array(missing));
      this.put(piece);
    } catch (error) {
      void this.finish(storageFailure(error));
    }
  }

  private put(piece: Float32Array): void {
    const bytes = new Uint8Array(piece.buffer, piece.byteOffset, piece.byteLength);
    this.file.write(bytes, this.frames * 4);
    this.frames += piece.length;
    this.unflushed += piece.length;
    if (this.unflushed < FLUSH) return;
    this.unflushed = 0;
    void this.file.flush()?.catch((error: unknown) => void this.finish(storageFailure(error)));
  }
}

async function open(about: About, port: MessagePort): Promise<Recording> {
  const file = await (await cabinet()).create(places.recording(about.id));
  const recording = new Recording(file, port);
  try {
    await writeAt(places.about(about.id), new TextEncoder().encode(JSON.stringify(about)));
  } catch (error) {
    // Nobody would find a recording of which nothing is known, nor take it away.
    await recording.finish(error);
    await dropRecording(about.id);
  }
  return recording;
}

/** What the recording worker can do: one recording at a time. */
export class Recorder {
  /** The recording under way. Its file takes a moment to open, and it may be begun or ended before it has. */
  private current: Promise<Recording> | null = null;

  readonly record = async ({ about, port }: Parameters<RecordCalls['record']>[0]): Promise<{ frames: number }> => {
    const before = this.finish();
    const mine = (this.current = before.then(() => open(about, port)));
    try {
      return await (await mine).finished();
    } catch (error) {
      throw failureOf(error);
    }
  };

  readonly begin = async ({ frame }: Parameters<RecordCalls['begin']>[0]): Promise<void> => (await this.current)?.begin(frame);

  readonly finish = async (): Promise<void> => {
    const { current } = this;
    this.current = null;
    await (await current?.catch(() => null))?.finish();
  };

  readonly delay = ({ port, starts }: Parameters<RecordCalls['delay']>[0]): Promise<number | null> =>
    new Promise((resolve) => {
      const first = starts[0]!;
      const heard = new Float32Array(starts.at(-1)! - first + RATE);
      port.onmessage = ({ data: { frame, samples } }: MessageEvent<Captured>) => {
        const at = frame - first;
        if (at + samples.length > 0 && at < heard.length) {
          const from = Math.max(0, -at);
          heard.set(samples.subarray(from, Math.min(samples.length, heard.length - at)), at + from);
        }
        if (at + samples.length < heard.length) return;
        port.close();
        resolve(
          delayOf(
            heard,
            starts.map((start) => start - first),
            0.6,
          ),
        );
      };
    });
}
