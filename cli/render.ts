import { WavWriter, type WavFormat } from '../core/files';
import { planShow } from '../core/mix';
import { writePlan } from './output';
import { ShowFolder } from './showFolder';

/** `bed render SHOWDIR OUT.wav`: the sound of a show, exactly as long as its pictures. */
export function render(path: string, out: string, format: WavFormat): string {
  const folder = new ShowFolder(path);
  try {
    const plan = planShow(folder.show, folder.heard());
    const writer = new WavWriter(format);
    writePlan(out, writer, plan, folder.sources(plan.parts), { first: 0, frames: plan.frames });
    return JSON.stringify({ frames: plan.frames, rate: 48_000, clipped: writer.clipped });
  } finally {
    folder.close();
  }
}
