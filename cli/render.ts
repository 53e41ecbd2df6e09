import { WavWriter, type WavFormat } from '../core/files';
import { planShow } from '../core/mix';
import { writePlan } from './output';
import { openShow } from './showFile';

/** `bed render SHOW OUT.wav`: the sound of a show, exactly as long as its pictures. */
export async function render(path: string, out: string, format: WavFormat): Promise<string> {
  const folder = await openShow(path);
  try {
    await folder.clearVoices();
    const plan = planShow(folder.show, folder.heard());
    const writer = new WavWriter(format);
    writePlan(out, writer, plan, folder.sources(plan.parts), { first: 0, frames: plan.frames });
    return JSON.stringify({ frames: plan.frames, rate: 48_000, clipped: writer.clipped });
  } finally {
    folder.close();
  }
}
