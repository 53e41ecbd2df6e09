import { Failure } from '../../../core/failure';
import { readCut, type CutReading } from '../../../core/fit';
import { framesOf } from '../../../core/units';
import { withSounds } from '../../media/inside/sources';
import type { Desk } from '../../workers/serve';
import type { MeasureCalls } from '../measure.protocol';

/** Reads how cuts go on, one after the other; can be cancelled between two. */
export async function readCuts({ cuts }: Parameters<MeasureCalls['readCuts']>[0], desk: Desk): Promise<CutReading[]> {
  const readings: CutReading[] = [];
  for (const { left, right } of cuts) {
    if (desk.signal.aborted) throw new Failure('cancelled');
    const reading = await withSounds([left.media, right.media], (sources) => {
      const place = ({ media, at }: typeof left) => ({ source: sources.get(media)!, at: framesOf(at) });
      return readCut(place(left), place(right));
    });
    readings.push(reading);
    desk.progress(readings.length / cuts.length);
  }
  return readings;
}
