import { Failure } from '../../../core/failure';
import { WavWriter } from '../../../core/files';
import type { Over } from '../../../core/level';
import { Mixer, measuringOver, type Plan } from '../../../core/mix';
import { LoudnessMeter, type Loudness } from '../../../core/sound';
import { places, storageFailure } from '../../media/folders';
import { PlaceWriter } from '../../media/write';
import { finished } from '../../workers/finished';
import { Handover, type Desk } from '../../workers/serve';
import { RATE } from '../../../core/units';
import type { Block, MixCalls, Stretch, Written } from '../mix.protocol';
import { Sources } from './sources';

/** Frames between looks at the signal and progress reports. */
const BLOCK = 1 << 16;

/** Renders frames of a plan block by block; comes up for air between them, so that it can be cancelled. */
async function eachBlock(
  plan: Plan,
  { first, frames: all }: Stretch,
  desk: Desk,
  take: (block: Float32Array, frames: number) => void | Promise<void>,
): Promise<void> {
  const sources = new Sources();
  try {
    const mixer = new Mixer(plan, await sources.serve(plan));
    const block = new Float32Array(BLOCK * 2);
    for (let done = 0; done < all; done += BLOCK) {
      const frames = Math.min(BLOCK, all - done);
      mixer.render(first + done, frames, block);
      await take(block, frames);
      desk.progress((done + frames) / all);
      await new Promise((resolve) => setTimeout(resolve));
      if (desk.signal.aborted) throw new Failure('cancelled');
    }
  } finally {
    sources.close();
  }
}

interface Target {
  write(bytes: Uint8Array<ArrayBuffer>): Promise<void> | void;
  finish(): Promise<void>;
  /** Without `finish` before it, nothing of what was written stays. Closing twice is harmless. */
  close(): Promise<void>;
}

async function chosenFile(handle: FileSystemFileHandle): Promise<Target> {
  const stream = await handle.createWritable();
  let done = false;
  return {
    async write(bytes) {
      try {
        await stream.write(bytes);
      } catch (error) {
        throw storageFailure(error);
      }
    },
    async finish() {
      await stream.close();
      done = true;
    },
    async close() {
      if (!done) await stream.abort().catch(() => undefined);
      done = true;
    },
  };
}

/** What the mixing worker can do. */
export class MixDesk {
  private readonly sources = new Sources();
  private mixer: Mixer | null = null;
  private scratch = new Float32Array(0);

  readonly prepare = async ({ plan }: Parameters<MixCalls['prepare']>[0]): Promise<{ opened: number }> => {
    const sources = await this.sources.serve(plan);
    this.mixer = new Mixer(plan, sources);
    return { opened: sources.size };
  };

  readonly render = ({ first, frames }: Parameters<MixCalls['render']>[0]): Handover<Block> => {
    if (!this.mixer) throw new RangeError('render needs a prepared plan');
    if (this.scratch.length < frames * 2) this.scratch = new Float32Array(frames * 2);
    const both = this.scratch;
    this.mixer.render(first, frames, both);
    const left = new Float32Array(frames);
    const right = new Float32Array(frames);
    for (let i = 0; i < frames; i += 1) {
      left[i] = both[i * 2]!;
      right[i] = both[i * 2 + 1]!;
    }
    return new Handover({ first, frames, left, right }, [left.buffer, right.buffer]);
  };

  readonly measure = async ({ plan }: Parameters<MixCalls['measure']>[0], desk: Desk): Promise<Loudness> => {
    const meter = new LoudnessMeter(2);
    await eachBlock(plan, { first: 0, frames: plan.frames }, desk, (block, frames) => meter.push(block, frames));
    return meter.finish();
  };

  readonly over = async ({ stems }: Parameters<MixCalls['over']>[0], desk: Desk): Promise<Over[]> => {
    const sources = new Sources();
    try {
      const opened = await sources.serve({ ...stems.voice, parts: [...stems.voice.parts, ...stems.rest.parts] });
      return await finished(measuringOver(stems, opened), desk);
    } finally {
      sources.close();
    }
  };

  readonly write = async (details: Parameters<MixCalls['write']>[0], desk: Desk): Promise<Written> => {
    const { plan, format, name, target, loop = false } = details;
    const only = details.only ?? { first: 0, frames: plan.frames };
    const writer = new WavWriter(format, 2, RATE, loop ? { start: 0, end: only.frames } : null);
    const out: Target = target ? await chosenFile(target) : await PlaceWriter.open(places.written(name));
    try {
      await out.write(writer.header(only.frames));
      await eachBlock(plan, only, desk, (block, frames) => out.write(writer.encode(block, frames)));
      const footer = writer.footer(only.frames);
      if (footer.length > 0) await out.write(footer);
      await out.finish();
      return { frames: only.frames, bytes: writer.fileBytes(only.frames), clipped: writer.clipped };
    } finally {
      await out.close();
    }
  };
}
