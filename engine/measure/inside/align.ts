import type { MediaId } from '../../../core/show';
import { align, traceOf, type Alignment, type PcmSource } from '../../../core/sound';
import { fileAt, places } from '../../media/folders';
import type { Desk } from '../../workers/serve';
import type { MeasureCalls } from '../measure.protocol';
import { openPages, openPcm } from '../../media/inside/pcm';

/** The trace of a stored sound; made from its samples where it was stored without one. Whoever opens it closes it. */
async function openTrace(id: MediaId): Promise<PcmSource & { close(): void }> {
  const file = await fileAt(places.trace(id));
  if (file) return openPages(places.trace(id), file, 1, file.size / 4);
  const pcm = await openPcm(id);
  try {
    return { ...traceOf(pcm), close: () => undefined };
  } finally {
    pcm.close();
  }
}

/** Compares two stored sounds from end to end. It holds the worker for a second or two and cannot be stopped half-way. */
export async function alignStored({ first, second }: Parameters<MeasureCalls['align']>[0], desk: Desk): Promise<Alignment | null> {
  const a = await openTrace(first);
  try {
    const b = await openTrace(second);
    try {
      return align(a, b, (share) => desk.progress(share));
    } finally {
      b.close();
    }
  } finally {
    a.close();
  }
}
