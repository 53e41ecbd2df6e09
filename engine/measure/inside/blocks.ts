import { Failure } from '../../../core/failure';
import { Mixer, type Plan } from '../../../core/mix';
import { Breath } from '../../workers/breath';
import type { Desk } from '../../workers/serve';
import type { FrameRange } from '../measure.protocol';
import { Sources } from '../../media/inside/sources';

/** Frames between looks at the signal and progress reports. */
const BLOCK = 1 << 16;

/** Renders frames of a plan block by block; yields to the event loop between them, so that it can be cancelled. Gives how many samples were no numbers. */
export async function eachBlock(
  plan: Plan,
  { first, frames: all }: FrameRange,
  desk: Desk,
  take: (block: Float32Array<ArrayBuffer>, frames: number) => void | Promise<void>,
): Promise<number> {
  const sources = new Sources();
  try {
    const mixer = new Mixer(plan, await sources.serve(plan, desk.signal));
    const block = new Float32Array(BLOCK * 2);
    const breath = new Breath();
    for (let done = 0; done < all; done += BLOCK) {
      const frames = Math.min(BLOCK, all - done);
      mixer.render(first + done, frames, block);
      await take(block, frames);
      desk.progress((done + frames) / all);
      await breath.take();
      if (desk.signal.aborted) throw new Failure('cancelled');
    }
    return mixer.unsound;
  } finally {
    sources.close();
  }
}
