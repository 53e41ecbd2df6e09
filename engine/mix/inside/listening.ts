import { bestShift, readCut, readSeam as readSeamOf, type CutReading, type SeamReading, type Shift } from '../../../core/fit';
import type { JoinSound } from '../../../core/level';
import { joinSound } from '../../../core/mix';
import type { MediaId } from '../../../core/show';
import type { PcmSource } from '../../../core/sound';
import { RATE, framesOf } from '../../../core/units';
import { Failure } from '../../../core/failure';
import { Handover, type Desk } from '../../workers/serve';
import type { MixCalls } from '../mix.protocol';
import { openSound } from './sources';

/** Opens sounds for one question, and closes them whatever comes of it. */
async function withSounds<T>(ids: readonly MediaId[], ask: (sources: ReadonlyMap<MediaId, PcmSource>) => T): Promise<T> {
  const opened = new Map<MediaId, Awaited<ReturnType<typeof openSound>>>();
  try {
    for (const id of new Set(ids)) opened.set(id, await openSound(id));
    return ask(opened);
  } finally {
    for (const source of opened.values()) source.close();
  }
}

export function joinSounds({ joins }: Parameters<MixCalls['joinSounds']>[0]): Promise<JoinSound[]> {
  const ids = joins.flatMap(({ left, right }) => [left.media, right.media]);
  return withSounds(ids, (sources) => joins.map((join) => joinSound(join, sources)));
}

export function closeUp({ media, starts, seconds }: Parameters<MixCalls['closeUp']>[0]): Promise<Handover<Float32Array>> {
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

export function lineUp({ left, right }: Parameters<MixCalls['lineUp']>[0]): Promise<Shift | null> {
  return withSounds([left.media, right.media], (sources) => {
    const place = ({ media, at }: typeof left) => ({ source: sources.get(media)!, at: framesOf(at) });
    return bestShift(place(left), place(right));
  });
}

export async function readCuts({ cuts }: Parameters<MixCalls['readCuts']>[0], desk: Desk): Promise<CutReading[]> {
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

export function readSeam({ media, loop }: Parameters<MixCalls['readSeam']>[0]): Promise<SeamReading | null> {
  return withSounds([media], (sources) => readSeamOf(sources.get(media)!, media, loop));
}
