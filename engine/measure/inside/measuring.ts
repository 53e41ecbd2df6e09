import { WavWriter } from '../../../core/files';
import { measuringOver, type Clearness } from '../../../core/mix';
import { LoudnessMeter, type Loudness } from '../../../core/sound';
import { openOut } from '../../media/inside/out';
import { finished } from '../../workers/finished';
import type { Desk } from '../../workers/serve';
import { RATE } from '../../../core/units';
import type { MeasureCalls, Written } from '../measure.protocol';
import { eachBlock } from './blocks';
import { Sources } from '../../media/inside/sources';

/** Loudness and true peak of a whole plan, block by block. */
export async function measure({ plan }: Parameters<MeasureCalls['measure']>[0], desk: Desk): Promise<Loudness> {
  const meter = new LoudnessMeter(2);
  await eachBlock(plan, { first: 0, frames: plan.frames }, desk, (block, frames) => meter.push(block, frames));
  return meter.finish();
}

/** How clear the voices are beside all else, in the sound as it is mixed. */
export async function over({ stems }: Parameters<MeasureCalls['over']>[0], desk: Desk): Promise<Clearness> {
  const sources = new Sources();
  try {
    const opened = await sources.serve({ ...stems.voice, parts: [...stems.voice.parts, ...stems.rest.parts] }, desk.signal);
    return await finished(measuringOver(stems, opened), desk);
  } finally {
    sources.close();
  }
}

/** Writes a plan as WAV. What fails or is cancelled leaves nothing behind. */
export async function write(details: Parameters<MeasureCalls['write']>[0], desk: Desk): Promise<Written> {
  const { plan, format, name, target, loop = false, tags, cues = [] } = details;
  const only = details.only ?? { first: 0, frames: plan.frames };
  const inside = cues
    .map(({ frame, name: said }) => ({ frame: frame - only.first, name: said }))
    .filter(({ frame }) => frame >= 0 && frame <= only.frames);
  const writer = new WavWriter(format, 2, RATE, loop ? { start: 0, end: only.frames } : null, tags, inside);
  const out = await openOut(name, target);
  try {
    await out.write(writer.header(only.frames));
    const unsound = await eachBlock(plan, only, desk, (block, frames) => out.write(writer.encode(block, frames)));
    const footer = writer.footer(only.frames);
    if (footer.length > 0) await out.write(footer);
    await out.finish();
    return { frames: only.frames, bytes: writer.fileBytes(only.frames), clipped: writer.clipped, unsound };
  } finally {
    await out.close();
  }
}
