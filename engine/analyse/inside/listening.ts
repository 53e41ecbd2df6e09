import { bestShift, readSeam as readSeamOf, type SeamReading, type Shift } from '../../../core/fit';
import type { JoinSound } from '../../../core/level';
import { joinSound } from '../../../core/mix';
import { RATE, framesOf } from '../../../core/units';
import { withSounds } from '../../media/inside/sources';
import { Handover } from '../../workers/serve';
import type { AnalyseCalls } from '../analyse.protocol';

/** What the sounds at joins are like, in their order. */
export function joinSounds({ joins }: Parameters<AnalyseCalls['joinSounds']>[0]): Promise<JoinSound[]> {
  const ids = joins.flatMap(({ left, right }) => [left.media, right.media]);
  return withSounds(ids, (sources) => joins.map((join) => joinSound(join, sources)));
}

/** The highest |sample| of every row of a drawing. Handed over. */
export function closeUp({ media, starts, seconds }: Parameters<AnalyseCalls['closeUp']>[0]): Promise<Handover<Float32Array>> {
  return withSounds([media], (sources) => {
    const source = sources.get(media)!;
    const count = Math.max(1, Math.ceil(seconds * RATE));
    const page = new Float32Array(count * source.channels);
    const rows = new Float32Array(starts.length);
    for (let row = 0; row < rows.length; row += 1) {
      source.read(Math.floor(starts[row]! * RATE), count, page);
      let most = 0;
      for (let i = 0; i < page.length; i += 1) if (Math.abs(page[i]!) > most) most = Math.abs(page[i]!);
      rows[row] = most;
    }
    return new Handover(rows, [rows.buffer]);
  });
}

/** The best shift of what follows a cut within what `bestShift` tries; null where nothing stands out. */
export function lineUp({ left, right }: Parameters<AnalyseCalls['lineUp']>[0]): Promise<Shift | null> {
  return withSounds([left.media, right.media], (sources) => {
    const place = ({ media, at }: typeof left) => ({ source: sources.get(media)!, at: framesOf(at) });
    return bestShift(place(left), place(right));
  });
}

/** Reads the seam of a loop; null where the loop makes no sense. */
export function readSeam({ media, loop }: Parameters<AnalyseCalls['readSeam']>[0]): Promise<SeamReading | null> {
  return withSounds([media], (sources) => readSeamOf(sources.get(media)!, media, loop));
}
