import { WavWriter } from '../../../core/files';
import type { Over } from '../../../core/level';
import { Mixer, measuringOver } from '../../../core/mix';
import { LoudnessMeter, type Loudness } from '../../../core/sound';
import { openOut } from '../../media/inside/out';
import { finished } from '../../workers/finished';
import { Handover, type Desk } from '../../workers/serve';
import { RATE } from '../../../core/units';
import type { Block, MixCalls, Written } from '../mix.protocol';
import { eachBlock } from './blocks';
import { Sources } from './sources';

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
    const { plan, format, name, target, loop = false, tags } = details;
    const only = details.only ?? { first: 0, frames: plan.frames };
    const writer = new WavWriter(format, 2, RATE, loop ? { start: 0, end: only.frames } : null, tags);
    const out = await openOut(name, target);
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
