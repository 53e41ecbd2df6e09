import { Mixer } from '../../../core/mix';
import { Sources } from '../../media/inside/sources';
import { Handover } from '../../workers/serve';
import type { Block, PlayCalls } from '../play.protocol';

/** What the playing worker can do. */
export class PlayDesk {
  private readonly sources = new Sources();
  private mixer: Mixer | null = null;
  private turn = 0;
  private scratch = new Float32Array(0);

  readonly prepare = async ({ plan }: Parameters<PlayCalls['prepare']>[0]): Promise<{ opened: number }> => {
    const turn = (this.turn += 1);
    await this.sources.fetch(plan);
    // A later plan is ready, or on its way: this one has come too late, and closes nothing that the later one plays.
    if (turn !== this.turn) return { opened: 0 };
    const sources = this.sources.keep(plan);
    this.mixer = new Mixer(plan, sources);
    return { opened: sources.size };
  };

  readonly render = ({ first, frames }: Parameters<PlayCalls['render']>[0]): Handover<Block> => {
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
}
